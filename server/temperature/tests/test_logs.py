import time
from datetime import UTC, datetime, timedelta

import numpy as np
from django.core.files.uploadedfile import SimpleUploadedFile

from core.vocabulary import PlaceTrouble
from server.batches.services.batches import move
from server.evidence.selectors.batch_page import batch_page
from server.temperature.models import TemperatureLog
from server.temperature.selectors import place_page, readings_by_place
from server.temperature.services import import_log, record_event
from server.tests.builders import DAY, ApiCase, begin, make_batch, make_log, make_person, make_place, now

GOOD = b"time,temp C\n2026-03-01 10:00,3.1\n2026-03-01 11:00,3.2\n2026-03-01 12:00,3.3\n"


class Importing(ApiCase):
    def setUp(self):
        super().setUp()
        self.place = make_place("Fridge")

    def send(self, raw, path="", **fields):
        file = SimpleUploadedFile("log.csv", raw)
        return self.client.post(f"/api/v1/temperature-logs/{path}", {"place": self.place.pk, "file": file} | fields, format="multipart")

    def test_it_is_looked_into_without_being_kept(self):
        found = self.send(GOOD + b"2026-03-01 12:00,9\nx,y\n", "look-into/").json()
        self.assertEqual((found["count"], found["left_out_count"]), (3, 2))
        self.assertEqual([(x["line"], x["fault"]) for x in found["left_out"]], [(5, "same_time"), (6, "no_time")])
        self.assertEqual(found["layout"]["unit"], "C")
        self.assertFalse(TemperatureLog.objects.exists())

    def test_what_was_guessed_can_be_said_otherwise(self):
        found = self.send(GOOD.replace(b"temp C", b"value"), "look-into/", unit="F").json()
        self.assertAlmostEqual(found["low_c"], (3.1 - 32) / 1.8)

    def test_the_same_readings_twice_are_noticed(self):
        self.assertEqual(self.send(GOOD).status_code, 201)
        self.assertProblem(self.send(GOOD), 409, "log_known")

    def test_a_file_of_something_else_leaves_nothing(self):
        for raw, code in (
            (b"", None),
            (b"\x89PNG\r\n\x1a\n\x00\x00", "not_text"),
            (b"dear all,\nno data\n", "log_no_columns"),
            (GOOD[:30], "no_readings"),
        ):
            answer = self.send(raw)
            self.assertIn(answer.status_code, (400, 422), raw)
            if code:
                self.assertIn(answer.json()["code"], {code, "log_no_columns"}, raw)
        self.assertFalse(TemperatureLog.objects.exists())

    def test_many_lines_left_out_are_asked_about_first(self):
        raw = GOOD + b"\n".join(b"2026-03-02 %02d:00,off" % h for h in range(9))
        body = self.assertProblem(self.send(raw), 422, "many_left_out", "/file")
        self.assertTrue(body["question"])
        self.assertIn("9 of 12 lines", body["detail"])
        self.assertEqual(self.send(raw, sure="true").json()["left_out"], 9)

    def test_a_log_taken_back_counts_no_longer_and_can_be_read_in_again(self):
        made = self.send(GOOD).json()
        self.assertEqual(self.client.post(f"/api/v1/temperature-logs/{made['id']}/take-back/").status_code, 204)
        self.assertEqual(self.client.get("/api/v1/temperature-logs/").json()["results"], [])
        self.assertEqual(self.send(GOOD).status_code, 201)

    def test_a_year_at_five_minutes_comes_back_as_it_was_and_its_cold_is_quick(self):
        start = datetime(2025, 3, 1, tzinfo=UTC)
        temps = np.round(3 + 2 * np.sin(np.arange(105_000) / 40), 1)
        lines = [f"{(start + timedelta(minutes=5 * i)).isoformat()},{t}" for i, t in enumerate(temps)]
        began = time.process_time()
        log = import_log(by=make_person(), place=self.place, name="year", text="time,temp\n" + "\n".join(lines), at=now(), said={})
        took = time.process_time() - began
        self.assertEqual((log.count, log.left_out), (105_000, []))
        with self.assertNumQueries(1):
            readings = readings_by_place([self.place])[self.place.pk]
        np.testing.assert_allclose(readings.temps, temps, atol=1e-9)
        began = time.process_time()
        place_page(self.place, now())
        # the page of a year is a small part of reading it in, whatever the machine
        self.assertLess(time.process_time() - began, took / 2)


class TooFewReadings(ApiCase):
    def test_two_readings_are_no_cold_and_the_reason_is_said(self):
        fridge = make_place("Fridge")
        bag = make_batch(place=fridge)
        begin(bag, 56)
        make_log(fridge, [3.0, 3.0], hours=24)
        page = place_page(fridge, now())
        self.assertEqual((page.effective_days, page.reason), (None, "fewer_than_three_readings"))
        cold = batch_page(bag, now()).cold
        self.assertEqual((cold.days, cold.reason), (None, "fewer_than_three_readings"))

    def test_hours_just_outside_the_band_are_listed(self):
        fridge = make_place("Fridge")
        make_log(fridge, [3.0] * 24 + [6.3] * 12 + [3.0])
        page = place_page(fridge, now())
        self.assertAlmostEqual(page.effective_days, 1.0)
        self.assertAlmostEqual(page.just_outside_hours, 12)


class TwoLogs(ApiCase):
    def test_the_later_import_counts_where_both_have_a_reading(self):
        place = make_place("Fridge")
        # readings of one second: the clock may go on between the two
        until = now()
        make_log(place, [3.0] * 10, until=until)
        make_log(place, [5.0] * 5, until=until)
        readings = readings_by_place([place])[place.pk]
        self.assertEqual(list(readings.temps), [3.0] * 5 + [5.0] * 5)

    def test_a_shelf_without_a_log_has_that_of_what_holds_it(self):
        fridge = make_place("Fridge")
        shelf = make_place("upper", parent=fridge)
        make_log(fridge, [3.0] * 5)
        self.assertEqual(len(readings_by_place([shelf])[shelf.pk].temps), 5)


class TheColdOfABatch(ApiCase):
    def setUp(self):
        super().setUp()
        self.fridge, self.cellar = make_place("Fridge"), make_place("cellar")
        self.batch = make_batch(place=self.fridge)
        begin(self.batch, 10)

    def test_a_freeze_marks_every_bag_that_lay_there_once_and_no_other(self):
        other = make_batch(place=self.cellar)
        begin(other, 10)
        make_log(self.fridge, [3.0] * 100 + [-1.5] * 6 + [3.0] * 100)
        events = batch_page(self.batch, now()).events
        self.assertEqual([(e.kind, e.extreme_c, e.from_log) for e in events], [(PlaceTrouble.FROZE, -1.5, True)])
        self.assertEqual(batch_page(other, now()).events, [])

    def test_each_stretch_counts_from_the_log_of_where_it_lay(self):
        make_log(self.fridge, [3.0] * 241)
        make_log(self.cellar, [12.0] * 241)
        move(by=make_person(), batch=self.batch, place=self.cellar, at=now() - 4 * DAY)
        cold = batch_page(self.batch, now()).cold
        self.assertAlmostEqual(cold.days, 6, delta=0.1)
        self.assertAlmostEqual(cold.warm_hours, 96, delta=2)
        self.assertEqual(cold.needed_days, 56)

    def test_the_date_is_that_of_the_last_known_week_s_pace(self):
        make_log(self.fridge, [3.0] * 241)
        cold = batch_page(self.batch, now()).cold
        self.assertAlmostEqual((cold.enough_on - now()) / DAY, 46, delta=0.2)

    def test_without_a_log_nothing_is_said(self):
        self.assertIsNone(batch_page(self.batch, now()).cold)

    def test_what_a_person_saw_is_recorded_once_for_all_in_the_place_and_what_it_holds(self):
        shelf = make_place("upper", parent=self.fridge)
        inside = make_batch(place=shelf)
        begin(inside, 10)
        record_event(by=make_person(), place=self.fridge, kind=PlaceTrouble.POWER_CUT, at=now() - 3 * DAY, note="storm")
        for batch in (self.batch, inside):
            self.assertEqual([e.note for e in batch_page(batch, now()).events], ["storm"])
        late = make_batch(place=shelf)
        begin(late, 1)
        self.assertEqual(batch_page(late, now()).events, [])

    def test_an_event_that_ends_before_it_begins_is_refused(self):
        url = f"/api/v1/place-temperatures/{self.fridge.pk}/record-event/"
        body = {"kind": "froze", "at": now().isoformat(), "until": (now() - DAY).isoformat()}
        self.assertProblem(self.client.post(url, body), 422, "ends_before_begin", "/until")

    def test_the_simulated_logger_s_file_is_read_in_like_any_other(self):
        text = self.client.get(f"/api/v1/place-temperatures/{self.fridge.pk}/simulated-logger/").content
        file = SimpleUploadedFile("sim.csv", text)
        made = self.client.post("/api/v1/temperature-logs/", {"place": self.fridge.pk, "file": file}, format="multipart")
        self.assertEqual(made.json()["count"], 720)
        page = self.client.get(f"/api/v1/place-temperatures/{self.fridge.pk}/").json()
        self.assertGreater(page["effective_days"], 25)
        self.assertEqual(len(page["logs"]), 1)
