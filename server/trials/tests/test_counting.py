"""Looks as they come from a greenhouse: late, twice, with photos, before the sowing, from two people."""

from datetime import timedelta
from uuid import uuid4

from core.vocabulary import DeviationKind, Role
from server.reference.models import Photo, Place
from server.tests.builders import ApiCase, dishes_of, look, make_person, make_place, make_sown_trial, make_trial, now, picture
from server.trials.models import Deviation, Look
from server.trials.selectors.courses import course_of
from server.trials.services.looks import sow_dishes


class Counting(ApiCase):
    def setUp(self):
        super().setUp()
        self.trial = make_sown_trial(days_ago=20)
        self.dish = dishes_of(self.trial)[0]

    def body(self, **fields):
        return {"client_id": str(uuid4()), "dish": self.dish.pk, "at": now().isoformat()} | fields

    def post(self, **fields):
        return self.client.post("/api/v1/looks/", self.body(**fields))


class TwoPeople(Counting):
    def test_a_look_that_follows_the_one_it_knew_of_is_recorded(self):
        first = look(self.dish, 3, 2)
        self.assertEqual(self.post(after=str(first.client_id), new_germinated=1).status_code, 201)

    def test_a_look_that_did_not_know_of_another_is_a_conflict_with_both_versions(self):
        theirs = look(self.dish, 3, 2, note="through the bag")
        body = self.body(after=None, new_germinated=3)
        problem = self.assertProblem(self.client.post("/api/v1/looks/", body), 409, "counted_meanwhile")
        current = problem["current"]
        self.assertEqual(
            (current["client_id"], current["new_germinated"], current["by"], current["note"]),
            (str(theirs.client_id), 2, "GR", "through the bag"),
        )
        self.assertIn("2 germinated", problem["detail"])
        # a person looked at both: both stand, one after the other; or mine replaces theirs
        self.assertEqual(self.client.post("/api/v1/looks/", body | {"after": str(theirs.client_id)}).status_code, 201)
        self.assertEqual(course_of(self.dish).record.germinated, 5)

    def test_mine_instead_of_theirs_is_a_correction_that_keeps_theirs(self):
        theirs = look(self.dish, 3, 2)
        self.assertEqual(self.post(after=None, corrects=str(theirs.client_id), new_germinated=3).status_code, 201)
        self.assertEqual(course_of(self.dish).record.germinated, 3)
        self.assertEqual(Look.objects.count(), 2)

    def test_a_look_that_says_nothing_of_what_it_follows_is_not_compared_with_it(self):
        look(self.dish, 3, 2)
        self.assertEqual(self.post(new_germinated=1).status_code, 201)

    def test_a_dish_closed_meanwhile_says_by_whom_and_with_what(self):
        self.client.post("/api/v1/dishes/close/", self.body(fresh=4))
        problem = self.assertProblem(self.post(new_germinated=1), 409, "dish_closed")
        self.assertEqual((problem["current"]["by"], problem["current"]["fresh"]), ("GR", 4))


class BeforeTheSowing(Counting):
    def test_a_look_before_the_sowing_is_asked_about_and_then_early(self):
        before = (now() - timedelta(days=25)).isoformat()
        problem = self.assertProblem(self.post(at=before, new_germinated=2), 422, "before_sowing", "/early")
        self.assertTrue(problem["question"])
        self.assertEqual(self.post(at=before, new_germinated=2, early=True).status_code, 201)
        self.assertEqual(course_of(self.dish).record.early, 2)

    def test_a_dish_that_is_not_sown_yet_keeps_its_early_ones_until_it_is(self):
        dish = dishes_of(make_trial(lot=self.trial.one_lot))[0]
        at = now().isoformat()
        self.assertProblem(self.post(dish=dish.pk, at=at, new_germinated=3), 422, "before_sowing", "/early")
        self.assertEqual(self.post(dish=dish.pk, at=at, new_germinated=3, early=True).status_code, 201)
        self.assertProblem(self.post(dish=dish.pk, at=at, new_germinated=8, early=True), 422, "time_not_increasing", "/at")
        sow_dishes(by=make_person(), dishes=[dish], at=now() + timedelta(seconds=30))
        self.assertEqual(course_of(dish).record.early, 3)

    def test_the_future_is_refused_with_both_clocks(self):
        problem = self.assertProblem(self.post(at=(now() + timedelta(hours=2)).isoformat()), 422, "time_in_future", "/at")
        self.assertIn("it is", problem["detail"])


class Sprouts(Counting):
    def test_what_was_potted_stays_with_the_look(self):
        made = self.post(new_germinated=3, potted=2, thrown_out=1, seen_how="seen_through", watered=True).json()
        self.assertEqual((made["potted"], made["thrown_out"], made["seen_how"], made["watered"]), (2, 1, "seen_through", True))
        sheet = self.client.get(f"/api/v1/trials/{self.trial.pk}/count-sheet/").json()
        self.assertEqual(next(d for d in sheet["dishes"] if d["id"] == self.dish.pk)["potted"], 2)

    def test_more_cannot_be_potted_than_came_up(self):
        problem = self.assertProblem(self.post(new_germinated=1, potted=1, thrown_out=1), 422, "more_than_came_up", "/potted")
        self.assertIn("the 1 that came up", problem["detail"])

    def test_a_mouldy_dish_is_marked_for_who_counts_it(self):
        self.post(new_rotted=1)
        sheet = self.client.get(f"/api/v1/trials/{self.trial.pk}/count-sheet/").json()
        self.assertEqual([d["mouldy"] for d in sheet["dishes"]], [d["id"] == self.dish.pk for d in sheet["dishes"]])


class PhotosOfDishes(Counting):
    def send(self, client_id):
        return self.client.post("/api/v1/photos/", {"client_id": client_id, "photo": picture()}, format="multipart")

    def test_a_photo_sent_twice_is_one_and_its_marks_are_the_count(self):
        name = str(uuid4())
        first, second = self.send(name), self.send(name)
        self.assertEqual((first.status_code, second.json()["id"], Photo.objects.count()), (201, first.json()["id"], 1))
        made = self.post(photo=name, marks=[[0.2, 0.3], [0.5, 0.5]], new_germinated=2)
        self.assertEqual((made.status_code, made.json()["marks"]), (201, [[0.2, 0.3], [0.5, 0.5]]))

    def test_marks_of_all_that_are_up_are_a_total(self):
        look(self.dish, 3, 2)
        name = str(uuid4())
        self.send(name)
        self.assertEqual(self.post(photo=name, marks=[[0.1, 0.1]] * 3, new_germinated=1).status_code, 201)

    def test_marks_that_are_not_the_count_are_refused_with_both_numbers(self):
        name = str(uuid4())
        self.send(name)
        problem = self.assertProblem(self.post(photo=name, marks=[[0.1, 0.1]] * 3, new_germinated=1), 422, "marks_differ", "/marks")
        self.assertIn("3 marks on the photo, but 1 new", problem["detail"])
        self.assertProblem(self.post(photo=name, marks=[[0.1, 1.2]], new_germinated=1), 422, "mark_outside", "/marks")
        self.assertProblem(self.post(marks=[[0.1, 0.2]], new_germinated=1), 422, "no_photo", "/marks")

    def test_a_picture_of_the_set_up_belongs_to_the_trial(self):
        name = str(uuid4())
        self.send(name)
        for _ in range(2):
            answer = self.client.post(f"/api/v1/trials/{self.trial.pk}/photos/", {"photo": name, "words": "day 0"})
            self.assertEqual(answer.status_code, 204)
        photos = self.client.get(f"/api/v1/trials/{self.trial.pk}/set-up/").json()["photos"]
        self.assertEqual([(p["words"], p["by"]) for p in photos], [("day 0", "GR")])


class Deviations(Counting):
    def note(self, **fields):
        body = {"client_id": str(uuid4()), "kind": "part_moved", "dish": self.dish.pk} | fields
        return self.client.post(f"/api/v1/trials/{self.trial.pk}/deviations/", body)

    def test_a_part_that_lies_elsewhere_is_shown_where_the_dish_is_counted(self):
        place = make_place("heat mat")
        body = {"seeds": 4, "place": place.pk, "words": "more warmth", "client_id": str(uuid4())}
        for _ in range(2):
            self.assertEqual(self.note(**body).status_code, 201)
        self.assertEqual(Deviation.objects.count(), 1)
        sheet = self.client.get(f"/api/v1/trials/{self.trial.pk}/count-sheet/").json()
        (note,) = next(d for d in sheet["dishes"] if d["id"] == self.dish.pk)["notes"]
        self.assertEqual((note["seeds"], note["place"]), (4, "heat mat"))
        timeline = self.client.get(f"/api/v1/trials/{self.trial.pk}/timeline/").json()
        self.assertIn("4 seeds lie at heat mat now", timeline["lines"][-1]["words"])

    def test_a_part_needs_its_size_and_its_place(self):
        place = make_place("heat mat")
        self.assertProblem(self.note(seeds=4), 422, "no_place", "/place")
        self.assertIn("10 seeds are left", self.assertProblem(self.note(seeds=11, place=place.pk), 422, "part_size", "/seeds")["detail"])
        self.assertProblem(self.note(seeds=4, place=place.pk, dish=None), 422, "no_dish", "/dish")
        other = dishes_of(make_sown_trial(lot=self.trial.one_lot))[0]
        self.assertProblem(self.note(kind="other", dish=other.pk), 422, "other_trial", "/dish")
        self.assertEqual(Place.objects.count(), 1)

    def test_a_deviation_can_be_taken_back_once(self):
        noted = self.note(kind=DeviationKind.LABEL_UNREADABLE, words="found by its place").json()["id"]
        self.assertEqual(self.client.post(f"/api/v1/deviations/{noted}/take-back/").status_code, 204)
        self.assertProblem(self.client.post(f"/api/v1/deviations/{noted}/take-back/"), 409, "corrected_already")
        self.assertEqual(self.client.get(f"/api/v1/trials/{self.trial.pk}/timeline/").json()["lines"], [])


class BlindOnEveryRound(Counting):
    def test_a_reader_learns_no_treatment_of_a_dish_from_any_page_of_a_blind_trial(self):
        look(self.dish, 3, 2)
        reader = self.as_role(Role.READER)
        codes = {d.code for d in dishes_of(self.trial)}
        for page in ("count-sheet", "set-up", "overview", "comparison", "timeline", "history"):
            answer = reader.get(f"/api/v1/trials/{self.trial.pk}/{page}/").json()
            self.assertEqual(list(pairs(answer, codes, {"none", "cold"})), [], page)

    def test_who_lays_out_knows_which_dish_gets_what_until_all_are_filled(self):
        planned = make_trial(lot=self.trial.one_lot)
        sheet = self.client.get(f"/api/v1/trials/{planned.pk}/set-up/").json()
        self.assertTrue(sheet["knows_treatments"])
        self.assertEqual(sorted(len(t["dishes"]) for t in sheet["treatments"]), [3, 3])
        reader = self.as_role(Role.READER).get(f"/api/v1/trials/{planned.pk}/set-up/").json()
        self.assertEqual({d["treatment"] for d in reader["dishes"]}, {""})

    def test_once_all_are_sown_nobody_reads_it_off_the_map(self):
        sheet = self.client.get(f"/api/v1/trials/{self.trial.pk}/set-up/").json()
        self.assertEqual((sheet["knows_treatments"], {d["treatment"] for d in sheet["dishes"]}), (False, {""}))


def pairs(answer, codes, names):
    """Every object of an answer that holds both a dish's code and a treatment's name, whatever their keys."""
    if isinstance(answer, list):
        for item in answer:
            yield from pairs(item, codes, names)
    elif isinstance(answer, dict):
        texts = set(strings(answer))
        if texts & codes and texts & names and not any(isinstance(v, (list, dict)) for v in answer.values()):
            yield answer
        flat = {v for v in answer.values() if isinstance(v, str)}
        if flat & names and texts & codes and "treatments" not in answer and "furrows" not in answer:
            yield answer
        for value in answer.values():
            yield from pairs(value, codes, names)


def strings(answer):
    if isinstance(answer, str):
        yield answer
    for item in answer.values() if isinstance(answer, dict) else answer if isinstance(answer, list) else ():
        yield from strings(item)
