from datetime import date
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from core.errors import CoreError
from core.treatment import RecipeStep, cautions, friendly_end, schedule, stagger
from core.vocabulary import DurationUnit, StepKind

H, D = DurationUnit.HOURS, DurationUnit.DAYS
durations = st.lists(st.tuples(st.integers(0, 200), st.sampled_from([H, D, DurationUnit.MINUTES])), max_size=6)


class Scheduling(TestCase):
    def test_forward_and_backward_meet(self):
        steps = [(24, H), (56, D)]
        self.assertEqual(schedule(steps, start=10).sow, 67)
        self.assertEqual(schedule(steps, sow=67).start, 10)

    def test_without_a_step_start_and_sowing_are_one(self):
        found = schedule([], sow=5)
        self.assertEqual((found.start, found.sow, found.steps), (5, 5, ()))

    def test_it_wants_a_start_or_a_sowing_never_both(self):
        for given_ in ({}, {"start": 1, "sow": 2}):
            with self.assertRaises(CoreError):
                schedule([(1, D)], **given_)

    @given(durations, st.integers(-500, 500))
    def test_steps_follow_each_other_without_a_gap(self, steps, sow):
        found = schedule(steps, sow=sow)
        for before, after in zip(found.steps, found.steps[1:], strict=False):
            self.assertEqual(before.end, after.start)
        if found.steps:
            self.assertEqual((found.steps[0].start, found.steps[-1].end), (found.start, sow))

    @given(st.dictionaries(st.text(min_size=1, max_size=4), durations, max_size=4), st.integers(0, 300))
    def test_sown_together_all_are_sown_on_one_day(self, recipes, at):
        for times in stagger(recipes, sow_together=True, at=at):
            self.assertEqual(times.sow, at)
        for times in stagger(recipes, sow_together=False, at=at):
            self.assertEqual(times.start, at)


class FriendlyEnds(TestCase):
    def test_a_sunday_becomes_monday(self):
        found = friendly_end(date(2026, 11, 2), 6, [0, 1, 2, 3, 4])
        self.assertEqual((found.end, found.lengthened, found.within), (date(2026, 11, 9), 1, True))

    def test_beyond_what_is_allowed_the_end_stays_and_says_so(self):
        found = friendly_end(date(2026, 11, 2), 7, [6])
        self.assertEqual((found.end, found.lengthened, found.within), (date(2026, 11, 9), 0, False))

    def test_29_february(self):
        self.assertEqual(friendly_end(date(2028, 2, 28), 1, range(7)).end, date(2028, 2, 29))

    def test_somebody_must_work(self):
        for working in ([], [7]):
            with self.assertRaises(CoreError):
                friendly_end(date(2026, 1, 1), 7, working)

    @given(st.dates(date(2000, 1, 1), date(2100, 1, 1)), st.integers(0, 400), st.sets(st.integers(0, 6), min_size=1))
    def test_a_step_is_never_shortened_and_never_stretched_too_far(self, start, days, working):
        found = friendly_end(start, days, working)
        self.assertGreaterEqual((found.end - start).days, days)
        self.assertLessEqual(found.lengthened, found.allowed)
        if found.within:
            self.assertIn(found.end.weekday(), working)


class Steps(TestCase):
    def test_a_dose_reads_in_days_and_hours(self):
        step = RecipeStep(StepKind.SMOKE_WATER, 12, H)
        self.assertEqual((step.days, step.hours), (0.5, 12))

    def test_what_hurts_carries_its_caution_and_the_gentler_way_once(self):
        found = cautions([StepKind.ACID, StepKind.RINSE, StepKind.ACID, StepKind.NICK])
        self.assertEqual(len(found), 2)
        self.assertIn("follow local rules", found[0].care)
        self.assertTrue(all(c.gentler for c in found))
