import tempfile
from datetime import UTC, timedelta
from pathlib import Path
from uuid import uuid4

import numpy as np
from django.utils import timezone
from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys

from core.temperature import log_csv
from core.vocabulary import Role
from journeys.browser import DESK, OFFLINE, PHONE
from journeys.case import Journey
from journeys.pages.counted import CountedPage
from journeys.pages.new_trial import treatments, word_question
from server.batches.models import BagLook, Batch, StepEnded
from server.batches.selectors.courses import batches_in_use, course_of
from server.batches.selectors.plans import on_calendar
from server.batches.services.batches import NewBatch, put_in
from server.batches.services.steps import begin_step, checks_for
from server.lots.models import Lot
from server.people.models import Person
from server.people.selectors import work_calendar
from server.recipes.models import Recipe
from server.recipes.services import write_recipe
from server.reference.models import Place
from server.temperature.models import TemperatureLog
from server.trials.models import Treatment


def grower() -> Person:
    return Person.objects.get(role=Role.GROWER)


def bag(recipe: Recipe, place: Place, days_ago: float, lot: str = "LL-022") -> Batch:
    at = timezone.now() - timedelta(days=days_ago)
    plan = on_calendar(recipe, "start_together", timezone.localtime(at).date(), work_calendar())
    new = NewBatch(lot=Lot.objects.get(code=lot), recipe=recipe, seeds=10, place=place)
    batch = put_in(by=grower(), new=new, plan=plan, at=at - timedelta(hours=1), sure=True)
    step = recipe.steps.get(order=1)
    begin_step(by=grower(), batch=batch, step=step, at=at, client_id=uuid4(), confirmed=list(checks_for(batch, step)), confirmed_by="RK")
    return batch


class FromARecipeToBags(Journey):
    """A ladder is built, planned back from a date, and put into bags; a step that can hurt is confirmed."""

    def setUp(self):
        super().setUp()
        self.page.sign_in()

    def test_a_ladder_becomes_bags_and_what_can_hurt_is_confirmed(self):
        self.chapters(
            self.recipes_are_found_and_show_what_they_did,
            self.a_recipe_of_three_steps_takes_few_actions,
            self.a_ladder_is_built_and_planned_back_from_a_date_and_its_batches_are_put_in,
            self.a_series_of_five_doses_takes_few_actions_to_bags_in_the_fridge,
            self.acid_does_not_start_until_it_is_confirmed_and_the_timer_runs_to_the_second,
            self.an_overrun_is_shown_first,
        )

    def recipes_are_found_and_show_what_they_did(self):
        page = self.page
        page.open("/recipes", "Recipes")
        page.press("Smoke")
        page.gone("//h3[contains(., '8 weeks cold, damp sand')]")
        self.assertTrue(page.driver.current_url.endswith("opens=smoke"))
        page.press("All")
        page.see("//input[@aria-label='Find a recipe']").send_keys("8 weeks damp")
        page.gone("//h3[contains(., 'smoke water')]")
        self.assertIn("q=8+weeks+damp", page.driver.current_url)
        page.tap("//section[.//h3[normalize-space()='8 weeks cold, damp sand']]//button[normalize-space()='Details']")
        page.see("//li[contains(., 'arrowleaf balsamroot')][contains(., '%')]")
        self.accessible("a recipe's results")

    def a_recipe_of_three_steps_takes_few_actions(self):
        page = CountedPage(self.browser.driver, self.live_server_url)
        page.open("/recipes", "Recipes")
        page.press("New recipe")
        page.tap("//div[@aria-label='Add a step']//button[normalize-space()='nick']")
        page.press("Move earlier")
        page.tap("//div[@aria-label='Add a step']//button[normalize-space()='soak']")
        page.see("//*[@role='option'][contains(., 'Step 3: cold, damp sand 8 weeks')]")
        # the length by the keys of its handle, as a thumb would drag it
        page.tap("//*[@role='option'][contains(., 'Step 3')]")
        handle = page.see("//*[@role='slider'][@aria-label='target']")
        page.run("arguments[0].focus()", handle)
        page.type(Keys.ARROW_UP)
        page.see("//*[@role='option'][contains(., 'Step 3: cold, damp sand 9 weeks')]")
        self.accessible("the recipe bench")
        page.press("Save recipe")
        page.heading("nick, then 24 h soak, then 9 weeks cold, damp sand")
        self.assertLessEqual(page.actions, 15)
        recipe = Recipe.objects.get(name="nick, then 24 h soak, then 9 weeks cold, damp sand")
        self.assertEqual([(s.kind, s.duration) for s in recipe.steps.all()], [("nick", 0), ("soak", 24), ("cold_moist", 63)])

    def a_ladder_is_built_and_planned_back_from_a_date_and_its_batches_are_put_in(self):
        page = self.page
        page.open("/recipes", "Recipes")
        page.press("New recipe")
        page.see("//form//*[contains(., 'Starter recipe')]")
        page.fill("Name", "cold for a ladder")
        page.press("Save recipe")
        page.see("//h3[contains(., 'cold for a ladder')]")
        row = "//section[.//h3[normalize-space()='cold for a ladder']]"
        page.tap(f"{row}//button[contains(., 'Try several doses')]")
        page.fill("Doses, days, separated by spaces", "28 56")
        page.press("Make the recipes")
        page.text("Made: none, 4 weeks, 8 weeks.")
        page.tap("//a[contains(., 'start a trial of them')]")
        page.heading("New trial")
        page.wait.until(lambda _: treatments(page) == ["none", "4 weeks", "8 weeks"], "the doses are not on the bench")
        page.pick("Lot", "LL-022")
        word_question(page, "Amount cold does flax bear?")
        page.press("Start trial")
        page.heading("Amount cold does flax bear?")
        laid = Treatment.objects.filter(trial__question="Amount cold does flax bear?")
        self.assertEqual(
            list(laid.values_list("name", "dose", "dose_unit", "is_control")),
            [("none", 0, "d", True), ("4 weeks", 28, "d", False), ("8 weeks", 56, "d", False)],
        )
        page.driver.back()
        page.driver.back()
        page.heading("Recipes")
        page.tap(f"{row}//button[contains(., 'Try several doses')]")
        page.fill("Doses, days, separated by spaces", "28 56")
        page.press("Make the recipes")
        page.tap("//a[contains(., 'Plan them')]")
        page.heading("Plan treatments")
        page.see("//strong[contains(., 'cold for a ladder: 8 weeks')]")
        page.text("Starts are staggered so that all treatments are sown on one day")
        # a start moved by the arrow keys is planned again, and says what moved
        handle = page.see("//*[@role='slider'][contains(@aria-label, '8 weeks')]")
        page.run("arguments[0].focus()", handle)
        page.type("\ue012")  # arrow left
        page.text("Moved by hand: cold for a ladder: 8 weeks")
        page.see("//p[@role='status'][contains(., 'begins')]")
        page.pick("Lot", "LL-022")
        page.pick("Place of the bags", "upper shelf")
        before = Batch.objects.count()
        page.press("Put in 2 bags")
        page.heading("Lewis flax")
        self.assertEqual(Batch.objects.count(), before + 2)
        page.text("Starts on")

    def a_series_of_five_doses_takes_few_actions_to_bags_in_the_fridge(self):
        page = CountedPage(self.browser.driver, self.live_server_url)
        page.open("/recipes", "Recipes")
        page.tap("//section[.//h3[normalize-space()='8 weeks cold, damp sand']]//button[contains(., 'Try several doses')]")
        page.see("//*[@role='slider'][@aria-valuetext='16 weeks']")
        page.press("Make the recipes")
        page.text("Made: none, 4 weeks, 8 weeks, 12 weeks, 16 weeks.")
        page.tap("//a[contains(., 'Plan them')]")
        page.heading("Plan treatments")
        page.pick("Lot", "HR-097")
        page.pick("Place of the bags", "upper shelf")
        page.see("//*[name()='svg'][contains(@aria-label, 'upper shelf: at most')]")
        shown = page.see("//*[@role='slider'][contains(@aria-label, ': 16 weeks')]").get_attribute("aria-valuetext")
        before = set(Batch.objects.values_list("pk", flat=True))
        page.press("Put in 4 bags")
        page.heading("arrowleaf balsamroot")
        self.assertLessEqual(page.actions, 10)
        made = Batch.objects.exclude(pk__in=before)
        self.assertEqual(sorted(b.recipe.steps.get().duration for b in made), [28, 56, 84, 112])
        # what is kept is what was shown
        longest = next(b for b in made if b.recipe.steps.get().duration == 112)
        self.assertEqual(f"{timezone.localtime(course_of(longest).starts_at):%-d %b %Y}", shown)

    def acid_does_not_start_until_it_is_confirmed_and_the_timer_runs_to_the_second(self):
        page = self.page
        recipe = write_recipe(
            by=grower(),
            name="acid for a timer",
            steps=[{"kind": "acid", "duration": 15, "unit": "min"}, {"kind": "rinse", "duration": 10, "unit": "min"}],
        )
        plan = on_calendar(recipe, "start_together", timezone.localdate(), work_calendar())
        new = NewBatch(lot=Lot.objects.get(code="LL-022"), recipe=recipe, seeds=10)
        batch = put_in(by=grower(), new=new, plan=plan, at=timezone.now())
        page.open(f"/batches/{batch.pk}", "Lewis flax")
        page.press("Begin: acid")
        page.text("The gentler way: Sandpaper or hot water.")
        page.text("Start a second timer at the bench")
        page.press("Start now")
        page.text("Before acid starts, confirm:")
        # the refusal of the browser's own request is the one line in the console
        self.refused("422")
        for tick in page.driver.find_elements(By.CSS_SELECTOR, "fieldset input[type=checkbox]"):
            page.run("arguments[0].click()", tick)
        page.fill("Name of the person doing it", "RK")
        page.press("Start now")
        page.see("//button[contains(., 'End this step now')]")
        begun = course_of(batch).running.begun
        self.assertEqual(begun.confirmed_by, "RK")
        page.open("/timers", "Timers")
        # the browser's clock is moved by half an hour, and the page is loaded again: the server's clock counts
        moved = (
            "const Real = Date; const late = 1800000;"
            "window.Date = class extends Real { constructor(...a) { a.length ? super(...a) : super(Real.now() + late) }"
            " static now() { return Real.now() + late } }"
        )
        script = page.driver.execute_cdp_cmd("Page.addScriptToEvaluateOnNewDocument", {"source": moved})
        self.addCleanup(page.driver.execute_cdp_cmd, "Page.removeScriptToEvaluateOnNewDocument", script)
        page.open("/timers", "Timers")
        left = page.see("//section[contains(., 'LL-022')]//p[@role='timer']").text
        minutes, seconds = (int(x) for x in left.split(":"))
        due = (begun.due_at - timezone.now()).total_seconds()
        self.assertAlmostEqual(60 * minutes + seconds, due, delta=2)
        page.tap("//section[contains(., 'LL-022')]//button[contains(., 'Stop')]")
        page.see("//p[@role='status'][contains(., 'are recorded')]")
        self.assertLess(abs((StepEnded.objects.latest("pk").at - timezone.now()).total_seconds()), 5)

    def an_overrun_is_shown_first(self):
        recipe = write_recipe(by=grower(), name="hot for a timer", steps=[{"kind": "hot_water", "duration": 10, "unit": "min"}])
        bag(recipe, Place.objects.get(name="Warm bench"), 0.5 / 24)
        self.page.open("/timers", "Timers")
        self.page.text("Time is up. Take it out now.")
        self.assertEqual(self.page.texts("section h2")[0], "hot water")


class ARoundInTheCold(Journey):
    """A phone at the fridge without signal: forty bags, all but a few fine."""

    def setUp(self):
        super().setUp()
        self.page.sign_in()
        self.browser.size(*PHONE)
        self.addCleanup(self.browser.size, *DESK)
        self.addCleanup(self.page.run, "localStorage.clear()")
        self.addCleanup(lambda: self.browser.network(offline=False))
        recipe = Recipe.objects.get(name="8 weeks cold, damp sand")
        self.shelf = Place.objects.get(name="lower shelf")
        for n in range(39):
            bag(recipe, self.shelf, 8 + n / 100)
        self.wanting = [c.batch for c in batches_in_use() if c.batch.place == self.shelf and c.batch.lot.code == "LL-022"]

    def test_forty_bags_in_the_cold(self):
        self.chapters(
            self.sprouts_ask_what_becomes_of_them,
            self.forty_bags_take_few_taps_without_signal_and_arrive_once_each,
        )

    def forty_bags_take_few_taps_without_signal_and_arrive_once_each(self):
        page, taps = self.page, 0
        before = BagLook.objects.count()
        page.open(f"/rounds?place={self.shelf.pk}", "Bags")
        sprouted, mouldy, dry = self.wanting[:3]
        page.see(f"//button[@aria-label='{sprouted.code} is fine']")
        self.browser.network(offline=True)

        def exception(batch: Batch, *buttons: str):
            page.tap(f"//button[@aria-label='Something found in {batch.code}']")
            for b in buttons:
                page.tap(f"//article[@aria-label='{batch.code}']//button[contains(., '{b}') or @aria-label='{b}']")
            page.tap(f"//article[@aria-label='{batch.code}']//button[contains(., 'Save')]")
            page.see(f"//article[@aria-label='{batch.code}'][contains(@class, 'done')]")

        exception(sprouted, "One more sprouted", "potted")
        exception(mouldy, "One more mouldy")
        exception(dry, "dry")
        page.press("others fine")
        taps += 1
        self.assertLessEqual(taps, 12)
        page.text(f"{len(self.wanting)} waiting to send, because there is no signal. They are safe on this device")
        self.no_sideways_scrolling("a round with looks that wait")
        self.assertEqual(BagLook.objects.count(), before)
        # a closed page loses nothing
        self.browser.network(offline=False)
        page.open("/", "bags")
        page.wait.until(lambda _: BagLook.objects.count() == before + len(self.wanting))
        page.run("window.dispatchEvent(new Event('online'))")
        looks = BagLook.objects.filter(batch__in=self.wanting)
        self.assertEqual(looks.values("batch").distinct().count(), len(self.wanting))
        self.assertEqual(looks.count(), len(self.wanting))
        self.assertEqual((looks.get(batch=sprouted).sprouted, looks.get(batch=sprouted).sprouts_go), (1, "potted"))
        self.assertEqual((looks.get(batch=mouldy).mouldy, looks.get(batch=dry).dry), (1, True))
        self.refused(OFFLINE)

    def sprouts_ask_what_becomes_of_them(self):
        page, batch = self.page, self.wanting.pop()
        page.open(f"/rounds?place={self.shelf.pk}", "Bags")
        page.tap(f"//button[@aria-label='Something found in {batch.code}']")
        page.tap(f"//article[@aria-label='{batch.code}']//button[@aria-label='One more sprouted']")
        page.tap(f"//article[@aria-label='{batch.code}']//button[contains(., 'Save')]")
        page.text("Choose what happens to the sprouts.")
        page.tap(f"//article[@aria-label='{batch.code}']//button[contains(., 'the end for all')]")
        page.tap(f"//article[@aria-label='{batch.code}']//button[contains(., 'Save')]")
        page.wait.until(lambda _: course_of(batch).running is None)


class TheColdReallyGiven(Journey):
    """A logger's file with a freeze is imported, and every bag that lay there shows it."""

    def test_a_log_is_previewed_kept_and_seen_on_the_batch(self):
        page = self.page
        page.sign_in()
        place = Place.objects.get(name="Warm bench")
        batch = bag(Recipe.objects.get(name="8 weeks cold, damp sand"), place, 8)
        temps = np.full(10 * 24, 3.0)
        temps[150:158] = -2.5
        start = (timezone.now() - timedelta(days=10)).replace(minute=0, second=0, microsecond=0)
        text = log_csv(start.astimezone(UTC), temps) + "some time,3.0\n2026-01-01T00:00:00+00:00,warm\n"
        path = Path(self.enterContext(tempfile.TemporaryDirectory())) / "logger.csv"
        path.write_text(text, encoding="utf-8")
        page.open(f"/places/{place.pk}/temperature", "Temperature, Warm bench")
        page.press("Import a log")
        page.driver.find_element(By.CSS_SELECTOR, "input[type=file]").send_keys(str(path))
        page.text("240 readings")
        page.tap("//summary[contains(., '2 lines will be left out')]")
        page.text("no number can be read")
        page.press("Keep this log")
        page.text("Frozen for 8 h")
        self.assertEqual(TemperatureLog.objects.filter(place=place).count(), 1)
        page.open(f"/batches/{batch.pk}", "Lewis flax")
        page.see("//p[contains(@class, 'bad')][contains(., 'Warm bench froze')][contains(., 'down to -2.5 °C')]")
        page.text("days of cold in the band")
