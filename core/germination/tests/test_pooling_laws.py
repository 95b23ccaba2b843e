"""Laws that hold whatever was counted: how dishes are cut and joined must not change what they say together."""

from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from core.germination import CountedDish, CountedTreatment, TrialLine, compact_letters, compare_final, final_shares, indices, over_trials
from core.germination.tests.test_final_share import trials
from core.records import CountRecord, Inspection
from core.tests.examples import records
from core.vocabulary import Family, Reason


def joined(a: CountRecord, b: CountRecord) -> CountRecord:
    """Two dishes that were looked at on the same days, counted as one."""
    looks = tuple(
        Inspection(x.t, *(getattr(x, k) + getattr(y, k) for k in KINDS)) for x, y in zip(a.inspections, b.inspections, strict=True)
    )
    return CountRecord(a.sown + b.sown, looks)


KINDS = ("germinated", "abnormal", "rotted", "lost")


class Pooling(TestCase):
    @given(records(), st.integers(1, 5))
    def test_two_dishes_say_together_what_one_dish_of_their_counts_says(self, dish, more):
        other = CountRecord(dish.sown + more, dish.inspections)
        apart, together = indices([dish, other]), indices([joined(dish, other)])
        for name in ("g", "n", "early", "mgt", "t50", "t90", "synchrony", "uncertainty", "timson"):
            a, b = getattr(apart, name), getattr(together, name)
            self.assertEqual(a is None, b is None, name)
            if a is not None:
                self.assertAlmostEqual(a, b, msg=name)

    @given(st.lists(records(), min_size=2, max_size=5), st.randoms(use_true_random=False))
    def test_the_order_of_dishes_does_not_matter(self, dishes, chance):
        turned = list(dishes)
        chance.shuffle(turned)
        a, b = indices(dishes), indices(turned)
        self.assertEqual((a.t50, a.g, a.gsi, a.area), (b.t50, b.g, b.gsi, b.area))

    @given(records())
    def test_a_look_that_finds_nothing_at_the_end_moves_no_time(self, dish):
        longer = CountRecord(dish.sown, (*dish.inspections, Inspection((dish.last_t or 0) + 500)))
        a, b = indices([dish]), indices([longer])
        for name in ("first", "last", "mgt", "spread", "t10", "t50", "t90", "gsi", "synchrony"):
            self.assertEqual(getattr(a, name), getattr(b, name), name)


class Comparing(TestCase):
    @given(trials())
    def test_letters_agree_with_the_pairs_they_stand_for(self, made):
        result = compare_final(made, Family.ALL)
        letters = compact_letters([t.id for t in made], [(p.a, p.b) for p in result.pairs if p.differs])
        for pair in result.pairs:
            self.assertEqual(bool(set(letters[pair.a]) & set(letters[pair.b])), not pair.differs)

    @given(trials())
    def test_a_treatment_of_the_same_dishes_is_never_shown_to_differ_from_its_twin(self, made):
        twin = CountedTreatment("twin", made[0].dishes)
        result = compare_final([*made, twin], Family.CONTROL, "twin")
        pair = result.pairs[0]
        self.assertEqual(pair.diff, 0)
        self.assertFalse(pair.differs)

    @given(trials(), st.floats(0, 0.3))
    def test_a_grower_whose_dishes_usually_differ_more_gets_no_narrower_interval(self, made, rho):
        usual, more = final_shares(made, rho), final_shares(made, rho + 0.1)
        if usual.df is None:
            for a, b in zip(usual.treatments, more.treatments, strict=True):
                self.assertLessEqual(b.n_eff, a.n_eff + 1e-9)

    @given(st.integers(1, 40), st.integers(2, 6))
    def test_none_anywhere_still_leaves_room_for_some(self, seeds, dishes):
        share = final_shares([CountedTreatment("x", (CountedDish(0, seeds),) * dishes)]).treatments[0]
        self.assertEqual(share.lower, 0)
        self.assertTrue(0 < share.upper < 1)


class OverTrials(TestCase):
    def test_only_one_trial_is_named_as_the_reason_for_what_is_assumed(self):
        one, two = (over_trials([TrialLine(0.6, 80)] * n) for n in (1, 2))
        self.assertEqual((one.reason, two.reason), (Reason.ONE_TRIAL, None))
