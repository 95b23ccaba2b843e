"""Bags and blocks, with the models compared with those of statsmodels (a second opinion, used by tests only)."""

from dataclasses import replace
from unittest import TestCase

import numpy as np
import statsmodels.api as sm
from hypothesis import given
from hypothesis import strategies as st

from core.errors import CoreError
from core.germination import (
    TYPICAL_BAG_RHO,
    BaggedTreatment,
    BaggedTrial,
    CountedDish,
    CountedTreatment,
    SharedBags,
    bag_rho,
    bag_share,
    compare_final,
    compare_shares,
    final_shares,
)
from core.germination.block_model import BlockDish, BlockModel, block_model
from core.germination.tests.test_final_share import treatment
from core.vocabulary import Family, Reason


class Bags(TestCase):
    def test_a_bag_takes_from_what_the_dishes_know(self):
        none, one, many = (bag_share(0.5, 45.0, SharedBags(b)) for b in (0, 1, 4))
        self.assertEqual(none.n_eff, 45)
        self.assertAlmostEqual(one.n_eff, 1 / (1 / 45 + TYPICAL_BAG_RHO))
        self.assertTrue(one.n_eff < many.n_eff < none.n_eff)

    def test_sprouts_in_bags_belong_to_the_treatment(self):
        found = bag_share(0.5, 45.0, SharedBags(1, 20, 100))
        self.assertAlmostEqual(found.share, 0.2 + 0.8 * 0.5)

    @given(st.floats(0, 1), st.floats(2, 400), st.integers(1, 8), st.integers(0, 100))
    def test_the_share_stays_a_share_and_bags_never_add_knowledge(self, p, n, bags, sprouted):
        found = bag_share(p, n, SharedBags(bags, sprouted, 100))
        self.assertTrue(0 <= found.share <= 1)
        self.assertTrue(found.n_eff > 0)
        self.assertLessEqual(bag_share(p, n, SharedBags(bags)).n_eff, n)

    def test_more_sprouts_than_seeds_are_refused(self):
        with self.assertRaises(CoreError):
            SharedBags(1, 30, 20)

    def test_differences_between_bags_are_learned_from_trials_with_several(self):
        rng = np.random.default_rng(5)

        def trials(rho_bag):
            made = []
            for _ in range(60):
                share = rng.beta(0.5 / rho_bag - 0.5, 0.5 / rho_bag - 0.5, size=4) if rho_bag else np.full(4, 0.5)
                of_bags = [[(int(rng.binomial(25, rng.beta(s * 49, (1 - s) * 49))), 25) for _ in range(2)] for s in share]
                made.append(BaggedTrial(0.02, [BaggedTreatment(of_bags)]))
            return made

        self.assertAlmostEqual(bag_rho(trials(0.1)).rho_b, 0.1, delta=0.04)
        self.assertLess(bag_rho(trials(0.0)).rho_b, 0.02)
        self.assertIsNotNone(bag_rho([]).reason)


def blocked(*treatments):
    return [CountedTreatment(name, tuple(CountedDish(g, 25, b) for g, b in zip(up, "abcd", strict=False))) for name, up in treatments]


NONE, COLD, WARM = ("none", (2, 8, 12, 15)), ("cold", (8, 14, 18, 22)), ("warm", (4, 9, 11, 17))


class Blocks(TestCase):
    def dishes(self, *treatments):
        return [BlockDish(i, b, g, 25) for i, (_, up) in enumerate(treatments) for g, b in zip(up, "abcd", strict=True)]

    def test_the_model_is_the_one_that_statsmodels_fits(self):
        dishes = self.dishes(NONE, COLD, WARM)
        own = block_model(dishes, 3)
        assert isinstance(own, BlockModel)
        counts = np.array([[d.g, d.n - d.g] for d in dishes])
        columns = [[1.0, *(d.block == b for b in "bcd"), *(d.treatment == i for i in (1, 2))] for d in dishes]
        other = sm.GLM(counts, np.array(columns, dtype=float), family=sm.families.Binomial()).fit(tol=1e-12)
        np.testing.assert_allclose(own.effects[1:], other.params[4:], rtol=1e-6)
        np.testing.assert_allclose(own.covariance[1:, 1:], other.cov_params()[4:, 4:], rtol=1e-6)
        self.assertAlmostEqual(own.pearson, other.pearson_chi2, places=6)
        self.assertEqual(own.df, other.df_resid)

    def test_contrasts_do_not_depend_on_which_treatment_comes_first(self):
        one = block_model(self.dishes(NONE, COLD, WARM), 3)
        other = block_model(self.dishes(WARM, COLD, NONE), 3)
        assert isinstance(one, BlockModel)
        assert isinstance(other, BlockModel)
        for a, b in zip(one.contrast(0, 1), other.contrast(2, 1), strict=True):
            self.assertAlmostEqual(a, b, places=8)
        effect, variance = one.select([1, 2]).contrast(0, 1)
        self.assertAlmostEqual(effect, one.contrast(1, 2)[0])
        self.assertAlmostEqual(variance, one.contrast(1, 2)[1])

    def test_what_a_shelf_does_alike_is_taken_out_of_every_comparison(self):
        with_blocks = compare_final(blocked(NONE, COLD), Family.ALL)
        plain = compare_final([treatment("none", *NONE[1]), treatment("cold", *COLD[1])], Family.ALL)
        self.assertLess(with_blocks.pairs[0].p, plain.pairs[0].p)
        self.assertLess(with_blocks.overall.p, plain.overall.p)

    def test_two_blocks_are_enough(self):
        two = [CountedTreatment(n, tuple(CountedDish(g, 25, b) for g, b in zip(up, "aabb", strict=True))) for n, up in (NONE, COLD)]
        self.assertIsNotNone(final_shares(two).blocks)

    def test_the_share_and_its_interval_still_hold_the_differences_between_blocks(self):
        shares = final_shares(blocked(NONE, COLD))
        self.assertIsNotNone(shares.blocks)
        self.assertAlmostEqual(shares.treatments[0].share, 37 / 100)

    def test_some_treatments_of_a_trial_keep_what_blocks_told_of_them(self):
        found = compare_final(blocked(NONE, COLD, WARM), Family.ALL)
        some = compare_shares(found.shares.select([0, 2]), Family.ALL)
        whole = next(p for p in found.pairs if {p.a, p.b} == {"none", WARM[0]})
        self.assertAlmostEqual(some.pairs[0].stat, whole.stat)

    def test_with_bags_the_test_of_two_treatments_is_that_of_their_pair(self):
        found = compare_final([replace(t, bags=SharedBags(2, 0, 100)) for t in blocked(NONE, COLD)], Family.ALL)
        self.assertIsNotNone(found.shares.blocks)
        self.assertAlmostEqual(found.overall.stat, found.pairs[0].stat ** 2)
        self.assertAlmostEqual(found.overall.p, found.pairs[0].p)

    def test_without_a_finite_model_blocks_are_left_and_the_reason_is_said(self):
        shares = final_shares(blocked(("none", (0, 0, 0, 0)), COLD))
        self.assertEqual((shares.blocks, shares.block_reason), (None, Reason.NO_FINITE_FIT))

    def test_sprouts_in_a_shared_bag_belong_to_no_block(self):
        none, cold = blocked(NONE, COLD)
        shares = final_shares([none, replace(cold, bags=SharedBags(1, 5, 100))])
        self.assertEqual(shares.block_reason, Reason.SPROUTED_IN_BAG)
