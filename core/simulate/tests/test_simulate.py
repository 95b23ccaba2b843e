from unittest import TestCase

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from core.errors import CoreError
from core.simulate import Biology, fates_after, simulate_dish
from core.treatment import RecipeStep
from core.vocabulary import DurationUnit, StepKind

LOOKS = [3, 6, 9, 12, 15, 20]


def cold(days):
    return RecipeStep(StepKind.COLD_MOIST, days)


def acid(minutes):
    return RecipeStep(StepKind.ACID, minutes, DurationUnit.MINUTES)


def up(fates):
    return fates.early + fates.ready


shares = st.floats(0, 1)
biologies = st.builds(
    Biology,
    share_empty=shares,
    share_hard=shares,
    share_needs_smoke=shares,
    share_without_cold=shares,
    vigour=shares,
    cold_days_needed=st.sampled_from([0.0, 20.0, 60.0]),
    germinates_in_cold_after=st.sampled_from([None, 40.0]),
)
steps = st.lists(
    st.sampled_from(
        [cold(28), cold(84), acid(15), acid(60), RecipeStep(StepKind.NICK, 0), RecipeStep(StepKind.SMOKE_WATER, 12, DurationUnit.HOURS)]
    ),
    max_size=4,
)


class HiddenBiology(TestCase):
    @given(biologies, steps)
    def test_every_seed_has_one_fate(self, biology, recipe):
        fates = fates_after(biology, recipe)
        parts = [fates.empty, fates.dead, fates.hard, fates.dormant, fates.early, fates.ready]
        self.assertAlmostEqual(sum(parts), 1)
        self.assertGreaterEqual(min(parts), 0)

    @given(biologies, st.integers(1, 60), st.integers(1, 60))
    def test_longer_cold_never_wakes_fewer(self, biology, days, more):
        self.assertGreaterEqual(up(fates_after(biology, [cold(days + more)])), up(fates_after(biology, [cold(days)])) - 1e-12)

    def test_acid_has_an_optimum(self):
        biology = Biology(share_hard=0.9)
        found = [up(fates_after(biology, [acid(m)])) for m in (0, 15, 40, 240)]
        self.assertLess(found[0], found[1])
        self.assertLess(found[1], found[2])
        self.assertLess(found[3], found[2])

    def test_cold_before_the_coat_is_open_does_nothing_to_hard_seed(self):
        biology = Biology(share_hard=0.9, cold_days_needed=40)
        nick = RecipeStep(StepKind.NICK, 0)
        self.assertGreater(up(fates_after(biology, [nick, cold(84)])), 2 * up(fates_after(biology, [cold(84), nick])))

    def test_smoke_wakes_and_too_long_kills(self):
        biology = Biology(share_needs_smoke=0.95, smoke_hours_needed=4, smoke_hours_deadly=30)
        none, some, long = (up(fates_after(biology, [RecipeStep(StepKind.SMOKE_WATER, h, DurationUnit.HOURS)])) for h in (0, 12, 96))
        self.assertGreater(some, 5 * none)
        self.assertLess(long, some)

    def test_a_share_outside_0_and_1_is_refused(self):
        with self.assertRaises(CoreError):
            Biology(share_empty=1.2)


class SimulatedLooks(TestCase):
    def grow(self, seed, **options):
        biology = options.pop("biology", Biology())
        fates = fates_after(biology, options.pop("recipe", []))
        return simulate_dish(biology, fates, seeds=25, looks=LOOKS, draw=np.random.default_rng(seed), **options).record

    def test_the_same_seed_gives_the_same_dish(self):
        self.assertEqual(self.grow(5, close=True), self.grow(5, close=True))
        self.assertNotEqual(self.grow(5).inspections, self.grow(6).inspections)

    @settings(deadline=None)
    @given(st.integers(0, 10_000), biologies, st.floats(0, 0.6), st.floats(0, 0.3))
    def test_any_dish_is_a_record_that_can_be_and_a_closed_one_leaves_nothing_unknown(self, seed, biology, mould, rho):
        dish = self.grow(seed, biology=biology, recipe=[cold(30)], mould_share=mould, rho=rho, close=True)
        self.assertEqual(dish.unknown, 0)

    def test_sprouts_in_the_cold_are_seen_before_sowing(self):
        biology = Biology(germinates_in_cold_after=20)
        fates = fates_after(biology, [cold(80)])
        dish = simulate_dish(biology, fates, seeds=50, looks=[-7, -1, 5], draw=np.random.default_rng(1)).record
        self.assertGreater(dish.early, 30)

    def test_correlated_dishes_scatter_more(self):
        def scatter(rho):
            counts = [self.grow(seed, rho=rho, biology=Biology(vigour=0.5)).germinated for seed in range(150)]
            return np.var(counts)

        self.assertGreater(scatter(0.3), 2 * scatter(0.0))

    def test_what_goes_missing_does_so_once_in_the_middle(self):
        biology = Biology(cold_days_needed=60)
        looks = [i for seed in range(60) for i in self.grow(seed, biology=biology).inspections if i.lost]
        self.assertGreater(len(looks), 3)
        self.assertEqual({i.t for i in looks}, {LOOKS[len(LOOKS) // 2]})

    def test_mould_rots_seed(self):
        self.assertGreater(sum(self.grow(s, mould_share=0.5, biology=Biology(vigour=0.3)).rotted for s in range(20)), 50)
