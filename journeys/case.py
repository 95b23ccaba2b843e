"""What every journey stands on: the live server on demo data, a browser, and the checks a page must always pass."""

import os
import sqlite3
from pathlib import Path

from django.contrib.staticfiles.testing import StaticLiveServerTestCase
from django.db import connection
from django.test import tag
from django.utils import timezone

from journeys.browser import Browser
from journeys.pages.page import Page
from server.demo.build import build_demo

AXE = Path(__file__).parents[1] / "web" / "node_modules" / "axe-core" / "axe.min.js"


_snapshot: sqlite3.Connection | None = None


def demo_data() -> None:
    """Lay out the demo data; made once a process, then copied back, since each journey begins with the same."""
    global _snapshot  # noqa: PLW0603  # one copy for all journeys of the process
    connection.ensure_connection()
    live: sqlite3.Connection = connection.connection
    if _snapshot is None:
        build_demo(timezone.now())
        _snapshot = sqlite3.connect(":memory:", check_same_thread=False)
        live.backup(_snapshot)
    else:
        _snapshot.backup(live)


@tag("journey")
class Journey(StaticLiveServerTestCase):
    """Demo data, a browser at the desk's size, signed in as the grower."""

    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        cls.browser = Browser()
        cls.addClassCleanup(cls.browser.quit)

    def lay_out(self) -> None:
        """What is there when the journey begins."""
        demo_data()

    def setUp(self) -> None:
        self.lay_out()
        self.browser.driver.delete_all_cookies()
        self.browser.forget_device(self.live_server_url)
        self.page = Page(self.browser.driver, self.live_server_url)
        self.browser.console_errors()
        self.addCleanup(self.no_errors_in_the_console)

    def tearDown(self) -> None:
        if folder := os.environ.get("JOURNEY_PICTURES"):
            self.browser.picture(Path(folder) / f"{self._testMethodName}.png")

    def no_errors_in_the_console(self) -> None:
        self.assertEqual(self.browser.console_errors(), [])

    def no_sideways_scrolling(self, where: str) -> None:
        wide, room = self.page.run("return [document.documentElement.scrollWidth, document.documentElement.clientWidth]")
        self.assertLessEqual(wide, room, f"{where} overflows sideways")

    def by_keyboard(self, where: str) -> None:
        """Whatever asks to be pressed can be reached without a pointer."""
        script = """
            const reached = 'a[href], button, input, select, textarea, label, summary, [tabindex], [role=option]'
            return [...document.querySelectorAll('main *')]
                .filter(e => getComputedStyle(e).cursor === 'pointer' && !e.closest(reached) && !e.querySelector(reached))
                .map(e => e.outerHTML.slice(0, 120))
        """
        self.assertEqual(self.page.run(script), [], where)

    def accessible(self, where: str) -> None:
        """No serious or critical finding of the accessibility engine."""
        self.page.run(AXE.read_text(encoding="utf-8"))
        script = """
            const done = arguments[arguments.length - 1]
            axe.run(document).then(r => done(r.violations), e => done([{ id: String(e), impact: 'critical', nodes: [{ html: '' }] }]))
        """
        found = self.browser.driver.execute_async_script(script)
        grave = [f"{v['id']}: {n['html'][:160]}" for v in found if v["impact"] in ("serious", "critical") for n in v["nodes"][:3]]
        self.assertEqual(grave, [], where)
