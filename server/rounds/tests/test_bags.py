from datetime import timedelta
from uuid import uuid4

from django.utils import timezone
from icalendar import Calendar

from core.vocabulary import SproutsGo, StepKind
from server.batches.services.batches import take_out
from server.batches.services.supplies import assign_turn
from server.recipes.services import write_recipe
from server.rounds.selectors.today import today
from server.tests.builders import DAY, ApiCase, bag_look, begin, make_batch, make_person, make_place, make_recipe, make_trial, now
from server.trials.services.layout import lay_out_trial
from server.trials.services.new_treatments import NewTreatment


class RoundsOfBags(ApiCase):
    def setUp(self):
        super().setUp()
        self.far, self.near = make_place("far", 9), make_place("near", 2)

    def rounds(self):
        return self.client.get("/api/v1/bag-rounds/").json()

    def test_they_stand_in_the_order_of_the_walk_and_of_the_shelf(self):
        for place in (self.far, self.near, self.near):
            begin(make_batch(place=place, seeds=5), 8)
        found = self.rounds()
        self.assertEqual([(p["place_name"], [b["position"] for b in p["bags"]]) for p in found], [("near", [1, 2]), ("far", [1])])
        self.assertEqual([p["wanting"] for p in found], [2, 1])

    def test_a_skipped_bag_is_shown_until_somebody_looks(self):
        batch = make_batch(place=self.near)
        begin(batch, 30)
        bag = self.rounds()[0]["bags"][0]
        self.assertEqual((bag["days_late"], bag["missed"], bag["wants_now"]), (23, 3, True))
        bag_look(batch, misted=True)
        bag = self.rounds()[0]["bags"][0]
        self.assertEqual((bag["days_late"], bag["wants_now"], bag["looked_by"]), (-7, False, "GR"))

    def test_whose_turn_it_is_counts_for_what_the_place_holds(self):
        shelf = make_place("upper", parent=self.near)
        begin(make_batch(place=shelf), 8)
        today_ = timezone.localdate()
        assign_turn(by=make_person(), place=self.near, person=make_person(), first_day=today_, last_day=today_ + timedelta(days=6))
        self.assertEqual(self.rounds()[0]["turn"], "GR")
        body = {"place": self.near.pk, "person": make_person().pk, "first_day": today_.isoformat(), "last_day": today_.isoformat()}
        self.assertProblem(self.client.post("/api/v1/turns/", body), 422, "turn_taken", "/first_day")

    def test_forty_looks_arrive_once_each_however_often_they_are_sent(self):
        batches = [make_batch(place=self.near, seeds=5) for _ in range(4)]
        bodies = []
        for b in batches:
            begin(b, 8)
            bodies.append({"client_id": str(uuid4()), "batch": b.pk, "at": now().isoformat(), "misted": True})
        codes = [self.client.post("/api/v1/bag-looks/", body).status_code for body in bodies * 2]
        self.assertEqual(codes, [201] * 4 + [200] * 4)
        self.assertEqual(sum(b.bag_looks.count() for b in batches), 4)

    def test_any_number_of_bags_needs_the_same_queries(self):
        def fill(n):
            for _ in range(n):
                begin(make_batch(place=self.near, seeds=5), 8)

        fill(2)
        # sign-in, nine for the batches, their trials and the turns
        with self.assertNumQueries(13):
            self.rounds()
        fill(6)
        with self.assertNumQueries(13):
            self.rounds()


class Timers(ApiCase):
    def test_several_run_at_once_and_the_first_to_end_stands_first(self):
        for minutes in (30, 10, 20):
            recipe = write_recipe(
                by=make_person(), name=f"hot {minutes}", steps=[{"kind": "hot_water", "duration": minutes, "unit": "min"}]
            )
            begin(make_batch(recipe=recipe, seeds=5))
        cold = make_batch(seeds=5)
        begin(cold)
        found = self.client.get("/api/v1/timers/").json()
        self.assertEqual([t["duration"] for t in found["timers"]], [10, 20, 30])
        self.assertEqual({t["forgives"] for t in found["timers"]}, {"nothing"})
        self.assertIn("now", found)

    def test_stopping_one_20_s_late_records_20_s_late(self):
        recipe = write_recipe(by=make_person(), name="acid", steps=[{"kind": "acid", "duration": 15, "unit": "min"}])
        batch = make_batch(recipe=recipe, seeds=5)
        begun = begin(batch, days_ago=1 / 24)
        at = begun.due_at + timedelta(seconds=20)
        body = {"client_id": str(uuid4()), "begun": begun.pk, "at": at.isoformat()}
        self.assertEqual(self.client.post(f"/api/v1/batches/{batch.pk}/end-step/", body).status_code, 204)
        step = self.client.get(f"/api/v1/batches/{batch.pk}/page/").json()["steps"][0]
        self.assertAlmostEqual(step["actual_days"] * 86400, 15 * 60 + 20, places=3)
        self.assertEqual(self.client.get("/api/v1/timers/").json()["timers"], [])


class TodayAndTheCalendar(ApiCase):
    def test_a_batch_due_in_some_days_says_so_and_later_that_it_is_overdue(self):
        soon, late = make_batch(seeds=5), make_batch(seeds=5)
        begin(soon, 51)
        begin(late, 59)
        days = {b.code: b.in_days for b in today(now()).batch_days}
        self.assertEqual(days, {soon.code: 5, late.code: -3})

    def test_a_planned_trial_says_when_its_longest_treatment_must_begin(self):
        recipe = make_recipe("2 weeks", 14)
        trial = make_trial(sow_on=(now() + 20 * DAY).date())
        lay_out_trial(
            by=make_person(), lot=trial.one_lot, question="?", treatments=[NewTreatment("cold", recipe)], dishes_per_treatment=1,
            seeds_per_dish=5, sow_on=(now() + 20 * DAY).date(), at=now(),
        )  # fmt: skip
        found = [b for b in today(now()).batch_days if b.trial]
        self.assertEqual(len(found), 1)
        self.assertLessEqual(found[0].in_days, 6)

    def test_a_calendar_reads_the_same_list_by_a_secret_address_until_it_is_revoked(self):
        begin(make_batch(place=make_place("Fridge"), seeds=5), 8)
        path = self.client.post("/api/v1/calendar-feed/").json()["path"]
        self.assertEqual(self.client.get("/api/v1/calendar-feed/").json(), {"exists": True, "path": ""})
        stranger = self.client_class()
        answer = stranger.get(path)
        self.assertEqual(answer["Content-Type"], "text/calendar; charset=utf-8")
        events = Calendar.from_ical(answer.content).walk("VEVENT")
        self.assertIn("Mist: LL-015-B1, dune, unnamed", [str(e["SUMMARY"]) for e in events])
        self.assertEqual(len({str(e["UID"]) for e in events}), len(events))
        again = self.client.post("/api/v1/calendar-feed/").json()["path"]
        self.assertEqual((stranger.get(path).status_code, stranger.get(again).status_code), (404, 200))
        self.client.delete("/api/v1/calendar-feed/")
        self.assertEqual(stranger.get(again).status_code, 404)

    def test_the_file_holds_every_kind_of_thing_that_is_due(self):
        begin(make_batch(seeds=5), 59)
        make_batch(seeds=5)
        smoke = write_recipe(by=make_person(), name="smoke", steps=[{"kind": "smoke_water", "duration": 5, "unit": "h"}])
        begin(make_batch(recipe=smoke, seeds=5))
        trial = make_trial(sow_on=now().date())
        titles = [str(e["SUMMARY"]) for e in Calendar.from_ical(self.client.get("/api/v1/calendar-file/").content).walk("VEVENT")]
        for word in ("Finish treating", "Begin", "Smoke water of", f"Sow 6 dishes of {trial.code}"):
            self.assertTrue(any(t.startswith(word) for t in titles), (word, titles))

    def test_a_bag_that_left_is_due_for_nothing(self):
        batch = make_batch(seeds=5)
        begin(batch, 59)
        bag_look(batch, 1, sprouted=1, sprouts_go=SproutsGo.GO_ON)
        take_out(by=make_person(), batch=batch, how="with_medium", at=now())
        page = today(now())
        self.assertEqual((page.bags, page.batch_days), ([], []))

    def test_the_season_band_holds_bags_by_their_place(self):
        begin(make_batch(place=make_place("upper"), seeds=5), 8)
        band = today(now()).band
        self.assertEqual([(s.label, s.kind) for s in band], [("dune, unnamed, upper", StepKind.COLD_MOIST)])
