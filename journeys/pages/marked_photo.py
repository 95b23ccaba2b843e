"""A photo with marks: tapped at its places."""

from selenium.webdriver.common.action_chains import ActionChains
from selenium.webdriver.remote.webelement import WebElement

from journeys.pages.page import Page

# pixels of the frame that the first marks are at
PLACES = """
    return [...document.querySelectorAll('.frame g.mark')].map((g) => g.getAttribute('transform').match(/-?[0-9.]+/g).map(Number))
"""


class MarkedPhoto:
    """The frame of a photo, and taps on it."""

    def __init__(self, page: Page) -> None:
        self.page = page

    @property
    def frame(self) -> WebElement:
        return self.page.see("//*[@role='application'][contains(@aria-label, 'Photo')]")

    def marks(self) -> list[tuple[float, float]]:
        """Where the marks are, in pixels from the frame's upper left."""
        self.page.see("//*[@role='application']//*[local-name()='g'][contains(@class, 'mark')]")
        return [(x, y) for x, y in self.page.run(PLACES)]

    def tap(self, x: float, y: float) -> None:
        """Tap a pixel of the frame."""
        frame = self.frame
        size = self.page.run("const r = arguments[0].getBoundingClientRect(); return [r.width, r.height]", frame)
        ActionChains(self.page.driver).move_to_element_with_offset(frame, round(x - size[0] / 2), round(y - size[1] / 2)).click().perform()
