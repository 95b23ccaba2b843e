from selenium.webdriver.common.keys import Keys

from core.vocabulary import AmountKnown, OriginKind, StockKind
from journeys.case import Journey
from journeys.pages.new_trial import propose, treatments
from server.lots.models import Lot
from server.lots.services import add_lot, enter_stock
from server.people.models import Person
from server.record_kinds.days import local_day
from server.reference.models import Taxon
from server.stands.models import Stand
from server.tests.builders import now, trial_of
from server.trials.models import Trial


class HowMuchAndWhen(Journey):
    """How much of a treatment is enough, how much seed a test may cost, and when to go and collect."""

    def setUp(self):
        super().setUp()
        self.page.sign_in()

    def move(self, label: str, key: str, times: int) -> None:
        """Move a slider by its keys."""
        field = self.page.see(f"//label[contains(., '{label}')]//input[@type='range']")
        field.send_keys(*[key] * times)

    def test_a_dose_series_gives_a_dose_with_its_uncertainty_and_the_next_series(self):
        page, trial = self.page, trial_of("HR-114")
        page.open(f"/trials/{trial.pk}/compare", "How many")
        page.see("//p[contains(., 'weeks of cold on, ') and contains(., '95 % of what is likely')]")
        page.see("//*[@aria-label='Share germinated by dose']//*[name()='rect'][contains(@class, 'range')]")
        self.move("Dose for", Keys.ARROW_LEFT, 12)
        page.see("//p[contains(., 'of 100 germinate') and not(contains(., 'of the most that is reached'))]")
        page.press("90 % of the most reached")
        page.see("//p[contains(., '90 % of the most that is reached')]")
        page.see("//p[contains(., 'Next, try none, ')]")
        page.press("Plan this series")
        page.heading("New trial")
        names = propose(page, 5)
        self.assertIn("none", names)
        page.see("//h2[contains(., 'What it is worth')]")
        page.press("Start trial")
        page.see("//h1[contains(., 'How much cold') or contains(., 'Set up')]")
        laid = Trial.objects.order_by("-pk").first()
        doses = [t.dose for t in laid.treatments.order_by("order")]
        self.assertEqual((doses[0], len(doses), all(d % 7 == 0 for d in doses)), (0, 5, True))

    def test_a_scarce_lot_is_told_to_be_sown_and_not_tested(self):
        page, by = self.page, Person.objects.get(username="rk")
        taxon = Taxon.objects.get(common_name="arrowleaf balsamroot")
        wild = {"origin_kind": OriginKind.WILD, "origin_place": "Halfmoon Rim", "leave": "own ground"}
        lot = add_lot(by=by, code="HR-200", taxon=taxon, collected_on=local_day(now()), **wild)
        enter_stock(by=by, lot=lot, kind=StockKind.IN, amount=45, known=AmountKnown.COUNTED, at=now())
        page.open(f"/trials/new?lot={lot.pk}&asks=dose", "New trial")
        propose(page)
        page.see("//p[contains(., 'No test is worth its seed. Sow it all')]")
        page.press("Figures, and what was assumed")
        page.text("the next lot")
        much = Lot.objects.get(code="HR-114")
        page.open(f"/trials/new?lot={much.pk}&asks=dose", "New trial")
        self.assertGreater(len(treatments(page)), 0)
        page.see("//p[contains(., 'A test is worth it')]")
        self.move("Plants wanted", Keys.HOME, 1)
        page.see("//p[contains(., 'No test is worth its seed')]")

    def test_a_weekend_away_is_weighed_and_the_day_is_walked_by_the_nearest_place(self):
        page, stand = self.page, Stand.objects.get(place_name="Ember Spring")
        page.open(f"/stands/{stand.pk}", "rubber rabbitbrush")
        page.see("//h2[contains(., 'Ripe and gone')]")
        page.see("//p[contains(., 'Half of the seed ') and contains(., '9 times in 10 between')]")
        page.see("//p[@role='status'][contains(., 'If you come on')]")
        self.move("Come back in", Keys.ARROW_LEFT, 4)
        page.see("//label[contains(., 'Come back in')]//strong[.='3 days']")
        page.see("//p[@role='status'][contains(., 'in 10 that more than half is gone')]")
        page.open("/", "")
        page.tap("//a[contains(., 'Route through')]")
        page.see("//h1[contains(., 'places to visit')]")
        first = page.see("(//ol/li)[1]")
        self.assertIn("Ember Spring", first.text)
        self.assertIn("km on", page.see("(//ol/li)[2]").text)
        page.tap("(//ol/li)[1]//a")
        page.heading("rubber rabbitbrush")
        before = page.see("//p[contains(., 'Half of the seed ')]").text
        page.press("most")
        page.press("Record the visit")
        page.wait.until(lambda _: page.see("//p[contains(., 'Half of the seed ')]").text != before, "the visit moves nothing")
