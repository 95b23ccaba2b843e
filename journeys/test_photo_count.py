import tempfile
from pathlib import Path

from PIL import Image

from core.simulate.pictures import Scene, SeedKind, render
from journeys.browser import DESK, PHONE
from journeys.case import Journey
from journeys.pages.marked_photo import MarkedPhoto
from server.lots.models import Calibration, CountedPhoto, Lot, QualityTest, StockEntry

FLAX = SeedKind((92, 58, 36), 2.0, 0.35)


class CountedInPhotos(Journey):
    """Seed is spread on paper, photographed and counted: found, corrected, recorded with the picture; then some of it cut."""

    def setUp(self):
        super().setUp()
        self.folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        self.page.sign_in()
        self.lot = Lot.objects.get(code="LL-015")
        self.photo = MarkedPhoto(self.page)

    def shot(self, name, **scene):
        """A photo of made-up seed as a file."""
        path = self.folder / name
        Image.fromarray(render(Scene(kind=FLAX, width=1200, height=900, **scene), 5).pixels).save(path, quality=90)
        return str(path)

    def choose(self, *paths):
        field = self.page.driver.find_element("css selector", "input[aria-label='Choose photos']")
        field.send_keys("\n".join(paths))

    def counted(self, seeds):
        """Wait until so many seeds are marked."""
        self.page.see(f"//p[contains(@class, 'count')][contains(., '{seeds}')]")

    def recorded(self, photos):
        """Wait until so many photos are recorded, and the lot's page is there again."""
        self.page.wait.until(lambda _: CountedPhoto.objects.count() == photos)
        self.page.see("//section[@aria-label='Amount']")

    def test_from_the_photo_to_the_records(self):
        self.chapters(
            self.a_photo_becomes_a_line_of_the_ledger_with_three_corrections,
            self.a_picture_of_no_use_says_why_and_is_left_out,
            self.cut_seed_is_judged_by_thumb,
        )

    def a_photo_becomes_a_line_of_the_ledger_with_three_corrections(self):
        page = self.page
        page.open(f"/lots/{self.lot.pk}", "Lewis flax")
        page.press("Count in a photo")
        page.heading("Photo count")
        self.choose(self.shot("clean.jpg", seeds=48, length_px=40, touching=0.0, chaff=0.0))
        self.counted(48)
        self.accessible("A photo with its marks")
        marks = self.photo.marks()
        # two marks are taken away, and one is set where there is none
        self.photo.tap(*marks[0])
        self.counted(47)
        self.photo.tap(*marks[5])
        self.counted(46)
        self.photo.tap(*marks[0])
        self.counted(47)
        page.fill("These seeds", "0.094")
        page.text("per 1,000 seeds")
        page.press("came in")
        page.fill("Note", "second sieve")
        page.press("Record 47 seeds")
        self.recorded(1)
        entry = StockEntry.objects.latest("pk")
        self.assertEqual((entry.lot, entry.amount_seeds, entry.known, entry.reason), (self.lot, 47, "photo", "second sieve"))
        counted = CountedPhoto.objects.get()
        self.assertEqual((counted.entry, len(counted.marks), counted.mass_g), (entry, 47, 0.094))
        self.assertEqual(Calibration.objects.latest("pk").counts, [47])
        page.open(f"/lots/{self.lot.pk}/photo-count", "Photo count")
        page.see("//section[@aria-label='Counted before']//button[contains(., '47')]")

    def a_picture_of_no_use_says_why_and_is_left_out(self):
        page = self.page
        grey = self.folder / "grey.jpg"
        Image.new("RGB", (800, 600), "#888").save(grey)
        self.choose(str(grey))
        page.see("//*[@role='alert'][contains(., 'Nothing was found on the paper')]")
        page.press("Leave this photo out")
        page.text("Spread the seed on plain paper")

    def cut_seed_is_judged_by_thumb(self):
        page = self.page
        self.browser.size(*PHONE)
        self.addCleanup(self.browser.size, *DESK)
        page.open(f"/lots/{self.lot.pk}/photo-count?work=cut", "Photo count")
        self.choose(self.shot("cut.jpg", seeds=12, length_px=60, touching=0.0, chaff=0.0))
        self.counted(12)
        first, second = self.photo.marks()[:2]
        for place, taps in ((first, 2), (second, 3)):
            for _ in range(taps):
                self.photo.tap(*place)
        page.press("The other 10 are full")
        page.press("Record the cut test of 12 seeds")
        self.recorded(2)
        test = QualityTest.objects.latest("pk")
        self.assertEqual((test.kind, test.full, test.empty, test.eaten), ("cut", 10, 1, 1))
