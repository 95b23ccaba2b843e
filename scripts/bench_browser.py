"""What the browser takes: a tap until the screen shows it, and drawing the trial page."""

import statistics
import time
from collections.abc import Callable
from typing import Any

from journeys.browser import DESK, PHONE, Browser
from scripts.demo_server import Api

TAPS = 30
FIRST_ROW = """
    new MutationObserver((_, watch) => {
      if (!document.querySelector('.furrows .row .result')) return
      watch.disconnect()
      requestAnimationFrame(() => setTimeout(() => { window.drawnAt = performance.now() }))
    }).observe(document, { childList: true, subtree: true })
"""
DRAWN = """
    const answer = performance.getEntriesByType('resource').find(e => e.name.includes('/overview/'))
    return window.drawnAt && answer ? window.drawnAt - answer.responseEnd : null
"""
TAP = """
    const done = arguments[arguments.length - 1]
    const button = [...document.querySelectorAll('.bar button')].find(b => b.textContent.includes(arguments[0]))
    const start = performance.now()
    button.click()
    // the frame after the one in which it was drawn
    requestAnimationFrame(() => setTimeout(() => done(performance.now() - start)))
"""


def in_the_browser(api: Api, trial: int, long_trial: int) -> tuple[float, float]:
    """Median ms of a tap on the count page until it is drawn, and ms from the answer to the drawn page of a long trial."""
    browser = Browser()
    try:
        driver = browser.driver
        driver.get(api.address + "/sign-in")
        for name, value in api.cookies.items():
            driver.add_cookie({"name": name, "value": value, "path": "/"})
        browser.size(*PHONE)
        driver.get(f"{api.address}/trials/{trial}/count")
        _until(lambda: driver.execute_script("return document.querySelectorAll('.bar button').length > 3"))
        taps = [float(driver.execute_async_script(TAP, "+1" if n % 2 == 0 else "undo")) for n in range(TAPS)]
        browser.size(*DESK)
        added = driver.execute_cdp_cmd("Page.addScriptToEvaluateOnNewDocument", {"source": FIRST_ROW})
        driver.get(f"{api.address}/trials/{long_trial}")
        drawn = _until(lambda: driver.execute_script(DRAWN))
        driver.execute_cdp_cmd("Page.removeScriptToEvaluateOnNewDocument", added)
        return statistics.median(taps), float(drawn)
    finally:
        browser.quit()


def _until(work: Callable[[], Any], tries: int = 200) -> float:
    for _ in range(tries):
        if found := work():
            return float(found)
        time.sleep(0.05)
    raise TimeoutError("The page did not show what was waited for.")
