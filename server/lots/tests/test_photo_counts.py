import io
import json
import subprocess
import sys
from uuid import UUID, uuid4

import numpy as np
import pypdfium2
from django.conf import settings
from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import SimpleTestCase
from PIL import Image

from core.pictures import LARGE_SHEET, SMALL_SHEET
from core.pictures.find import find_seeds
from core.simulate.pictures import Scene, render
from core.vocabulary import Role
from server.lots.models import Calibration, CountedPhoto, QualityTest, StockEntry
from server.record_kinds.stopping import stop
from server.reference.models import Photo
from server.tests.builders import CommittedApiCase, make_lot, picture

SEEDS = 40


def seed_photo(seeds=SEEDS, chance=1, name="seed.jpg", **scene):
    """An uploaded photo of so many made-up seeds, none of which touch."""
    shown = {"width": 800, "height": 600, "touching": 0.0, "chaff": 0.0} | scene
    out = io.BytesIO()
    Image.fromarray(render(Scene(seeds=seeds, **shown), chance).pixels).save(out, "JPEG", quality=92)
    return SimpleUploadedFile(name, out.getvalue())


class PhotoCountCase(CommittedApiCase):
    def setUp(self):
        super().setUp()
        self.lot = make_lot(seeds=None)

    def look_through(self, photo=None, client_id=None, client=None, **more):
        """The lines of looking through a photo; the last says what was found, or why not."""
        body = {"client_id": client_id or str(uuid4()), "photo": photo or seed_photo()} | more
        answer = (client or self.client).post("/api/v1/photo-counts/", body, format="multipart")
        self.assertEqual(answer.status_code, 200, answer)
        return [json.loads(line) for line in b"".join(answer.streaming_content).splitlines()]

    def kept(self, photo=None):
        """A photo that was looked through and kept, as a count names it, with the marks that were found."""
        name = str(uuid4())
        found = self.look_through(photo, name)[-1]["found"]
        marks = [{"x": x, "y": y} for t in found["things"] if t["seeds"] for x, y in t["places"]]
        return {"photo": name, "marks": marks}

    def record(self, *photos, **what):
        return self.client.post(f"/api/v1/lots/{self.lot.pk}/photo-counts/", {"photos": list(photos)} | what)

    def refusal(self, photo):
        return self.look_through(photo)[-1]["problem"]


class LookingThrough(PhotoCountCase):
    def test_it_tells_how_far_it_is_and_what_was_found(self):
        lines = self.look_through()
        shares = [line["done"] for line in lines if "done" in line]
        self.assertEqual((shares, shares[-1]), (sorted(shares), 100))
        found = lines[-1]["found"]
        self.assertEqual((found["seeds"], found["width"], found["height"]), (SEEDS, 800, 600))
        self.assertEqual(sum(len(t["places"]) for t in found["things"] if t["seeds"]), SEEDS)

    def test_the_photo_is_kept_once_with_what_was_found(self):
        name, photo = str(uuid4()), seed_photo()
        first = self.look_through(photo, name)[-1]["found"]
        self.assertEqual(self.look_through(seed_photo(seeds=12), name)[-1]["found"], first)
        kept = Photo.objects.get()
        self.assertEqual(kept.client_id, UUID(name))
        self.assertEqual(self.client.get(f"/api/v1/photo-counts/{name}/").json(), first)

    def test_a_first_guess_for_a_dish_keeps_nothing(self):
        counter = self.as_role(Role.COUNTER)
        self.assertEqual(self.look_through(client=counter, keep=False)[-1]["found"]["seeds"], SEEDS)
        self.assertFalse(Photo.objects.exists())

    def test_stopped_work_leaves_nothing(self):
        name = uuid4()
        stop(name)
        self.assertEqual(self.look_through(client_id=str(name))[-1]["problem"]["code"], "stopped")
        self.assertFalse(Photo.objects.exists())

    def test_pictures_of_no_use_are_refused_with_the_reason(self):
        rows, cols = np.mgrid[0:600, 0:800]
        fur = (120 + 60 * np.sin(cols / 40) * np.cos(rows / 55)).astype(np.uint8)
        out = io.BytesIO()
        Image.fromarray(np.stack([fur] * 3, axis=-1)).save(out, "JPEG")
        cat = self.refusal(SimpleUploadedFile("cat.jpg", out.getvalue()))
        self.assertEqual((cat["code"], cat["errors"][0]["pointer"]), ("paper_not_plain", "/photo"))
        large = self.refusal(picture(size=(8400, 6000)))
        self.assertEqual(large["code"], "picture_too_large")
        self.assertIn("8400 × 6000", large["detail"])
        self.assertEqual(self.refusal(SimpleUploadedFile("x.jpg", b"\xff\xd8\xff broken"))["code"], "not_a_photo")
        self.assertEqual(self.refusal(picture(size=(40, 30)))["code"], "picture_too_small")
        self.assertFalse(Photo.objects.exists())


class InItsOwnProcess(SimpleTestCase):
    def test_the_server_does_not_load_the_library_for_images(self):
        asked = "import sys, django; django.setup(); import server.config.urls; sys.exit('skimage' in sys.modules)"
        done = subprocess.run([sys.executable, "-c", asked], cwd=settings.ROOT, capture_output=True, timeout=120, check=False)
        self.assertEqual((done.returncode, done.stderr), (0, b""))


class Recording(PhotoCountCase):
    def test_a_corrected_count_enters_the_ledger_with_its_error_and_picture(self):
        one = self.kept(seed_photo(seeds=60, touching=0.3, chaff=0.2, chance=4))
        one["marks"] = one["marks"][:-1]
        self.assertEqual(self.record(one, stock="in", reason="from the sieve").status_code, 201)
        entry = StockEntry.objects.get()
        self.assertEqual((entry.amount_seeds, entry.known, entry.reason), (len(one["marks"]), "photo", "from the sieve"))
        self.assertGreater(entry.se_seeds, 0)
        counted = CountedPhoto.objects.get()
        self.assertEqual((counted.entry, len(counted.marks), counted.seeds), (entry, len(one["marks"]), entry.amount_seeds))
        self.assertTrue(self.client.get(f"/api/v1/lots/{self.lot.pk}/").json()["stock"]["estimated"])

    def test_photos_are_added_up(self):
        self.record(self.kept(seed_photo(40)), self.kept(seed_photo(25, chance=2)), stock="in")
        self.assertEqual(StockEntry.objects.get().amount_seeds, 65)
        earlier = self.client.get(f"/api/v1/lots/{self.lot.pk}/photo-counts/").json()
        self.assertEqual(sorted((e["seeds"], e["recorded"]) for e in earlier), [(25, ["stock"]), (40, ["stock"])])

    def test_with_their_mass_they_become_weighed_samples(self):
        photos = [self.kept(seed_photo(40)) | {"mass_g": 0.1}, self.kept(seed_photo(42, chance=2)) | {"mass_g": 0.106}]
        self.record(*photos, stock="in", sample=True)
        samples = Calibration.objects.get()
        self.assertEqual((samples.counts, samples.amounts), ([40, 42], [0.1, 0.106]))
        missing = self.record(self.kept(seed_photo(30, chance=3)), sample=True)
        self.assertProblem(missing, 422, "missing", "/photos/0/mass_g")

    def test_cut_seed_is_a_test_of_fill_and_nothing_else(self):
        one = self.kept(seed_photo(20))
        states = ["full"] * 14 + ["empty"] * 4 + ["eaten"] * 2
        for mark, state in zip(one["marks"], states, strict=True):
            mark["state"] = state
        self.record(one, cut=True)
        test = QualityTest.objects.get()
        self.assertEqual((test.kind, test.tested, test.full, test.empty, test.eaten), ("cut", 20, 14, 4, 2))
        self.assertFalse(StockEntry.objects.exists())
        del one["marks"][0]["state"]
        self.assertProblem(self.record(self.kept(seed_photo(20)), cut=True), 422, "state_missing", "/photos/0/marks")

    def test_one_photo_counts_once_unless_it_was_undone(self):
        one = self.kept()
        self.assertProblem(self.record(one, one, stock="in"), 422, "counted_already", "/photos/1/photo")
        self.record(one, stock="in")
        self.assertProblem(self.record(one, stock="in"), 422, "counted_already", "/photos/0/photo")
        self.client.post(f"/api/v1/lots/{self.lot.pk}/take-back-stock/", {"entry": StockEntry.objects.get().pk})
        self.assertEqual(self.client.get(f"/api/v1/lots/{self.lot.pk}/photo-counts/").json(), [])
        self.assertEqual(self.record(one, stock="in").status_code, 201)

    def test_a_count_for_nothing_and_a_photo_without_a_search_are_refused(self):
        self.assertProblem(self.record(self.kept()), 422, "missing", "/stock")
        name = str(uuid4())
        self.client.post("/api/v1/photos/", {"client_id": name, "photo": picture()}, format="multipart")
        self.assertProblem(self.record({"photo": name, "marks": []}, stock="in"), 422, "not_looked_through", "/photo")


class Reading(PhotoCountCase):
    def read(self, *photos):
        return self.client.post("/api/v1/photo-counts/read/", {"photos": list(photos)}).json()

    def test_sizes_come_from_the_sheet_or_from_a_known_length(self):
        sheet = self.kept(seed_photo(30, width=900, height=1200, sheet=LARGE_SHEET, length_px=26))
        read = self.read(sheet)
        self.assertEqual(read["sizes"]["unit"], "mm")
        plain = self.kept(seed_photo(30, chance=3))
        self.assertEqual(self.read(plain)["sizes"]["unit"], "px")
        coin = {"first": {"x": 0.1, "y": 0.5}, "second": {"x": 0.6, "y": 0.5}, "length_mm": 40}
        measured = self.read(plain | {"length": coin})["sizes"]
        self.assertEqual(measured["unit"], "mm")
        self.assertAlmostEqual(measured["length"][0], 34 * 40 / 400, delta=0.5)

    def test_what_was_looked_at_has_less_doubt(self):
        one = self.kept(seed_photo(60, touching=0.3, chance=4))
        everything = list(range(len(self.client.get(f"/api/v1/photo-counts/{one['photo']}/").json()["things"])))
        self.assertGreater(self.read(one)["se"], 0)
        self.assertEqual(self.read(one | {"settled": everything})["se"], 0)
        refused = self.client.post("/api/v1/photo-counts/read/", {"photos": [one | {"settled": [9999]}]})
        self.assertProblem(refused, 422, "no_such_thing", "/photos/0/settled")

    def test_two_ends_too_near_are_refused(self):
        near = {"first": {"x": 0.1, "y": 0.5}, "second": {"x": 0.11, "y": 0.5}, "length_mm": 20}
        answer = self.client.post("/api/v1/photo-counts/read/", {"photos": [self.kept() | {"length": near}]})
        self.assertProblem(answer, 422, "ends_too_near", "/photos/0/ends")


class PhotoSheet(PhotoCountCase):
    def test_a_photo_of_the_printed_sheet_gives_its_scale(self):
        for sheet in (LARGE_SHEET, SMALL_SHEET):
            answer = self.client.get(f"/api/v1/photo-sheet/{sheet.name}/")
            page = pypdfium2.PdfDocument(answer.content)[0].render(scale=3).to_pil().convert("RGB")
            pixels = np.asarray(page).copy()
            px = 3 * 72 / 25.4
            # some seed is laid on it
            rows, cols = np.mgrid[0 : pixels.shape[0], 0 : pixels.shape[1]]
            for n in range(8):
                x, y = pixels.shape[1] / 2 + (n % 4 - 1.5) * 5 * px, (30 + 6 * (n // 4)) * px
                pixels[((cols - x) / (1.5 * px)) ** 2 + ((rows - y) / px) ** 2 < 1] = (110, 80, 60)
            found = find_seeds(pixels)
            self.assertEqual((found.sheet, found.count), (sheet.name, 8))
            self.assertAlmostEqual(np.median([t.length_mm for t in found.seeds if t.seeds]), 3, delta=0.15)

    def test_there_are_only_these_sheets(self):
        self.assertEqual(self.client.get("/api/v1/photo-sheet/huge/").status_code, 404)
