from journeys.case import Journey
from journeys.pages.count import CountPage
from journeys.pages.new_trial import add_treatment, word_question
from server.lots.models import Lot
from server.practice.files import on_bench
from server.practice.models import Attempt
from server.recipes.models import Recipe
from server.trials.models import Look, Trial


class OnThePracticeBench(Journey):
    """A brief, a trial on the real pages, months in minutes, and the truth beside what was concluded."""

    def setUp(self):
        super().setUp()
        self.page.sign_in("tm")
        self.addCleanup(self.page.run, "sessionStorage.clear()")

    def lay_out_a_trial(self):
        page = self.page
        page.press("New trial")
        page.heading("New trial")
        word_question(page, "Four weeks, or eight?")
        page.press("no treatment")
        page.fill("Treatment", "as it is")
        add_treatment(page, "8 weeks cold")
        page.fill("Dishes per treatment", "4")
        page.fill("Seeds per dish", "20")
        page.text("160 seeds")
        page.press("Start trial")
        page.heading("Four weeks, or eight?")

    def test_a_bench_is_apart_from_the_nursery(self):
        self.chapters(
            self.a_counter_runs_a_trial_of_months_and_reads_what_it_was_worth,
            self.another_tab_stays_in_the_nursery,
        )

    def a_counter_runs_a_trial_of_months_and_reads_what_it_was_worth(self):
        page, before = self.page, (Lot.objects.count(), Trial.objects.count(), Look.objects.count(), Recipe.objects.count())
        page.open("/practice", "Practice bench")
        page.press("Start: Does cold help?")
        page.heading("Does cold help?")
        page.text("480 seeds left in")
        self.accessible("A brief")
        self.lay_out_a_trial()
        page.press("Exercise")
        page.press("Do the treatments, then sow: 56 days")
        page.text("56 days later all treatments are done and all dishes are sown.")
        page.press("Skip a week")
        page.see("//aside[contains(., 'day 63')][contains(., '8 dishes due')]")
        # one dish by hand, as one sees it; a helper counts the others
        page.press("Count by hand")
        count = CountPage(self.browser.driver, self.live_server_url)
        count.dish_number(1)
        seen = page.see(f"//li[contains(., '{count.code}')][contains(., 'new')]").text
        new = seen.split()[1]
        count.next_dish(*([] if new == "none" else list(new)))
        count.dish_number(2)
        count.nothing_waits()
        page.press("Exercise")
        page.press("Have the round counted")
        page.text("8 dishes counted.")
        for _ in range(3):
            page.press("Skip a week")
            page.press("Have the round counted")
            page.text("8 dishes counted.")
        page.press("Have the rest cut, and close")
        page.text("cut and closed.")
        page.tap("//div[@aria-label='8 weeks cold']//button[normalize-space()='does better']")
        page.fill("Between", "5")
        page.fill("and", "60")
        page.press("Submit conclusions")
        page.heading("Does cold help?: outcome")
        page.see("//li[contains(., '8 weeks cold')][contains(., 'found') or contains(., 'not supported')]")
        self.accessible("Outcome")
        self.no_sideways_scrolling("Outcome")
        attempt = Attempt.objects.get()
        with on_bench(attempt):
            self.assertGreater(Look.objects.count(), 8 * 4)
        self.assertEqual((Lot.objects.count(), Trial.objects.count(), Look.objects.count(), Recipe.objects.count()), before)
        page.press("Leave the bench")
        page.heading("Practice bench")
        page.see("//li[contains(., 'Does cold help?')]//a[contains(., 'Result')]")
        self.assertEqual(page.texts("aside.bench"), [])

    def another_tab_stays_in_the_nursery(self):
        page = self.page
        page.open("/practice", "Practice bench")
        page.press("Start: Is it alive?")
        page.heading("Is it alive?")
        here = page.driver.current_window_handle
        page.driver.switch_to.new_window("tab")
        self.addCleanup(page.driver.switch_to.window, here)
        self.addCleanup(page.driver.close)
        page.open("/practice", "Practice bench")
        self.assertEqual(page.texts("aside.bench"), [])
        self.assertEqual(page.texts("button.who"), ["TM"])
