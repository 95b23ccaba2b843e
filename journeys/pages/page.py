"""Finding, doing and waiting, by role and label, for every screen."""

from typing import Any

from django.test import Client
from selenium.common.exceptions import ElementClickInterceptedException, StaleElementReferenceException, TimeoutException
from selenium.webdriver.chrome.webdriver import WebDriver
from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys
from selenium.webdriver.remote.webelement import WebElement
from selenium.webdriver.support.wait import WebDriverWait

from server.people.models import Person

# long, because two browsers and two servers share a small machine; what is there sooner is found sooner
SECONDS = 30
# found and looked at in one go: to ask of each element by itself whether it is shown takes longer than all the rest of a story
SHOWN = """
    const found = document.evaluate(arguments[0], document, null, XPathResult.ORDERED_NODE_SNAPSHOT_TYPE, null)
    for (let n = 0; n < found.snapshotLength; n += 1) {
        const element = found.snapshotItem(n)
        const { width, height } = element.getBoundingClientRect()
        if (width && height && element.checkVisibility({ opacityProperty: true, visibilityProperty: true })) return element
    }
    return null
"""
# a page that is still filling moves what is to be pressed from under the pointer: then the press is made again
EXPECT = """
    const element = arguments[0]
    // clear of the words at the foot of a phone
    element.scrollIntoView({ block: 'center' })
    window.pressArrived = false
    const heard = (event) => (window.pressArrived = element.contains(event.target) || !element.isConnected)
    window.addEventListener('click', heard, { capture: true, once: true })
"""
MOVING = [StaleElementReferenceException, ElementClickInterceptedException]


class Page:
    """The page that the browser shows."""

    def __init__(self, driver: WebDriver, address: str) -> None:
        self.driver = driver
        self.address = address
        self.wait = WebDriverWait(driver, SECONDS, poll_frequency=0.05, ignored_exceptions=MOVING)

    def open(self, path: str, heading: str) -> None:
        """Go to a path and wait for its heading."""
        self.driver.get(self.address + path)
        self.heading(heading)

    def go(self, path: str, heading: str) -> None:
        """Go to a path inside of the app, as its links do, by way of an address without a page."""
        for to, words in (("/nowhere/at/all", "This page does not exist"), (path, heading)):
            self.run("history.pushState({}, '', arguments[0]); dispatchEvent(new PopStateEvent('popstate'))", to)
            self.heading(words)

    def run(self, script: str, *arguments: Any) -> Any:
        """Run a script in the page."""
        return self.driver.execute_script(script, *arguments)

    def heading(self, words: str) -> WebElement:
        """Wait for a heading that holds the words."""
        return self.see(f"//*[self::h1 or self::h2 or self::h3][contains(normalize-space(), {quoted(words)})]")

    def see(self, xpath: str) -> WebElement:
        """Wait until an element is shown."""
        found: WebElement = self.wait.until(lambda _: self.shown(xpath), f"nothing shown at {xpath}")  # type: ignore[assignment]
        return found

    def shown(self, xpath: str) -> WebElement | None:
        """The first element that is shown just now."""
        found: WebElement | None = self.run(SHOWN, xpath)
        return found

    def gone(self, xpath: str) -> None:
        """Wait until no such element is shown."""
        self.wait.until(lambda _: self.shown(xpath) is None, f"still shown: {xpath}")

    def text(self, words: str) -> WebElement:
        """Wait for a text."""
        return self.see(f"//*[contains(normalize-space(), {quoted(words)})][not(*[contains(normalize-space(), {quoted(words)})])]")

    def button(self, words: str) -> WebElement:
        """A button, or a link that looks like one, by its words or label."""
        name = f"contains(normalize-space(), {quoted(words)}) or contains(@aria-label, {quoted(words)})"
        return self.see(f"//*[self::button or self::a][{name}]")

    def press(self, words: str) -> None:
        """Press a button, once nothing that still moves covers it."""
        self.wait.until(lambda _: self._pressed(self.button(words)), f"“{words}” could not be pressed")

    def tap(self, xpath: str) -> None:
        """Tap what is shown at an xpath."""
        self.wait.until(lambda _: self._pressed(self.see(xpath)), f"{xpath} could not be tapped")

    def _pressed(self, element: WebElement) -> bool:
        """Press an element, and say whether the press arrived; a page that it led to knows nothing of it."""
        self.run(EXPECT, element)
        element.click()
        return self.run("return window.pressArrived") is not False

    def field(self, label: str, row: int = 1) -> WebElement:
        """An input by the words of its label, in a certain one of several rows that have it."""
        # the input of a field that searches is see-through while it shows what was chosen
        xpath = f"(//input[@id=//label[normalize-space()={quoted(label)}]/@for])[{row}]"
        found: WebElement = self.wait.until(lambda driver: next(iter(driver.find_elements(By.XPATH, xpath)), None), f"no field {label}")
        return found

    def fill(self, label: str, value: str, row: int = 1) -> None:
        """Replace what a field holds, in a certain one of several rows that have it."""

        def filled(_: WebDriver) -> bool:
            field = self.field(label, row)
            field.send_keys(Keys.CONTROL, "a", Keys.NULL, value)
            holds = str(field.get_property("value") or "")
            # where an answer of the server came in between, nothing was selected any more, and the new stands behind the old
            return not value or holds == value or not holds.endswith(value)

        self.wait.until(filled, f"“{value}” could not be typed at {label}")

    def choose(self, label: str, option: str, row: int = 1) -> None:
        """Type into a field that searches, in one of several rows, and take the option; typed again where the list closed or came late."""
        wanted = f"//*[@role='option'][contains(normalize-space(), {quoted(option)})]"

        def chosen(_: WebDriver) -> bool:
            field = self.field(label, row)
            field.find_element(By.XPATH, "ancestor::div[contains(@class, 'v-field ')]").click()
            field.send_keys(Keys.CONTROL, "a", Keys.NULL, option)
            return self._taken(field, wanted)

        try:
            self.wait.until(chosen)
        except TimeoutException as error:
            shown = self.texts("[role=option]")
            value = self.field(label).get_property("value")
            raise TimeoutException(f"no option {option} at {label}: it holds {value!r}, and its list {shown}") from error

    def pick(self, label: str, option: str) -> None:
        """Open a field that offers a list, and take the option."""
        wanted = f"//*[@role='option'][contains(normalize-space(), {quoted(option)})]"

        def picked(_: WebDriver) -> bool:
            field = self.field(label)
            self.run("arguments[0].scrollIntoView({block: 'center'})", field)
            field.find_element(By.XPATH, "ancestor::div[contains(@class, 'v-field ')]").click()
            return self._taken(field, wanted)

        self.wait.until(picked, f"no option {option} at {label}")

    def _taken(self, field: WebElement, wanted: str) -> bool:
        """Take an option of an open list; where the list closed again or came late, close it for the next try."""
        shortly = WebDriverWait(self.driver, 3, poll_frequency=0.05, ignored_exceptions=MOVING)
        try:
            shortly.until(lambda _: (option := self.shown(wanted)) is not None and self._pressed(option))
        except TimeoutException:
            # a second press of an open field would close it: the next try begins with a closed one
            field.send_keys(Keys.ESCAPE, Keys.TAB)
            return False
        return True

    def type(self, *keys: str) -> None:
        """Type into the page as a whole."""
        self.driver.switch_to.active_element.send_keys(*keys)

    def texts(self, css: str) -> list[str]:
        """Texts of all elements at a selector."""
        return [e.text for e in self.driver.find_elements(By.CSS_SELECTOR, css)]

    def sign_in(self, username: str = "rk") -> None:
        """Come as somebody who signed in before; the next page that is opened knows it."""
        visitor = Client()
        visitor.force_login(Person.objects.get(username=username), backend="django.contrib.auth.backends.ModelBackend")
        cookie = visitor.cookies["sessionid"]
        self.driver.execute_cdp_cmd("Network.setCookie", {"name": cookie.key, "value": cookie.value, "url": self.address, "httpOnly": True})

    def sign_in_by_hand(self, username: str = "rk", password: str = "awake-rk") -> None:
        """Sign in as people do, and wait for Today."""
        self.open("/sign-in", "Awake Furrow")
        self.fill("Username", username)
        self.fill("Password", password)
        self.press("Sign in")
        self._at_today()

    def today(self) -> None:
        """Open Today."""
        self.driver.get(self.address + "/")
        self._at_today()

    def _at_today(self) -> None:
        self.see("//h1[contains(., 'round') or contains(., 'nothing to count') or contains(., 'Your nursery')]")

    def sign_out(self) -> None:
        """Sign out and wait until the session has ended."""
        self.press("Menu of")
        self.tap("//button[normalize-space()='Sign out']")
        self.field("Password")
        self.wait.until(lambda driver: driver.get_cookie("sessionid") is None, "still signed in")


def quoted(words: str) -> str:
    """An XPath string; the words hold no double quotes."""
    return f'"{words}"'
