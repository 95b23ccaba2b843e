import pypdfium2

from journeys.browser import PHONE
from journeys.case import Journey
from server.lots.models import Lot
from server.lots.selectors import stocks
from server.sowing.models import Outcome, SowingPlan, TraySown
from server.tests.builders import trial_of


class FromTheResultToPlants(Journey):
    """A finished trial becomes a printed tray plan, a sown tray, and outcome."""

    def setUp(self):
        super().setUp()
        self.page.sign_in()
        self.lot = Lot.objects.get(code="SM-052")
        self.trial = trial_of("SM-052")

    def test_a_result_becomes_a_plan_a_sowing_and_what_came_of_it(self):
        self.chapters(
            self.from_a_finished_trial_to_a_printed_tray_plan,
            self.a_plan_is_changed_with_what_it_wanted_in_the_form,
            self.a_sowing_draws_from_the_lot_is_counted_on_the_phone_and_teaches_the_plant,
        )

    def from_a_finished_trial_to_a_printed_tray_plan(self):
        page = self.page
        page.open(f"/trials/{self.trial.pk}/decide", "Worth testing next")
        page.press("Plan the sowing")
        page.heading("Plan a sowing")
        page.text("Rests on “nick” in GLO-01")
        page.fill("Plants wanted", "150")
        page.text("at least 150 plants 9 times in 10")
        page.text("Dividing by the tested percentage gives")
        self.accessible("Planning a sowing")
        self.no_sideways_scrolling("Planning a sowing")
        page.tap("//input[@type='radio'][starts-with(@aria-label, 'One seed')]")
        page.text("nothing to thin.")
        page.press("Save plan")
        page.heading("150 plants by")
        plan = SowingPlan.objects.latest("pk")
        self.assertEqual((plan.seeds_per_cell, plan.treatment.name, plan.plants_wanted), (1, "nick", 150))
        self.assertEqual(plan.seeds, plan.cells)
        link = page.see("//a[contains(., 'Print the tray plan')]").get_attribute("href")
        words = pypdfium2.PdfDocument(self.fetched(link))[0].get_textpage().get_text_bounded()
        for said in (plan.code, "150 plants", f"{plan.cells} cells of 1", f"{plan.code}-T1", "emerged"):
            self.assertIn(said, words)

    def fetched(self, address):
        """What an address of the server gives to who is signed in."""
        script = """
            const done = arguments[arguments.length - 1]
            fetch(arguments[0]).then(r => r.arrayBuffer()).then(b => done(Array.from(new Uint8Array(b))))
        """
        return bytes(self.browser.driver.execute_async_script(script, address))

    def a_plan_is_changed_with_what_it_wanted_in_the_form(self):
        page, plan = self.page, SowingPlan.objects.get(lot__code="PT-040")
        before = (plan.plants_wanted, plan.seeds_per_cell, plan.cells)
        page.open(f"/sowing/{plan.pk}", "antelope bitterbrush")
        page.press("Change it")
        page.heading(f"Change {plan.code}")
        page.text("in its history")
        page.fill("Plants wanted", str(plan.plants_wanted + 60))
        page.fill("Note", "sixty more for the wash")
        page.text(f"at least {plan.plants_wanted + 60} plants 9 times in 10")
        page.press("Change the plan")
        page.heading(f"{plan.plants_wanted + 60} plants by")
        page.text("sixty more for the wash")
        plan.refresh_from_db()
        self.assertEqual((plan.plants_wanted, plan.seeds_per_cell), (before[0] + 60, before[1]))
        self.assertGreater(plan.cells, before[2])
        self.assertEqual(plan.history.earliest().plants_wanted, before[0])

    def a_sowing_draws_from_the_lot_is_counted_on_the_phone_and_teaches_the_plant(self):
        page, plan = self.page, SowingPlan.objects.get(lot__code="PT-040")
        before = stocks([plan.lot_id])[plan.lot_id].seeds
        page.open(f"/sowing/{plan.pk}", "antelope bitterbrush")
        page.press("Put the seed into a bag")
        page.press("Put into the bag")
        page.text(f"{plan.lot.code}-B")
        self.assertEqual(stocks([plan.lot_id])[plan.lot_id].seeds, before - plan.seeds)
        page.press("Sown now")
        page.press("Record the sowing")
        # the bag is still in: it is asked about, and the answer is one press away
        page.text("Still in treatment")
        page.press("Yes, record it")
        page.wait.until(lambda _: TraySown.objects.filter(tray__plan=plan).exists())
        tray = plan.trays.first()
        self.browser.size(*PHONE)
        self.addCleanup(self.browser.size, 1280, 800)
        page.press(f"Count {tray.code}")
        self.no_sideways_scrolling("A tray on the phone")
        page.fill("emerged, all so far", "40")
        page.press("Record the count")
        page.text("emerged in the tray")
        self.assertEqual(Outcome.objects.filter(tray=tray).get().count, 40)
        page.press(f"Count {tray.code}")
        page.press("thinned out")
        page.fill("thinned out, all so far", "55")
        page.press("Record the count")
        page.text("55 thinned out in")
        page.press("Cancel")
        page.open(f"/plants/{plan.lot.taxon_id}", "antelope bitterbrush")
        page.text("your own tray gave")
        # what was asked about is answered as 422, which browsers write down
        self.refused("422")
