from django.core.management import call_command
from django.test import tag
from selenium.webdriver.common.keys import Keys

from journeys.case import Journey
from journeys.pages.count import CountPage
from journeys.pages.new_trial import word_question
from server.batches.models import BagLook, StepBegun
from server.lots.models import Lot
from server.lots.selectors import stocks
from server.people.models import Person
from server.practice.files import pass_time
from server.sowing.models import Outcome, SowingPlan
from server.trials.models import Closing, Dish, Look, Sown, Trial

# what comes up in a dish at each of the three weekly counts: cold wakes it, the control hardly
NEW = {"none": "010", "4 weeks": "542", "8 weeks": "761"}
SEEDS = 20


@tag("long")
class AYearAtANewNursery(Journey):
    """From an empty installation to a planted tray and a backup, as somebody on the first day would go."""

    def lay_out(self) -> None:
        call_command("flush", interactive=False, verbosity=0)

    def asked(self) -> None:
        """What was refused or asked stands in the console as 422, and nothing else does."""
        self.refused("422")

    def later(self, days: float) -> None:
        """The clock goes on: whatever was done moves into the past."""
        pass_time(days)

    def test_from_the_first_start_to_the_backup(self):
        self.first_start()
        self.stand_and_harvest()
        self.clean_measure_store()
        self.imbibition()
        self.ladder_and_trial()
        self.bags_and_rounds()
        self.sow_and_count()
        self.close_and_compare()
        self.sowing_and_outcome()
        self.backup()

    def first_start(self) -> None:
        page = self.page
        page.open("/", "Awake Furrow")
        page.heading("Set up your nursery")
        page.fill("Your name", "Nora Wildgrass")
        page.fill("Password", "short")
        page.press("Set up nursery")
        page.text("This password is too short.")
        self.asked()
        page.fill("Password", "four words in a row")
        page.press("Set up nursery")
        page.see("//h1[not(contains(., 'Awake Furrow'))]")
        lead = Person.objects.get()
        self.assertEqual((lead.role, lead.username, lead.initials), ("lead", "nora.wildgrass", "NW"))
        page.open("/places", "Places")
        for name, kind, degrees in (("Seed store", "room", "12"), ("Fridge", "fridge", "3"), ("Window", "shelf", "18")):
            page.press("Add a place")
            page.fill("Name", name)
            page.pick("Kind", kind)
            page.fill("Temperature, °C", degrees)
            page.press("Save place")
            page.see(f"//td[contains(., '{name}')]")
            # the list has it a moment before the form closes
            page.gone("//button[normalize-space()='Save place']")

    def stand_and_harvest(self) -> None:
        page = self.page
        page.open("/stands", "Stands")
        page.press("Add stand")
        page.fill("Field name", "slope by the gate, unnamed")
        page.fill("Place", "Tallow Creek")
        page.tap("//label[contains(., 'It is our own land')]/input")
        page.press("Save the stand")
        page.heading("slope by the gate, unnamed")
        page.press("most")
        page.press("Record the visit")
        page.text("The visit is saved.")
        page.press("Harvest")
        page.fill("Parent plants", "60")
        page.fill("≈ ripe seeds on the stand", "40000")
        page.fill("≈ seeds taken", "2000")
        page.fill("Amount, if known", "20")
        page.press("Record the harvest")
        page.see("//p[contains(@class, 'big')][normalize-space()='20 g']")
        self.lot = Lot.objects.get()

    def work(self, word: str) -> None:
        """Open one of the forms below the head of the lot."""
        self.page.tap(f"//div[@aria-label='Work on this lot']//button[normalize-space()='{word}']")

    def clean_measure_store(self) -> None:
        page = self.page
        self.work("Clean")
        page.press("Record the step")
        self.work("Dry")
        page.press("found dry")
        page.fill("Humidity around the seed, if measured", "30")
        page.press("Save")
        page.see("//dd[contains(., 'Dry: 30 % humidity')]")
        self.work("Count samples")
        page.press("counted and weighed")
        for n in (1, 2, 3):
            if n > 1:
                page.press("Add a sample")
            page.fill("Seeds in the sample", "100", row=n)
            page.fill("Mass", f"{1 + n / 100}", row=n)
        page.press("Save samples")
        page.see("//p[contains(@class, 'big')][contains(., '≈')]")
        self.work("Move")
        page.pick("Place", "Seed store")
        page.pick("Container", "closed jar")
        page.press("Move here")
        page.see("//dd[contains(., 'Seed store')]")
        self.assertGreater(stocks([self.lot.pk])[self.lot.pk].seeds, 1500)

    def imbibition(self) -> None:
        page = self.page
        self.work("Cut and test")
        page.press("imbibition test")
        for label, mass in zip(self.masses(), ("1.0", "1.4", "1.0", "1.5"), strict=True):
            page.fill(label, mass)
        page.press("Record the test")
        page.see("//*[contains(., 'imbibition')]")

    def masses(self) -> list[str]:
        form = "//section[@aria-label='Cut and test']//label[contains(., 'ntact') or contains(., 'icked')]"
        self.page.see(form)
        return list(dict.fromkeys(e.text for e in self.page.driver.find_elements("xpath", form) if e.text))

    def ladder_and_trial(self) -> None:
        page = self.page
        page.open("/recipes", "Recipes")
        page.press("New recipe")
        page.fill("Name", "cold, damp sand")
        page.press("Save recipe")
        page.see("//h3[contains(., 'cold, damp sand')]")
        page.press("Try several doses")
        page.fill("Doses, days, separated by spaces", "28 56")
        page.press("Make the recipes")
        page.text("Made: none, 4 weeks, 8 weeks.")
        page.tap("//a[contains(., 'start a trial of them')]")
        page.heading("New trial")
        page.pick("Lot", self.lot.code)
        word_question(page, "Amount cold does it want?")
        page.fill("Dishes per treatment", "4")
        page.fill("Seeds per dish", str(SEEDS))
        page.text("240 seeds")
        page.press("Start trial")
        page.heading("Amount cold does it want?")
        self.trial = Trial.objects.get()

    def bags_and_rounds(self) -> None:
        page = self.page
        page.open(f"/trials/{self.trial.pk}", "Amount cold does it want?")
        page.press("Put seed into bags")
        page.pick("Place", "Fridge")
        page.press("Put in bags")
        page.wait.until(lambda _: self.trial.treatments.exclude(recipe=None).first().dishes.exclude(batch=None).exists())
        batches = {d.batch for d in Dish.objects.exclude(batch=None)}
        for batch in sorted(batches, key=lambda b: b.pk):
            page.open(f"/batches/{batch.pk}", "slope by the gate")
            page.press("Begin: cold")
            page.press("Start now")
            page.see("//button[contains(., 'End this step now')]")
        self.assertEqual(StepBegun.objects.count(), 2)
        for made in (2, 4):
            self.later(7)
            page.open("/rounds", "Bags")
            page.press("others fine")
            page.wait.until(lambda _, made=made: BagLook.objects.count() == made)
            # the device knows that the server has both before the clock goes on: sent again, they would have another time
            page.open("/waiting", "Not sent yet")
            page.text("Everything is saved")
        self.later(42)

    def sow_and_count(self) -> None:
        page = self.page
        page.open(f"/trials/{self.trial.pk}/set-up", "Set up")
        page.press("Sown now, all 12 dishes")
        page.press("Out of treatment: sow")
        page.wait.until(lambda _: Sown.objects.count() == 12)
        names = dict(Dish.objects.values_list("code", "treatment__name"))
        count = CountPage(self.browser.driver, self.live_server_url)
        for week in range(3):
            self.later(7)
            count.open(f"/trials/{self.trial.pk}/count", "")
            for n in range(1, 13):
                count.dish_number(n)
                new = NEW[names[count.code]][week]
                count.next_dish(*([new] if new != "0" else []))
            count.wait.until(lambda _, week=week: Look.objects.count() == 12 * (week + 1))
            # and the device knows it
            count.nothing_waits()

    def close_and_compare(self) -> None:
        page = self.page
        self.later(8)
        page.open(f"/trials/{self.trial.pk}/close", "")
        page.see("//form")
        for field in page.driver.find_elements(
            "xpath",
            "//label[contains(., 'firm and fresh')]/following-sibling::input | //input[@id=//label[contains(., 'firm and fresh')]/@for]",
        ):
            field.send_keys(Keys.CONTROL, "a")
            field.send_keys("1")
        page.press("with these")
        page.wait.until(lambda _: Closing.objects.count() == 12)
        page.open(f"/trials/{self.trial.pk}", "Amount cold does it want?")
        page.press("Open it")
        page.press("Compare")
        page.heading("How many")
        page.open(f"/trials/{self.trial.pk}/decide", "Worth testing next")
        page.see("//*[contains(., '8 weeks') or contains(., '4 weeks')]")

    def sowing_and_outcome(self) -> None:
        page = self.page
        page.press("Plan the sowing")
        page.heading("Plan a sowing")
        page.fill("Plants wanted", "40")
        page.text("at least 40 plants 9 times in 10")
        page.press("Save plan")
        page.heading("40 plants by")
        plan = SowingPlan.objects.get()
        page.press("Put the seed into a bag")
        page.press("Put into the bag")
        page.see(f"//dd//a[normalize-space()='{plan.lot.code}-B3']")
        page.press("Sown now")
        page.press("Record the sowing")
        page.press("Yes, record it")
        self.later(21)
        page.open(f"/sowing/{plan.pk}", "40 plants by")
        tray = plan.trays.first()
        page.press(f"Count {tray.code}")
        page.fill("emerged, all so far", "38")
        page.press("Record the count")
        page.wait.until(lambda _: Outcome.objects.filter(tray=tray).exists())

    def backup(self) -> None:
        page = self.page
        page.open("/backups", "Backups")
        page.text("Sound.")
        page.press("Make a backup")
        page.text("Saved as awake-furrow_")
        page.open("/changes", "History")
        page.see(f"//a[normalize-space()='{self.trial.code}']")
        self.asked()
