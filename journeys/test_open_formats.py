import tempfile
from pathlib import Path

from PIL import Image
from PIL.ExifTags import GPS, IFD, Base

from journeys.case import Journey
from server.lots.models import Lot
from server.stands.models import Stand

# 43° 24' 36" north, 119° 37' 12" west
NORTH, WEST = ((43.0, 24.0, 36.0), (119.0, 37.0, 12.0))


class InOpenFormats(Journey):
    """A stand from where a photo was taken, and a lot to passport descriptors and back."""

    def setUp(self):
        super().setUp()
        self.folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        self.page.sign_in()

    def taken_there(self):
        """A photo with the place and time that a camera wrote into it."""
        exif = Image.Exif()
        exif[Base.Make] = "a camera"
        where = {GPS.GPSLatitudeRef: "N", GPS.GPSLatitude: NORTH, GPS.GPSLongitudeRef: "W", GPS.GPSLongitude: WEST}
        exif.get_ifd(IFD.GPSInfo).update(where | {GPS.GPSAltitudeRef: b"\0", GPS.GPSAltitude: 1312.0})
        exif.get_ifd(IFD.Exif)[Base.DateTimeOriginal] = "2026:07:03 09:30:00"
        path = self.folder / "gate.jpg"
        Image.new("RGB", (600, 400), "olive").save(path, exif=exif)
        return str(path)

    def test_out_and_in(self):
        self.chapters(
            self.a_stand_is_where_its_photo_was_taken, self.a_lot_goes_to_passport_descriptors_and_comes_back, self.a_broken_file_is_named
        )

    def a_stand_is_where_its_photo_was_taken(self):
        page = self.page
        page.open("/stands/new", "Add stand")
        page.fill("Field name", "yellow daisy")
        page.fill("Place", "By the gate")
        page.driver.find_element("xpath", "//label[contains(., 'Position from a photo')]/input").send_keys(self.taken_there())
        page.text("Position taken from the photo of 3 Jul")
        self.assertEqual(page.field("Latitude, °").get_attribute("value"), "43.41")
        self.accessible("A stand from a photo")
        page.press("Save the stand")
        page.heading("yellow daisy")
        stand = Stand.objects.latest("pk")
        self.assertEqual((round(stand.latitude, 3), round(stand.longitude, 3), stand.elevation_m), (43.41, -119.62, 1312))

    def a_lot_goes_to_passport_descriptors_and_comes_back(self):
        page, lot = self.page, Lot.objects.get(code="LL-015")
        page.open("/import", "Import data")
        page.press("mcpd.csv")
        page.text("Amounts, tests, treatments, storage places, photos and history are not in them.")
        self.accessible("An open format")
        address = page.see("//a[contains(., 'Download mcpd.csv')]").get_attribute("href")
        table = page.run(f"return fetch('{address}?ids={lot.pk}').then((r) => r.text())")
        # the other nursery does not have it yet
        Lot.objects.filter(pk=lot.pk).update(code="LL-015-A")
        path = self.folder / "bank.csv"
        path.write_text(table, encoding="utf-8", newline="")
        page.driver.find_element("css selector", "input[aria-label='File to import']").send_keys(str(path))
        page.text("This file holds 1 lot.")
        page.tap("//main//button[normalize-space()='Import']")
        page.see("//p[@role='status'][contains(., 'Imported: 1 lot.')]")
        back = Lot.objects.get(code="LL-015")
        same = ("taxon", "origin_kind", "collected_on", "collector", "leave", "parents")
        self.assertEqual([getattr(back, f) for f in same], [getattr(lot, f) for f in same])

    def a_broken_file_is_named(self):
        page = self.page
        path = self.folder / "walk.gpx"
        path.write_bytes(b"<gpx><wpt lat='1'")
        page.driver.find_element("css selector", "input[aria-label='File to import']").send_keys(str(path))
        self.refused("422")
        page.see("//*[@role='alert'][contains(., 'walk.gpx')][contains(., 'line 1')][contains(., 'broken')]")
