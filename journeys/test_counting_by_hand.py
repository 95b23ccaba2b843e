from datetime import date

from selenium.webdriver.common.action_chains import ActionChains

from journeys.case import Journey
from journeys.pages.count import CountPage
from server.tests.builders import trial_of
from server.trials.models import Look


class CountingByHand(Journey):
    """Pips, kinds and corrections: what a thumb or a finger does beside the keyboard."""

    def setUp(self):
        super().setUp()
        self.page.sign_in()
        self.trial = trial_of("SF-001")
        self.count = CountPage(self.browser.driver, self.live_server_url)
        self.count.driver.get(f"{self.live_server_url}/trials/{self.trial.pk}/count")
        self.count.dish_number(1)

    def pips(self, state):
        return self.browser.driver.find_elements("css selector", f"svg.counting g.{state}")

    def tap(self, pip):
        # at the middle of the seed, whatever is drawn there: as a finger does
        ActionChains(self.browser.driver).move_to_element(pip.find_element("css selector", "circle.pip")).click().perform()

    def test_seeds_are_tapped_and_counted_by_their_kind(self):
        self.chapters(
            self.a_tap_on_a_waiting_seed_is_one_more_and_on_a_new_one_takes_it_back,
            self.every_kind_is_counted_by_its_own_button_and_drawn,
        )

    def a_tap_on_a_waiting_seed_is_one_more_and_on_a_new_one_takes_it_back(self):
        waiting = len(self.pips("waiting"))
        self.tap(self.pips("waiting")[3])
        self.count.new(1)
        self.tap(self.pips("waiting")[7])
        self.count.new(2)
        self.assertEqual((len(self.pips("fresh")), len(self.pips("waiting"))), (2, waiting - 2))
        self.tap(self.pips("fresh")[0])
        self.count.new(1)
        self.assertEqual(len(self.pips("fresh")), 1)

    def every_kind_is_counted_by_its_own_button_and_drawn(self):
        count = self.count
        for word, state in (("abnormal", "abnormal"), ("rotted", "rotted"), ("lost", "lost")):
            before = len(self.pips(state))
            count.tap(f"//*[@role='radio'][contains(., '{word}')]")
            count.press(f"+1 {word}")
            self.assertEqual(len(self.pips(state)), before + 1, word)
        count.press("done, next dish")
        count.dish_number(2)
        count.nothing_waits()
        look = Look.objects.latest("pk")
        self.assertEqual((look.new_germinated, look.new_abnormal, look.new_rotted, look.new_lost), (1, 1, 1, 1))


class TheShell(Journey):
    """What stands around every page."""

    def setUp(self):
        super().setUp()
        self.page.sign_in()
        self.page.today()

    def test_the_head_of_every_page_and_the_day(self):
        self.chapters(
            self.the_season_opens_on_demand,
            self.a_task_of_today_leads_to_its_dishes,
            self.the_evening_bench_is_kept_over_a_reload,
            self.the_api_can_be_read_by_people,
            self.units_are_ones_own_and_help_stands_beside_the_page_by_a_key,
            self.signing_out_closes_every_page,
        )

    def the_evening_bench_is_kept_over_a_reload(self):
        page = self.page
        page.today()
        page.press("Menu of")
        page.press("Dark colours")
        theme = "return document.documentElement.dataset.theme"
        self.assertEqual(page.run(theme), "evening")
        page.driver.refresh()
        page.heading("Germinating now")
        self.assertEqual(page.run(theme), "evening")
        page.run("localStorage.clear()")

    def units_are_ones_own_and_help_stands_beside_the_page_by_a_key(self):
        page = self.page
        page.open("/places", "Places")
        page.see("//td[normalize-space()='14']")
        page.press("Menu of")
        page.press("Units and dates")
        page.heading("Units and dates")
        page.press("°F and ounces")
        page.text("A fridge at 37.4 °F")
        page.press("year first")
        page.text(f"Today is {date.today().isoformat()}")  # noqa: DTZ011  # as the browser's own clock says it
        self.accessible("Units and dates")
        page.open("/sowing", "Sowing")
        page.type("?")
        page.heading("At the bench")
        self.accessible("Help")
        page.press("Open the glossary")
        page.heading("Glossary")
        page.see("//dt[normalize-space()='assurance']")
        page.open("/places", "Places")
        page.see("//td[normalize-space()='57.2']")

    def signing_out_closes_every_page(self):
        page = self.page
        page.today()
        page.press("Menu of")
        page.press("Sign out")
        page.see("//label[normalize-space()='Password']")
        page.open("/lots", "Awake Furrow")

    def the_season_opens_on_demand(self):
        page = self.page
        rows = len(page.texts("section.band svg text.label"))
        page.press("of the season")
        page.press("Show less of the season")
        page.press("of the season")
        self.assertGreater(len(page.texts("section.band svg text.label")), rows)

    def a_task_of_today_leads_to_its_dishes(self):
        page = self.page
        page.tap("//a[contains(@class, 'task')][contains(., 'scree foot')]")
        page.see("//header//p[contains(., '1 of 16')]")

    def the_api_can_be_read_by_people(self):
        page = self.page
        page.driver.get(f"{self.live_server_url}/api/v1/docs/")
        page.see("//*[contains(@class, 'swagger-ui')]//*[contains(., 'Awake Furrow')]")
