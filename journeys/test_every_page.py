import re
from pathlib import Path

from selenium.common.exceptions import TimeoutException

from journeys.browser import PHONE
from journeys.case import Journey
from server.batches.models import Batch
from server.lots.models import Lot
from server.recipes.models import Recipe
from server.reference.models import Place
from server.sowing.models import SowingPlan
from server.stands.models import Stand
from server.tests.builders import trial_of
from server.trials.models import Dish, Trial

ROUTES = Path(__file__).parents[1] / "web" / "src" / "features"
# signed out, on a practice bench, full-screen counting and what only leads on: each has a journey of its own
ELSEWHERE = {
    "/sign-in",
    "/join",
    "/c/:code",
    "/practice/bench",
    r"/practice/:id(\\d+)",
    r"/trials/:id(\\d+)/count",
    r"/trials/:id(\\d+)/verdict",
}


class EveryPageCase(Journey):
    """Each main page at the desk's and the phone's width: no sideways scrolling, no console error, nothing grave for a screen reader."""

    def pages(self):
        trial, finished, planned = (trial_of(code).pk for code in ("HR-114", "SM-052", "RT-021"))
        packets = Trial.objects.get(kind="packet_day").pk
        lots = Trial.objects.get(asks="every_lot").pk
        batch = Batch.objects.get(code="HR-114-B1").pk
        fridge = Place.objects.get(name="Fridge").pk
        stand = Stand.objects.get(place_name="Ember Spring").pk
        return {
            "/": "rounds",
            "/lots": "Lots",
            f"/lots?beside={Trial.objects.get(pk=trial).one_lot.pk}": "Lots",
            "/lots/new": "Add lot",
            f"/lots/{Trial.objects.get(pk=trial).one_lot.pk}": "arrowleaf balsamroot",
            f"/lots/{Lot.objects.get(code='EN-047').pk}": "rubber rabbitbrush",
            f"/lots/{Lot.objects.get(code='EN-047').pk}/photo-count": "Photo count",
            f"/lots/{Lot.objects.get(code='PV-017').pk}": "chokecherry",
            "/stands": "Stands",
            "/stands/new": "Add stand",
            f"/stands/{stand}": "rubber rabbitbrush",
            f"/stands/{stand}/change": "Change rubber rabbitbrush",
            f"/stands/{stand}/harvest": "Harvest at Ember Spring",
            "/places": "Places",
            "/labels": "Labels",
            "/scan": "Scan",
            "/recipes": "Recipes",
            "/recipes/new": "New recipe",
            f"/recipes/{Recipe.objects.filter(replaced_by__isnull=True).first().pk}/change": "version 2",
            "/plan": "Plan treatments",
            "/rounds": "Bags",
            "/rounds/list": "Fridge list",
            "/timers": "Timers",
            "/supplies": "Supplies",
            "/work-year": "Working days",
            f"/batches/{batch}": "arrowleaf balsamroot",
            f"/places/{fridge}/temperature": "Temperature, Fridge",
            "/trials": "Trials",
            "/trials/new": "New trial",
            f"/trials/{trial}": "Does longer cold",
            f"/trials/{finished}": "globemallow",
            f"/trials/{planned}": "skunkbush",
            f"/trials/{trial}/compare": "How many",
            f"/trials/{finished}/compare": "How fast",
            f"/trials/{finished}/decide": "Worth testing next",
            f"/trials/{finished}/report": "Positions of the dishes",
            "/packet-day": "Packet day",
            f"/trials/{packets}/packets": "Sow as usual",
            f"/trials/{packets}/round": "PKT-",
            f"/trials/{lots}/compare": "4 weeks cold",
            f"/trials/{lots}/decide": "4 weeks cold",
            "/sowing": "Sowing",
            f"/sowing/new?lot={Lot.objects.get(code='SM-052').pk}": "Compare ways to sow",
            f"/sowing/{SowingPlan.objects.get(lot__code='SM-052').pk}": "globemallow",
            "/plants": "Plants",
            "/questions": "Open questions",
            f"/plants/{Lot.objects.get(code='LL-015').taxon_id}": "How lots age",
            f"/plants/lot/{Lot.objects.get(code='SF-001').pk}": "scree foot",
            "/import": "Import data",
            f"/sowing/new?change={SowingPlan.objects.get(lot__code='PT-040').pk}": "Change PT-040",
            "/formats": "Units and dates",
            "/glossary": "Glossary",
            "/people": "People",
            "/api-tokens": "API tokens",
            "/account": "My account",
            "/backups": "Backups",
            "/changes": "History",
            "/practice": "Practice bench",
            f"/trials/{planned}/set-up": "Set up",
            f"/trials/{trial}/set-up": "Set up",
            f"/trials/{trial}/sheet": "Bench sheet",
            f"/trials/{trial}/close": "Close the dishes",
            f"/trials/{trial}/dishes/{Dish.objects.filter(treatment__trial=trial).first().pk}": "Dish",
            "/waiting": "Not sent yet",
            "/route": "to visit",
            "/nowhere/at/all": "This page does not exist",
        }

    def left_out(self):
        """Paths of the front end's routes that no page of the walk has."""
        routes = {p for f in ROUTES.glob("*/index.ts") for p in re.findall(r"path: '([^']*)'", f.read_text(encoding="utf-8"))}
        seen = [p.partition("?")[0] for p in self.pages()]
        found = {r for r in routes if not any(re.fullmatch(re.sub(r":\w+(\([^)]*\))?", "[^/]+", r), p) for p in seen)}
        return found - ELSEWHERE

    def check(self):
        """Walk past all pages."""
        wrong = []
        for path, heading in self.pages().items():
            try:
                self.page.go(path, heading)
                # what is still being fetched fades in, and has no colour of its own
                self.page.wait.until(lambda d: not d.find_elements("css selector", "main div.waiting[role=status]"))
                self.no_sideways_scrolling(path)
                self.accessible(path)
                self.more(path)
                self.by_keyboard(path)
                self.no_errors_in_the_console()
            except (AssertionError, TimeoutException) as why:
                # every page has its say in one run, and a process apart can hand the words over
                wrong.append(f"{path}: {why}")
        self.assertEqual(wrong, [], "\n".join(wrong))

    def more(self, path):
        """What is asked of a page beside the rest."""


# a class each, so that processes share them


class AtTheDesk(EveryPageCase):
    kept_on_device = True

    def test_every_page(self):
        self.page.sign_in()
        self.page.today()
        self.assertEqual(self.left_out(), set(), "pages that the walk leaves out")
        self.check()

    def more(self, path):
        """The same page in the colours of the evening bench."""
        self.theme("evening")
        self.accessible(f"{path} in the evening", "color-contrast")
        self.theme("day")

    def theme(self, name):
        """Choose the colours as another window does."""
        key = "awake-furrow-theme"
        script = "localStorage.setItem(...arguments); dispatchEvent(new StorageEvent('storage', { key: arguments[0] }))"
        self.page.run(script, key, name)
        self.page.wait.until(lambda _: self.page.run("return document.documentElement.dataset.theme") == name)


class OnThePhone(EveryPageCase):
    def test_every_page(self):
        self.page.sign_in()
        self.browser.size(*PHONE)
        self.page.today()
        self.check()


class TheAppAsItLoads(Journey):
    def test_from_the_sign_in_to_a_page_in_its_own_look(self):
        self.chapters(
            self.signed_out_every_page_leads_to_the_sign_in_and_back,
            self.components_keep_their_own_look_over_the_reset,
            self.charts_are_not_loaded_before_they_are_needed,
        )

    def signed_out_every_page_leads_to_the_sign_in_and_back(self):
        self.page.open("/lots", "Awake Furrow")
        self.accessible("Sign in")
        self.page.fill("Username", "rk")
        self.page.fill("Password", "not it")
        self.page.press("Sign in")
        self.page.see("//*[@role='alert'][contains(., 'do not match')]")
        self.page.fill("Password", "awake-rk")
        self.page.press("Sign in")
        self.page.heading("Lots")
        self.refused("403")

    def components_keep_their_own_look_over_the_reset(self):
        """Vuetify's CSS layers: where they load in the wrong order, buttons lose their colour."""
        self.page.open("/lots", "Lots")
        colour = self.page.run("return getComputedStyle(document.querySelector('main .v-btn')).backgroundColor")
        self.assertEqual(colour, "rgb(45, 90, 61)")

    def charts_are_not_loaded_before_they_are_needed(self):
        # what the worker hands out is not compressed any more: measured is what travels
        self.browser.driver.execute_cdp_cmd("Network.enable", {})
        self.browser.driver.execute_cdp_cmd("Network.setBypassServiceWorker", {"bypass": True})
        self.addCleanup(self.browser.driver.execute_cdp_cmd, "Network.setBypassServiceWorker", {"bypass": False})
        self.page.today()
        loaded = self.page.run("return performance.getEntriesByType('resource').map(r => r.name).filter(n => n.endsWith('.js'))")
        self.assertFalse([n for n in loaded if "ComparePage" in n])
        size = self.page.run(
            "return performance.getEntriesByType('resource').filter(r => r.name.endsWith('.js')).reduce((s, r) => s + r.encodedBodySize, 0)"
        )
        self.assertLess(size, 300_000)
