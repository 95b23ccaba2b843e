from datetime import date

from django.utils import timezone

from core.vocabulary import DayOrder
from core.wording import write_day
from server.people.models import Person
from server.tests.builders import DAY, ApiCase, make_lot, make_sown_trial, now


class WrittenForTheReader(ApiCase):
    """What core and services leave as values in a sentence is written in the units and date order of who asks."""

    ADVICE = {"steps": [{"kind": "cold_moist", "duration": 28, "temperature_c": 15}]}

    def read(self, **formats):
        Person.objects.update(**{"units": "metric", "dates": "dmy"} | formats)
        return self.client.post("/api/v1/recipes/check/", self.ADVICE).json()[0]["sentence"]

    def test_degrees(self):
        self.assertIn("15 °C is too warm for cold stratification. The usual range is 1 °C to 5 °C.", self.read())
        self.assertIn("59 °F is too warm for cold stratification. The usual range is 33.8 °F to 41 °F.", self.read(units="us"))

    def test_days_in_a_refusal(self):
        lot = make_lot("A-1", collected_on=date(2026, 8, 2))
        body = {"version": lot.version, "ended": "used_up", "on": "2026-08-12"}
        self.assertEqual(self.client.post(f"/api/v1/lots/{lot.pk}/end/", body).status_code, 200)
        for order, said in (("dmy", "12 Aug 2026"), ("mdy", "Aug 12, 2026"), ("ymd", "2026-08-12")):
            Person.objects.update(dates=order)
            problem = self.assertProblem(self.client.post(f"/api/v1/lots/{lot.pk}/end/", body | {"version": 2}), 409, "ended_already")
            self.assertEqual(problem["detail"], f"Lot A-1 has ended already, on {said}.")

    def test_a_kept_answer_is_written_anew_for_each_reader(self):
        sown = timezone.localdate(now() - 10 * DAY)
        trial = make_sown_trial(10)
        for order in DayOrder:
            Person.objects.update(dates=order)
            report = self.client.get(f"/api/v1/trials/{trial.pk}/report/").content.decode()
            self.assertIn(f"first sown on {write_day(sown, order)}.", report)
            self.assertNotIn("{{", report)

    def test_a_file_that_is_downloaded_stays_as_it_is(self):
        trial = make_sown_trial(10, question="Sown {{day 2026-08-02}}?", blind=False)
        file = self.client.get(f"/api/v1/trials/{trial.pk}/export/trial.json/")
        self.assertEqual(file.status_code, 200)
        self.assertIn("Sown {{day 2026-08-02}}?", b"".join(file).decode() if file.streaming else file.content.decode())
