"""The ungerminated seeds go on; a dish set aside comes back; a treatment comes later; a trial is repeated."""

from datetime import timedelta
from uuid import uuid4

from core.records import ClosingFates
from core.vocabulary import TrialState
from server.lots.selectors import stocks
from server.tests.builders import ApiCase, dishes_of, look, make_lot, make_person, make_place, make_recipe, make_sown_trial, make_trial, now
from server.trials.models import Dish, Trial
from server.trials.selectors.courses import course_of
from server.trials.selectors.state import with_courses
from server.trials.services.closings import close_dish, retreat_ungerminated, set_aside


class Stretches(ApiCase):
    def setUp(self):
        super().setUp()
        self.trial = make_sown_trial(days_ago=30)
        self.dish = dishes_of(self.trial, "none")[0]
        look(self.dish, 5, 3)
        look(self.dish, 9, 1, new_rotted=1)
        self.sent_at = self.dish.sowings.get().at + timedelta(days=10)
        retreat_ungerminated(by=make_person(), trial=self.trial, dishes=[self.dish], at=self.sent_at, name="8 weeks cold")

    def test_old_counts_are_kept_and_what_comes_later_is_a_record_of_its_own(self):
        look(self.dish, 15, 2)
        look(self.dish, 20, 1)
        course = course_of(self.dish)
        self.assertEqual((course.record.germinated, len(course.record.inspections)), (4, 2))
        (later,) = course.stretch_records
        self.assertEqual((later.sown, later.germinated, [i.t for i in later.inspections]), (5, 3, [5, 10]))
        self.assertEqual((course.whole.germinated, course.whole.remaining), (7, 2))

    def test_the_treatments_share_is_that_of_its_own_stretch_and_the_further_one_stands_beside_it(self):
        look(self.dish, 15, 2)
        page = self.client.get(f"/api/v1/trials/{self.trial.pk}/overview/").json()
        furrow = next(f for f in page["furrows"] if f["name"] == "none")
        self.assertEqual(furrow["germinated"], 4)
        (stretch,) = furrow["stretches"]
        self.assertEqual((stretch["name"], stretch["left"], stretch["germinated"]), ("8 weeks cold", 5, 2))

    def test_at_the_closing_what_came_later_was_asleep_before(self):
        look(self.dish, 15, 2, new_rotted=1)
        close_dish(by=make_person(), dish=self.dish, at=now(), client_id=uuid4(), found=ClosingFates(fresh=1, dead=1))
        course = course_of(self.dish)
        self.assertEqual((course.record.fates.fresh, course.record.fates.dead, course.record.unknown), (3, 2, 0))
        self.assertEqual(course.record.base_viable, 7)

    def test_more_than_was_sown_is_still_refused_over_both(self):
        body = {"client_id": str(uuid4()), "dish": self.dish.pk, "at": now().isoformat(), "new_germinated": 6}
        self.assertProblem(self.client.post("/api/v1/looks/", body), 422, "more_than_sown", "/new_germinated")

    def test_the_next_look_counts_from_the_new_beginning(self):
        courses = with_courses([self.trial])[0]
        course = next(c for c in courses.dishes if c.dish == self.dish)
        self.assertEqual(courses.next_look_at(course, courses.first_germination_day), self.sent_at + timedelta(days=3))
        self.assertEqual(courses.state, TrialState.COUNTING)

    def test_it_can_be_undone_until_it_was_looked_at(self):
        self.assertEqual(self.client.post(f"/api/v1/dishes/{self.dish.pk}/take-back-stretch/").status_code, 204)
        self.assertProblem(self.client.post(f"/api/v1/dishes/{self.dish.pk}/take-back-stretch/"), 409, "no_stretch")
        again = {"name": "again", "dishes": [self.dish.pk], "at": self.sent_at.isoformat()}
        self.client.post(f"/api/v1/trials/{self.trial.pk}/retreat-ungerminated/", again)
        look(self.dish, 15, 1)
        self.assertProblem(self.client.post(f"/api/v1/dishes/{self.dish.pk}/take-back-stretch/"), 409, "looked_at")

    def test_a_closed_an_empty_and_a_strange_dish_are_not_sent_on(self):
        closed, full = dishes_of(self.trial, "cold")[:2]
        close_dish(by=make_person(), dish=closed, at=now(), client_id=uuid4(), found=ClosingFates(fresh=10))
        look(full, 5, 10)
        strange = dishes_of(make_sown_trial(lot=self.trial.one_lot))[0]
        refusals = [(closed, 409, "dish_closed"), (full, 409, "nothing_left"), (strange, 422, "other_trial", "/dishes")]
        for dish, status, code, *where in refusals:
            answer = self.client.post(f"/api/v1/trials/{self.trial.pk}/retreat-ungerminated/", {"name": "cold", "dishes": [dish.pk]})
            self.assertProblem(answer, status, code, *where)


class SettingAside(ApiCase):
    def test_a_dish_set_aside_counts_again_and_the_trace_stays(self):
        trial = make_sown_trial()
        dish = dishes_of(trial)[0]
        look(dish, 3, 2)
        set_aside(by=make_person(), dish=dish, at=now(), why="mouldy")
        self.assertFalse(course_of(dish).open)
        self.assertEqual(self.client.post(f"/api/v1/dishes/{dish.pk}/take-back-set-aside/").status_code, 204)
        self.assertTrue(course_of(dish).open)
        self.assertEqual(dish.set_asides.count(), 2)
        self.assertProblem(self.client.post(f"/api/v1/dishes/{dish.pk}/take-back-set-aside/"), 409, "not_set_aside")


class LaterTreatments(ApiCase):
    def add(self, trial, **fields):
        body = {"name": "smoke", "dishes": 2, "seeds_per_dish": 10} | fields
        return self.client.post(f"/api/v1/trials/{trial.pk}/add-treatment/", body)

    def test_it_is_marked_draws_its_seed_and_is_said_in_the_comparison(self):
        trial = make_sown_trial(lot=make_lot(seeds=500))
        before = stocks([trial.one_lot.pk])[trial.one_lot.pk].seeds
        self.assertEqual(self.add(trial).status_code, 204)
        self.assertEqual(stocks([trial.one_lot.pk])[trial.one_lot.pk].seeds, before - 20)
        added = dishes_of(trial, "smoke")
        self.assertEqual([d.position for d in added], [7, 8])
        self.client.post(f"/api/v1/trials/{trial.pk}/sow/", {"dishes": [d.pk for d in added]})
        look(dishes_of(trial, "none")[0], 3, 1)
        warnings = " ".join(self.client.get(f"/api/v1/trials/{trial.pk}/comparison/").json()["warnings"])
        self.assertIn("“Smoke” was added on", warnings)
        self.assertIn("not run at the same time", warnings)

    def test_a_name_twice_a_second_control_and_too_much_seed_are_refused(self):
        trial = make_trial(lot=make_lot(seeds=100))
        self.assertProblem(self.add(trial, name="Cold"), 422, "name_twice", "/name")
        self.assertProblem(self.add(trial, is_control=True), 422, "two_controls", "/is_control")
        self.assertProblem(self.add(trial, seeds_per_dish=500), 422, "more_than_lot", "/seeds_per_dish")


class SettingUp(ApiCase):
    def test_each_dish_can_be_sown_at_its_own_minute(self):
        trial = make_trial()
        first, second, *_ = dishes_of(trial)
        at = (now() - timedelta(hours=3)).replace(second=0, microsecond=0)
        self.assertEqual(self.client.post(f"/api/v1/trials/{trial.pk}/sow/", {"dishes": [first.pk], "at": at.isoformat()}).status_code, 204)
        self.assertEqual((course_of(first).sown_at, course_of(second).sown_at), (at, None))
        again = self.client.post(f"/api/v1/trials/{trial.pk}/sow/", {"dishes": [first.pk]})
        self.assertProblem(again, 422, "not_waiting", "/dishes")
        self.assertEqual(self.client.post(f"/api/v1/trials/{trial.pk}/sow/", {}).status_code, 204)
        self.assertTrue(all(course_of(d).sown_at for d in dishes_of(trial)))

    def test_the_sheet_says_how_to_draw_the_sample(self):
        trial = make_trial(lot=make_lot(seeds=1000))
        drawing = self.client.get(f"/api/v1/trials/{trial.pk}/set-up/").json()["drawings"][0]
        self.assertEqual((drawing["pile"], drawing["wanted"], drawing["halvings"], drawing["expected"]), (1000, 60, 4, 62.5))
        unknown = make_trial(lot=make_lot("X-1", seeds=None))
        self.assertEqual(self.client.get(f"/api/v1/trials/{unknown.pk}/set-up/").json()["drawings"], [])

    def test_it_says_when_each_treatment_must_begin(self):
        body = {
            "lot": make_lot().pk,
            "question": "?",
            "treatments": [{"name": "none", "is_control": True}, {"name": "cold", "recipe": make_recipe(days=28).pk}],
            "dishes_per_treatment": 2,
            "seeds_per_dish": 5,
            "sow_on": "2027-03-01",
        }
        trial = self.client.post("/api/v1/trials/", body).json()["id"]
        starts = [t["starts_on"] for t in self.client.get(f"/api/v1/trials/{trial}/set-up/").json()["treatments"]]
        self.assertEqual(starts[0], None)
        self.assertLessEqual(starts[1], "2027-02-01")

    def test_dishes_fill_several_trays_evenly_and_a_block_lies_in_one(self):
        trays = [make_place("tray 1", 1), make_place("tray 2", 2)]
        by_order = make_trial(dishes=4, places=trays)
        self.assertEqual([d.place.name for d in dishes_of(by_order)], ["tray 1"] * 4 + ["tray 2"] * 4)
        blocks = make_trial(dishes=4, places=trays, layout="blocks")
        self.assertEqual({d.block: d.place.name for d in dishes_of(blocks)}, {1: "tray 1", 2: "tray 2", 3: "tray 1", 4: "tray 2"})


class LaidOutAgain(ApiCase):
    def test_a_past_trial_is_laid_out_on_a_new_lot(self):
        recipe, shelf = make_recipe(), make_place()
        old = make_trial(lot=make_lot("OLD"), places=[shelf], length_days=40, light="dark")
        old.treatments.filter(name="cold").update(recipe=recipe, dose=28, dose_unit="d")
        design = self.client.get(f"/api/v1/trials/{old.pk}/design/").json()
        self.assertEqual((design["dishes_per_treatment"], design["seeds_per_dish"], design["places"]), (3, 10, [shelf.pk]))
        body = design | {"lot": make_lot("NEW").pk, "sow_on": "2027-01-10", "copied_from": old.pk}
        made = self.client.post("/api/v1/trials/", body)
        self.assertEqual(made.status_code, 201, made.content)
        new = Trial.objects.get(pk=made.json()["id"])
        self.assertEqual((new.copied_from, new.length_days, new.light, new.one_lot.code), (old, 40, "dark", "NEW"))
        self.assertEqual(list(new.treatments.values_list("name", "recipe", "dose")), [("none", None, None), ("cold", recipe.pk, 28)])
        self.assertFalse({d.code for d in Dish.objects.filter(treatment__trial=new)} & {d.code for d in dishes_of(old)})
