import re
from datetime import date, timedelta
from unittest import TestCase

from core.errors import CoreError
from core.germination import not_found
from core.treatment import (
    SCHOOLS,
    STARTERS,
    PastResult,
    RecipeStep,
    care_gaps,
    care_state,
    checks_before,
    ladder,
    read_dormancy,
    ready_by,
    recipe_advice,
    sow_window,
    starters_for,
)
from core.vocabulary import (
    CareKind,
    Closure,
    Confidence,
    Dormancy,
    DurationUnit,
    EmbryoSize,
    Forgives,
    Hemisphere,
    RecipeRule,
    School,
    SowSeason,
    StepKind,
    WaterUptake,
)

LENGTH = re.compile(r"(\d+) (weeks|h)\b")
MIN, H, D = DurationUnit.MINUTES, DurationUnit.HOURS, DurationUnit.DAYS
NICK, COLD = RecipeStep(StepKind.NICK, 0), RecipeStep(StepKind.COLD_MOIST, 56)
ACID, RINSE = RecipeStep(StepKind.ACID, 30, MIN, 60), RecipeStep(StepKind.RINSE, 10, MIN)


def rules(*steps, **more):
    return [a.rule for a in recipe_advice(steps, **more)]


class Rules(TestCase):
    def test_water_must_get_in_before_cold_works(self):
        self.assertEqual(rules(COLD, NICK), [RecipeRule.CHILL_BEFORE_COAT])
        self.assertEqual(rules(NICK, COLD), [])

    def test_each_speaks_where_it_should_and_only_there(self):
        self.assertEqual(rules(RecipeStep(StepKind.SOAK, 72, H)), [RecipeRule.SOAK_TOO_LONG])
        self.assertEqual(rules(RecipeStep(StepKind.SMOKE_WATER, 24, H)), [])
        self.assertEqual(rules(RecipeStep(StepKind.COLD_MOIST, 56, temperature_c=-1)), [RecipeRule.CHILL_FREEZES])
        self.assertEqual(rules(RecipeStep(StepKind.COLD_MOIST, 56, temperature_c=15)), [RecipeRule.CHILL_TOO_WARM])
        self.assertEqual(rules(ACID, COLD), [RecipeRule.ACID_WITHOUT_RINSE])
        self.assertEqual(rules(ACID), [RecipeRule.ACID_WITHOUT_RINSE])
        self.assertEqual(rules(ACID, RINSE, COLD), [])
        self.assertEqual(rules(RecipeStep(StepKind.COLD_MOIST, 56, closure=Closure.SEALED)), [RecipeRule.SEALED_LONG])
        self.assertEqual(rules(RecipeStep(StepKind.SOW, 0), COLD), [RecipeRule.SOW_NOT_LAST])
        self.assertEqual(rules(COLD, dormancy=Dormancy.NONE), [RecipeRule.NOTHING_NEEDED])

    def test_the_starter_library_breaks_none_of_them(self):
        for starter in STARTERS:
            self.assertEqual(rules(*(s.as_core() for s in starter.steps)), [], starter.name)

    def test_every_school_and_its_reason_is_there_and_no_figure_claims_to_be_sure(self):
        self.assertEqual({s.school for s in SCHOOLS}, set(School))
        for starter in STARTERS:
            self.assertTrue(starter.why and starter.source, starter.name)
            self.assertTrue(all(s.confidence is not Confidence.SURE for s in starter.steps))
        self.assertEqual(len({s.name for s in SCHOOLS}), len(SCHOOLS))
        self.assertEqual(len(starters_for("Rhus trilobata")), 2)

    def test_acid_forgives_nothing_a_soak_hours_cold_days(self):
        kinds = [s.forgives for s in (ACID, RecipeStep(StepKind.SOAK, 12, H), COLD)]
        self.assertEqual(kinds, [Forgives.NOTHING, Forgives.HOURS, Forgives.DAYS])

    def test_what_hurts_is_confirmed_and_poison_adds_to_it(self):
        self.assertGreaterEqual(len(checks_before(StepKind.ACID)), 5)
        self.assertEqual(checks_before(StepKind.COLD_MOIST), ())
        self.assertIn("gloves", checks_before(StepKind.NICK, poisonous=True)[-1])


class Ladders(TestCase):
    def test_zero_leaves_the_step_out_and_its_rinse(self):
        rungs = ladder([ACID, RINSE, COLD], 0, [60, 15, 30])
        self.assertEqual([r.dose for r in rungs], [0, 15, 30, 60])
        self.assertEqual([s.kind for s in rungs[0].steps], [StepKind.COLD_MOIST])
        self.assertEqual([s.duration for s in rungs[2].steps], [30, 10, 56])
        self.assertEqual([s.kind for s in ladder([COLD, NICK], 0, [28, 56])[0].steps], [StepKind.NICK])

    def test_weeks_read_as_weeks(self):
        self.assertEqual([r.name for r in ladder([COLD], 0, [28, 56, 84])], ["none", "4 weeks", "8 weeks", "12 weeks"])

    def test_what_cannot_be_is_refused(self):
        for doses in ([], [-5], [90], range(1, 10)):
            with self.assertRaises(CoreError):
                ladder([ACID], 0, list(doses))
        with self.assertRaises(CoreError):
            ladder([ACID], 3, [15])
        with self.assertRaises(CoreError) as caught:
            ladder([ACID], 0, [70, 15, 90])
        self.assertEqual(caught.exception.value, 70)


class ReadingTheDormancy(TestCase):
    def past(self, days, share):
        steps = (RecipeStep(StepKind.COLD_MOIST, days),) if days else ()
        return PastResult(steps, share, share - 0.08, share + 0.08)

    def likely(self, **signs):
        return read_dormancy(**signs).likely

    def test_classes(self):
        cold, nick = StepKind.COLD_MOIST, StepKind.NICK
        self.assertIs(self.likely(), Dormancy.UNKNOWN)
        self.assertIs(self.likely(uptake=WaterUptake.PHYSICAL), Dormancy.PHYSICAL)
        self.assertIs(self.likely(uptake=WaterUptake.PHYSICAL, noted=[cold]), Dormancy.COMBINED)
        self.assertIs(self.likely(uptake=WaterUptake.NOT_PHYSICAL, noted=[nick, cold]), Dormancy.MIDDLING)
        self.assertIs(self.likely(embryo=EmbryoSize.SMALL), Dormancy.MORPHOLOGICAL)
        self.assertIs(self.likely(embryo=EmbryoSize.SMALL, noted=[cold]), Dormancy.MORPHOPHYSIOLOGICAL)
        self.assertIs(self.likely(past=[self.past(0, 0.05), self.past(84, 0.8)]), Dormancy.DEEP)
        self.assertIs(self.likely(past=[self.past(0, 0.1), self.past(28, 0.7)]), Dormancy.SHALLOW)
        self.assertIs(self.likely(past=[self.past(0, 0.9), self.past(28, 0.88)]), Dormancy.NONE)

    def test_it_is_a_guess_with_reasons_and_always_compares_the_untreated(self):
        for signs in ({}, {"uptake": WaterUptake.PHYSICAL}, {"embryo": EmbryoSize.SMALL}, {"noted": [StepKind.WARM_MOIST]}):
            found = read_dormancy(**signs)
            self.assertIsNot(found.confidence, Confidence.SURE)
            self.assertTrue(found.reasons)
            self.assertEqual(found.treatments[0].steps, ())
            self.assertGreaterEqual(len(found.treatments), 2)

    def test_unknown_seed_is_split_four_ways(self):
        kinds = [[s.kind for s in t.steps] for t in read_dormancy().treatments]
        self.assertEqual(kinds, [[], [StepKind.SANDPAPER], [StepKind.COLD_MOIST], [StepKind.SMOKE_WATER]])


class Care(TestCase):
    def test_a_weekly_bag(self):
        day = date(2026, 11, 2)
        found = care_state(COLD, day, day + timedelta(days=9))
        self.assertEqual((found.care, found.days_late), (CareKind.MIST, 2))
        self.assertEqual((found.due, found.at_latest), (date(2026, 11, 9), date(2026, 11, 12)))
        self.assertEqual(found.missed, 0)
        self.assertEqual(care_state(COLD, day, day + timedelta(days=15)).missed, 1)
        self.assertIsNone(care_state(NICK, day, day))

    def test_gaps_over_the_largest_are_deviations(self):
        day = date(2026, 11, 2)
        checks = [day + timedelta(days=n) for n in (7, 21)]
        self.assertEqual([g.days for g in care_gaps(COLD, day, checks, day + timedelta(days=28))], [14])


class SeasonsAndBags(TestCase):
    def test_a_window_holds_the_day_or_is_the_next(self):
        window = sow_window(SowSeason.AUTUMN, date(2026, 11, 23))
        self.assertEqual((window.opens, window.closes), (date(2026, 9, 15), date(2026, 11, 30)))
        self.assertEqual([window.holds(date(2026, *d)) for d in ((9, 14), (9, 15), (11, 30), (12, 1))], [False, True, True, False])
        self.assertEqual(sow_window(SowSeason.AUTUMN, window.closes), window)
        self.assertEqual(sow_window(SowSeason.AUTUMN, date(2026, 12, 1)).opens, date(2027, 9, 15))
        self.assertEqual(sow_window(SowSeason.SPRING, date(2026, 11, 23)).opens, date(2027, 3, 1))
        self.assertEqual(sow_window(SowSeason.SPRING, date(2026, 11, 23), Hemisphere.SOUTH).opens, date(2027, 9, 1))

    def test_seed_is_clean_before_it_is_treated_and_collected_before_it_is_clean(self):
        by = ready_by(date(2026, 11, 23))
        self.assertLess(by.collect, by.clean)
        self.assertLess(by.clean, date(2026, 11, 23))

    def test_seed_not_found_again_is_doubt(self):
        found = not_found(0.5, 100, 90)
        self.assertEqual((found.seeds, found.lowest), (10, 0.45))
        self.assertAlmostEqual(found.highest, 0.55)
        with self.assertRaises(CoreError):
            not_found(0.5, 100, 101)


class ImpossibleDoses(TestCase):
    def test_the_refusal_names_the_dose_and_what_is_allowed(self):
        for step, doses, said in (
            (ACID, [30, 90], "A dose of 90 min is not 0 to 60 min."),
            (COLD, [-7, 28], "A dose of -7 d is not 0 or more d."),
        ):
            with self.assertRaises(CoreError) as caught:
                ladder([step], 0, doses)
            self.assertEqual(caught.exception.message, said)


class StarterLengths(TestCase):
    def test_each_lies_between_its_least_and_its_most(self):
        for recipe in STARTERS:
            for step in recipe.steps:
                with self.subTest(recipe.name, step=step.kind):
                    self.assertLessEqual(step.duration_min or 0, step.duration)
                    self.assertGreaterEqual(step.duration_max or step.duration, step.duration)


class StarterNames(TestCase):
    def test_a_length_in_a_name_is_that_of_a_step(self):
        named = 0
        for recipe in STARTERS:
            lengths = [s.duration / 7 if s.unit is D else s.duration for s in recipe.steps]
            longest = [s.duration_max / 7 for s in recipe.steps if s.duration_max and s.unit is D]
            for number, _ in LENGTH.findall(recipe.name):
                named += 1
                with self.subTest(recipe.name):
                    self.assertIn(float(number), [*lengths, *longest])
        self.assertGreater(named, 10)
