import csv
import io
import zipfile

from server.exchange.tests.test_data_out import open_grown
from server.tests.builders import ApiCase, dishes_of
from server.trials.selectors.courses import course_of


class TimeToEvent(ApiCase):
    """The table for time-to-event analysis, and how the data are cited."""

    def setUp(self):
        super().setUp()
        self.trial = open_grown(none=(6, 7, 5), cold=(14, 16, 15))

    def file(self, name):
        answer = self.client.get(f"/api/v1/trials/{self.trial.pk}/export/{name}/")
        self.assertEqual(answer.status_code, 200)
        return answer.content

    def rows(self):
        return list(csv.DictReader(io.StringIO(self.file("time-to-event.csv").decode())))

    def test_the_seeds_of_each_dish_add_up_to_those_that_were_sown(self):
        for dish in dishes_of(self.trial):
            mine = [r for r in self.rows() if r["dish"] == dish.code]
            self.assertEqual(sum(int(r["count"]) for r in mine), dish.seeds)
            up = sum(int(r["count"]) for r in mine if r["ending"] == "germinated")
            self.assertEqual(up, course_of(dish).record.germinated)

    def test_intervals_follow_each_other_and_what_never_germinated_ends_at_infinity(self):
        for dish in dishes_of(self.trial):
            before = 0.0
            for r in (r for r in self.rows() if r["dish"] == dish.code):
                if r["ending"] == "germinated":
                    self.assertEqual(float(r["start"]), before)
                    self.assertGreaterEqual(float(r["end"]), before)
                    before = float(r["end"])
                else:
                    self.assertEqual(float(r["end"]), float("inf"))

    def test_it_lies_in_the_package_with_its_explanation_and_a_citation(self):
        with zipfile.ZipFile(io.BytesIO(self.file("package.zip"))) as box:
            told, cited = box.read("README.txt").decode(), box.read("citation.bib").decode()
            self.assertIn(b"remained", box.read("time-to-event.csv"))
        for word in ("germinated  ", "remained", "end", "replicate"):
            self.assertIn(word, told)
        self.assertTrue(cited.startswith("@misc{"))
        self.assertEqual(cited.count("{"), cited.count("}"))

    def test_a_change_makes_another_version(self):
        def version():
            return next(x for x in self.file("citation.bib").decode().splitlines() if "version" in x)

        before = version()
        self.assertEqual(version(), before)
        self.trial.question = "50 % & more {braces}?"
        self.trial.save()
        self.assertNotEqual(version(), before)
        self.assertIn("50 \\% \\& more \\{braces\\}?", self.file("citation.bib").decode())
