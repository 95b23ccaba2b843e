"""The checks that a stranger can run at the bench: what the screens say in them is asked of the API here."""

from datetime import timedelta
from uuid import uuid4

from core.vocabulary import DurationUnit, SproutsGo, StepKind
from server.batches.models import StepBegun
from server.batches.services.steps import end_step
from server.recipes.services import write_recipe
from server.tests.builders import (
    DAY,
    ApiCase,
    bag_look,
    begin,
    dishes_of,
    look,
    make_batch,
    make_lot,
    make_person,
    make_place,
    make_recipe,
    make_sown_trial,
    make_trial,
    now,
)
from server.trials.models import Dish
from server.trials.services.looks import sow_dishes


class AtTheBench(ApiCase):
    def test_four_treatments_of_four_dishes_of_25_say_400_seeds_and_what_stays_and_get_16_codes_in_random_order(self):
        lot = make_lot(seeds=1000)
        ask = {"lot": lot.pk, "asks": "best", "treatments": 4, "dishes": 4, "seeds_per_dish": 25}
        plan = self.client.post("/api/v1/trials/plan-question/", ask).json()
        self.assertEqual((plan["seeds"], plan["remaining"]), (400, 600))
        treatments = [{"name": f"t{n}", "is_control": n == 0} for n in range(4)]
        body = {"lot": lot.pk, "question": "?", "treatments": treatments, "sow_on": "2027-01-01"}
        made = self.client.post("/api/v1/trials/", body | {"dishes_per_treatment": 4, "seeds_per_dish": 25}).json()
        dishes = Dish.objects.filter(treatment__trial=made["id"]).order_by("position")
        self.assertEqual(len({d.code for d in dishes}), 16)
        self.assertNotEqual([d.treatment_id for d in dishes], sorted(d.treatment_id for d in dishes))
        self.assertEqual(sorted(d.position for d in dishes), list(range(1, 17)))

    def test_a_batch_of_45_days_says_when_it_is_due_and_later_by_how_many_days_it_is_late(self):
        place, recipe = make_place("fridge"), make_recipe("45 days cold", days=45)
        fresh, late = make_batch(recipe=recipe, place=place), make_batch(recipe=recipe, place=place)
        begin(fresh, 0)
        begin(late, 48)
        out = {b["code"]: b["in_days"] for b in self.client.get("/api/v1/today/").json()["batch_days"] if b["what"] != "begin"}
        due = self.client.get(f"/api/v1/batches/{fresh.pk}/page/").json()["due_at"]
        self.assertIn((now() + 45 * DAY).date().isoformat(), due)
        self.assertNotIn(fresh.code, out)
        self.assertEqual(out[late.code], -3)

    def test_a_sprout_on_day_33_of_the_cold_stays_in_its_treatments_curve_after_the_rest_moves_to_warmth(self):
        trial = make_trial(treatments=("cold",), dishes=1, seeds=10)
        dish = dishes_of(trial)[0]
        batch = make_batch(recipe=make_recipe("45 days cold", days=45), lot=trial.one_lot, seeds=10)
        begin(batch, 50)
        bag_look(batch, 17, sprouted=1, sprouts_go=SproutsGo.POTTED)
        Dish.objects.filter(pk=dish.pk).update(batch=batch)
        sow_dishes(by=make_person(), dishes=[dish], at=now() - 5 * DAY)
        look(dish, 3, 2)
        furrow = self.client.get(f"/api/v1/trials/{trial.pk}/overview/").json()["furrows"][0]
        self.assertEqual([p["share"] for p in furrow["course"]], [0.1, 0.3])
        self.assertEqual((furrow["germinated"], furrow["share"]), (3, 0.3))

    def test_four_timers_run_at_once_and_one_stopped_20_seconds_late_records_20_seconds_late(self):
        step = {"kind": StepKind.HOT_WATER, "duration": 10, "unit": DurationUnit.MINUTES}
        recipe = write_recipe(by=make_person(), name="hot water 10 min", steps=[step])
        begun = [begin(make_batch(recipe=recipe, lot=make_lot(f"T-{n}")), 11 / 1440 + n / 86400) for n in range(4)]
        running = self.client.get("/api/v1/timers/").json()["timers"]
        self.assertEqual({t["begun"] for t in running}, {b.pk for b in begun})
        first = StepBegun.objects.get(pk=begun[0].pk)
        ended, _ = end_step(by=make_person(), begun=first, at=first.due_at + timedelta(seconds=20), client_id=uuid4())
        self.assertEqual(ended.at - first.due_at, timedelta(seconds=20))
        self.assertEqual(len(self.client.get("/api/v1/timers/").json()["timers"]), 3)

    def test_looks_hours_apart_and_of_three_hundred_days_keep_their_times(self):
        fast, slow = make_sown_trial(days_ago=2, lot=make_lot("F-1")), make_sown_trial(days_ago=310, lot=make_lot("S-1"), length_days=420)
        for hour in (3, 6, 9):
            look(dishes_of(fast)[0], hour / 24, 1)
        look(dishes_of(slow)[0], 300, 1)
        days = {t.pk: self.client.get(f"/api/v1/trials/{t.pk}/overview/").json()["furrows"] for t in (fast, slow)}
        self.assertEqual(sorted({d for f in days[fast.pk] for d in f["look_days"]}), [0.125, 0.25, 0.375])
        self.assertEqual({d for f in days[slow.pk] for d in f["look_days"]}, {300})
