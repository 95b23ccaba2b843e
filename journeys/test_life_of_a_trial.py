from journeys.case import Journey
from journeys.pages.count import CountPage
from server.tests.builders import trial_of
from server.trials.models import Closing, Dish, Trial


class LifeOfATrial(Journey):
    """From the stop rule to the closed and opened trial, and what the pages say on the way."""

    def setUp(self):
        super().setUp()
        self.page.sign_in()

    def test_from_the_stop_rule_to_the_opened_trial(self):
        self.chapters(
            self.when_a_dish_is_quiet_for_long_enough_it_is_closed_with_what_is_left,
            self.a_closed_trial_is_opened_and_then_names_its_dishes,
            self.compare_says_why_when_there_is_nothing_to_compare,
            self.every_index_stands_one_tap_away_with_its_definition_and_reasons_for_what_is_undefined,
            self.the_furrow_and_the_dish_are_read_out,
            self.reload_keeps_the_place_and_back_works,
        )

    def when_a_dish_is_quiet_for_long_enough_it_is_closed_with_what_is_left(self):
        trial = trial_of("NA-019")
        page = self.page
        page.open(f"/trials/{trial.pk}", "Does smoke help coyote tobacco?")
        page.text("No new germination for long enough: you can close it.")
        page.text("away from food, children and animals")
        page.press("Count now")
        count = CountPage(self.browser.driver, self.live_server_url)
        count.dish_number(1)
        code = count.code
        count.next_dish()
        count.dish_number(2)
        count.nothing_waits()
        count.press("back")
        count.dish_number(1)
        count.press("Close this dish")
        count.fill("firm and fresh", "99")
        count.press("Close the dish")
        count.see("//*[contains(@class, 'v-messages') or @role='alert'][contains(., 'more than the')]")
        left = Dish.objects.get(code=code)
        count.fill("firm and fresh", "0")
        count.press("Close the dish")
        count.see(f"//header//h1[not(contains(., '{code}'))]")
        count.wait.until(lambda _: Closing.objects.filter(dish=left).count() == 1)

    def a_closed_trial_is_opened_and_then_names_its_dishes(self):
        trial = trial_of("EN-044")
        Trial.objects.filter(pk=trial.pk).update(opened_at=None)
        page = self.page
        page.open(f"/trials/{trial.pk}", "Does cold help rubber rabbitbrush?")
        page.text("Blind: the map does not show")
        self.assertEqual(page.texts("ol li small"), [])
        page.press("Open it")
        page.see("//ol/li//small[contains(., '2 weeks')]")
        page.press("Compare")
        page.heading("How many")
        page.tap("//summary[contains(., 'Every dish')]")
        page.see("//details[@open]//td[contains(@class, 'code')]")
        codes = [c for c in page.texts("details[open] td.code") if c]
        self.assertEqual(set(codes), set(Dish.objects.filter(treatment__trial=trial).values_list("code", flat=True)))

    def compare_says_why_when_there_is_nothing_to_compare(self):
        trial = trial_of("RT-021")
        page = self.page
        page.driver.get(f"{self.live_server_url}/trials/{trial.pk}/compare")
        page.see("//*[@role='alert'][contains(., 'No dish has been looked at yet')]")
        self.refused("409")

    def every_index_stands_one_tap_away_with_its_definition_and_reasons_for_what_is_undefined(self):
        trial = trial_of("CV-014")
        page = self.page
        page.open(f"/trials/{trial.pk}/compare", "No seed germinated in any treatment")
        page.tap("//summary[contains(., 'every index')]")
        page.see("//tr[contains(., 'T50')][contains(., 'nothing germinated')]")
        page.see("//tr[contains(., 'synchrony Z')][contains(., 'Ranal & Santana 2006')]")
        text = page.see("//main").text
        for wrong in ("NaN", "undefined", "null", "Infinity"):
            self.assertNotIn(wrong, text)

    def the_furrow_and_the_dish_are_read_out(self):
        trial = trial_of("HR-114")
        page = self.page
        page.open(f"/trials/{trial.pk}", "Does longer cold")
        said = [e.get_attribute("aria-label") for e in page.driver.find_elements("css selector", "svg[role=img]")]
        self.assertTrue(any(s.startswith("12 weeks: cold, damp sand, 12 weeks; ") and "likely between" in s for s in said), said[:4])
        self.assertEqual(sum(s.startswith("Dish ") for s in said), 16)

    def reload_keeps_the_place_and_back_works(self):
        trial = trial_of("HR-114")
        page = self.page
        page.open("/trials", "Trials")
        page.tap(f"//a[@href='/trials/{trial.pk}']")
        page.heading("Does longer cold")
        page.driver.refresh()
        page.heading("Does longer cold")
        page.driver.back()
        page.heading("Trials")
