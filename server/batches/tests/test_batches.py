from datetime import timedelta
from uuid import uuid4

from django.core.exceptions import PermissionDenied
from django.test import TestCase
from django.utils import timezone

from core.vocabulary import AmountKnown, EndsBy, LeavingHow, Role, SproutsGo, StepKind, SupplyKind
from server.batches.models import BagLook, Batch, StepBegun
from server.batches.selectors.courses import batches_in_use, course_of
from server.batches.selectors.plans import on_calendar
from server.batches.selectors.supplies import supply_rows
from server.batches.services import batches, looks, steps, supplies
from server.errors import DomainError, Questioned, Refused
from server.lots.selectors import stocks
from server.people.selectors import work_calendar
from server.recipes.services import write_recipe
from server.tests.builders import DAY, bag_look, begin, make_batch, make_lot, make_person, make_place, make_recipe, now


def acid_recipe():
    return write_recipe(
        by=make_person(),
        name="acid, rinse, cold",
        steps=[
            {"kind": "acid", "duration": 30, "unit": "min"},
            {"kind": "rinse", "duration": 10, "unit": "min"},
            {"kind": "cold_moist", "duration": 56},
        ],
    )


class PuttingIn(TestCase):
    def test_it_takes_its_code_from_the_lot_and_its_seed_from_the_ledger(self):
        lot = make_lot("HR-114", seeds=500)
        first, second = make_batch(lot=lot, seeds=120), make_batch(lot=lot, seeds=80)
        self.assertEqual((first.code, second.code), ("HR-114-B1", "HR-114-B2"))
        self.assertEqual(stocks([lot.pk])[lot.pk].seeds, 300)

    def test_more_than_the_lot_holds_is_refused_with_the_numbers(self):
        with self.assertRaises(Refused) as caught:
            make_batch(lot=make_lot(seeds=50), seeds=80)
        self.assertIn("80 seeds wanted, but lot LL-015 holds 50", caught.exception.detail)
        self.assertFalse(Batch.objects.exists())

    def test_a_full_shelf_asks_first(self):
        shelf = make_place()
        shelf.capacity_bags = 1
        shelf.save()
        one = make_batch(place=shelf)
        two = make_batch()
        with self.assertRaises(Questioned) as caught:
            batches.move(by=make_person(), batch=two, place=shelf, at=now())
        self.assertIn("holds 1 bags and 1 lie there", caught.exception.detail)
        batches.move(by=make_person(), batch=two, place=shelf, at=now(), sure=True)
        self.assertEqual([b.position for b in (one, Batch.objects.get(pk=two.pk))], [1, 2])

    def test_a_plan_is_replaced_as_a_whole_and_the_old_one_stays(self):
        batch = make_batch()
        before = course_of(batch).starts_at
        later = on_calendar(batch.recipe, "start_together", (now() + 5 * DAY).date(), work_calendar())
        batches.plan_again(by=make_person(), batch=batch, plan=later, at=now(), why="no room")
        self.assertGreater(course_of(batch).starts_at, before)
        self.assertEqual(batch.plans.count(), 2)
        begin(batch)
        with self.assertRaises(DomainError) as caught:
            batches.plan_again(by=make_person(), batch=batch, plan=later, at=now(), why="")
        self.assertEqual(caught.exception.code, "begun_already")


class TheSteps(TestCase):
    def test_order_matters(self):
        batch = make_batch(recipe=acid_recipe())
        with self.assertRaises(Refused) as caught:
            begin(batch, step=3)
        self.assertIn("next comes step 1, acid", caught.exception.detail)

    def test_acid_does_not_start_until_every_caution_is_confirmed_by_name(self):
        batch = make_batch(recipe=acid_recipe())
        checks = list(steps.checks_for(batch, batch.recipe.steps.get(order=1)))
        self.assertGreaterEqual(len(checks), 5)
        for confirmed, name, code in (
            ([], "RK", "caution_not_confirmed"),
            (checks[:-1], "RK", "caution_not_confirmed"),
            (checks, " ", "no_name"),
        ):
            with self.assertRaises(Refused) as caught:
                begin(batch, confirmed=confirmed, confirmed_by=name)
            self.assertEqual(caught.exception.code, code)
        self.assertFalse(StepBegun.objects.exists())
        begun = begin(batch, confirmed=checks, confirmed_by="RK")
        self.assertEqual((begun.confirmed, begun.confirmed_by), (checks, "RK"))

    def test_each_time_anew(self):
        first = make_batch(recipe=acid_recipe())
        begin(first)
        with self.assertRaises(Refused):
            begin(make_batch(recipe=first.recipe), confirmed=[])

    def test_the_next_step_ends_the_one_that_runs_at_the_same_moment(self):
        batch = make_batch(recipe=acid_recipe())
        begin(batch, days_ago=1 / 24)
        begin(batch, days_ago=0.5 / 24, step=2)
        acid, rinse = course_of(batch).taken
        self.assertEqual(acid.ended.at, rinse.begun.at)
        self.assertEqual(acid.ended.ended_by, EndsBy.CLOCK)
        self.assertIs(course_of(batch).running.step.kind == StepKind.RINSE, True)

    def test_stop_records_what_was_never_what_was_planned(self):
        batch = make_batch(recipe=acid_recipe())
        begun = begin(batch, days_ago=30 / 1440 + 20 / 86400)
        ended, created = steps.end_step(by=make_person(), begun=begun, at=begun.at + timedelta(minutes=30, seconds=20), client_id=uuid4())
        self.assertTrue(created)
        self.assertEqual((ended.at - begun.at).total_seconds(), 1820)
        self.assertEqual((begun.due_at - begun.at).total_seconds(), 1800)

    def test_the_same_tap_twice_is_one(self):
        batch, tap = make_batch(), uuid4()
        a, b = begin(batch, client_id=tap), begin(batch, client_id=tap)
        self.assertEqual(a.pk, b.pk)
        end = uuid4()
        first = steps.end_step(by=make_person(), begun=a, at=now(), client_id=end)
        again = steps.end_step(by=make_person(), begun=a, at=now(), client_id=end)
        self.assertEqual((first[0].pk, again[1]), (again[0].pk, False))

    def test_a_step_is_undone_one_at_a_time_and_stays_in_the_record(self):
        batch = make_batch(recipe=acid_recipe())
        begun = begin(batch, days_ago=1)
        steps.end_step(by=make_person(), begun=begun, at=now(), client_id=uuid4())
        steps.take_back_step(by=make_person(), batch=batch)
        self.assertIsNotNone(course_of(batch).running)
        steps.take_back_step(by=make_person(), batch=batch)
        self.assertIsNone(course_of(batch).started_at)
        self.assertEqual(StepBegun.objects.filter(batch=batch).count(), 2)
        begin(batch)

    def test_a_blade_is_done_and_not_waited_for(self):
        batch = make_batch(recipe=write_recipe(by=make_person(), name="nick", steps=[{"kind": "nick"}]))
        begin(batch)
        course = course_of(batch)
        self.assertIsNone(course.running)
        self.assertIsNotNone(course.taken[0].ended)

    def test_a_solution_counts_its_uses_and_its_age(self):
        smoke = supplies.make_supply(by=make_person(), name="smoke", kind=SupplyKind.SMOKE_WATER, made_on=(now() - 9 * DAY).date())
        recipe = write_recipe(by=make_person(), name="smoke", steps=[{"kind": "smoke_water", "duration": 12, "unit": "h"}])
        for _ in range(2):
            begin(make_batch(recipe=recipe, seeds=10), supply=smoke)
        self.assertEqual([(r.uses, r.age_days) for r in supply_rows(now().date())], [(2, 9)])

    def test_helpers_begin_and_end_readers_do_not(self):
        batch = make_batch()
        with self.assertRaises(PermissionDenied):
            steps.begin_step(by=make_person(Role.READER), batch=batch, step=batch.recipe.steps.get(), at=now(), client_id=uuid4())


class LooksAtBags(TestCase):
    def setUp(self):
        self.batch = make_batch(seeds=100)
        begin(self.batch, 40)

    def refuse(self, code, **fields):
        with self.assertRaises(Refused) as caught:
            bag_look(self.batch, **fields)
        self.assertEqual(caught.exception.code, code)
        return caught.exception.detail

    def test_the_same_look_twice_is_one(self):
        new = looks.NewBagLook(at=now(), client_id=uuid4(), misted=True)
        first, created = looks.record_bag_look(by=make_person(), batch=self.batch, new=new)
        again, created_again = looks.record_bag_look(by=make_person(), batch=self.batch, new=new)
        self.assertEqual((first.pk, created, created_again), (again.pk, True, False))
        with self.assertRaises(DomainError) as caught:
            looks.record_bag_look(by=make_person(), batch=make_batch(), new=new)
        self.assertEqual(caught.exception.code, "client_id_reused")

    def test_sprouts_are_counted_with_their_day_and_say_where_they_go(self):
        self.refuse("sprouts_go_where", sprouted=2)
        bag_look(self.batch, 7, sprouted=2, sprouts_go=SproutsGo.POTTED)
        bag_look(self.batch, sprouted=3, sprouts_go=SproutsGo.GO_ON)
        course = course_of(self.batch)
        self.assertEqual((course.sprouted, course.seeds_now), (5, 98))

    def test_more_than_the_bag_holds_is_refused_with_the_numbers(self):
        self.assertIn(
            "101 sprouted, but LL-015-B1 holds 100 seeds", self.refuse("more_than_batch", sprouted=101, sprouts_go=SproutsGo.POTTED)
        )
        self.refuse("more_than_batch", mouldy=200)

    def test_sprouts_may_end_the_cold_for_all_and_the_undo_lets_it_run_again(self):
        found = bag_look(self.batch, sprouted=9, sprouts_go=SproutsGo.END_CHILL)
        self.assertIsNone(course_of(self.batch).running)
        self.assertEqual(course_of(self.batch).taken[0].ended.ended_by, EndsBy.SIGN)
        looks.take_back_bag_look(by=make_person(), look=found)
        course = course_of(self.batch)
        self.assertIsNotNone(course.running)
        self.assertEqual((course.sprouted, BagLook.objects.count()), (0, 2))

    def test_a_look_before_the_first_step_or_after_the_end_is_refused(self):
        self.refuse("not_begun", days_ago=50)
        batches.take_out(by=make_person(), batch=self.batch, how=LeavingHow.WITH_MEDIUM, at=now() - DAY)
        self.refuse("left_already")

    def test_a_missed_check_is_a_deviation_and_a_bag_not_there_was_not_looked_after(self):
        bag_look(self.batch, 33, misted=True)
        bag_look(self.batch, 26, missing=True)
        gaps = course_of(self.batch).deviations(timezone.localdate())
        self.assertEqual([g.days for g in gaps], [33])

    def test_its_care_is_due_a_cadence_after_the_last_look(self):
        bag_look(self.batch, 9, misted=True)
        care = course_of(self.batch).care(timezone.localdate())
        self.assertEqual((care.care, care.days_late), ("mist", 2))


class SplittingAndLeaving(TestCase):
    def setUp(self):
        self.batch = make_batch(seeds=100, place=make_place())
        begin(self.batch, 40)

    def test_a_part_goes_on_with_the_same_stretch_behind_it(self):
        child = batches.split(by=make_person(), batch=self.batch, seeds=30, at=now(), place=make_place("warm"))
        parent, part = course_of(self.batch), course_of(child)
        self.assertEqual((parent.seeds_now, part.seeds_now), (70, 30))
        self.assertEqual(part.started_at, parent.started_at)
        self.assertEqual([s.place.name for s in part.stays(part.started_at, None)], ["shelf B", "warm"])
        for seeds in (0, 70):
            with self.assertRaises(Refused):
                batches.split(by=make_person(), batch=self.batch, seeds=seeds, at=now())

    def test_found_again_may_be_unknown_and_never_more_than_was_in(self):
        with self.assertRaises(Refused) as caught:
            batches.take_out(by=make_person(), batch=self.batch, how=LeavingHow.PICKED_OUT, at=now(), found=101)
        self.assertIn("101 found, but 100 were in", caught.exception.detail)
        batches.take_out(by=make_person(), batch=self.batch, how=LeavingHow.PICKED_OUT, at=now())
        course = course_of(self.batch)
        self.assertIsNone(course.leaving.found)
        self.assertIsNone(course.running)

    def test_a_leaving_that_was_a_slip_is_undone_and_its_step_runs_on(self):
        batches.take_out(by=make_person(), batch=self.batch, how=LeavingHow.WITH_MEDIUM, at=now())
        batches.put_back(by=make_person(), batch=self.batch)
        self.assertIsNotNone(course_of(self.batch).running)
        with self.assertRaises(DomainError):
            batches.put_back(by=make_person(), batch=self.batch)

    def test_nothing_is_done_with_what_has_left(self):
        batches.take_out(by=make_person(), batch=self.batch, how=LeavingHow.WITH_MEDIUM, at=now())
        for act in (
            lambda: batches.move(by=make_person(), batch=self.batch, place=make_place("x"), at=now()),
            lambda: batches.split(by=make_person(), batch=self.batch, seeds=3, at=now()),
            lambda: batches.take_out(by=make_person(), batch=self.batch, how=LeavingHow.WITH_MEDIUM, at=now()),
        ):
            with self.assertRaises(DomainError) as caught:
                act()
            self.assertEqual(caught.exception.code, "left_already")

    def test_it_lay_where_it_was_moved_for_as_long_as_it_was_there(self):
        batches.move(by=make_person(), batch=self.batch, place=make_place("other"), at=now() - 10 * DAY)
        course = course_of(self.batch)
        stays = course.stays(course.started_at, None)
        self.assertEqual([(s.place.name, s.end is None) for s in stays], [("shelf B", False), ("other", True)])
        self.assertEqual(stays[0].end, stays[1].start)


class Courses(TestCase):
    def test_any_number_of_batches_needs_the_same_queries(self):
        def fill(n):
            for _ in range(n):
                batch = make_batch(seeds=5, seeds_known=AmountKnown.COUNTED)
                begin(batch, 10)
                bag_look(batch, 3, misted=True)

        fill(2)
        with self.assertNumQueries(9):
            self.assertEqual(len(batches_in_use()), 2)
        fill(6)
        with self.assertNumQueries(9):
            batches_in_use()

    def test_an_estimated_number_stays_an_estimate(self):
        self.assertTrue(course_of(make_batch(seeds_known=AmountKnown.WEIGHED)).estimated)

    def test_a_recipe_of_nothing_needs_no_batch(self):
        recipe = write_recipe(by=make_person(), name="as it is", steps=[])
        with self.assertRaises(Refused) as caught:
            make_batch(recipe=recipe)
        self.assertEqual(caught.exception.code, "no_steps")
        self.assertEqual(make_recipe("x").steps.count(), 1)
