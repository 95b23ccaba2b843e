from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from core.design import SCHOOLS, Aim, Design, halvings, precision, propose, tell
from core.errors import CoreError
from core.vocabulary import Fitness, Question

ALIVE = Aim(Question.ALIVE, 1)
BEST = Aim(Question.BEST, 4, share=0.4, difference=0.3)


def told(aim, dishes, seeds, in_stock=None, rho=0.05):
    return tell(aim, dishes=dishes, seeds_per_dish=seeds, in_stock=in_stock, rho=rho)


class WhatALayoutTells(TestCase):
    def test_ten_in_one_dish_are_a_yes_or_no_and_a_hundred_in_four_an_answer(self):
        self.assertEqual(told(ALIVE, 1, 10).fitness, Fitness.HINTS)
        self.assertEqual(told(ALIVE, 4, 25).fitness, Fitness.ANSWERS)
        self.assertIsNone(told(ALIVE, 4, 25).power)

    def test_one_treatment_by_itself_cannot_say_which_is_best(self):
        self.assertEqual(told(Aim(Question.BEST, 1), 4, 25).fitness, Fitness.CANNOT)
        self.assertEqual(told(Aim(Question.OTHER, 1), 4, 25).fitness, Fitness.ANSWERS)

    def test_one_dish_a_treatment_cannot_compare_and_says_what_could(self):
        found = told(BEST, 1, 100)
        self.assertEqual((found.fitness, found.power, found.above, found.below), (Fitness.CANNOT, None, None, None))
        self.assertEqual(told(BEST, found.smallest_dishes, 100).fitness, Fitness.ANSWERS)

    def test_the_smallest_layout_that_can_answer_is_the_smallest(self):
        least = told(BEST, 4, 25).smallest_dishes
        self.assertEqual(told(BEST, least, 25).fitness, Fitness.ANSWERS)
        self.assertNotEqual(told(BEST, least - 1, 25).fitness, Fitness.ANSWERS)

    def test_no_number_of_dishes_shows_no_difference(self):
        self.assertIsNone(told(Aim(Question.BEST, 3, 0.5, 0.0), 4, 25).smallest_dishes)

    def test_aged_seed_is_compared_with_its_earlier_result_and_only_a_fall_is_asked_for(self):
        aim = Aim(Question.STILL_AS_GOOD, 1, share=0.8, difference=0.25)
        self.assertEqual((aim.groups, aim.comparisons), (2, 1))
        self.assertAlmostEqual(aim.other_share, 0.55)
        self.assertIsNotNone(told(aim, 4, 25).power)

    def test_the_interval_at_the_end_of_the_difference_is_that_of_its_share(self):
        self.assertEqual(told(BEST, 4, 25).other, precision(0.7, Design(4, 25, 4)))
        self.assertIsNone(told(ALIVE, 4, 25).other)

    def test_where_there_is_no_room_above_the_difference_is_looked_for_below(self):
        self.assertAlmostEqual(Aim(Question.BEST, 2, share=0.9, difference=0.3).other_share, 0.6)

    def test_cost_and_greed_are_those_of_the_lot(self):
        found = told(BEST, 4, 25, in_stock=500)
        self.assertEqual((found.cost.seeds, found.cost.remaining, found.cost.greedy), (400, 100, True))

    def test_more_dishes_along_the_curve_never_tell_less(self):
        curve = told(BEST, 4, 25).curve
        powers = [p.power for p in curve if p.power is not None]
        self.assertEqual(powers, sorted(powers))
        self.assertIsNone(curve[0].power)
        self.assertEqual([p.seeds for p in curve[:3]], [100, 200, 300])

    def test_the_schools_are_what_their_names_say(self):
        self.assertEqual({d * s for d, s in SCHOOLS.values()}, set(SCHOOLS))

    @settings(deadline=None, max_examples=40)
    @given(st.sampled_from(list(Question)), st.integers(1, 8), st.one_of(st.none(), st.integers(1, 20_000)), st.floats(0, 0.3))
    def test_a_proposal_never_eats_more_than_half_unless_the_lot_is_tiny(self, question, treatments, in_stock, rho):
        aim = Aim(question, treatments)
        dishes, seeds = propose(aim, in_stock=in_stock, rho=rho)
        self.assertGreaterEqual(min(dishes, seeds), 1)
        if in_stock is not None and dishes * seeds > 1:
            self.assertLessEqual(2 * dishes * seeds * treatments, in_stock)
        self.assertIn(told(aim, dishes, seeds, in_stock, rho).fitness, Fitness)

    def test_dishes_that_differ_a_lot_widen_what_is_read(self):
        wide, narrow = (precision(0.5, Design(4, 25, rho=rho)).half_width for rho in (0.2, 0.0))
        self.assertGreater(wide, narrow)

    def test_each_number_of_bags_beside_the_planned_one_keeps_the_dishes(self):
        found = tell(BEST, dishes=4, seeds_per_dish=25, in_stock=None, rho=0.05, bags=1)
        self.assertEqual([(c.bags, c.bags * c.dishes_per_bag) for c in found.bag_choices], [(1, 4), (2, 4), (4, 4)])
        widths = [c.half_width for c in found.bag_choices]
        self.assertEqual(widths, sorted(widths, reverse=True))
        self.assertEqual(told(BEST, 4, 25).bag_choices, ())


class Halving(TestCase):
    @given(st.integers(1, 100_000), st.integers(1, 5_000))
    def test_one_halving_more_would_leave_too_few(self, lot, wanted):
        if wanted > lot:
            with self.assertRaises(CoreError) as refusal:
                halvings(lot, wanted)
            self.assertEqual(refusal.exception.code, "more_than_lot")
            return
        found = halvings(lot, wanted)
        self.assertGreaterEqual(found.expected, wanted)
        self.assertLess(found.expected / 2, wanted)

    def test_no_seed_is_no_sample(self):
        with self.assertRaises(CoreError):
            halvings(10, 0)
