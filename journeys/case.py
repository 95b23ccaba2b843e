"""What every journey stands on: the live server on demo data, a browser, and the checks a page must always pass."""

import os
from collections.abc import Callable
from multiprocessing.util import Finalize
from pathlib import Path

from django.contrib.staticfiles.testing import StaticLiveServerTestCase
from django.core.management import call_command
from django.test import override_settings, tag
from django.test.testcases import LiveServerThread

from journeys.browser import Browser
from journeys.pages.page import Page
from server.tests.demo_snapshot import demo_data, make_snapshot

AXE = Path(__file__).parents[1] / "web" / "node_modules" / "axe-core" / "axe.min.js"


_browsers: list[Browser] = []
_servers: list[LiveServerThread] = []


def shared_browser() -> Browser:
    """The browser of this process: it is started for the first journey, and ends with the process."""
    if not _browsers:
        _browsers.append(Browser())
        # a process of the pool ends without atexit, but not without this
        Finalize(None, _browsers[0].quit, exitpriority=1)
    return _browsers[0]


@tag("journey")
class Journey(StaticLiveServerTestCase):
    """Demo data, a browser at the desk's size, signed in as the grower."""

    before_all = staticmethod(make_snapshot)
    # whether the app is kept on the device: only where a journey is about that, for installing it takes a second
    kept_on_device = False

    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        cls.browser = shared_browser()

    @classmethod
    def _start_server_thread(cls) -> None:
        """One server for all journeys of this process: at the same address the browser has the app's files already."""
        if not _servers:
            # as it is served to people: the files are read once
            with override_settings(WHITENOISE_AUTOREFRESH=False):
                super()._start_server_thread()
            _servers.append(cls.server_thread)
        cls.server_thread = _servers[0]

    @classmethod
    def _terminate_thread(cls) -> None:
        """The server ends with the process."""

    @classmethod
    def tearDownClass(cls) -> None:
        super().tearDownClass()
        # what comes after these journeys begins with an empty database, as it expects
        call_command("flush", interactive=False, verbosity=0)

    def _fixture_teardown(self) -> None:
        """Leave the database as it is: the next journey lays out its own."""

    def lay_out(self) -> None:
        """What is there when the journey begins."""
        demo_data()

    def setUp(self) -> None:
        # nothing of the journey before asks this server any more
        self.browser.begin(service_worker=self.kept_on_device)
        self.lay_out()
        self.browser.forget_device(self.live_server_url)
        self.page = Page(self.browser.driver, self.live_server_url)
        self.browser.console_errors()
        self.provoked: set[str] = set()
        self.addCleanup(self.no_errors_in_the_console)

    def tearDown(self) -> None:
        if folder := os.environ.get("JOURNEY_PICTURES"):
            self.browser.picture(Path(folder) / f"{self._testMethodName}.png")

    def chapters(self, *parts: Callable[[], None]) -> None:
        """Chapters of one story, each on what those before it left; one that fails does not hide the others."""
        for part in parts:
            with self.subTest(part.__name__):
                part()

    def refused(self, *why: str) -> None:
        """Nothing went wrong so far but what the story provoked: a status, or the cut network. More of the same may still arrive."""
        self.provoked.update(why)
        self.no_errors_in_the_console()

    def no_errors_in_the_console(self) -> None:
        self.assertEqual([e for e in self.browser.console_errors() if not any(why in e for why in self.provoked)], [])

    def no_sideways_scrolling(self, where: str) -> None:
        script = """
            const wide = (e) => e.scrollWidth > e.clientWidth + 1
            const scrolls = (e) => ['auto', 'scroll'].includes(getComputedStyle(e).overflowX)
            const inner = [...document.querySelectorAll('main *')].filter((e) => wide(e) && scrolls(e) && !e.matches('[data-zooms] *'))
            return [...(wide(document.documentElement) ? [document.documentElement] : []), ...inner]
                .map((e) => `${e.tagName} ${e.className} ${e.getAttribute('aria-label')}: ${e.scrollWidth} of ${e.clientWidth}`)
        """
        self.assertEqual(self.page.run(script), [], f"{where} scrolls sideways")

    def by_keyboard(self, where: str) -> None:
        """Whatever asks to be pressed can be reached without a pointer."""
        script = """
            const reached = 'a[href], button, input, select, textarea, label, summary, [tabindex], [role=option]'
            return [...document.querySelectorAll('main *')]
                .filter(e => getComputedStyle(e).cursor === 'pointer' && !e.closest(reached) && !e.querySelector(reached))
                .map(e => e.outerHTML.slice(0, 120))
        """
        self.assertEqual(self.page.run(script), [], where)

    def accessible(self, where: str, *rules: str) -> None:
        """No serious or critical finding of the accessibility engine, by all its rules or by those named."""
        if not self.page.run("return 'axe' in window"):
            self.page.run(AXE.read_text(encoding="utf-8"))
        script = """
            const done = arguments[arguments.length - 1]
            const only = arguments[0].length ? { runOnly: arguments[0] } : {}
            axe.run(document, { resultTypes: ['violations'], ...only })
              .then(r => done(r.violations), e => done([{ id: String(e), impact: 'critical', nodes: [{ html: '' }] }]))
        """
        found = self.browser.driver.execute_async_script(script, list(rules))
        grave = [f"{v['id']}: {n['html'][:160]}" for v in found if v["impact"] in ("serious", "critical") for n in v["nodes"][:3]]
        self.assertEqual(grave, [], where)
