"""The reading of dormancy: what follows from which sign, and what holds whatever the signs are."""

from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from core.treatment import PastResult, RecipeStep, read_dormancy, recipe_advice
from core.vocabulary import Confidence, Dormancy, DurationUnit, EmbryoSize, StepKind, WaterUptake

NICK, ACID = RecipeStep(StepKind.NICK, 0), RecipeStep(StepKind.ACID, 20, DurationUnit.MINUTES)
SMOKE = RecipeStep(StepKind.SMOKE_WATER, 12, DurationUnit.HOURS)


def cold(days):
    return RecipeStep(StepKind.COLD_MOIST, days)


def gave(share, *steps, within=0.08):
    return PastResult(steps, share, max(0.0, share - within), min(1.0, share + within))


def words(**signs):
    return " ".join(read_dormancy(**signs).reasons)


pasts = st.lists(
    st.builds(
        lambda share, steps, within: gave(share, *steps, within=within),
        st.floats(0, 1),
        st.lists(st.sampled_from([NICK, ACID, SMOKE, cold(14), cold(56), cold(100)]), max_size=2),
        st.floats(0, 0.4),
    ),
    max_size=5,
)
signs = st.fixed_dictionaries(
    {
        "uptake": st.one_of(st.none(), st.sampled_from(list(WaterUptake))),
        "embryo": st.one_of(st.none(), st.sampled_from(list(EmbryoSize))),
        "noted": st.frozensets(st.sampled_from([StepKind.NICK, StepKind.COLD_MOIST, StepKind.SMOKE_WATER, StepKind.WARM_MOIST])),
        "past": pasts,
    }
)


class Always(TestCase):
    @given(signs)
    def test_it_is_never_sure_and_says_why_and_compares_the_untreated(self, said):
        found = read_dormancy(**said)
        self.assertIsNot(found.confidence, Confidence.SURE)
        self.assertTrue(found.reasons)
        self.assertEqual(found.treatments[0].steps, ())
        self.assertGreaterEqual(len(found.treatments), 2)
        names = [t.name for t in found.treatments]
        self.assertEqual(len(set(names)), len(names))

    @given(signs)
    def test_nothing_it_proposes_breaks_a_rule_of_recipes_or_burns(self, said):
        for t in read_dormancy(**said).treatments:
            self.assertEqual([a.rule for a in recipe_advice(t.steps)], [], t.name)
            self.assertFalse(any(s.row.burns for s in t.steps), t.name)
            self.assertTrue(all((s.duration > 0) == s.row.waited for s in t.steps), t.name)

    @given(signs)
    def test_a_tested_coat_outweighs_notes_and_earlier_trials(self, said):
        hard = {Dormancy.PHYSICAL, Dormancy.COMBINED}
        self.assertIn(read_dormancy(**said | {"uptake": WaterUptake.PHYSICAL}).likely, hard)
        self.assertNotIn(read_dormancy(**said | {"uptake": WaterUptake.NOT_PHYSICAL}).likely, hard)

    @given(signs)
    def test_the_order_of_earlier_results_does_not_matter(self, said):
        turned = said | {"past": said["past"][::-1]}
        self.assertIs(read_dormancy(**turned).likely, read_dormancy(**said).likely)


class FromEarlierTrials(TestCase):
    def test_a_nick_that_clearly_helped_speaks_of_the_coat(self):
        past = [gave(0.1), gave(0.7, NICK)]
        self.assertIs(read_dormancy(past=past).likely, Dormancy.PHYSICAL)
        self.assertIn("Opening the coat raised germination", words(past=past))
        self.assertIs(read_dormancy(past=[gave(0.5), gave(0.52, NICK)]).likely, Dormancy.UNKNOWN)

    def test_a_little_more_after_longer_cold_is_no_need_for_it(self):
        near = [gave(0.5, within=0.01), gave(0.6, cold(56), within=0.01)]
        self.assertIs(read_dormancy(past=near).likely, Dormancy.UNKNOWN)
        self.assertIn("Cold made no clear difference", words(past=near))

    def test_notes_alone_are_told_apart_from_a_trial(self):
        self.assertIn("no imbibition test was made yet", words(noted=[StepKind.NICK]))
        self.assertIs(read_dormancy(noted=[StepKind.NICK]).confidence, Confidence.GUESS)

    def test_days_of_the_best_cold_set_how_deep_it_is(self):
        for days, likely in ((28, Dormancy.SHALLOW), (56, Dormancy.MIDDLING), (84, Dormancy.DEEP)):
            self.assertIs(read_dormancy(past=[gave(0.1), gave(0.8, cold(days))]).likely, likely, days)

    def test_cold_that_made_no_difference_is_no_need_unless_the_notes_ask_for_it(self):
        past = [gave(0.4), gave(0.42, cold(56))]
        self.assertIn("made no clear difference", words(past=past))
        self.assertIs(read_dormancy(past=past).likely, Dormancy.UNKNOWN)
        self.assertIs(read_dormancy(past=past, noted=[StepKind.COLD_MOIST]).likely, Dormancy.MIDDLING)

    def test_smoke_that_helped_is_compared_again_even_with_another_class(self):
        found = read_dormancy(uptake=WaterUptake.PHYSICAL, past=[gave(0.1), gave(0.5, SMOKE)])
        self.assertIs(found.likely, Dormancy.PHYSICAL)
        self.assertEqual(found.treatments[-1].steps[0].kind, StepKind.SMOKE_WATER)

    def test_seed_that_comes_up_untreated_is_not_dormant(self):
        found = read_dormancy(past=[gave(0.9), gave(0.88, cold(28))])
        self.assertIs(found.likely, Dormancy.NONE)
        self.assertIn("Untreated, 90 % germinated", " ".join(found.reasons))
        # with a wide interval it may be far less than most of it
        self.assertIs(read_dormancy(past=[gave(0.9, within=0.4)]).likely, Dormancy.UNKNOWN)
