from unittest import TestCase

import numpy as np
from hypothesis import example, given, settings
from hypothesis import strategies as st

from core.errors import CoreError
from core.germination import CountedDish, CountedTreatment, final_shares
from core.seedstock import (
    TrayExperience,
    cells_needed,
    chance_of_plants,
    direct_sowing,
    expected_fill,
    plain_cells,
    pure_live_seed,
    seeds_per_cell,
    sowing_choices,
)
from core.seedstock.sowing import _smallest, _smallest_near
from core.vocabulary import Reason

SHARES = st.floats(0, 1)
SIZES = st.floats(1, 500)
RHO_TRAY = 0.02
SURE = TrayExperience(rho_t=0.0)


class TheSmallestThatIsEnough(TestCase):
    @given(st.integers(1, 5000), st.integers(1, 5000), st.integers(1, 50))
    def test_it_is_found_from_wherever_one_begins(self, wanted, near, least):
        found = _smallest_near(lambda n: n >= wanted, least, max(near, least))
        self.assertEqual(found, max(wanted, least))
        self.assertEqual(_smallest(lambda n: n >= wanted, least), found)


class PromisedAssurance(TestCase):
    """Drawn lots, tested with 4 × 25, sown in trays that differ a little: how often the plants wanted are there."""

    tags = {"long"}

    def kept(self, p, rho, draws, rng):
        kept = 0
        for _ in range(draws):
            dishes = rng.beta(p * (1 / rho - 1), (1 - p) * (1 / rho - 1), size=4) if rho else np.full(4, p)
            germinated = rng.binomial(25, dishes)
            tested = final_shares([CountedTreatment("only", tuple(CountedDish(int(g), 25) for g in germinated))]).treatments[0]
            if tested.g == 0:
                continue
            cells = cells_needed(tested.p, tested.n_eff, plants=50).cells
            here = p * 0.8
            tray = rng.beta(here * (1 / RHO_TRAY - 1), (1 - here) * (1 / RHO_TRAY - 1))
            kept += rng.binomial(cells, tray) >= 50
        return kept / draws

    def test_a_promise_of_nine_times_in_ten_is_kept_at_least_so_often_less_two(self):
        rng = np.random.default_rng(20_407)
        for rho in (0.0, 0.05):
            with self.subTest(rho=rho):
                found = [self.kept(p, rho, 100, rng) for p in (0.1, 0.3, 0.5, 0.7, 0.9)]
                self.assertGreaterEqual(sum(found) / len(found), 0.88, found)

    def test_the_plain_answer_keeps_no_such_promise(self):
        rng = np.random.default_rng(20_408)
        tested = rng.binomial(100, 0.5, size=600) / 100
        kept = np.mean([rng.binomial(plain_cells(p, 50), 0.4) >= 50 for p in tested])
        self.assertLess(kept, 0.65)


class Laws(TestCase):
    @settings(max_examples=60, deadline=None)
    @given(p=SHARES, n_eff=SIZES, s=st.floats(0.05, 1), target=st.floats(0.05, 0.99), seeds=st.integers(1, 6), plants=st.integers(1, 200))
    @example(p=5e-324, n_eff=1.0, s=0.5, target=0.5, seeds=1, plants=1)
    def test_every_answer_is_finite_or_has_its_reason(self, p, n_eff, s, target, seeds, plants):
        trays = TrayExperience(s=s)
        fill = seeds_per_cell(p, n_eff, target, trays, 72)
        for name in ("seeds", "share_filled", "plain"):
            self.assertEqual(getattr(fill, name) is None, name in fill.reasons, name)
        if fill.seeds is not None:
            self.assertGreaterEqual(fill.share_filled, target - 1e-9)
            self.assertLessEqual(fill.share_two_or_more, fill.share_filled)
        cells = cells_needed(p, n_eff, plants, seeds, trays, target)
        if cells.cells is None:
            self.assertEqual(set(cells.reasons), {"cells", "assurance"})
        else:
            self.assertGreaterEqual(cells.cells, plants)
            self.assertGreaterEqual(cells.assurance, target - 1e-9)
            self.assertLess(chance_of_plants(p, n_eff, plants, cells.cells - 1, seeds, trays), target)

    def test_a_smaller_test_asks_for_more_seed(self):
        self.assertGreater(cells_needed(0.5, 20, 100).cells, cells_needed(0.5, 200, 100).cells)

    def test_trays_that_differ_more_ask_for_more_seed_and_own_trays_for_less(self):
        usual, sure = cells_needed(0.5, 80, 100).cells, cells_needed(0.5, 80, 100, trays=SURE).cells
        self.assertGreater(usual, sure)
        known = TrayExperience(came=800, failed=200, rho_t=0.0)
        self.assertLess(cells_needed(0.5, 80, 100, trays=known).cells, sure)

    def test_more_seeds_a_cell_never_want_more_cells(self):
        cells = [cells_needed(0.3, 60, 80, m).cells for m in range(1, 7)]
        self.assertEqual(cells, sorted(cells, reverse=True))


class Choices(TestCase):
    def test_one_and_two_seeds_stand_side_by_side_with_their_thinning(self):
        one, two, *_ = sowing_choices(0.7, 80, 100, cells_a_tray=72).choices
        self.assertEqual((one.seeds, one.cells_to_thin), (1, 0))
        self.assertGreater(one.cells, two.cells)
        self.assertGreater(two.cells_to_thin, 0)
        self.assertEqual(two.trays, -(-two.cells // 72))
        self.assertLess(one.seeds_in_all, two.seeds_in_all)
        self.assertAlmostEqual(two.cells_filled, two.share_filled * two.cells)

    def test_a_lot_that_wants_more_than_six_a_cell_goes_into_a_pan(self):
        found = sowing_choices(0.1, 80, 60)
        self.assertTrue(found.pan_advised)
        self.assertIsNone(found.proposed)
        self.assertEqual(found.pan_seeds, cells_needed(0.1, 80, 60).cells)
        self.assertEqual([c.fills for c in found.choices], [False] * 6)

    def test_the_plain_answer_is_shown_with_what_it_would_have_cost(self):
        plain = sowing_choices(0.5, 45.5, 100).plain
        self.assertEqual(plain.cells, plain_cells(0.5, 100, plain.seeds))
        self.assertLess(plain.assurance, 0.7)
        one = chance_of_plants(0.5, 45.5, 100, 210)
        self.assertEqual(one, chance_of_plants(0.5, 45.5, 100, 210, 1))
        self.assertLess(one, chance_of_plants(0.5, 45.5, 100, 210, 2))

    def test_where_none_germinated_there_is_no_answer_and_the_reason_is_said(self):
        found = sowing_choices(0.0, 100, 10)
        self.assertEqual((found.plain.cells, found.choices, found.pan_seeds), (None, (), None))
        self.assertEqual(found.fill.reasons["seeds"], Reason.NONE_GERMINATED)


class TraysAsExpected(TestCase):
    @given(SHARES, SIZES, st.integers(1, 8), st.integers(0, 400))
    def test_no_more_cells_are_filled_than_there_are_nor_doubled_than_filled(self, p, n_eff, seeds, cells):
        found = expected_fill(p, n_eff, seeds, cells)
        self.assertTrue(0 <= found.several <= found.filled + 1e-9 and found.filled <= cells + 1e-9)

    def test_it_is_what_the_ways_to_sow_say(self):
        way = sowing_choices(0.7, 80, 100).choices[1]
        found = expected_fill(0.7, 80, way.seeds, way.cells)
        self.assertEqual((found.filled, found.several), (way.cells_filled, way.cells_to_thin))

    def test_nothing_comes_up_where_none_germinated_and_a_cell_needs_a_seed(self):
        self.assertEqual(expected_fill(0, 50, 3, 60).filled, 0)
        with self.assertRaises(CoreError) as caught:
            expected_fill(0.5, 50, 0, 60)
        self.assertEqual(caught.exception.code, "seeds_too_few")


class Refusals(TestCase):
    def test_what_cannot_be_names_the_field_and_the_number(self):
        cases = [
            (lambda: seeds_per_cell(1.2, 10), "p", "1.2"),
            (lambda: seeds_per_cell(0.5, 0), "n_eff", "0"),
            (lambda: seeds_per_cell(0.5, 10, 1.0), "target", "100 %"),
            (lambda: TrayExperience(s=0), "s", "0 %"),
            (lambda: cells_needed(0.5, 10, 0), "plants", "0 plants"),
            (lambda: cells_needed(0.5, 10, 5, 0), "seeds", "0 seeds"),
            (lambda: direct_sowing(0.5, 40, 0), "tsw", "0 tsw"),
            (lambda: pure_live_seed(1.5, 0.5, 10), "purity", "1.5"),
        ]
        for call, parameter, words in cases:
            with self.subTest(parameter), self.assertRaises(CoreError) as caught:
                call()
            self.assertEqual(caught.exception.parameter, parameter)
            self.assertIn(words, caught.exception.message)
