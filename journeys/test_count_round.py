import re

from selenium.webdriver.common.keys import Keys

from journeys.case import Journey
from journeys.pages.count import CountPage
from server.tests.builders import trial_of
from server.trials.models import Look


class CountARound(Journey):
    """Count a round by keyboard alone, undo once, see Compare change by exactly that."""

    def setUp(self):
        super().setUp()
        self.trial = trial_of("SF-001")
        self.count = CountPage(self.browser.driver, self.live_server_url)

    def up_and_sown(self) -> list[tuple[int, int]]:
        """Germinated and sown of each treatment, as Compare says them."""
        self.page.open(f"/trials/{self.trial.pk}/compare", "How many")
        cells = self.page.texts("main table td.num")
        return [(int(a), int(b)) for cell in cells if (m := re.fullmatch(r"(\d+) / (\d+)", cell)) for a, b in [m.groups()]]

    def total(self) -> int:
        return sum(up for up, _ in self.up_and_sown())

    def test_digits_enter_arrows_and_backspace_are_enough(self):
        self.page.sign_in()
        before, looks = self.total(), Look.objects.count()
        count = self.count
        count.driver.get(f"{self.live_server_url}/trials/{self.trial.pk}/count")
        count.dish_number(1)
        count.next_dish("2")
        count.dish_number(2)
        first_code = count.code
        # three typed, one of them rotted, a slip erased
        count.type("3")
        count.new(3)
        count.type(Keys.BACKSPACE, "1")
        count.new(1)
        count.type(Keys.ARROW_DOWN, Keys.ARROW_DOWN, "1")
        count.next_dish()
        count.dish_number(3)
        # undo: the last dish is in hand again, with its numbers
        count.type(Keys.BACKSPACE)
        count.dish_number(2)
        self.assertEqual(count.code, first_code)
        count.new(1)
        count.type(Keys.BACKSPACE)
        count.new(0)
        count.type("0")
        for number in range(3, 17):
            count.next_dish()
            count.dish_number(number)
        count.next_dish()
        count.heading("The round is done")
        count.nothing_waits()
        self.assertEqual(self.total(), before + 2)
        # sixteen dishes, and one look taken back with its trace
        self.assertEqual(Look.objects.count() - looks, 18)
        self.assertEqual(Look.objects.filter(withdrawn=True).count(), 1)

    def test_one_thumb_on_a_phone(self):
        self.page.sign_in()
        self.browser.size(390, 844)
        self.addCleanup(self.browser.size, 1280, 800)
        before = self.total()
        count = self.count
        count.driver.get(f"{self.live_server_url}/trials/{self.trial.pk}/count")
        count.dish_number(1)
        for button in self.browser.driver.find_elements("css selector", ".bar button, .kinds button"):
            self.assertGreaterEqual(button.size["height"], 48, button.text)
        self.no_sideways_scrolling("Count")
        self.accessible("Count")
        count.press("+1 sprouted")
        count.press("+1 sprouted")
        count.new(2)
        count.press("undo")
        count.new(1)
        count.press("done, next dish")
        count.dish_number(2)
        count.press("nothing new in the other 15")
        count.heading("The round is done")
        count.nothing_waits()
        self.assertEqual(self.total(), before + 1)
