from uuid import uuid4

from django.core.exceptions import PermissionDenied
from django.test import TestCase

from core.records import ClosingFates
from core.vocabulary import Role, TrialState
from server.errors import DomainError, Refused
from server.tests.builders import DAY, ApiCase, dishes_of, look, make_lot, make_person, make_sown_trial, make_trial, now
from server.trials.models import Closing, Dish, Look
from server.trials.selectors.courses import course_of
from server.trials.selectors.state import open_trials, with_courses
from server.trials.services.closings import close_dish, open_trial, reopen_dish, set_aside
from server.trials.services.looks import record_course, record_look
from server.trials.services.new_look import NewLook


class RecordingLooks(TestCase):
    def setUp(self):
        self.trial = make_sown_trial(days_ago=20)
        self.dish = dishes_of(self.trial)[0]

    def refused(self, day, code, pointer, **counts):
        with self.assertRaises(Refused) as caught:
            look(self.dish, day, **counts)
        self.assertEqual((caught.exception.code, caught.exception.errors[0]["pointer"]), (code, pointer))
        return caught.exception.detail

    def test_nothing_new_is_a_record(self):
        look(self.dish, 3)
        self.assertEqual(len(course_of(self.dish).looks), 1)

    def test_more_than_sown_is_refused_in_the_words_of_the_core(self):
        look(self.dish, 3, 6)
        detail = self.refused(6, "more_than_sown", "/new_germinated", new_germinated=4, new_lost=1)
        for part in (self.dish.code, "day 6", "11", "10"):
            self.assertIn(part, detail)
        self.assertEqual(Look.objects.count(), 1)

    def test_a_look_that_comes_late_is_put_in_its_place_and_checked_there(self):
        look(self.dish, 6, 8)
        look(self.dish, 3, 1)
        self.assertEqual([i.germinated for i in course_of(self.dish).record.inspections], [1, 8])
        self.refused(4, "more_than_sown", "/new_germinated", new_germinated=2)

    def test_two_looks_at_one_moment_are_refused(self):
        look(self.dish, 3, 1)
        self.refused(3, "time_not_increasing", "/at")

    def test_the_future_is_refused_with_both_times(self):
        self.assertIn("clock", self.refused(25, "time_in_future", "/at"))

    def test_a_dish_not_sown_has_no_clock_yet(self):
        dish = dishes_of(make_trial())[0]
        with self.assertRaises(DomainError) as caught:
            record_look(by=make_person(), dish=dish, new=NewLook(at=now(), client_id=uuid4()))
        self.assertEqual(caught.exception.code, "before_sowing")

    def test_looks_before_sowing_are_early(self):
        look(self.dish, -5, 2)
        self.assertEqual(course_of(self.dish).record.early, 2)

    def test_readers_do_not_count(self):
        with self.assertRaises(PermissionDenied):
            record_look(by=make_person(Role.READER), dish=self.dish, new=NewLook(at=now(), client_id=uuid4()))


class Corrections(TestCase):
    def setUp(self):
        self.trial = make_sown_trial(days_ago=20)
        self.dish = dishes_of(self.trial)[0]
        self.first = look(self.dish, 3, 2)

    def correct(self, target, **fields):
        new = NewLook(**({"at": target.at, "client_id": uuid4(), "corrects": target} | fields))
        return record_look(by=make_person(), dish=self.dish, new=new)[0]

    def counts(self):
        return [i.germinated for i in course_of(self.dish).record.inspections]

    def test_a_correction_replaces_and_keeps_what_was_there(self):
        self.correct(self.first, new_germinated=5)
        self.assertEqual(self.counts(), [5])
        self.assertEqual(list(Look.objects.values_list("new_germinated", flat=True)), [2, 5])

    def test_a_correction_can_be_corrected_again(self):
        self.correct(self.correct(self.first, new_germinated=5), new_germinated=4)
        self.assertEqual(self.counts(), [4])

    def test_taking_back_leaves_no_look_but_all_records(self):
        self.correct(self.first, withdrawn=True)
        self.assertEqual((self.counts(), Look.objects.count()), ([], 2))

    def test_what_was_corrected_cannot_be_corrected_twice(self):
        self.correct(self.first, new_germinated=5)
        with self.assertRaises(DomainError) as caught:
            self.correct(self.first, new_germinated=1)
        self.assertEqual(caught.exception.code, "already_corrected")

    def test_a_look_of_another_dish_is_refused(self):
        other = look(dishes_of(self.trial)[1], 3, 1)
        with self.assertRaises(Refused) as caught:
            self.correct(other)
        self.assertEqual(caught.exception.code, "other_dish")

    def test_a_correction_is_checked_like_a_look(self):
        with self.assertRaises(Refused):
            self.correct(self.first, new_germinated=11)
        self.assertEqual(self.counts(), [2])


class EndsOfDishes(TestCase):
    def setUp(self):
        self.trial = make_sown_trial(days_ago=20, dishes=1)
        self.dish, self.other = dishes_of(self.trial)
        look(self.dish, 5, 6)

    def close(self, dish=None, **fates):
        return close_dish(by=make_person(), dish=dish or self.dish, at=now(), client_id=uuid4(), found=ClosingFates(**fates))

    def test_an_id_that_another_dishs_closing_has_is_refused(self):
        known = self.close(fresh=1)
        with self.assertRaises(DomainError):
            close_dish(by=make_person(), dish=self.other, at=now(), client_id=known.client_id)
        self.assertEqual(Closing.objects.count(), 1)

    def state(self):
        return with_courses([self.trial])[0].state

    def test_more_fates_than_are_left_are_refused_at_the_closing(self):
        with self.assertRaises(Refused) as caught:
            self.close(fresh=3, empty=2)
        self.assertIn("only 10 seeds were sown", caught.exception.detail)

    def test_a_closed_dish_takes_no_look_until_it_is_reopened_with_a_trace(self):
        self.close(fresh=2)
        with self.assertRaises(DomainError) as caught:
            look(self.dish, 8, 1)
        self.assertEqual(caught.exception.code, "dish_closed")
        reopen_dish(by=make_person(), dish=self.dish, at=now())
        look(self.dish, 8, 1)
        self.assertEqual(self.dish.closings.count(), 2)
        self.close(fresh=1)

    def test_closing_twice_and_reopening_an_open_dish_are_refused(self):
        self.close()
        for act, code in ((self.close, "dish_closed"), (lambda: reopen_dish(by=make_person(), dish=self.other, at=now()), "not_closed")):
            with self.assertRaises(DomainError) as caught:
                act()
            self.assertEqual(caught.exception.code, code)

    def test_the_trial_ends_with_its_last_dish(self):
        self.assertEqual(self.state(), TrialState.COUNTING)
        self.close()
        self.assertEqual(len(open_trials()), 1)
        set_aside(by=make_person(), dish=self.other, at=now(), why="spilled")
        self.assertEqual(self.state(), TrialState.CLOSED)
        self.assertEqual(list(open_trials()), [])

    def test_a_dish_set_aside_keeps_its_course_to_then(self):
        set_aside(by=make_person(), dish=self.dish, at=now() - 10 * DAY, why="mouldy all over")
        look(self.dish, 15, 2)
        self.assertEqual(course_of(self.dish).record.germinated, 6)

    def test_a_trial_is_opened_once(self):
        opened = open_trial(by=make_person(), trial=self.trial, at=now(), version=1)
        self.assertFalse(opened.codes_hidden)
        with self.assertRaises(DomainError) as caught:
            open_trial(by=make_person(), trial=opened, at=now(), version=2)
        self.assertEqual(caught.exception.code, "opened_already")


class BlocksOfLooks(TestCase):
    def test_a_whole_course_is_checked_as_one_record(self):
        dish = dishes_of(make_trial())[0]
        sown = now() - 10 * DAY
        looks = [NewLook(at=sown + d * DAY, client_id=uuid4(), new_germinated=4) for d in (2, 4, 6)]
        with self.assertRaises(Refused) as caught:
            record_course(by=make_person(), dish=dish, sown_at=sown, looks=looks)
        self.assertEqual(caught.exception.errors[0]["pointer"], "/looks/2")
        self.assertFalse(Look.objects.exists())
        self.assertFalse(dish.sowings.exists())


class LookApi(ApiCase):
    def setUp(self):
        super().setUp()
        self.trial = make_sown_trial(days_ago=20)
        self.dish = dishes_of(self.trial)[0]

    def body(self, day=5, **fields):
        at = self.dish.sowings.get().at + day * DAY
        return {"client_id": str(uuid4()), "dish": self.dish.pk, "at": at.isoformat(), "new_germinated": 3} | fields

    def post(self, body, client=None):
        return (client or self.client).post("/api/v1/looks/", body)

    def test_the_same_look_sent_again_is_recorded_once(self):
        body = self.body()
        first, again = self.post(body), self.post(body)
        self.assertEqual((first.status_code, again.status_code), (201, 200))
        self.assertEqual(first.json()["id"], again.json()["id"])
        self.assertEqual(Look.objects.count(), 1)

    def test_a_client_id_with_other_counts_is_a_conflict(self):
        body = self.body()
        self.post(body)
        self.assertProblem(self.post(body | {"new_germinated": 4}), 409, "client_id_reused")
        self.assertEqual(Look.objects.get().new_germinated, 3)

    def test_a_correction_names_the_client_id_of_the_look(self):
        body = self.body()
        self.post(body)
        fixed = self.post(self.body(new_germinated=1, corrects=body["client_id"]))
        self.assertEqual((fixed.status_code, fixed.json()["corrects"]), (201, body["client_id"]))
        rows = self.client.get(f"/api/v1/dishes/{self.dish.pk}/looks/").json()
        self.assertEqual([r["new_germinated"] for r in rows], [3, 1])

    def test_refusals(self):
        self.assertProblem(self.post(self.body(new_germinated=11)), 422, "more_than_sown", "/new_germinated")
        self.assertProblem(self.post(self.body(new_rotted=-1)), 422, "count_negative", "/new_rotted")
        self.assertProblem(self.post(self.body(day=99)), 422, "time_in_future", "/at")
        self.assertProblem(self.post(self.body(new_lost="two", dish=99)), 400, "malformed", "/dish", "/new_lost")
        self.assertProblem(self.post(self.body(corrects=str(uuid4()))), 400, "malformed", "/corrects")
        self.assertProblem(self.post({}), 400, "malformed", "/client_id", "/dish", "/at")

    def test_who_may_count(self):
        self.assertEqual(self.post(self.body(), self.as_role(Role.COUNTER)).status_code, 201)
        self.assertProblem(self.post(self.body(day=7), self.as_role(Role.READER)), 403, "not_allowed")
        self.client.logout()
        self.assertProblem(self.post(self.body(day=8)), 401, "not_authenticated")

    def test_the_count_sheet_is_blind_and_in_place_order(self):
        self.post(self.body())
        sheet = self.client.get(f"/api/v1/trials/{self.trial.pk}/count-sheet/").json()
        self.assertEqual([d["position"] for d in sheet["dishes"]], list(range(1, 7)))
        # what each fate tells is the same words for every dish
        self.assertNotIn("treatment", str({k: v for k, v in sheet.items() if k != "fates"}))
        self.assertNotIn("cold", str(sheet["dishes"]))
        first = sheet["dishes"][0]
        self.assertEqual((first["germinated"], first["remaining"], first["last_look"]["by"]), (3, 7, "GR"))

    def test_the_count_sheet_needs_the_same_queries_for_any_number_of_dishes(self):
        with self.assertNumQueries(11):
            self.client.get(f"/api/v1/trials/{self.trial.pk}/count-sheet/")
        large = make_sown_trial(dishes=12, lot=make_lot("BIG"))
        with self.assertNumQueries(11):
            self.client.get(f"/api/v1/trials/{large.pk}/count-sheet/")

    def test_closing_and_reopening_and_setting_aside(self):
        close = {"client_id": str(uuid4()), "dish": self.dish.pk, "at": now().isoformat(), "fresh": 12}
        self.assertProblem(self.client.post("/api/v1/dishes/close/", close), 422, "more_than_sown", "/fresh")
        self.assertEqual(self.client.post("/api/v1/dishes/close/", close | {"fresh": 4}).status_code, 204)
        self.assertEqual(self.client.post("/api/v1/dishes/close/", close | {"fresh": 4}).status_code, 204)
        self.assertProblem(self.post(self.body()), 409, "dish_closed")
        self.assertEqual(self.client.post(f"/api/v1/dishes/{self.dish.pk}/reopen/").status_code, 204)
        self.assertEqual(self.client.post(f"/api/v1/dishes/{self.dish.pk}/set-aside/", {"why": "mouldy"}).status_code, 204)
        self.assertProblem(self.client.post(f"/api/v1/dishes/{self.dish.pk}/set-aside/", {"why": "again"}), 409, "set_aside_already")
        self.assertProblem(self.client.post(f"/api/v1/dishes/{self.dish.pk}/set-aside/", {}), 400, "malformed", "/why")

    def test_looks_are_not_edited_or_deleted(self):
        made = self.post(self.body()).json()
        for act in (self.client.patch, self.client.delete):
            self.assertIn(act(f"/api/v1/looks/{made['id']}/").status_code, (404, 405))
        self.assertEqual(Dish.objects.get(pk=self.dish.pk).looks.get().new_germinated, 3)
