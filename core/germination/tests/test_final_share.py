from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from core.errors import CoreError
from core.germination import CountedDish, CountedTreatment, final_shares, pool_rho
from core.vocabulary import Reason


def treatment(name, *counts, n=25, cv=0.0):
    return CountedTreatment(name, tuple(CountedDish(g, n) for g in counts), cv)


@st.composite
def trials(draw):
    made = []
    for i in range(draw(st.integers(1, 5))):
        dishes = tuple(CountedDish(draw(st.integers(0, n)), n) for n in draw(st.lists(st.integers(1, 40), min_size=1, max_size=6)))
        made.append(CountedTreatment(f"t{i}", dishes))
    return made


class FinalShare(TestCase):
    def test_the_hand_checked_interval(self):
        share = final_shares([treatment("only", 17, 16, 16, 15)]).treatments[0]
        self.assertAlmostEqual(share.lower, 0.508, 3)
        self.assertAlmostEqual(share.upper, 0.753, 3)

    def test_dishes_that_disagree_widen_the_interval_of_the_same_share(self):
        together = final_shares([treatment("a", 12, 13, 12, 13)]).treatments[0]
        apart = final_shares([treatment("a", 2, 23, 4, 21)]).treatments[0]
        self.assertEqual(together.p, apart.p)
        self.assertGreater(apart.upper - apart.lower, 1.5 * (together.upper - together.lower))

    def test_the_odd_dish_is_named_and_only_where_dishes_disagree(self):
        self.assertEqual(final_shares([treatment("a", 20, 21, 2, 19)]).treatments[0].odd_dish, 2)
        agreeing = final_shares([treatment("a", 20, 21, 19, 19)]).treatments[0]
        self.assertIsNone(agreeing.odd_dish)
        self.assertEqual(agreeing.reasons["odd_dish"], Reason.DISHES_AGREE)

    def test_without_replication_there_is_an_interval_and_a_warning_but_no_scatter(self):
        found = final_shares([treatment("a", 10), treatment("b", 3)])
        self.assertEqual(found.warnings, (Reason.NO_REPLICATION,))
        self.assertIsNone(found.df)
        self.assertIsNone(found.phi_hat)
        self.assertLess(found.treatments[0].lower, 0.4)

    def test_one_dish_in_a_replicated_trial_borrows_its_scatter(self):
        found = final_shares([treatment("a", 10, 14, 9), treatment("b", 3)])
        self.assertIsNotNone(found.df)
        self.assertEqual(found.treatments[1].reasons["agree_p"], Reason.ONE_DISH)

    def test_an_estimated_number_of_seeds_widens_the_interval(self):
        sure = final_shares([treatment("a", 12, 13, 12)]).treatments[0]
        rough = final_shares([treatment("a", 12, 13, 12, cv=0.2)]).treatments[0]
        self.assertLess(rough.n_eff, sure.n_eff)
        self.assertGreater(rough.upper - rough.lower, sure.upper - sure.lower)
        self.assertLess(final_shares([treatment("a", 25, 25, cv=0.2)]).treatments[0].lower, 1)

    def test_impossible_counts_are_refused(self):
        with self.assertRaises(CoreError):
            CountedDish(26, 25)
        with self.assertRaises(CoreError):
            final_shares([])

    @given(trials())
    def test_every_interval_holds_its_share_and_scatter_never_narrows_it(self, made):
        found = final_shares(made)
        self.assertGreaterEqual(found.phi, 1)
        for share in found.treatments:
            self.assertLessEqual(share.lower, share.p + 1e-12)
            self.assertGreaterEqual(share.upper, share.p - 1e-12)
            self.assertLessEqual(share.n_eff, share.n)

    @given(trials())
    def test_the_order_of_dishes_does_not_matter(self, made):
        turned = [CountedTreatment(t.id, t.dishes[::-1]) for t in made]
        a, b = final_shares(made), final_shares(turned)
        self.assertAlmostEqual(a.phi, b.phi)
        self.assertEqual(a.df is None, b.df is None)

    def test_pooled_correlation_weighs_by_degrees_of_freedom(self):
        self.assertEqual(pool_rho([(0.1, 9), (0.3, 1), (None, 0)]), (0.12, 10))
        self.assertEqual(pool_rho([(None, 0)]), (None, 0))
