from datetime import UTC, date, timedelta
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from core.errors import CoreError
from core.treatment import RecipeStep, Sowing, WorkCalendar, sowing_calendar, years_sentence
from core.vocabulary import LightNeed, SeedSize, Soil, SowingTask, SowingWay, StepKind

WEEKDAYS = WorkCalendar(frozenset(range(5)))
EVERY_DAY = WorkCalendar(frozenset(range(7)))
COLD = RecipeStep(kind=StepKind.COLD_MOIST, duration=56)
WANTED = date(2027, 5, 14)


def laid(calendar=EVERY_DAY, **fields):
    found = sowing_calendar(Sowing(**{"wanted_on": WANTED, "weeks_growing": 10, "steps": [COLD]} | fields), calendar, UTC)
    return found, {d.task: d for d in found.days}


class BackFromThePlants(TestCase):
    def test_it_begins_early_enough_for_the_cold_and_the_weeks_of_growing(self):
        found, by_task = laid()
        self.assertEqual(found.sow, WANTED - timedelta(weeks=10))
        self.assertEqual(found.begin, found.sow - timedelta(days=56))
        self.assertEqual(by_task[SowingTask.PLANT_OUT].on, WANTED)
        self.assertEqual(by_task[SowingTask.OUT_OF_TREATMENT].on, found.sow)

    def test_days_are_in_order_and_a_trials_half_time_sets_the_coming_up(self):
        found, by_task = laid(days_to_come_up=9.0)
        self.assertEqual([d.on for d in found.days], sorted(d.on for d in found.days))
        self.assertEqual(by_task[SowingTask.COMING_UP].on, found.sow + timedelta(days=9))
        self.assertTrue(found.coming_up_known)
        self.assertFalse(laid()[0].coming_up_known)

    def test_without_a_treatment_nothing_goes_into_it(self):
        _, by_task = laid(steps=[])
        self.assertNotIn(SowingTask.BEGIN_TREATMENT, by_task)
        self.assertNotIn(SowingTask.OUT_OF_TREATMENT, by_task)

    def test_sowing_falls_on_a_working_day_before_the_latest_one(self):
        # 14 May 2027 is a Friday, so ten weeks and a day before it is a Thursday
        found, _ = laid(WEEKDAYS, wanted_on=date(2027, 5, 16))
        self.assertEqual((found.sow.weekday(), found.sow), (4, date(2027, 3, 5)))


class WaysOfSowing(TestCase):
    def test_fine_seed_is_watered_from_below_and_its_lid_comes_off_at_the_true_leaves(self):
        _, by_task = laid(size=SeedSize.FINE)
        for task in (SowingTask.SOAK_FROM_BELOW, SowingTask.LID_OFF, SowingTask.WATER_FROM_ABOVE):
            self.assertIn(task, by_task)
        self.assertIn("barely covered", by_task[SowingTask.SOW].how)
        self.assertNotIn(SowingTask.SOAK_FROM_BELOW, laid(size=SeedSize.LARGE)[1])

    def test_seed_that_wants_light_lies_on_the_surface_in_the_soil_it_wants(self):
        how = laid(light=LightNeed.LIGHT, soil=Soil.COLD)[1][SowingTask.SOW].how
        self.assertEqual(how, "Sow into cold soil, on the surface, pressed in and not covered: it needs light.")

    def test_several_a_cell_are_thinned_a_pan_is_pricked_out_and_the_ground_gets_neither(self):
        self.assertIn(SowingTask.THIN, laid(seeds_a_cell=2)[1])
        self.assertNotIn(SowingTask.THIN, laid(seeds_a_cell=1)[1])
        self.assertIn(SowingTask.PRICK_OUT, laid(way=SowingWay.PAN)[1])
        ground = laid(way=SowingWay.GROUND)[1]
        self.assertFalse({SowingTask.THIN, SowingTask.HARDEN_OFF, SowingTask.PLANT_OUT} & set(ground))


class AnySowing(TestCase):
    @given(
        days=st.integers(0, 3000),
        weeks=st.floats(2, 200),
        cold=st.floats(0, 200),
        working=st.sets(st.integers(0, 6), min_size=1),
        size=st.none() | st.sampled_from(SeedSize),
        way=st.sampled_from(SowingWay),
        half=st.none() | st.floats(0, 300),
    )
    def test_is_laid_out_in_order_and_sown_in_time(self, days, weeks, cold, working, size, way, half):
        wanted = date(2026, 1, 1) + timedelta(days=days)
        step = RecipeStep(kind=StepKind.COLD_MOIST, duration=cold)
        sowing = Sowing(wanted, weeks, [step] if cold else [], way, half, 2, size)
        found = sowing_calendar(sowing, WorkCalendar(frozenset(working)), UTC)
        self.assertLessEqual(found.sow, wanted - timedelta(weeks=2))
        self.assertLessEqual(found.begin, found.sow)
        self.assertEqual([d.on for d in found.days], sorted(d.on for d in found.days))

    def test_a_season_of_no_weeks_is_refused_with_the_number(self):
        with self.assertRaises(CoreError) as caught:
            laid(weeks_growing=0)
        self.assertIn("0 weeks", caught.exception.message)


class YearsToCome(TestCase):
    def test_two_and_ten_year_plants_say_so_and_others_say_nothing(self):
        self.assertIn("second year", years_sentence(2, tree=False))
        self.assertIn("about 10 years", years_sentence(10, tree=True))
        self.assertIn("7th year", years_sentence(7, tree=False))
        self.assertEqual(years_sentence(None, tree=False) + years_sentence(1, tree=False), "")
