import itertools
from datetime import date, datetime, timedelta
from unittest import TestCase
from zoneinfo import ZoneInfo

from hypothesis import given
from hypothesis import strategies as st

from core.errors import CoreError
from core.treatment import RecipeStep, WorkCalendar, check_days, later, plan_backward, plan_forward
from core.treatment.planning import allowed_days
from core.vocabulary import DurationUnit, PlanNoteKind, StepKind

DENVER = ZoneInfo("America/Denver")
WEEK = WorkCalendar(frozenset(range(5)))
MIN, H, D = DurationUnit.MINUTES, DurationUnit.HOURS, DurationUnit.DAYS


def cold(days, most=None):
    return RecipeStep(StepKind.COLD_MOIST, days, D, most)


def soak(hours):
    return RecipeStep(StepKind.SOAK, hours, H)


def morning(*day):
    return datetime(*day, 9, tzinfo=DENVER)


steps = st.lists(
    st.one_of(
        st.integers(7, 120).map(cold),
        st.integers(1, 36).map(soak),
        st.integers(1, 60).map(lambda m: RecipeStep(StepKind.ACID, m, MIN)),
        st.just(RecipeStep(StepKind.NICK, 0)),
        st.integers(7, 60).map(lambda d: RecipeStep(StepKind.WARM_MOIST, d, D, d + 1)),
    ),
    max_size=4,
)
mornings = st.dates(date(2024, 1, 1), date(2029, 12, 31)).map(lambda d: datetime(d.year, d.month, d.day, 9, tzinfo=DENVER))
calendars = st.builds(
    WorkCalendar,
    st.frozensets(st.integers(0, 6), min_size=1),
    st.frozensets(st.dates(date(2024, 1, 1), date(2030, 12, 31)), max_size=5),
)


class Laws(TestCase):
    def check(self, recipe, plan):
        for step, laid in zip(recipe, plan.steps, strict=True):
            if step.bears_lengthening:
                length = (laid.end.replace(tzinfo=None) - laid.start.replace(tzinfo=None)) / timedelta(days=1)
                self.assertGreaterEqual(length, step.days)
                self.assertLessEqual(length, step.days + allowed_days(step))
            else:
                self.assertEqual(later(laid.start, step.duration, step.unit), laid.end)
        for before, after in zip(plan.steps, plan.steps[1:], strict=False):
            self.assertEqual(before.end, after.start)

    @given(steps, mornings, calendars)
    def test_no_step_is_shortened_and_no_soak_is_stretched(self, recipe, at, calendar):
        self.check(recipe, plan_forward(recipe, at, calendar))
        self.check(recipe, plan_backward(recipe, at, calendar))

    @given(steps, mornings, calendars)
    def test_backward_sows_on_the_day_asked_and_so_does_going_forward_from_it(self, recipe, at, calendar):
        plan = plan_backward(recipe, at, calendar)
        self.assertEqual(plan.sow.date(), at.date())
        walked = plan.start
        for step, laid in zip(recipe, plan.steps, strict=True):
            length = (laid.end.replace(tzinfo=None) - laid.start.replace(tzinfo=None)) / timedelta(days=1)
            walked = later(walked, length if step.bears_lengthening else step.duration, D if step.bears_lengthening else step.unit)
        self.assertEqual(walked.date(), at.date())

    @given(st.integers(0, 200), st.floats(1, 20), st.floats(1, 2), calendars)
    def test_no_gap_between_checks_over_its_largest_goes_unsaid(self, days, every, more, calendar):
        start = date(2026, 1, 5)
        end, gap = start + timedelta(days=days), every * more
        checks, notes = check_days(start, end, every, gap, calendar)
        said = {n.on for n in notes if n.kind is PlanNoteKind.CHECK_GAP}
        stops = [start, *checks, end]
        for a, b in itertools.pairwise(stops):
            self.assertTrue((b - a).days <= max(gap, 1) or a in said, (a, b, gap))
        self.assertTrue(all(calendar.works(d) for d in checks))


class RealDays(TestCase):
    def test_an_end_on_a_saturday_moves_to_monday_and_says_so(self):
        plan = plan_forward([cold(60)], morning(2031, 3, 4), WEEK)
        self.assertEqual(plan.sow.date(), date(2031, 5, 5))
        self.assertEqual([(n.kind, n.days) for n in plan.notes if n.kind is PlanNoteKind.LENGTHENED], [(PlanNoteKind.LENGTHENED, 2)])

    def test_it_never_goes_past_the_recipe_s_most(self):
        plan = plan_forward([cold(60, most=60)], morning(2031, 3, 4), WEEK)
        self.assertEqual(plan.sow.date(), date(2031, 5, 3))
        self.assertIn(PlanNoteKind.DAY_OFF, [n.kind for n in plan.notes])

    def test_backward_the_start_moves_earlier(self):
        sow = morning(2026, 11, 30)  # 57 days before is a Sunday
        plan = plan_backward([cold(57)], sow, WEEK)
        self.assertEqual((plan.start.date(), plan.start.weekday()), (date(2026, 10, 2), 4))

    def test_a_soak_that_would_end_at_night_starts_at_another_hour(self):
        plan = plan_forward([soak(12)], morning(2026, 11, 23), WEEK)
        self.assertEqual((plan.start.hour, plan.sow.hour), (19, 7))
        self.assertEqual([n.kind for n in plan.notes], [PlanNoteKind.START_MOVED])

    def test_a_soak_that_would_end_on_a_day_off_begins_on_another_day(self):
        friday = morning(2026, 11, 27)
        plan = plan_forward([soak(24)], friday, WEEK)
        self.assertEqual(plan.start.date(), date(2026, 11, 30))

    def test_cold_before_a_soak_is_lengthened_until_the_soak_suits(self):
        plan = plan_forward([cold(32), soak(24)], morning(2026, 10, 26), WEEK)  # 32 days on is a Friday
        self.assertEqual((plan.steps[0].end.date(), plan.sow.date()), (date(2026, 11, 30), date(2026, 12, 1)))

    def test_days_of_soaking_may_end_on_a_day_off_and_lengthen_nothing_before_them(self):
        wednesday = morning(2026, 10, 28)
        plan = plan_forward([cold(28), soak(96)], wednesday, WEEK)  # ends on a Sunday
        self.assertEqual(plan.steps[0].end, wednesday + timedelta(days=28))

    def test_backward_a_soak_before_the_cold_begins_on_a_working_day_too(self):
        plan = plan_backward([soak(24), cold(28)], morning(2026, 11, 30), WEEK)  # 29 days before is a Sunday
        self.assertEqual([s.start.date() for s in plan.steps], [date(2026, 10, 29), date(2026, 10, 30)])

    def test_backward_short_steps_before_the_sowing_keep_to_the_day(self):
        plan = plan_backward([cold(28), soak(12)], morning(2026, 11, 24), WEEK)
        soaking = plan.steps[1]
        self.assertTrue(soaking.start.hour >= 7 and soaking.end.hour <= 20, soaking)
        self.assertEqual(plan.sow.date(), date(2026, 11, 24))

    def test_hours_are_real_hours_in_the_night_the_clock_changes(self):
        # 8 Nov 2026 has no change in Denver; 1 Nov 2026 has 25 hours
        end = later(datetime(2026, 10, 31, 9, tzinfo=DENVER), 24, H)
        self.assertEqual((end.day, end.hour), (1, 8))
        self.assertEqual(later(datetime(2026, 10, 31, 9, tzinfo=DENVER), 1, D).hour, 9)

    def test_29_february(self):
        plan = plan_forward([cold(7)], morning(2028, 2, 22), WorkCalendar(frozenset(range(7))))
        self.assertEqual(plan.sow.date(), date(2028, 2, 29))

    def test_a_break_before_which_nobody_mists_is_named(self):
        off = frozenset(date(2026, 12, 21) + timedelta(days=n) for n in range(12))
        calendar = WorkCalendar(frozenset(range(5)), off)
        plan = plan_forward([cold(60)], morning(2026, 12, 1), calendar)
        kinds = {n.kind for n in plan.notes}
        self.assertIn(PlanNoteKind.CHECK_GAP, kinds)
        self.assertIn(date(2026, 12, 19), [first for first, _ in calendar.breaks(date(2026, 12, 1), date(2027, 1, 20))])

    def test_somebody_must_work(self):
        for days in ([], [7]):
            with self.assertRaises(CoreError):
                WorkCalendar(frozenset(days))
