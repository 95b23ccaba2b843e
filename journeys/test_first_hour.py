from datetime import timedelta

from django.core.management import call_command
from django.utils import timezone
from selenium.webdriver.support.ui import WebDriverWait

from core.treatment import SCHOOLS
from journeys.case import Journey
from journeys.pages.counted import CountedPage
from journeys.pages.new_trial import propose
from server.lots.models import Lot
from server.people.models import Person
from server.recipes.models import Recipe
from server.reference.models import Place, Taxon
from server.trials.models import Dish, Trial

# seconds that laying out the demo may take on a busy machine
MADE_WITHIN = 150
MOST_ACTIONS = 40


class TheFirstHour(Journey):
    """From an empty installation to a trial that is laid out, along the stepping stones, and a look into the demo."""

    def lay_out(self) -> None:
        call_command("flush", interactive=False, verbosity=0)

    def setUp(self) -> None:
        super().setUp()
        self.counted = self.page = CountedPage(self.browser.driver, self.live_server_url)

    def test_six_stones_lead_to_a_trial(self):
        self.set_up()
        self.place()
        self.lot()
        self.trial()
        self.assertLessEqual(self.counted.actions, MOST_ACTIONS)
        self.demo()

    def stone(self, words: str) -> None:
        self.page.tap(f"//ol//a[.//strong[normalize-space()='{words}']]")

    def today(self, *done: str) -> None:
        """Go back to Today, where what was done is ticked."""
        self.page.tap("//header//a[normalize-space()='Today']")
        for words in done:
            self.page.text(f"{words} ✓")

    def set_up(self) -> None:
        page = self.page
        page.open("/", "Set up your nursery")
        page.fill("Your name", "Nora Wildgrass")
        page.fill("Password", "four words in a row")
        page.press("Set up nursery")
        page.heading("Your nursery is ready")
        self.accessible("the stepping stones")
        self.no_sideways_scrolling("the stepping stones")
        self.assertEqual(Person.objects.get().display_name, "Nora Wildgrass")
        self.assertEqual(Recipe.objects.count(), len(SCHOOLS))

    def place(self) -> None:
        page = self.page
        self.stone("Add a place")
        page.fill("Name", "Fridge")
        page.pick("Kind", "fridge")
        page.press("Save place")
        page.see("//td[contains(., 'Fridge')]")
        self.assertEqual(Place.objects.get().kind, "fridge")

    def lot(self) -> None:
        page = self.page
        self.today("Place")
        self.stone("Add a lot")
        page.choose("Plant, if known", "arrowleaf balsamroot")
        page.text("Needs long cold stratification")
        page.fill("Place", "Tallow Creek")
        page.fill("Permission", "own land")
        page.fill("Collected", "yesterday")
        page.press("Save lot")
        page.heading("arrowleaf balsamroot")
        lot = Lot.objects.get()
        self.assertEqual(lot.taxon, Taxon.objects.get())
        self.assertEqual(lot.collected_on, timezone.localdate() - timedelta(days=1))

    def trial(self) -> None:
        page = self.page
        page.press("Enter an amount")
        page.fill("Amount", "400")
        page.press("Save amount")
        page.see("//p[contains(@class, 'big')][contains(., '400')]")
        self.today("Place", "Lot")
        self.stone("Start a trial")
        page.choose("Lot", "arrowleaf balsamroot")
        page.press("Best treatment")
        self.assertIn("12 weeks cold, damp", propose(page))
        page.press("Start trial")
        page.heading("Set up")
        trial = Trial.objects.get()
        self.assertEqual(trial.treatments.count(), 4)
        self.assertTrue(Dish.objects.filter(treatment__trial=trial).exists())

    def demo(self) -> None:
        page = self.page
        self.today("Place", "Lot", "Trial")
        page.press("Explore the demo")
        # a whole nursery is laid out meanwhile
        patient = WebDriverWait(page.driver, MADE_WITHIN)
        patient.until(lambda _: page.shown("//*[contains(normalize-space(), 'These records are made up.')]"), "no demo to explore")
        page.see("//h1[contains(., 'round')]")
        self.assertEqual(Lot.objects.count(), 1)
        page.press("Skip a week")
        page.press("Leave and discard changes")
        page.text("Lot ✓")
        page.gone("//*[contains(., 'These records are made up.')]")
