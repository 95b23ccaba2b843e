"""How many queries each main page takes on the demo. Twelve are enough for a page; where more are needed the line says why."""

from unittest import mock

from django.core.cache import caches
from django.utils import timezone
from rest_framework.test import APIClient

from server.batches.models import Batch
from server.lots.models import Lot
from server.people.models import Person
from server.sowing.models import SowingPlan
from server.stands.models import Stand
from server.tests.builders import trial_of
from server.tests.demo_snapshot import DemoCase

MOST = 12
# session, person, and the revisions that answers are made from are in each; the lots of trials are a query beside the trials
MORE = {
    "today/": (
        74,
        "all that is due from every area, the season band, stands with others of their plants and the weather, decisions on trials; "
        "kept until anything is recorded, then 3",
    ),
    "lots/{lot}/page/": (
        63,
        "a lot on one screen: ledger, bench, photos, tests, decisions, bags, sowings, labels, and the scatter of earlier trials",
    ),
    "figures/lots/?ids={lot}": (39, "tests, ledger, drying and trials of the lots, and the scatter of earlier trials; however many lots"),
    "figures/trials/?ids={trial}": (26, "counts and bags of the trials, and the scatter of earlier ones; however many trials"),
    "trials/{trial}/comparison/": (
        27,
        "every dish with looks, closings, bags and their cold, and the scatter of 60 earlier trials; kept, then 7",
    ),
    "trials/{trial}/overview/": (24, "dishes with looks, closings, bags and sprouts, and the scatter of earlier trials"),
    "trials/{trial}/count-sheet/": (13, "dishes with looks, closings and notes, and the lots of the trial"),
    "trials/{trial}/set-up/": (14, "dishes on their places with bags, labels and photos"),
    "trials/{trial}/timeline/": (14, "everybody who looked, deviations, photos, changes, with the dishes they belong to"),
    "knowledge/": (32, "results of every trial there is, in a fixed number of queries; kept, then 4"),
    "trials/{trial}/decision/": (26, "what Compare reads, the working year and the conclusions"),
    "trials/{trial}/doses/": (27, "what Compare reads, and the cold that the logs of its bags show; kept, then 7"),
    "taxa/{plant}/doses/": (28, "every trial of the plant, and the cold that the logs of its bags show; kept, then 4"),
    "trials/{trial}/worth/": (32, "the decision, the lot's stock, and the outcomes of trays; kept, then 4"),
    "trials/{trial}/report/": (34, "what Compare, the decision and the timeline read, on one paper; kept, then 4"),
    "batches/{batch}/page/": (24, "the steps, looks, moves and care of a bag, and the log and the events of each place it lay in"),
    "lots/{lot}/sowing-bases/": (30, "every trial of the plant with its results, bags and conclusions"),
    "sowing-plans/{sowing}/page/": (
        35,
        "the plan with the result it rests on and where that has moved since, which reads its trial; trays, counts",
    ),
    "open-questions/": (33, "results of every trial there is, and the amounts of the lots to try; kept, then 4"),
    "taxa/{plant}/knowledge/": (55, "all years of a plant: trials, results, decisions, bags with their lengths, conclusions, lots, trays"),
    "changes/": (30, "a query for each kind of thing, and one for what was there before"),
    "bag-rounds/": (14, "bags with steps, looks, care, turns and what each is for"),
}
PAGES = (
    "today/", "lots/", "lots/{lot}/", "lots/{lot}/page/", "lots/{lot}/ledger/", "figures/lots/?ids={lot}",
    "figures/trials/?ids={trial}", "trials/", "trials/{trial}/overview/",
    "trials/{trial}/count-sheet/", "trials/{trial}/set-up/", "trials/{trial}/comparison/", "trials/{trial}/decision/",
    "trials/{trial}/report/", "trials/{trial}/timeline/", "stands/", "stands/{stand}/timeline/", "stands/{stand}/season/", "today/route/",
    "trials/{trial}/doses/", "taxa/{plant}/doses/", "trials/{trial}/worth/", "recipes/", "bag-rounds/", "timers/",
    "batches/{batch}/page/", "knowledge/", "open-questions/", "taxa/{plant}/knowledge/", "lots/{lot}/sowing-bases/", "sowing-plans/",
    "sowing-plans/{sowing}/page/", "seedlings/", "places/", "supplies/", "work-year/", "people/", "people/accounts/", "invitations/",
    "files/", "changes/", "deletions/", "backups/", "practice/", "session/devices/",
)  # fmt: skip


class Queries(DemoCase):
    def setUp(self):
        caches["answers"].clear()
        caches["default"].clear()
        self.client = APIClient()
        self.client.force_login(Person.objects.get(initials="RK"), backend="django.contrib.auth.backends.ModelBackend")
        lot = Lot.objects.get(code="SM-052")
        self.ids = {
            "lot": lot.pk,
            "plant": lot.taxon_id,
            "trial": trial_of(lot.code).pk,
            "stand": Stand.objects.get(place_name="Ember Spring").pk,
            "batch": Batch.objects.get(code="HR-114-B1").pk,
            "sowing": SowingPlan.objects.get(lot=lot).pk,
        }

    def taken(self, page):
        """Queries of one page."""
        from django.db import connection

        seen = []

        def count(execute, sql, params, many, context):
            seen.append(sql)
            return execute(sql, params, many, context)

        with connection.execute_wrapper(count):
            answer = self.client.get(f"/api/v1/{page.format(**self.ids)}")
        self.assertEqual(answer.status_code, 200, page)
        return len(seen)

    def test_no_page_takes_more_than_its_line_says(self):
        for page in PAGES:
            most, why = MORE.get(page, (MOST, ""))
            with self.subTest(page):
                caches["answers"].clear()
                caches["default"].clear()
                self.assertLessEqual(self.taken(page), most, why)

    def test_what_was_worked_out_is_handed_out_in_a_few(self):
        # some answers are kept for a minute or a day of the clock, which may end between two requests
        with mock.patch("django.utils.timezone.now", return_value=timezone.now()):
            for page in ("today/", "trials/{trial}/comparison/", "trials/{trial}/report/", "knowledge/", "trials/"):
                with self.subTest(page):
                    self.taken(page)
                    self.assertLessEqual(self.taken(page), 7)

    def test_every_line_is_about_a_page_that_needs_it(self):
        for page, (_, why) in MORE.items():
            with self.subTest(page):
                self.assertIn(page, PAGES)
                self.assertTrue(why)
                caches["answers"].clear()
                caches["default"].clear()
                self.assertGreater(self.taken(page), MOST)
