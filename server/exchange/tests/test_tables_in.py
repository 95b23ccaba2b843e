import io
import json
from datetime import date, datetime
from typing import ClassVar
from uuid import uuid4

from django.core.files.uploadedfile import SimpleUploadedFile
from openpyxl import Workbook

from core.vocabulary import AmountUnit, OriginKind, Role
from server.evidence.selectors.comparison import comparison
from server.exchange.models import FileRead
from server.lots.models import Lot
from server.lots.selectors import stocks
from server.lots.services.descent import Part, split_lot
from server.record_kinds.stopping import stop
from server.tests.builders import CommittedApiCase, dishes_of, look, make_lot, make_person, make_taxon, make_trial, now
from server.trials.models import Dish, Look, Trial

WIDE = """Globemallow 2025,,,,,
treatment,dish,seeds,day 3,day 6,day 9
control,A,20,0,1,1
control,B,20,1,0,2
nick,C,20,7,4,1
nick,D,20,9,,3
Total,,80,17,5,7
"""
LOTS = """lot,species,place,collected,weight (g),origin kind
HR-9,Linum lewisii,Display garden,Aug 2024,12.5,garden
,scree thing,Halfmoon Rim,2024-08-14,,garden
"""


def upload(content, name="old.csv"):
    return SimpleUploadedFile(name, content.encode() if isinstance(content, str) else content)


class FileCase(CommittedApiCase):
    def look_into(self, content, name="old.csv", **settled):
        body = {"file": upload(content, name), "settled": json.dumps(settled)}
        answer = self.client.post("/api/v1/files/look-into/", body, format="multipart")
        self.assertEqual(answer.status_code, 200, answer.content)
        return answer.json()

    def read_in(self, content, name="old.csv", client_id=None, sure=False, **settled):
        """The lines of a reading; the last one says what came of it."""
        body = {"file": upload(content, name), "settled": json.dumps(settled), "client_id": client_id or uuid4(), "sure": sure}
        answer = self.client.post("/api/v1/files/", body, format="multipart")
        self.assertEqual(answer.status_code, 200)
        return [json.loads(line) for line in b"".join(answer.streaming_content).splitlines()]

    def problem(self, lines):
        return lines[-1]["problem"]


class WideCountsIn(FileCase):
    def setUp(self):
        super().setUp()
        self.lot = make_lot(code="SM-052")
        self.said = {"lot": self.lot.pk, "sown_on": "2025-03-01", "question": "How is the coat opened?"}

    def test_a_preview_says_what_would_be_made_and_keeps_nothing(self):
        seen = self.look_into(WIDE, **self.said)
        self.assertEqual((seen["shape"], seen["header_row"], seen["problem_count"]), ("wide_counts", 1, 0))
        self.assertEqual([c["meaning"] for c in seen["columns"]], ["treatment", "dish", "sown_seeds", "look", "look", "look"])
        trial = seen["trials"][0]
        self.assertEqual((trial["control"], trial["dishes"], trial["looks"], trial["seeds"]), ("control", 4, 11, 80))
        self.assertEqual([p["cell"] for p in seen["left_out"]], ["A7"])
        self.assertFalse(Trial.objects.exists() or FileRead.objects.exists())

    def test_it_becomes_a_trial_with_its_counts_and_draws_nothing_from_the_lot(self):
        before = stocks([self.lot.pk])[self.lot.pk].seeds
        lines = self.read_in(WIDE, **self.said)
        trial = Trial.objects.get(pk=lines[-1]["reading"]["trials"][0])
        found = {t.name: (t.germinated, t.sown) for t in comparison(trial).treatments}
        self.assertEqual(found, {"control": (5, 40), "nick": (24, 40)})
        self.assertEqual(trial.treatments.get(is_control=True).name, "control")
        self.assertEqual(stocks([self.lot.pk])[self.lot.pk].seeds, before)
        self.assertIn("1 trials, 4 dishes, 11 looks", lines[-1]["reading"]["sentence"])

    def test_codes_of_the_sheet_are_kept_where_they_can_be_and_the_others_are_told(self):
        self.read_in(WIDE, **self.said)
        self.assertTrue(Dish.objects.filter(code="A").exists())
        again = self.read_in(WIDE.replace("Globemallow", "Other"), **self.said)[-1]["reading"]
        self.assertEqual(len(again["renamed"]), 4)
        self.assertIn("row 3, “A”:", again["renamed"][0])

    def test_each_cell_that_cannot_be_taken_is_named_and_nothing_is_kept(self):
        bad = WIDE.replace("control,A,20,0", "control,A,20,x").replace("nick,C,20,7", "nick,C,9,7")
        problem = self.problem(self.read_in(bad, **self.said))
        self.assertEqual((problem["status"], problem["code"]), (422, "table_refused"))
        self.assertEqual([(p["cell"], p["value"]) for p in problem["problems"]], [("D3", "x"), ("E5", "4")])
        self.assertFalse(Trial.objects.exists() or FileRead.objects.exists())

    def test_the_lot_and_the_control_are_asked_for(self):
        seen = self.look_into(WIDE.replace("control", "soak"), sown_on="2025-03-01")
        words = " ".join(p["message"] for p in seen["problems"])
        self.assertIn("Of which lot", words)
        self.assertIn("Which treatment is the control? Choose one of “soak”, “nick”", words)

    def test_dates_that_can_be_read_in_two_ways_must_be_settled(self):
        table = "treatment,seeds,3/4/2025,7/4/2025\nnick,10,1,2\n"
        said = self.said | {"sown_on": "2025-03-01"}
        seen = self.look_into(table, **said)
        self.assertTrue(seen["order_open"])
        self.assertIn("Choose the order", seen["problems"][0]["message"])
        self.assertEqual(self.look_into(table, **said, day_order="dmy")["problem_count"], 0)

    def test_percents_without_counts_are_refused_with_the_reason(self):
        seen = self.look_into("treatment,result\nnick,64 %\nnone,10 %\n", **self.said, seeds=20)
        self.assertIn("no uncertainty", seen["problems"][0]["message"])
        self.assertEqual(seen["problems"][0]["cell"], "B1")

    def test_looks_to_come_are_refused(self):
        seen = self.look_into(WIDE, **(self.said | {"sown_on": now().date().isoformat()}))
        self.assertIn("not come yet", seen["problems"][0]["message"])

    def test_the_same_file_twice_is_noticed_and_the_same_reading_twice_is_one(self):
        reading = uuid4()
        first = self.read_in(WIDE, client_id=reading, **self.said)[-1]
        self.assertEqual(self.read_in(WIDE, client_id=reading, **self.said)[-1], first)
        problem = self.problem(self.read_in(WIDE, **self.said))
        self.assertEqual((problem["code"], problem["question"]), ("read_before", True))
        self.assertIn("imported by GR", self.look_into(WIDE, **self.said)["before"])
        self.assertIn("reading", self.read_in(WIDE, sure=True, **self.said)[-1])
        self.assertEqual(Trial.objects.count(), 2)

    def test_stopped_it_leaves_nothing(self):
        reading = uuid4()
        stop(reading)
        problem = self.problem(self.read_in(WIDE, client_id=reading, **self.said))
        self.assertEqual(problem["code"], "stopped")
        self.assertFalse(Trial.objects.exists() or Look.objects.exists() or FileRead.objects.exists())

    def test_stopped_while_it_writes_it_leaves_nothing_either(self):
        rows = "".join(f"t{n % 2},D{n},20,{n % 3},1,0\n" for n in range(700))
        reading = uuid4()
        body = {
            "file": upload("treatment,dish,seeds,day 3,day 6,day 9\n" + rows),
            "settled": json.dumps(self.said | {"control": "t0"}),
            "client_id": reading,
        }
        answer = self.client.post("/api/v1/files/", body, format="multipart")
        lines = []
        for line in answer.streaming_content:
            lines.append(json.loads(line))
            if "looks" in lines[-1].get("doing", ""):
                stop(reading)
        self.assertEqual(lines[-1]["problem"]["code"], "stopped")
        self.assertFalse(Trial.objects.exists() or Look.objects.exists())


class UndoneAsOne(FileCase):
    def setUp(self):
        super().setUp()
        self.lot = make_lot(code="SM-052")
        said = {"lot": self.lot.pk, "sown_on": "2025-03-01"}
        self.reading = self.read_in(WIDE, **said)[-1]["reading"]

    def undo(self):
        return self.client.post(f"/api/v1/files/{self.reading['id']}/undo/")

    def test_all_of_it_goes_and_can_be_read_in_again(self):
        self.assertEqual(self.undo().status_code, 200)
        self.assertFalse(Trial.objects.exists() or Dish.objects.exists() or Look.objects.exists())
        self.assertTrue(Trial.history.filter(history_type="-").exists())
        listed = self.client.get("/api/v1/files/").json()
        self.assertEqual([(r["undone"], r["undoes"]) for r in listed], [(False, True), (True, False)])
        answer = self.client.post(f"/api/v1/files/{self.reading['id']}/read-again/", {"client_id": uuid4()})
        self.assertIn("reading", json.loads(b"".join(answer.streaming_content).splitlines()[-1]))
        self.assertEqual(Look.objects.count(), 11)

    def test_not_while_somebody_has_counted_since(self):
        trial = Trial.objects.get()
        look(dishes_of(trial)[0], 20, 1)
        self.assertProblem(self.undo(), 409, "built_on")
        self.assertTrue(Trial.objects.exists())

    def test_not_twice(self):
        self.undo()
        self.assertProblem(self.undo(), 409, "undone_already")


class LongCountsAndLotsIn(FileCase):
    def test_long_lines_of_two_lots_become_two_trials(self):
        for code in ("SM-052", "PP-031"):
            make_lot(code=code)
        lines = ["lot,treatment,dish,seeds,sown,looked on,germinated,rotted"]
        for lot, dish in (("SM-052", "A"), ("PP-031", "B")):
            lines += [f"{lot},as sown,{dish},20,1 Mar 2025,5 Mar 2025,3,0", f"{lot},as sown,{dish},20,1 Mar 2025,9 Mar 2025,2,1"]
        reading = self.read_in("\n".join(lines))[-1]["reading"]
        self.assertEqual(len(reading["trials"]), 2)
        self.assertEqual(sorted(Look.objects.values_list("new_germinated", "new_rotted")), [(2, 1), (2, 1), (3, 0), (3, 0)])

    def test_lots_come_with_their_plant_their_date_as_known_and_their_amount(self):
        make_taxon()
        seen = self.look_into(LOTS)
        self.assertEqual((seen["shape"], seen["amount_unit"], seen["lot_count"]), ("lots", "g", 2))
        self.assertIn("become field names", seen["notes"][0])
        made = self.read_in(LOTS)[-1]["reading"]
        flax, scree = Lot.objects.filter(pk__in=made["lots"]).order_by("pk")
        self.assertEqual((flax.code, flax.taxon.common_name, flax.collected_precision), ("HR-9", "Lewis flax", "month"))
        self.assertEqual((scree.taxon, scree.field_name, scree.origin_kind), (None, "scree thing", OriginKind.GARDEN))
        self.assertEqual(stocks([flax.pk])[flax.pk].unconverted_unit, AmountUnit.GRAMS)
        self.client.post(f"/api/v1/files/{FileRead.objects.get().pk}/undo/")
        self.assertFalse(Lot.objects.exists())

    def test_lots_that_are_here_wild_without_leave_or_of_no_unit_are_refused_by_cell(self):
        make_lot(code="HR-9")
        table = LOTS.replace("garden", "wild").replace("weight (g)", "amount")
        said = {(p["cell"], p["message"].split(":")[0].split("?")[0]) for p in self.look_into(table)["problems"]}
        self.assertLessEqual(
            {
                ("A2", "Lot HR-9 is here already"),
                ("E2", "In what is the amount"),
                ("A3", "Who permitted collecting this wild seed"),
            },
            said,
        )

    def test_a_lot_with_seed_drawn_since_stays(self):
        self.read_in(LOTS)
        make_trial(lot=Lot.objects.get(code="HR-9"), treatments=("only",))
        answer = self.client.post(f"/api/v1/files/{FileRead.objects.get().pk}/undo/")
        self.assertProblem(answer, 409, "built_on")

    def test_a_spreadsheet_keeps_its_types_and_the_sheet_can_be_chosen(self):
        make_lot(code="SM-052")
        book = Workbook()
        book.active.title = "cover"
        page = book.create_sheet("counts")
        for row in (["treatment", "seeds", "sown", date(2025, 3, 4), datetime(2025, 3, 7)], ["as sown", 20, date(2025, 3, 1), 4, 5]):  # noqa: DTZ001  # a spreadsheet's
            page.append(row)
        out = io.BytesIO()
        book.save(out)
        seen = self.look_into(out.getvalue(), "old.xlsx", lot=Lot.objects.get().pk)
        self.assertEqual((seen["sheet"], seen["problem_count"], seen["order_open"]), ("counts", 0, False))
        problem = self.client.post(
            "/api/v1/files/look-into/",
            {"file": upload(out.getvalue(), "old.xlsx"), "settled": json.dumps({"sheet": "nowhere"})},
            format="multipart",
        )
        self.assertProblem(problem, 422, "no_sheet", "/file")


class FilesOfNoUse(FileCase):
    def test_each_is_refused_with_its_reason(self):
        cases = {
            "empty_file": b"",
            "unknown_file": b"\x00\x01\x02" * 50,
            "damaged_file": b"PK\x03\x04 broken",
        }
        for code, content in cases.items():
            with self.subTest(code):
                answer = self.client.post("/api/v1/files/look-into/", {"file": upload(content)}, format="multipart")
                self.assertProblem(answer, 422, code, "/file")
        self.assertProblem(
            self.client.post("/api/v1/files/look-into/", {"file": upload("{}")}, format="multipart"), 422, "unknown_file", "/file"
        )

    def test_helpers_and_readers_read_nothing_in(self):
        for role in (Role.COUNTER, Role.READER):
            client = self.as_role(role)
            for path in ("look-into/", ""):
                answer = client.post(f"/api/v1/files/{path}", {"file": upload(WIDE), "client_id": uuid4()}, format="multipart")
                self.assertProblem(answer, 403, "not_allowed")


class EveryFieldOfALot(FileCase):
    """Whatever the table of fields says is in the form (API), the list and the export, and an import takes it from there."""

    FACTS: ClassVar = {
        "origin_place": "Coldwell Flat", "altitude_band": "subalpine", "leave": "own ground", "collected_on": "2026-07-30",
        "collector": "RK", "parents": 12, "ripeness": "ripened_indoors", "purpose": "own_bed", "form": "outer seed", "note": "steep",
    }  # fmt: skip

    def test_what_was_typed_is_shown_leaves_in_a_table_and_comes_back(self):
        typed = {"code": "EF-1", "field_name": "scree thing", "origin_kind": "wild", **self.FACTS}
        answer = self.client.post("/api/v1/lots/", typed, format="json")
        self.assertEqual(answer.status_code, 201, answer.content)
        self.assertEqual(self.client.get("/api/v1/lots/").json()["results"][0]["facts"], {"altitude_band": "subalpine"})
        table = self.client.get("/api/v1/lots/export/lots.csv/").content.decode()
        Lot.everything.all().delete()
        self.assertEqual(self.read_in(table, "lots.csv", sure=True)[-1].get("problem"), None)
        back = self.client.get(f"/api/v1/lots/{Lot.objects.get().pk}/").json()
        self.assertEqual({name: back[name] for name in typed}, typed)

    def test_a_word_that_nobody_knows_is_refused_with_those_that_are(self):
        table = "lot,field name,altitude zone,origin kind\nEF-2,scree thing,high up,garden\nEF-3,scree thing,Montane,garden\n"
        problem = self.look_into(table)["problems"][0]
        self.assertEqual((problem["cell"], problem["value"]), ("C2", "high up"))
        self.assertIn("lowland, foothill, montane, subalpine or alpine", problem["message"])

    def test_parts_have_what_is_carried_and_not_what_the_seller_printed(self):
        lot = make_lot("EF-4", altitude_band="alpine", claimed_percent=80)
        part = split_lot(by=make_person(), lot=lot, parts=[Part(amount_seeds=10)], at=now())[0]
        self.assertEqual((part.altitude_band, part.claimed_percent), ("alpine", None))
