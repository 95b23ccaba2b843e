import csv
import io
import json
import zipfile
from datetime import date, datetime
from uuid import uuid4

from django.test import TestCase
from jsonschema import Draft202012Validator
from openpyxl import load_workbook

from core.germination import compare_mgt, indices
from core.records import FATES, ClosingFates, CountRecord, Inspection
from core.vocabulary import Family
from server.evidence.selectors.comparison import comparison
from server.evidence.tests.grown import grown_trial
from server.exchange.formats.record import schema
from server.exchange.formats.text import defused, plain
from server.exchange.selectors.columns import Kind
from server.exchange.selectors.tables import INDICES, trial_tables
from server.tests.builders import ApiCase, dishes_of, look, make_person, make_recipe, now
from server.trials.models import Treatment
from server.trials.services.closings import close_dish, open_trial, retreat_ungerminated, set_aside


def open_grown(**counts):
    """A counted trial that may be read: opened, one dish set aside, one sent on, one closed."""
    trial = grown_trial(**counts)
    open_trial(by=make_person(), trial=trial, at=now(), version=1)
    trial.refresh_from_db()
    return trial


class Defusing(TestCase):
    def test_a_text_that_begins_like_a_formula_is_no_formula(self):
        for text in ("=1+1", "+A1", "-2", "@x", "\tx", "\r=1"):
            self.assertEqual(defused(text), f"'{text}")
        self.assertEqual(defused("cold, 4 weeks"), "cold, 4 weeks")

    def test_numbers_stay_numbers_and_undefined_stays_empty(self):
        self.assertEqual([plain(x) for x in (-2, 0.1, None, True, date(2026, 2, 28))], ["-2", "0.1", "", "true", "2026-02-28"])


class Files(ApiCase):
    def setUp(self):
        super().setUp()
        self.trial = open_grown(none=(6, 7, 5), cold=(14, 16, 15))

    def file(self, name):
        return self.client.get(f"/api/v1/trials/{self.trial.pk}/export/{name}/")

    def rows(self, name):
        answer = self.file(name)
        self.assertEqual(answer.status_code, 200, answer.content)
        return list(csv.DictReader(io.StringIO(answer.content.decode("utf-8"))))

    def test_looks_stand_in_long_form_one_line_a_look(self):
        rows = self.rows("looks.csv")
        self.assertEqual(len(rows), 6 * 6)
        self.assertEqual(sum(int(r["germinated"]) for r in rows if r["treatment"] == "cold"), 45)
        self.assertIn(f"{self.trial.code}-looks.csv", self.file("looks.csv")["Content-Disposition"])

    def test_a_name_that_is_a_formula_cannot_run_in_a_spreadsheet(self):
        Treatment.objects.filter(trial=self.trial, name="cold").update(name="=HYPERLINK(1)")
        self.assertEqual({r["treatment"] for r in self.rows("dishes.csv")}, {"none", "'=HYPERLINK(1)"})
        book = load_workbook(io.BytesIO(self.file("trial.xlsx").content))
        cells = [c for row in book["treatments"].iter_rows() for c in row if c.value == "=HYPERLINK(1)"]
        self.assertEqual([c.data_type for c in cells], ["s", "s"])

    def test_the_spreadsheet_keeps_types_and_explains_each_column(self):
        book = load_workbook(io.BytesIO(self.file("trial.xlsx").content))
        self.assertEqual(book.sheetnames, ["trial", "treatments", "dishes", "looks", "dictionary"])
        head, first = list(book["looks"].iter_rows(min_row=1, max_row=2, values_only=True))
        look_of = dict(zip(head, first, strict=True))
        self.assertIsInstance(look_of["at"], datetime)
        self.assertIsInstance(look_of["germinated"], int)
        told = {(r[0], r[1]): r for r in book["dictionary"].iter_rows(min_row=2, values_only=True)}
        for name in ("trial", "treatments", "dishes", "looks"):
            for cell in next(book[name].iter_rows(min_row=1, max_row=1, values_only=True)):
                self.assertTrue(told[name, cell][4], (name, cell))
        self.assertEqual(told["looks", "day"][3], "d")

    def test_the_json_keeps_to_its_published_schema(self):
        published = self.client.get("/api/v1/export-schema/").json()
        Draft202012Validator.check_schema(published)
        body = self.file("trial.json").json()
        self.assertEqual(list(Draft202012Validator(published).iter_errors(body)), [])
        body["looks"][0]["germinated"] = "many"
        self.assertTrue(list(Draft202012Validator(published).iter_errors(body)))

    def test_a_blind_trial_keeps_its_tables_to_itself(self):
        blind = grown_trial(none=(6, 7, 5), cold=(14, 16, 15))
        problem = self.assertProblem(self.client.get(f"/api/v1/trials/{blind.pk}/export/dishes.csv/"), 409, "blind")
        self.assertIn("Open the trial first", problem["detail"])

    def test_another_name_is_no_file(self):
        self.assertEqual(self.file("secrets.csv").status_code, 404)

    def test_the_same_data_give_the_same_package(self):
        self.assertEqual(self.file("package.zip").content, self.file("package.zip").content)

    def test_the_package_says_what_each_column_means(self):
        with zipfile.ZipFile(io.BytesIO(self.file("package.zip").content)) as box:
            told = json.loads(box.read("datapackage.json"))
            self.assertIn("trial.schema.json", box.namelist())
            for resource in told["resources"]:
                heads = next(csv.reader(io.StringIO(box.read(resource["path"]).decode())))
                self.assertEqual([f["name"] for f in resource["schema"]["fields"]], heads)
                self.assertTrue(all(f["description"] and f["type"] in set(Kind) for f in resource["schema"]["fields"]))

    def test_a_planned_trial_leaves_without_results(self):
        from server.tests.builders import make_trial

        planned = make_trial(blind=False)
        tables = trial_tables(planned)
        self.assertEqual(tables.looks.rows, [])
        self.assertEqual({r["share"] for r in tables.treatments.as_dicts()}, {None})


class Recomputing(ApiCase):
    """Everything a result says of counts can be worked out again from the package alone."""

    def setUp(self):
        super().setUp()
        self.trial = open_grown(none=(6, 7, 5, 6), cold=(14, 16, 15, 12))
        a, b, c, _ = dishes_of(self.trial, "cold")
        look(a, -3, 2)
        set_aside(by=make_person(), dish=b, at=b.sowings.get().at + (now() - b.sowings.get().at) / 4, why="spilled")
        close_dish(by=make_person(), dish=c, at=now(), client_id=uuid4(), found=ClosingFates(fresh=2, empty=1))
        retreat_ungerminated(by=make_person(), trial=self.trial, dishes=[a], at=now(), name="more cold", recipe=make_recipe())

    def package(self):
        answer = self.client.get(f"/api/v1/trials/{self.trial.pk}/export/package.zip/")
        with zipfile.ZipFile(io.BytesIO(answer.content)) as box:
            return {n: list(csv.DictReader(io.StringIO(box.read(f"{n}.csv").decode()))) for n in ("treatments", "dishes", "looks")}

    def test_every_index_comes_out_the_same(self):
        data = self.package()
        compared = {t.name: t for t in comparison(self.trial).treatments}
        told = {}
        for row in data["treatments"]:
            records = [
                self.record(d, data["looks"]) for d in data["dishes"] if d["treatment"] == row["treatment"] and not d["set_aside_at"]
            ]
            again = indices(records, float(row["i_horizon"]))
            for name in INDICES:
                with self.subTest(treatment=row["treatment"], index=name):
                    value = getattr(again, name)
                    if value is None:
                        self.assertEqual(row[f"i_{name}"], "")
                    else:
                        self.assertAlmostEqual(float(row[f"i_{name}"]), value, 9)
            told[row["treatment"]] = records
        for time in compare_mgt(list(told), list(told.values()), Family.ALL).treatments:
            self.assertAlmostEqual(time.lower, compared[time.id].doubt["mgt"].lower, 9)

    def record(self, dish, looks):
        own = [r for r in looks if r["dish"] == dish["dish"] and r["counts"] == "true"]
        seen = [Inspection(float(r["day"]), *(int(r[k]) for k in ("germinated", "abnormal", "rotted", "lost"))) for r in own]
        fates = ClosingFates.of({fate: int(dish[fate]) for fate in FATES}) if dish["fresh"] else None
        return CountRecord(int(dish["sown"]), tuple(seen), fates)

    def test_the_share_comes_out_the_same_from_its_own_scatter(self):
        from core.statistics import critical_value, wilson

        for row in self.package()["treatments"]:
            n, g = int(row["i_n"]), int(row["i_g"])
            ends = wilson(g / n, n / float(row["phi"]), critical_value(float(row["df"])))
            self.assertAlmostEqual(float(row["share_lower"]), ends.lower, 9)
            self.assertAlmostEqual(float(row["share_upper"]), ends.upper, 9)


class TheSchema(TestCase):
    def test_the_copy_in_the_docs_is_the_one_that_is_served(self):
        from django.conf import settings

        kept = settings.ROOT / "docs" / "exchange" / "trial.schema.json"
        self.assertEqual(json.loads(kept.read_text(encoding="utf-8")), schema())
