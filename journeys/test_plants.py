from datetime import timedelta
from uuid import uuid4

from journeys.browser import PHONE
from journeys.case import Journey
from server.lots.models import Lot
from server.people.models import Person
from server.reference.models import Taxon
from server.sowing.models import SowingPlan, Tray
from server.tests.builders import trial_of
from server.trials.models import Dish, Look
from server.trials.selectors.courses import course_of
from server.trials.services.looks import record_look
from server.trials.services.new_look import NewLook


class WhatIsKnownOfAPlant(Journey):
    """All years of a plant on one page; plants added and changed; a card for seed that is given away."""

    def setUp(self):
        super().setUp()
        self.page.sign_in()

    def test_a_plant_is_known_over_its_lots_and_years(self):
        self.chapters(
            self.from_the_list_to_a_plant_its_lots_and_its_next_sowing,
            self.a_plant_is_added_with_what_matters_for_sowing_and_changed_later,
            self.an_unnamed_plant_is_known_too_and_says_what_was_never_asked,
        )

    def from_the_list_to_a_plant_its_lots_and_its_next_sowing(self):
        page = self.page
        page.open("/plants", "Plants")
        page.driver.find_element("css selector", "input[type=search]").send_keys("flax")
        page.press("Lewis flax")
        page.heading("Treatments over all trials")
        page.text("Best so far: untreated seed")
        chart = page.see("//*[@role='img'][contains(@aria-label, 'LL-015')]")
        self.assertIn("% on", chart.get_attribute("aria-label"))
        card = page.see("//a[@aria-label='Seed card of LL-015']").get_attribute("href")
        kind = self.browser.driver.execute_async_script(
            "const done = arguments[1]; fetch(arguments[0]).then(r => done(r.headers.get('Content-Type')))", card
        )
        self.assertEqual(kind, "application/pdf")
        page.press("Plan a sowing")
        page.heading("Plan a sowing")
        self.assertIn("lot=", self.browser.driver.current_url)

    def a_plant_is_added_with_what_matters_for_sowing_and_changed_later(self):
        page = self.page
        page.open("/plants", "Plants")
        page.press("Add a plant")
        page.fill("Scientific name", "Linum perenne")
        page.fill("Common name", "blue flax")
        page.pick("Light", "wants light")
        page.fill("Years to flower", "2")
        page.press("Save plant")
        page.wait.until(lambda _: Taxon.objects.filter(scientific_name="Linum perenne").exists())
        made = Taxon.objects.get(scientific_name="Linum perenne")
        self.assertEqual((made.light_need, made.years_to_flower), ("light", 2))
        page.open(f"/plants/{made.pk}", "blue flax")
        page.text("flowers in its second year")
        page.press("Edit plant")
        page.fill("Years to flower", "900")
        page.press("Save plant")
        page.text("900 years from seed to flower cannot be meant")
        page.fill("Years to flower", "3")
        page.press("Save plant")
        page.text("flowers in its third year")
        self.refused("422")

    def an_unnamed_plant_is_known_too_and_says_what_was_never_asked(self):
        page, lot = self.page, Lot.objects.get(code="SF-001")
        page.open(f"/lots/{lot.pk}", "scree foot")
        page.press("Results for this plant")
        page.heading("scree foot, unnamed A")
        page.text("species not known yet")
        page.open(f"/plants/{Lot.objects.get(code='SC-011').taxon_id}", "blue elderberry")
        page.text("Nothing was tried yet.")
        page.text("named in the notes")
        # from what is open over all plants to a trial of it
        page.open("/questions", "Open questions")
        page.press("Named in the notes")
        page.see("//tr[contains(., 'help blue elderberry')]//a[normalize-space()='Plan a trial']").click()
        page.heading("New trial")
        self.assertIn("help blue elderberry", page.field("Question").get_attribute("value"))


class OtherWaysOfSowing(Journey):
    def setUp(self):
        super().setUp()
        self.page.sign_in()

    def test_seed_is_sown_by_a_typed_percent_beyond_the_lot_and_from_dishes(self):
        self.chapters(
            self.a_packet_that_was_never_tested_is_sown_by_a_typed_percent_into_the_ground,
            self.too_much_for_the_lot_is_asked_about_and_nothing_typed_is_lost,
            self.seedlings_potted_from_dishes_get_a_tray_and_its_labels_are_printed,
        )

    def a_packet_that_was_never_tested_is_sown_by_a_typed_percent_into_the_ground(self):
        page, lot = self.page, Lot.objects.get(code="LL-901")
        page.open(f"/sowing/new?lot={lot.pk}", "Plan a sowing")
        page.pick("Rests on", "Type a percentage")
        page.fill("Germinates, %", "70")
        page.fill("Number of seeds tested", "50")
        page.text("typed by hand, of 50 seeds taken as one dish")
        page.press("straight into the ground")
        page.fill("Square metres", "25")
        page.text("on 25 m² of ground")
        page.press("in a seed pan, pricked out")
        page.text("pricked out one by one")
        self.browser.size(*PHONE)
        self.addCleanup(self.browser.size, 1280, 800)
        self.no_sideways_scrolling("A sowing planned on the phone")
        self.accessible("A sowing planned on the phone")
        page.press("Save plan")
        page.heading("100 plants by")
        self.assertEqual(SowingPlan.objects.latest("pk").way, "pan")

    def too_much_for_the_lot_is_asked_about_and_nothing_typed_is_lost(self):
        page, lot = self.page, Lot.objects.get(code="SM-052")
        page.open(f"/sowing/new?lot={lot.pk}", "Plan a sowing")
        page.fill("Plants wanted", "4000")
        page.text("Plan fewer plants, or find more seed.")
        page.press("Save plan")
        page.text("Plan it anyway?")
        self.assertEqual(page.field("Plants wanted").get_attribute("value"), "4000")
        page.press("Yes, record it")
        page.heading("4000 plants by")
        page.press("Cancel the plan")
        page.text("This plan was cancelled.")
        page.press("Restore the plan")
        page.press("Sown now")
        self.refused("422")

    def seedlings_potted_from_dishes_get_a_tray_and_its_labels_are_printed(self):
        page, trial = self.page, trial_of("SF-001")
        dish = Dish.objects.filter(treatment__trial=trial, treatment__name="nick").first()
        at = course_of(dish).last_look.at + timedelta(hours=1)
        by = Person.objects.get(username="ws")
        record_look(by=by, dish=dish, new=NewLook(at=at, client_id=uuid4(), new_germinated=2, potted=2))
        page.open("/sowing", "Sowing")
        page.heading("Potted from dishes, in no tray yet")
        page.press("put them in a tray")
        page.press("Make the tray")
        page.wait.until(lambda _: Tray.objects.filter(trial=trial).exists())
        sown = SowingPlan.objects.filter(lot__code="SM-052").earliest("pk")
        page.open(f"/sowing/{sown.pk}", "globemallow")
        page.press("Tray labels")
        page.text("For the trays of")
        page.press("Make the PDF")
        page.text("The labels, as a PDF")
        self.browser.close_what_opens()
        self.assertEqual(Look.objects.filter(dish=dish, potted=2).count(), 1)
