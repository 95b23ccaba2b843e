from unittest import TestCase

from core.design import Aim, tell
from core.verdict import FATE_MEANINGS, telling_sentences
from core.vocabulary import ClosingFate, Question


def said(aim, dishes, seeds):
    return " ".join(telling_sentences(aim, tell(aim, dishes=dishes, seeds_per_dish=seeds, in_stock=None, rho=0.05)))


class WhatALayoutTellsInWords(TestCase):
    def test_a_packet_test_says_how_wide_it_reads_and_what_would_be_closer(self):
        words = said(Aim(Question.ALIVE, 1, share=0.6), 1, 10)
        self.assertIn("1 dish of 10: 60 % would be read as somewhere between 27 and 86 %.", words)
        self.assertIn("A yes or no, not a figure to sow by.", words)
        self.assertIn("The smallest that can:", words)

    def test_without_replication_it_says_that_nothing_can_be_told_apart(self):
        words = said(Aim(Question.BEST, 3), 1, 100)
        self.assertIn("nothing can be told apart", words)
        self.assertIn("This cannot answer your question.", words)

    def test_what_would_be_told_apart_is_named_with_its_control(self):
        self.assertIn(
            "Against a control of 40 %, 7 % or less or 78 % or more would be told apart", said(Aim(Question.BEST, 4, share=0.4), 4, 25)
        )

    def test_a_comparison_of_one_treatment_asks_for_another(self):
        for question in (Question.BEST, Question.DOSE, Question.CROSSED):
            self.assertIn("nothing to hold it against", said(Aim(question, 1), 4, 25))

    def test_an_aged_lot_is_held_against_its_earlier_result(self):
        words = said(Aim(Question.STILL_AS_GOOD, 1, share=0.8), 4, 25)
        self.assertIn("Against the earlier result of 80 %", words)
        self.assertNotIn("or more", words)

    def test_a_layout_that_answers_says_nothing_of_a_smaller_one(self):
        self.assertNotIn("smallest", said(Aim(Question.BEST, 2, share=0.1, difference=0.7), 4, 25))


class WhatIsLeft(TestCase):
    def test_every_fate_has_a_meaning_and_so_has_seed_that_nobody_checked(self):
        self.assertEqual([m.fate for m in FATE_MEANINGS], [*ClosingFate, None])

    def test_what_nobody_checked_is_a_loss_that_is_named(self):
        self.assertIn("cannot be told from", FATE_MEANINGS[-1].meaning)
