import tempfile
from pathlib import Path

import segno
from PIL import Image
from selenium.webdriver.common.keys import Keys

from journeys.browser import DESK, OFFLINE, PHONE
from journeys.case import Journey
from journeys.pages.new_trial import word_question
from server.labels.models import LabelPrint
from server.lots.models import Lot
from server.lots.selectors import stocks
from server.record_kinds.selectors import valid
from server.reference.models import Photo
from server.stands.models import Harvest, Stand, Visit


class FromTheStandToTheStore(Journey):
    """A phone at a stand without signal, a harvest, a bag that is dried, weighed, stored and labelled."""

    def setUp(self):
        super().setUp()
        self.folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        self.page.sign_in()
        self.browser.size(*PHONE)
        self.addCleanup(self.browser.size, *DESK)

    def photo(self) -> str:
        path = self.folder / "stand.jpg"
        Image.new("RGB", (2400, 1800), "olive").save(path)
        return str(path)

    def test_from_the_visit_to_a_named_and_stored_lot(self):
        self.chapters(
            self.a_visit_with_a_photo_takes_three_taps_without_signal_and_arrives_once,
            self.a_visit_that_waits_outlives_the_page_and_leaves_from_any_other,
            self.a_slip_is_taken_back_in_one_tap_and_stays_to_be_seen,
            self.from_the_harvest_to_a_stored_lot_with_its_label,
            self.naming_the_stand_names_its_lot_everywhere,
        )

    def a_visit_with_a_photo_takes_three_taps_without_signal_and_arrives_once(self):
        page, stand = self.page, Stand.objects.get(place_name="Ember Spring")
        before = Visit.objects.filter(stand=stand).count()
        page.open(f"/stands/{stand.pk}", "rubber rabbitbrush")
        page.see("//h2[contains(., 'How ripe is it?')]")
        photos = Photo.objects.count()
        self.browser.network(offline=True)
        # one: how ripe; two: the photo; three: record
        page.press("most")
        page.driver.find_element("css selector", "input[type=file]").send_keys(self.photo())
        page.see("//img[@alt='The photo just taken']")
        page.press("Record the visit")
        page.text("1 visit waiting to send, safe on this device.")
        self.assertEqual(Visit.objects.filter(stand=stand).count(), before)
        self.browser.network(offline=False)
        page.run("window.dispatchEvent(new Event('online'))")
        page.see("//ol//strong[contains(., '80 % ripe')]")
        page.text("The visit is saved.")
        visit = valid(Visit.objects.filter(stand=stand)).latest("recorded_at")
        self.assertEqual((Visit.objects.filter(stand=stand).count(), Photo.objects.count()), (before + 1, photos + 1))
        self.assertEqual((visit.share_ripe, visit.photo.width), (0.8, 1600))
        self.refused(OFFLINE)

    def a_visit_that_waits_outlives_the_page_and_leaves_from_any_other(self):
        page, stand = self.page, Stand.objects.get(place_name="Ember Spring")
        page.open(f"/stands/{stand.pk}", "rubber rabbitbrush")
        page.see("//h2[contains(., 'How ripe is it?')]")
        self.browser.network(offline=True)
        page.press("all")
        page.press("Record the visit")
        page.text("1 visit waiting to send")
        page.driver.get("about:blank")
        self.browser.network(offline=False)
        page.open("/lots", "Lots")
        page.wait.until(lambda _: valid(Visit.objects.filter(stand=stand, share_ripe=1)).count() == 1)
        self.refused(OFFLINE)

    def a_slip_is_taken_back_in_one_tap_and_stays_to_be_seen(self):
        page, stand = self.page, Stand.objects.get(place_name="Ember Spring")
        page.open(f"/stands/{stand.pk}", "rubber rabbitbrush")
        page.press("Undo")
        page.text("(undone)")
        self.assertTrue(Visit.objects.filter(stand=stand, withdrawn=True).exists())

    def from_the_harvest_to_a_stored_lot_with_its_label(self):
        page, stand = self.page, Stand.objects.get(field_name="scree foot, unnamed A")
        page.open(f"/stands/{stand.pk}", "scree foot, unnamed A")
        page.press("Harvest")
        page.heading("Harvest at Larkspit Draw")
        page.see("//aside[contains(., 'treat as poisonous')]")
        page.press("trial")
        page.fill("Parent plants", "9")
        page.fill("≈ ripe seeds on the stand", "4000")
        page.fill("≈ seeds taken", "900")
        page.fill("Amount, if known", "3.2")
        page.press("Record the harvest")
        # the limits ask, with the numbers, and nothing typed is lost
        page.see("//*[@role='alert'][contains(., '9 parent plants; 50 are usual')][contains(., 'local rule')]")
        self.assertEqual(page.field("≈ seeds taken").get_attribute("value"), "900")
        self.assertEqual(Harvest.objects.filter(stand=stand).count(), 1)
        page.press("Yes, record it")
        page.see("//p[contains(@class, 'big')][normalize-space()='3.2 g']")
        lot = Lot.objects.latest("pk")
        self.assertEqual((lot.code, lot.harvest.stand, lot.leave), ("UN-001", stand, stand.leave_by))

        page.press("Move")
        page.pick("Place", "Seed store, box 1")
        page.pick("Container", "closed jar")
        page.press("Move here")
        page.see("//*[@role='alert'][contains(., 'Damp seed rots when it is sealed')]")
        page.press("Cancel")
        page.tap("//button[normalize-space()='Dry']")
        page.press("found dry")
        page.fill("Humidity around the seed, if measured", "31")
        page.press("Save")
        page.see("//dd[contains(., 'Dry: 31 % humidity')]")
        page.press("Move")
        page.pick("Place", "Seed store, box 1")
        page.pick("Container", "closed jar")
        page.press("Move here")
        page.see("//dd[contains(., 'box 1, in closed jar')]")

        page.press("Print labels")
        page.heading("Labels")
        page.see("//li[contains(., 'UN-001')]")
        page.press("Make the PDF")
        page.see("//a[contains(., 'The labels, as a PDF')]")
        self.assertEqual(LabelPrint.objects.get().lot, lot)
        self.browser.close_what_opens()
        self.refused("422")

    def naming_the_stand_names_its_lot_everywhere(self):
        page, stand = self.page, Stand.objects.get(field_name="scree foot, unnamed A")
        page.open(f"/stands/{stand.pk}", "scree foot, unnamed A")
        page.press("Name the plant")
        page.choose("Plant", "Lewis flax")
        page.press("Name it")
        page.heading("Lewis flax")
        page.open(f"/lots/{Lot.objects.get(code='SF-001').pk}", "Lewis flax")
        page.text("first called “scree foot, unnamed A”")


class HowMuch(Journey):
    """Millilitres become seeds by counted scoops; a trial draws; a recount puts right what the estimate said."""

    def setUp(self):
        super().setUp()
        self.page.sign_in()
        self.lot = Lot.objects.get(code="EN-047")
        self.page.open(f"/lots/{self.lot.pk}", "rubber rabbitbrush")

    def big(self, words: str) -> None:
        self.page.see(f"//p[contains(@class, 'big')][normalize-space()='{words}']")

    def test_amounts_are_measured_drawn_and_put_right(self):
        self.chapters(
            self.the_balance_fills_a_field_when_it_has_come_to_rest,
            self.scoops_a_draw_and_a_recount,
            self.more_than_there_is_is_refused_with_the_numbers_and_the_form_keeps_what_was_typed,
        )

    def scoops_a_draw_and_a_recount(self):
        page = self.page
        self.big("65 ml")
        page.press("Count samples")
        for n, count in enumerate(("62", "58", "66"), 1):
            if n > 1:
                page.press("Add a sample")
            page.fill("Seeds in the sample", count, row=n)
            page.fill("Scoop", "4", row=n)
        page.press("Save samples")
        self.big("≈ 1,008 ± 161")
        page.press("New trial of this lot")
        page.heading("New trial")
        word_question(page, "Does this rabbitbrush come up?")
        page.text("100 seeds")
        page.press("Start trial")
        page.heading("Does this rabbitbrush come up?")
        page.open(f"/lots/{self.lot.pk}", "rubber rabbitbrush")
        self.big("≈ 908 ± 161")
        page.press("Enter an amount")
        page.pick("Change", "recounted: this is what there is")
        page.fill("Amount", "871")
        page.fill("Reason or source", "counted twice")
        page.tap("//button[@type='submit'][contains(., 'Save amount')]")
        self.big("871")
        page.see("//tr[contains(@class, 'struck')][contains(., '65 ml')]")
        self.assertEqual(stocks([self.lot.pk])[self.lot.pk].seeds, 871)

    def more_than_there_is_is_refused_with_the_numbers_and_the_form_keeps_what_was_typed(self):
        page = self.page
        page.open(f"/lots/{Lot.objects.get(code='SM-060').pk}", "Munro's globemallow")
        page.press("Enter an amount")
        page.pick("Change", "lost or thrown out")
        page.fill("Amount", "40")
        page.tap("//button[@type='submit'][contains(., 'Save amount')]")
        page.text("40 seeds cannot be taken: only 14 are left.")
        self.assertEqual(page.field("Amount").get_attribute("value"), "40")
        page.fill("Amount", "4")
        page.tap("//button[@type='submit'][contains(., 'Save amount')]")
        self.big("10")
        self.refused("422")

    def the_balance_fills_a_field_when_it_has_come_to_rest(self):
        page = self.page
        page.press("Count samples")
        page.press("counted and weighed")
        page.press("Weigh: Mass")
        page.wait.until(lambda _: page.field("Mass").get_attribute("value") != "")
        page.text("from the simulated balance")
        self.assertGreater(float(page.field("Mass").get_attribute("value")), 0)
        page.press("Save samples")
        page.see("//tr[contains(., 'counted and weighed')]")


class Codes(Journey):
    """A code opens its thing, from a photo or typed, wherever it was read."""

    def setUp(self):
        super().setUp()
        self.page.sign_in()

    def test_a_code_opens_its_thing(self):
        self.chapters(
            self.a_photo_of_a_label_opens_its_lot,
            self.a_typed_code_opens_a_trial_and_a_wrong_one_says_so,
            self.the_path_in_a_code_is_an_address_of_the_app,
            self.without_a_camera_it_says_what_else_there_is,
            self.a_few_letters_find_a_thing_by_the_keyboard_alone,
            self.a_photo_without_a_code_says_how_to_hold_it,
        )

    def a_photo_of_a_label_opens_its_lot(self):
        page = self.page
        with tempfile.TemporaryDirectory() as folder:
            picture = str(Path(folder) / "label.png")
            segno.make("/c/HR-114", error="m", micro=False).save(picture, scale=8)
            page.open("/scan", "Scan")
            page.driver.find_element("css selector", "input[type=file]").send_keys(picture)
            page.heading("arrowleaf balsamroot")

    def a_typed_code_opens_a_trial_and_a_wrong_one_says_so(self):
        page = self.page
        page.open("/scan", "Scan")
        page.fill("Code", "no-such-1")
        page.tap("//button[@type='submit']")
        page.text("Nothing has the code “no-such-1”.")
        page.fill("Code", "bal-01")
        page.tap("//button[@type='submit']")
        page.heading("Does longer cold help arrowleaf balsamroot?")
        self.refused("404")

    def without_a_camera_it_says_what_else_there_is(self):
        page = self.page
        page.open("/scan", "Scan")
        page.press("Use the camera")
        page.text("The camera cannot be used. Take a photo, or type the code.")
        page.button("Use the camera")

    def a_few_letters_find_a_thing_by_the_keyboard_alone(self):
        page = self.page
        page.open("/places", "Places")
        page.type("/")
        field = page.see("//input[@role='combobox']")
        field.send_keys("nothing of this name")
        page.text("Nothing found for “nothing of this name”.")
        field.send_keys(Keys.CONTROL, "a")
        field.send_keys("arowleaf lot hr-114")
        page.text("Showing results for arrowleaf.")
        self.accessible("Find")
        page.see("//li[@role='option'][contains(., 'HR-114, Halfmoon Rim')]")
        field.send_keys(Keys.ENTER)
        page.heading("arrowleaf balsamroot")
        # what was opened lately is there before anything is typed
        page.type("/")
        page.see("//li[@role='option'][1][contains(., 'HR-114')]")
        page.see("//input[@role='combobox']").send_keys("new trial sm-060", Keys.DOWN, Keys.UP)
        page.see("//li[@role='option'][contains(., 'New trial: ')]")
        page.see("//input[@role='combobox']").send_keys(Keys.ENTER)
        page.heading("New trial")
        self.assertEqual(page.run("return location.search"), f"?lot={Lot.objects.get(code='SM-060').pk}")

    def a_photo_without_a_code_says_how_to_hold_it(self):
        page = self.page
        page.open("/scan", "Scan")
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "nothing.jpg"
            Image.new("RGB", (400, 300), "olive").save(path)
            page.driver.find_element("css selector", "input[type=file]").send_keys(str(path))
            page.text("No code was found in this photo.")

    def the_path_in_a_code_is_an_address_of_the_app(self):
        self.page.open("/c/TV-002", "meadow deathcamas")
        self.page.see("//aside[contains(., 'Poisonous') or contains(., 'poisonous')]")


class AtTheBench(Journey):
    """What is done with a lot is noted, questioned, taken back."""

    def setUp(self):
        super().setUp()
        self.page.sign_in()

    def test_lots_are_cleaned_divided_and_ended_and_places_kept(self):
        self.chapters(
            self.more_out_than_in_is_asked_about_and_a_slip_is_taken_back,
            self.floaters_and_sinkers_are_lots_and_the_graph_leads_to_them,
            self.a_lot_is_ended_and_taken_up_again,
            self.a_place_learns_its_climate,
        )

    def more_out_than_in_is_asked_about_and_a_slip_is_taken_back(self):
        page, lot = self.page, Lot.objects.get(code="RT-025")
        page.open(f"/lots/{lot.pk}", "skunkbush sumac")
        page.press("Clean")
        page.press("sieve")
        page.fill("In", "10")
        page.fill("Out", "12.4")
        page.press("Record the step")
        page.see("//*[@role='alert'][contains(., '12.4 g came out, but only 10 g went in')]")
        page.press("Yes, record it")
        page.see("//tr[contains(., 'sieve')][contains(., '124 % kept')]")
        page.press("Undo")
        page.see("//tr[contains(@class, 'struck')][contains(., 'sieve')]")
        self.refused("422")

    def floaters_and_sinkers_are_lots_and_the_graph_leads_to_them(self):
        page, lot = self.page, Lot.objects.get(code="PV-017")
        page.open(f"/lots/{lot.pk}", "chokecherry")
        page.see("//dd[contains(., 'would throw away ≈ 79 full seeds')]")
        page.tap("//*[name()='svg']//*[name()='text'][contains(., 'PV-018') or contains(., 'PV-902')]/..")
        page.see("//h1[contains(., 'floaters') or contains(., 'sinkers')]")

    def a_lot_is_ended_and_taken_up_again(self):
        page, lot = self.page, Lot.objects.get(code="SM-060")
        page.open(f"/lots/{lot.pk}", "Munro's globemallow")
        page.tap("//button[normalize-space()='End']")
        page.press("discarded")
        page.press("End this lot")
        page.see("//p[contains(@class, 'big')][normalize-space()='0']")
        page.press("Undo: keep the lot")
        page.see("//p[contains(@class, 'big')][normalize-space()='14']")

    def a_place_learns_its_climate(self):
        page = self.page
        page.open("/places", "Places")
        page.press("Add a place")
        page.fill("Name", "cellar")
        page.fill("Temperature, °C", "9")
        page.fill("Humidity, %", "150")
        page.press("Save place")
        page.text("A humidity of 150 % is impossible")
        page.fill("Humidity, %", "70")
        page.press("Save place")
        page.see("//tr[contains(., 'cellar')][contains(., 'not for long')]")
        self.refused("422")
