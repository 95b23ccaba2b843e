"""Damaged files of every kind: each is refused with a reason or taken, and neither the server nor its memory suffers.

``make torture`` damages many more; here is a short form of it.
"""

import io
import json
import os
import zipfile
from datetime import UTC, datetime
from pathlib import Path
from random import Random
from urllib.error import HTTPError

import numpy as np
from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import tag
from openpyxl import Workbook
from PIL import Image

from core.temperature import log_csv
from core.vocabulary import Role
from scripts.demo_server import Api
from server.http.problems import CONTENT_TYPE
from server.tests.builders import ApiCase, dishes_of, look, make_lot, make_place, make_sown_trial, picture
from server.tests.damage import damaged
from server.tests.own_server import OwnServer
from server.trials.models import Trial

# of 3,000 pictures, one sixth as many spreadsheets, and as many files of our own
COUNT = int(os.environ.get("AWAKE_FURROW_DAMAGED", "60"))
SEED = int(os.environ.get("AWAKE_FURROW_DAMAGED_SEED", "8"))
MOST_MEMORY_KB = 600 * 1024


def spreadsheet():
    book = Workbook()
    page = book.active
    page.append(["treatment", "seeds", "sown", "day 3", "day 6", "day 9"])
    for n in range(12):
        page.append(["nick" if n % 2 else "none", 25, "2026-03-01", n, n + 1, 0])
    out = io.BytesIO()
    book.save(out)
    return out.getvalue()


def sheet(cells, declared="A1", more=()):
    """A spreadsheet of hand-made XML."""
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as box:
        with zipfile.ZipFile(io.BytesIO(spreadsheet())) as whole:
            for name in whole.namelist():
                if not name.startswith("xl/worksheets/"):
                    box.writestr(name, whole.read(name))
        head = '<?xml version="1.0"?>' + "".join(more)
        space = 'xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main"'
        box.writestr(
            "xl/worksheets/sheet1.xml",
            f'{head}<worksheet {space}><dimension ref="{declared}"/><sheetData>{cells}</sheetData></worksheet>',
        )
    return out.getvalue()


class DamagedCase(ApiCase):
    def setUp(self):
        self.client = self.as_role(Role.LEAD)
        self.client.raise_request_exception = False
        self.draw = Random(SEED)

    def answered(self, answer, what):
        """Taken, or refused with a reason; never an error of the server's."""
        error = repr(answer.exc_info[1]) if getattr(answer, "exc_info", None) else ""
        self.assertIn(answer.status_code, (200, 201, 400, 409, 422), f"{what}: {error or answer.content[:300]}")
        if answer.status_code >= 400:
            self.assertEqual(answer["Content-Type"], CONTENT_TYPE, what)
            self.assertGreater(len(answer.json()["detail"]), 20, what)
        return answer.status_code

    def looked_into(self, content, what):
        file = SimpleUploadedFile("file.bin", content)
        return self.answered(self.client.post("/api/v1/files/look-into/", {"file": file, "settled": "{}"}, format="multipart"), what)

    def own_files(self):
        """The files that a trial and a nursery leave as; the trial then makes room for its own file."""
        make_lot("KEEP-1")
        dish = dishes_of(make_sown_trial(dishes=1, blind=False))[0]
        look(dish, day=3, new_germinated=2)
        trial, files = dish.treatment.trial, {}
        for address in (f"trials/{trial.pk}/export/trial.json", f"trials/{trial.pk}/export/package.zip", "everything"):
            answer = self.client.get(f"/api/v1/{address}/")
            self.assertEqual(answer.status_code, 200, answer.content)
            files[address.rsplit("/", 1)[-1]] = answer.content
        Trial.objects.filter(pk=trial.pk).update(code="OTHER-1")
        return files


@tag("long")
class AtRandom(DamagedCase):
    def test_spreadsheets(self):
        whole = spreadsheet()
        self.assertEqual(self.looked_into(whole, "whole"), 200)
        found = [self.looked_into(damaged(whole, self.draw), f"spreadsheet {n} of seed {SEED}") for n in range(COUNT // 6)]
        self.assertGreater(found.count(422), len(found) / 2)

    def test_files_of_our_own(self):
        files = self.own_files()
        self.assertEqual(self.looked_into(files["trial.json"], "whole"), 200)
        for n in range(COUNT // 6):
            name = self.draw.choice(sorted(files))
            self.looked_into(damaged(files[name], self.draw), f"{name} {n} of seed {SEED}")

    def test_logs_of_a_thermometer(self):
        whole = log_csv(datetime(2026, 1, 1, tzinfo=UTC), np.full(200, 3.0)).encode()
        place = make_place()
        for n in range(COUNT // 2):
            body = {"place": place.pk, "file": SimpleUploadedFile("x.csv", damaged(whole, self.draw))}
            self.answered(self.client.post("/api/v1/temperature-logs/look-into/", body, format="multipart"), f"log {n} of seed {SEED}")

    def test_pictures(self):
        whole = [picture(kind).read() for kind in ("JPEG", "PNG", "WEBP")]
        refused = 0
        for n in range(COUNT):
            content = damaged(self.draw.choice(whole), self.draw)
            body = {
                "client_id": f"{n:08d}-0000-4000-8000-{SEED:012d}",
                "photo": SimpleUploadedFile("x", content),
            }
            refused += self.answered(self.client.post("/api/v1/photos/", body, format="multipart"), f"picture {n} of seed {SEED}") >= 400
        self.assertGreater(refused, COUNT / 3)


@tag("long")
class TinyFiles(DamagedCase):
    """A few kilobytes that ask for gigabytes."""

    def test_a_size_that_a_sheet_declares_is_not_believed(self):
        cells = '<row r="1"><c r="A1" t="inlineStr"><is><t>treatment</t></is></c></row>'
        self.assertEqual(self.looked_into(sheet(cells, "A1:XFD1048576"), "declared"), 200)

    def test_one_cell_at_the_far_end_of_each_row_is_counted(self):
        cells = "".join(f'<row r="{n}"><c r="XFD{n}"><v>1</v></c></row>' for n in range(1, 5000))
        self.assertEqual(self.looked_into(sheet(cells), "far cells"), 422)

    def test_a_row_far_down_is_counted(self):
        self.assertIn(self.looked_into(sheet('<row r="1048576"><c r="A1048576"><v>1</v></c></row>'), "far row"), (200, 422))

    def test_entities_are_not_taken(self):
        more = [f'<!ENTITY {chr(98 + n)} "{f"&{chr(97 + n)};" * 10}">' for n in range(9)]
        entities = ['<!DOCTYPE x [<!ENTITY a "aaaaaaaaaa">', *more, "]>"]
        cells = '<row r="1"><c r="A1" t="inlineStr"><is><t>&j;</t></is></c></row>'
        self.assertEqual(self.looked_into(sheet(cells, more=entities), "entities"), 422)

    def test_much_of_one_letter(self):
        cells = f'<row r="1"><c r="A1" t="inlineStr"><is><t>{"a" * 60_000_000}</t></is></c></row>'
        self.assertEqual(self.looked_into(sheet(cells), "one letter"), 422)

    def test_json_of_nothing_but_brackets(self):
        for text in (b'{"format": ' + b"[" * 100_000, b'{"a": [' + b"[]," * 2_000_000 + b"[]]}", b'{"a": NaN}', b'{"a": 1e999}'):
            self.assertEqual(self.looked_into(text, text[:20]), 422)

    def test_json_nested_deeper_than_any_file_and_halves_of_characters(self):
        for depth in (60, 900, 985):
            nested = b'{"format": "awake-furrow-trial", "trial": ' + b"[" * depth + b"]" * depth + b"}"
            self.assertEqual(self.looked_into(nested, f"{depth} deep"), 422)
        half = rb'{"format": "awake-furrow-trial", "question": "\ud800"}'
        self.assertEqual(self.looked_into(half, "half a character"), 422)

    def test_a_text_in_a_picture(self):
        from PIL.PngImagePlugin import PngInfo

        notes = PngInfo()
        notes.add_text("comment", "a" * 3_000_000, zip=True)
        out = io.BytesIO()
        Image.new("RGB", (40, 30)).save(out, "PNG", pnginfo=notes)
        body = {"client_id": "00000000-0000-4000-8000-000000000001", "photo": SimpleUploadedFile("x.png", out.getvalue())}
        self.answered(self.client.post("/api/v1/photos/", body, format="multipart"), "text in a picture")

    def test_a_picture_of_many_pixels_is_refused_before_it_is_opened(self):
        out = io.BytesIO()
        Image.new("1", (20_000, 20_000)).save(out, "PNG")
        body = {"client_id": "00000000-0000-4000-8000-000000000002", "photo": SimpleUploadedFile("x.png", out.getvalue())}
        self.assertEqual(self.answered(self.client.post("/api/v1/photos/", body, format="multipart"), "many pixels"), 422)


class ByHand(DamagedCase):
    """Files that somebody changed with an editor."""

    def trial(self, change):
        """A trial's file, changed; and what looking into it answers."""
        found = json.loads(self.own_files()["trial.json"])
        change(found)
        file = SimpleUploadedFile("trial.json", json.dumps(found).encode())
        return self.client.post("/api/v1/files/look-into/", {"file": file, "settled": "{}"}, format="multipart")

    def refused(self, change, words):
        self.assertIn(words, self.assertProblem(self.trial(change), 422, "damaged_file", "/file")["detail"])

    def test_an_unknown_word_is_named_with_its_place_and_those_there_are(self):
        self.refused(lambda f: f["trial"].update(criterion="when it looks right"), "trial.criterion is “when it looks right”; it can be")

    def test_a_look_of_a_dish_that_is_not_in_the_file_is_not_dropped(self):
        self.refused(lambda f: f["looks"][0].update(dish="ZZZZ"), "looks[0] is of dish “ZZZZ”")

    def test_fewer_than_none_a_time_without_a_zone_and_a_day_that_is_none(self):
        self.refused(lambda f: f["looks"][0].update(germinated=-2), "looks[0].germinated is -2")

    def test_times_and_days_are_read_before_anything_is_made(self):
        naive = "2026-03-04T09:30:00"
        self.refused(lambda f: f["looks"][0].update(at=naive), f"looks[0].at is “{naive}”, not a time with its zone")

    def test_a_column_that_is_missing_is_named(self):
        self.refused(lambda f: f["dishes"][0].pop("sown"), "'sown' is a required property")

    def test_a_file_of_the_first_edition_is_still_read(self):
        def first_edition(found):
            for row in found["treatments"]:
                for later in ("bags_planned", "bags", "n_eff"):
                    del row[later]

        self.assertEqual(self.trial(first_edition).status_code, 200)

    def test_a_code_of_another_hand_stops_no_later_trial(self):
        trial = make_sown_trial(dishes=1)
        Trial.objects.filter(pk=trial.pk).update(code=trial.code.split("-")[0] + "-02b")
        self.assertTrue(make_sown_trial(dishes=1, lot=make_lot("LL-016")).code.split("-")[1].isdecimal())


class MemoryOfTheServer(OwnServer):
    """What files do to the process that serves, measured by the machine."""

    def test_it_stays_small_whatever_comes(self):
        self.start()
        api, draw = Api(self.address), Random(SEED)
        bombs = [
            sheet("".join(f'<row r="{n}"><c r="XFD{n}"><v>1</v></c></row>' for n in range(1, 5000))),
            sheet('<row r="1"><c r="A1"><v>1</v></c></row>', "A1:XFD1048576"),
            b'{"a": [' + b"[]," * 2_000_000 + b"[]]}",
            b"1,2,3\n" * 900_000,
        ]
        out = io.BytesIO()
        Image.effect_noise((4000, 4000), 60).save(out, "PNG")
        for content in bombs:
            self.sent(api, "/api/v1/files/look-into/", "file", content, {"settled": "{}"})
        for n in range(max(8, COUNT // 10)):
            picture_ = damaged(out.getvalue(), draw) if n % 4 else out.getvalue()
            self.sent(api, "/api/v1/photos/", "photo", picture_, {"client_id": f"{n:08d}-0000-4000-8000-000000000009"})
        peak = next(line for line in Path(f"/proc/{self.server.pid}/status").read_text().splitlines() if line.startswith("VmHWM"))
        print(f"the server's memory at its most: {int(peak.split()[1]) >> 10} MB")
        self.assertLess(int(peak.split()[1]), MOST_MEMORY_KB)

    def sent(self, api, path, field, content, fields):
        try:
            api.upload(path, fields, "x", content, field=field)
        except HTTPError as error:
            self.assertIn(error.code, (400, 409, 413, 422), error.read()[:200])
