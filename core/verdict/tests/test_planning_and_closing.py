from unittest import TestCase

from core.design import Aim, tell
from core.verdict import FATE_MEANINGS, telling_sentences
from core.vocabulary import ClosingFate, Question


def said(aim, dishes, seeds):
    return " ".join(telling_sentences(aim, tell(aim, dishes=dishes, seeds_per_dish=seeds, in_stock=None, rho=0.05)))


class WhatALayoutTellsInWords(TestCase):
    def test_a_packet_test_says_how_wide_it_reads_and_what_would_be_closer(self):
        words = said(Aim(Question.ALIVE, 1, share=0.6), 1, 10)
        self.assertIn("1 dish of 10: 60 % would be read as likely between 27 and 86 %.", words)
        self.assertIn("A yes or no, not a figure to sow by.", words)
        self.assertIn("The smallest that can:", words)

    def test_a_layout_that_cannot_answer_says_how_often_it_would_show_what_is_asked(self):
        aim = Aim(Question.BEST, 4, share=0.4, difference=0.35)
        told = tell(aim, dishes=4, seeds_per_dish=25, in_stock=None, rho=0.05)
        self.assertIn("a difference of 35 points would be shown 7 times in 10.", " ".join(telling_sentences(aim, told)))

    def test_without_replication_it_says_that_chance_cannot_be_ruled_out(self):
        words = said(Aim(Question.BEST, 3), 1, 100)
        self.assertIn("no way to tell a real difference from chance", words)
        self.assertIn("This cannot answer your question.", words)

    def test_what_would_be_shown_is_named_with_its_control(self):
        self.assertIn(
            "Compared with a control at 40 %, the trial would show 7 % or less or 78 % or more",
            said(Aim(Question.BEST, 4, share=0.4), 4, 25),
        )

    def test_a_comparison_of_one_treatment_asks_for_another(self):
        for question in (Question.BEST, Question.DOSE, Question.CROSSED):
            self.assertIn("One treatment has nothing to be compared with", said(Aim(question, 1), 4, 25))

    def test_an_aged_lot_is_compared_with_its_earlier_result(self):
        words = said(Aim(Question.STILL_AS_GOOD, 1, share=0.8), 4, 25)
        self.assertIn("Compared with the earlier result of 80 %", words)
        self.assertNotIn("or more", words)

    def test_a_layout_that_answers_says_nothing_of_a_smaller_one(self):
        self.assertNotIn("smallest", said(Aim(Question.BEST, 2, share=0.1, difference=0.7), 4, 25))

    def test_a_second_bag_is_offered_with_what_it_would_add(self):
        aim = Aim(Question.BEST, 4, share=0.4)
        told = tell(aim, dishes=4, seeds_per_dish=25, in_stock=None, rho=0.05, bags=1)
        words = " ".join(telling_sentences(aim, told))
        self.assertRegex(words, r"With one bag per treatment the likely range is ± \d+ points, with 2 bags ± \d+")


class WhatIsLeft(TestCase):
    def test_every_fate_has_a_meaning_and_so_has_seed_that_nobody_checked(self):
        self.assertEqual([m.fate for m in FATE_MEANINGS], [*ClosingFate, None])

    def test_what_nobody_checked_is_a_loss_that_is_named(self):
        self.assertIn("nobody will know whether they were dormant or dead", FATE_MEANINGS[-1].meaning)
