import unittest

from core.verdict import Estimate, PracticeTrial, Tried, judge_practice
from core.vocabulary import PracticeMark, PracticeSays

AS_IT_IS = Tried("as it is", 0.10, 4, 25, untreated=True, differs=None)


def tried(truth=0.60, dishes=4, differs=True, name="cold"):
    return Tried(name, truth, dishes, 25, untreated=False, differs=differs)


def judged(treatments, says=None, estimate=None, untreated=0.10, **trial):
    return judge_practice(treatments, says or {}, estimate, untreated, PracticeTrial(**trial))


def mark(treatment, says, untreated=0.10):
    return judged([AS_IT_IS, treatment], {treatment.id: says}, untreated=untreated).marks[0].mark


class Marks(unittest.TestCase):
    def test_what_is_true_and_was_told_is_found(self):
        self.assertEqual(mark(tried(), PracticeSays.BETTER), PracticeMark.FOUND)
        self.assertEqual(mark(tried(0.01), PracticeSays.WORSE, untreated=0.5), PracticeMark.FOUND)
        self.assertEqual(mark(tried(0.15, differs=False), PracticeSays.SAME), PracticeMark.FOUND)

    def test_true_by_luck_is_believed_without_ground(self):
        self.assertEqual(mark(tried(differs=False), PracticeSays.BETTER), PracticeMark.WITHOUT_GROUND)
        self.assertEqual(mark(tried(differs=None), PracticeSays.BETTER), PracticeMark.WITHOUT_GROUND)
        self.assertEqual(mark(tried(0.12, differs=None), PracticeSays.SAME), PracticeMark.WITHOUT_GROUND)

    def test_what_is_not_so_is_believed_without_ground_whatever_the_dishes_say(self):
        self.assertEqual(mark(tried(0.12), PracticeSays.BETTER), PracticeMark.WITHOUT_GROUND)
        self.assertEqual(mark(tried(0.60), PracticeSays.WORSE), PracticeMark.WITHOUT_GROUND)

    def test_a_difference_not_said_is_missed_and_none_not_said_is_rightly_left_open(self):
        self.assertEqual(mark(tried(), PracticeSays.CANNOT_SAY), PracticeMark.MISSED)
        self.assertEqual(mark(tried(), PracticeSays.SAME), PracticeMark.MISSED)
        self.assertEqual(mark(tried(0.12), PracticeSays.CANNOT_SAY), PracticeMark.LEFT_OPEN)

    def test_what_is_not_mentioned_counts_as_cannot_say(self):
        self.assertEqual([m.mark for m in judged([AS_IT_IS, tried()]).marks], [PracticeMark.MISSED])

    def test_a_range_must_hold_the_truth_and_say_something(self):
        for low, high, expected in (
            (0.05, 0.2, PracticeMark.FOUND),
            (0.2, 0.3, PracticeMark.WITHOUT_GROUND),
            (0.0, 0.9, PracticeMark.MISSED),
        ):
            with self.subTest(low=low, high=high):
                found = judged([AS_IT_IS], estimate=Estimate("as it is", low, high)).marks
                self.assertEqual([m.mark for m in found], [expected])

    def test_the_sentence_names_both_truths(self):
        words = judged([AS_IT_IS, tried()], {"cold": PracticeSays.BETTER}).marks[0].words
        self.assertIn("60 %", words)
        self.assertIn("10 %", words)


class Advice(unittest.TestCase):
    def test_one_piece_and_the_dearest_first(self):
        right = {"cold": PracticeSays.BETTER}
        for treatments, says, trial, words in (
            ([tried()], right, {"unclosed": 3}, "Keep some seed untreated"),
            ([AS_IT_IS, tried(dishes=1)], right, {"unclosed": 3}, "more than one dish"),
            ([AS_IT_IS, tried()], right, {"unclosed": 1, "mouldy_counted": 1}, "Set a dish aside"),
            ([AS_IT_IS, tried()], right, {"unclosed": 1}, "1 dish was not closed"),
            ([AS_IT_IS, tried()], right, {"unclosed": 2}, "2 dishes were not closed"),
            ([AS_IT_IS, tried(0.35, differs=False)], {}, {}, "Use more dishes"),
            ([AS_IT_IS, tried(0.12)], right, {}, "Claim a difference only when"),
            ([AS_IT_IS, tried()], {}, {}, "Read Compare"),
            ([AS_IT_IS, tried()], right, {}, "You missed nothing"),
        ):
            with self.subTest(words):
                self.assertIn(words, judged(treatments, says, **trial).advice)

    def test_the_dishes_it_would_have_taken_are_more_than_there_were(self):
        advice = judged([AS_IT_IS, tried(0.35, differs=False)], {}, rho=0.1).advice
        wanted = int(advice.split(":")[1].split()[0])
        self.assertGreater(wanted, 4)

    def test_a_difference_too_small_for_any_trial_says_so(self):
        small = Tried("cold", 0.56, 2, 2, untreated=False, differs=False)
        self.assertIn("too small for any trial", judged([AS_IT_IS, small], {}, untreated=0.45, rho=0.9).advice)
