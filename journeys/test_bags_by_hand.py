from selenium.webdriver.common.by import By

from core.vocabulary import StepKind
from journeys.case import Journey
from journeys.pages.new_trial import treatments, word_question
from server.batches.models import Batch, Supply, Turn
from server.batches.selectors.courses import course_of
from server.labels.models import LabelPrint
from server.lots.models import Lot
from server.people.models import WorkYear
from server.recipes.models import Recipe
from server.rounds.models import CalendarFeed
from server.trials.models import Dish, Trial


class WithABag(Journey):
    """What is done with a bag beside its round: moved, split, labelled, taken out; and undone."""

    def setUp(self):
        super().setUp()
        self.page.sign_in()
        self.batch = Batch.objects.get(code="CV-014-B1")

    def open(self):
        self.page.open(f"/batches/{self.batch.pk}", "snowbrush")

    def test_what_is_done_with_a_bag_is_recorded_and_undone(self):
        self.chapters(
            self.a_log_by_day_is_read_with_the_keys,
            self.its_label_is_printed_from_its_page,
            self.a_slip_of_a_look_and_of_a_step_are_undone,
            self.it_is_moved_split_and_taken_out_and_the_leaving_is_undone,
        )

    def it_is_moved_split_and_taken_out_and_the_leaving_is_undone(self):
        page = self.page
        self.open()
        page.press("Move")
        page.pick("New place", "lower shelf")
        page.press("Move here")
        page.see("//dd[contains(., 'Fridge, lower shelf')]")
        page.press("Split")
        page.fill("Seeds to split off", "400")
        page.tap("//form//button[normalize-space()='Split']")
        page.text("split off 1 to 159")
        self.refused("422")
        page.fill("Seeds to split off", "40")
        page.tap("//form//button[normalize-space()='Split']")
        page.see("//dd[contains(., '120 in it')]")
        page.press("Finish the treatment")
        page.press("picked out")
        page.fill("Seeds found (leave empty if not counted)", "117")
        page.press("Take it out")
        page.text("3 not found, which makes the result less certain")
        page.press("Undo: it is still in")
        page.see("//button[contains(., 'End this step now')]")
        course = course_of(Batch.objects.get(pk=self.batch.pk))
        self.assertIsNone(course.leaving)
        self.assertEqual((course.seeds_now, course.running.step.kind), (120, StepKind.COLD_MOIST))

    def a_slip_of_a_look_and_of_a_step_are_undone(self):
        page = self.page
        self.open()
        looks = len(course_of(self.batch).looks)
        page.tap("//li[contains(., 'fine')]//button[contains(., 'undo')]")
        page.wait.until(lambda _: len(course_of(self.batch).looks) == looks - 1)
        page.press("End this step now")
        page.text("All steps are done. Finish the treatment.")
        page.press("Undo the last step")
        page.see("//button[contains(., 'End this step now')]")

    def its_label_is_printed_from_its_page(self):
        page = self.page
        self.open()
        page.tap("//a[contains(., 'Print its label')]")
        page.text("For the bag")
        page.press("Make the PDF")
        page.wait.until(lambda _: LabelPrint.objects.filter(batch=self.batch).exists())
        self.browser.close_what_opens()

    def a_log_by_day_is_read_with_the_keys(self):
        self.open()
        chart = self.page.see("//*[name()='svg'][contains(@aria-label, 'days of readings')]")
        self.page.run("arguments[0].focus()", chart)
        self.page.type("\ue014")  # arrow right
        self.page.see("//p[@role='status'][contains(., 'h in the band')]")


class AroundTheRound(Journey):
    """The rota, the list for the door, supplies, working days, the calendar, and what the lot's page suggests."""

    def setUp(self):
        super().setUp()
        self.page.sign_in()

    def test_what_surrounds_the_bags_of_a_nursery(self):
        self.chapters(
            self.a_turn_is_given_and_stands_on_the_list,
            self.a_solution_is_written_down_and_used_up,
            self.working_days_are_kept_and_a_calendar_address_is_made_and_stopped,
            self.the_lot_s_page_guesses_the_dormancy_and_makes_recipes_of_it,
            self.a_planned_trial_is_put_into_bags_and_sowing_asks_about_them,
            self.rules_speak_while_a_recipe_is_written,
        )

    def a_turn_is_given_and_stands_on_the_list(self):
        page = self.page
        page.open("/rounds/list", "Fridge list")
        page.see("//td[contains(., 'HR-114-B1')]")
        page.press("Assign a round")
        page.pick("Rounds of", "Warm bench (")
        page.pick("Go to", "TM")
        page.tap("//form//button[contains(., 'Assign')]")
        page.see("//tr[contains(., 'Warm bench')][contains(., 'TM')]")
        self.assertEqual(Turn.objects.latest("pk").person.initials, "TM")

    def a_solution_is_written_down_and_used_up(self):
        page = self.page
        page.open("/supplies", "Supplies")
        row = page.see("//tr[contains(., 'smoke water, autumn')]").text
        self.assertIn("41 days", row)
        page.press("Add supply")
        page.text("Making smoke: work outdoors")
        page.fill("Name", "smoke water, winter")
        page.press("Save supply")
        page.see("//tr[contains(., 'smoke water, winter')]")
        page.tap("//tr[contains(., 'smoke water, winter')]//button[contains(., 'used up')]")
        page.wait.until(lambda _: Supply.objects.get(name="smoke water, winter").used_up)

    def working_days_are_kept_and_a_calendar_address_is_made_and_stopped(self):
        page = self.page
        page.open("/work-year", "Working days")
        page.press("Sunday")
        page.press("Save")
        page.text("New plans follow it.")
        self.assertEqual(WorkYear.objects.get().working_days, [0, 1, 2, 3, 4, 5, 6])
        page.press("Make an address")
        address = page.see("//code[contains(., '/api/v1/calendar/')]").text
        self.assertIn(self.live_server_url.rsplit(":", 1)[1], address)
        page.press("Turn off the address")
        page.wait.until(lambda _: not CalendarFeed.objects.exclude(token_digest="").exists())

    def the_lot_s_page_guesses_the_dormancy_and_makes_recipes_of_it(self):
        page, lot = self.page, Lot.objects.get(code="SM-052")
        before = Recipe.objects.count()
        page.open(f"/lots/{lot.pk}", "globemallow")
        page.tap("//summary[contains(., 'Why does it not germinate?')]")
        page.text("the coat keeps water out")
        page.see("//details//li[contains(., 'untreated')]")
        page.press("Make these recipes")
        page.tap("//a[contains(., 'Plan these treatments')]")
        page.heading("Plan treatments")
        page.see("//strong[contains(., 'sandpaper')]")
        self.assertGreater(Recipe.objects.count(), before)

    def a_planned_trial_is_put_into_bags_and_sowing_asks_about_them(self):
        page = self.page
        cold = Recipe.objects.get(name="4 weeks cold, damp sand")
        page.open(f"/trials/new?lot={Lot.objects.get(code='LL-022').pk}&recipe={cold.pk}", "New trial")
        page.wait.until(lambda _: "4 weeks cold, damp sand" in treatments(page), "the recipe is not on the bench")
        word_question(page, "Does cold harm flax?")
        page.fill("Dishes per treatment", "4")
        page.press("Change: Sowing")
        page.fill("Sow on", "in 30 days")
        page.press("Start trial")
        page.heading("Does cold harm flax?")
        trial = Trial.objects.get(question="Does cold harm flax?")
        page.open(f"/trials/{trial.pk}", "Does cold harm flax?")
        page.press("Put seed into bags")
        page.text("Two bags are two replicates of the treatment")
        page.pick("Place", "lower shelf")
        page.press("Put in bags")
        page.see("//p[contains(., 'bag')]//span[contains(., 'LL-022-B')]")
        self.assertEqual(Dish.objects.filter(treatment__trial=trial, batch__isnull=False).count(), 4)
        page.press("All dishes sown now")
        page.text("Still in treatment: LL-022-B1")
        self.refused("422")
        page.press("Out of treatment: sow")
        page.see("//a[contains(., 'Count now')]")

    def rules_speak_while_a_recipe_is_written(self):
        page = self.page
        page.open("/recipes", "Recipes")
        page.press("New recipe")
        page.tap("//div[@aria-label='Add a step']//button[normalize-space()='dry heat']")
        page.text("cold works only on seed that has taken up water")
        page.press("Move earlier")
        page.wait.until(lambda d: "cold works only on seed" not in d.find_element(By.TAG_NAME, "body").text)
