"""The count page."""

from selenium.webdriver.chrome.webdriver import WebDriver
from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys

from journeys.pages.page import Page


class CountPage(Page):
    """A round past the dishes of one trial, by keyboard."""

    @property
    def code(self) -> str:
        """Code of the dish in hand."""
        return self.see("//header//h1").text

    def dish_number(self, number: int) -> None:
        """Wait until the dish with this number is in hand."""
        self.see(f"//header//p[starts-with(normalize-space(), '{number} of ')]")

    def new(self, count: int) -> None:
        """Wait until so many new ones are entered."""
        self.see(f"//*[@aria-live='polite'][starts-with(normalize-space(), '+{count} ')]")

    def next_dish(self, *typed: str) -> None:
        """Type what is new and take the next dish."""
        self.type(*typed, Keys.ENTER)

    def nothing_waits(self) -> None:
        """Wait until everything is with the server."""

        def saved(driver: WebDriver) -> bool:
            return driver.find_element(By.CSS_SELECTOR, "[role=status].signal").text == "saved"

        self.wait.until(saved)
