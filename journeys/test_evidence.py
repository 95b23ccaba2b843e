import csv
import io
import json
import tempfile
import zipfile
from pathlib import Path
from uuid import uuid4

import pypdfium2
from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys

from core.germination import indices
from core.records import ClosingFates, CountRecord, Inspection
from journeys.browser import PHONE
from journeys.case import Journey
from journeys.pages.new_trial import treatments
from server.evidence.models import Conclusion
from server.people.models import Person
from server.tests.builders import trial_of
from server.trials.models import Dish, Trial
from server.trials.selectors.courses import course_of
from server.trials.services.closings import close_dish, open_trial


class FromTheCountsToTheNextTrial(Journey):
    """A trial is finished, decided on, concluded upon, and what to test next becomes the next plan."""

    def setUp(self):
        super().setUp()
        self.page.sign_in()
        self.trial = trial_of("HR-114")

    def finish(self):
        by = Person.objects.get(username="rk")
        for dish in Dish.objects.filter(treatment__trial=self.trial):
            course = course_of(dish)
            last = max(x.at for x in course.looks)
            close_dish(by=by, dish=dish, at=last, client_id=uuid4(), found=ClosingFates(fresh=course.record.remaining))
        open_trial(by=by, trial=self.trial, at=last, version=self.trial.version)

    def typed(self):
        return [x.get_attribute("value") or "" for x in self.browser.driver.find_elements(By.CSS_SELECTOR, "input")]

    def test_from_the_comparison_to_the_next_plan(self):
        self.chapters(
            self.the_comparison_answers_to_clock_order_and_keyboard,
            self.a_finished_trial_is_followed_into_the_next_plan,
        )

    def a_finished_trial_is_followed_into_the_next_plan(self):
        page = self.page
        self.finish()
        page.open(f"/trials/{self.trial.pk}", "Does longer cold")
        page.press("Decide")
        page.heading("Use 12 weeks")
        page.text("The largest dose tried germinated best")
        page.press("Add conclusion")
        area = page.see("//textarea[not(@readonly)][@rows]")
        area.send_keys("Twelve weeks at least; longer is worth a try.")
        page.press("Save conclusion")
        page.text("Twelve weeks at least")
        self.assertEqual(Conclusion.objects.filter(trial=self.trial).count(), 1)
        page.press("Plan it")
        page.heading("New trial")
        page.wait.until(lambda _: {"12 weeks", "14 weeks", "16 weeks"} <= set(treatments(page)), "the treatments are not filled in")
        self.assertTrue(any("The largest dose tried germinated best" in words for words in self.typed()))
        page.press("Start trial")
        page.see("//h1[contains(., 'The largest dose') or contains(., 'Set up')]")
        laid = Trial.objects.order_by("-pk").first()
        self.assertEqual([t.dose for t in laid.treatments.order_by("order")], [0, 84, 98, 112])
        page.open(f"/lots/{self.trial.one_lot.pk}", "arrowleaf balsamroot")
        page.text("Twelve weeks at least")

    def the_comparison_answers_to_clock_order_and_keyboard(self):
        page = self.page
        page.open(f"/trials/{self.trial.pk}/compare", "How many")
        page.press("from the start of treatment")
        page.text("the whole time to a seedling")
        self.assertIn("clock=treatment", self.browser.driver.current_url)
        page.pick("In the order", "how many")
        rows = page.texts("table.ledger tbody strong")
        self.assertEqual(rows[:4], ["12 weeks", "8 weeks", "4 weeks", "no cold"])
        slider = page.see("//input[@type='range']")
        before = slider.get_attribute("aria-valuetext")
        slider.send_keys(Keys.HOME)
        self.assertNotEqual(slider.get_attribute("aria-valuetext"), before)
        self.assertIn("no cold", slider.get_attribute("aria-valuetext"))
        row = page.see("//*[@role='listitem'][starts-with(@aria-label, '12 weeks')]")
        page.run("arguments[0].focus()", row)
        page.see("//p[contains(., 'Dishes:')]")
        self.accessible("the comparison")
        self.browser.size(*PHONE)
        self.no_sideways_scrolling("the comparison on a phone")
        page.open(f"/trials/{self.trial.pk}/decide", "Worth testing next")
        self.no_sideways_scrolling("the decision on a phone")


class DataOut(Journey):
    """What leaves the application can be worked out again, and the report comes as a file."""

    def setUp(self):
        super().setUp()
        self.page.sign_in()
        self.trial = trial_of("SM-052")
        self.folder = Path(tempfile.mkdtemp())
        self.browser.driver.execute_cdp_cmd("Browser.setDownloadBehavior", {"behavior": "allow", "downloadPath": str(self.folder)})

    def file(self, name: str) -> bytes:
        def whole(_):
            found = (p for p in self.folder.glob(name) if not p.name.endswith(".crdownload"))
            return next((p for p in found if p.stat().st_size), None)

        return self.page.wait.until(whole, f"{name} did not come").read_bytes()

    def test_data_report_and_figures_leave_as_files(self):
        self.chapters(
            self.the_package_is_taken_out_and_its_indices_are_those_on_the_page,
            self.the_report_is_a_page_of_its_own_and_a_file,
            self.a_figure_is_taken_out_as_a_picture_and_as_a_drawing,
            self.a_grower_takes_it_all_out_and_a_reader_is_told_who_may,
        )

    def the_package_is_taken_out_and_its_indices_are_those_on_the_page(self):
        page = self.page
        page.open(f"/trials/{self.trial.pk}/compare", "How many")
        page.press("Data package")
        with zipfile.ZipFile(io.BytesIO(self.file("*package.zip"))) as box:
            self.assertEqual(json.loads(box.read("datapackage.json"))["profile"], "tabular-data-package")
            looks = list(csv.DictReader(io.StringIO(box.read("looks.csv").decode())))
            dishes = list(csv.DictReader(io.StringIO(box.read("dishes.csv").decode())))
        nicked = [d for d in dishes if d["treatment"] == "nick"]
        records = [
            CountRecord(int(d["sown"]), tuple(Inspection(float(r["day"]), int(r["germinated"])) for r in looks if r["dish"] == d["dish"]))
            for d in nicked
        ]
        again = indices(records)
        page.see(f"//tr[.//strong[.='nick']]//td[contains(., '{again.g} / {again.n}')]")
        page.see(f"//tr[.//strong[.='nick']]//td[contains(., '{again.mgt:.1f}')]")

    def the_report_is_a_page_of_its_own_and_a_file(self):
        page = self.page
        page.open(f"/trials/{self.trial.pk}/report", "How is the coat")
        self.assertEqual(self.browser.driver.find_elements(By.CSS_SELECTOR, "header nav"), [])
        page.press("As a PDF")
        document = pypdfium2.PdfDocument(self.file("*report.pdf"))
        self.assertIn("Decision", document[0].get_textpage().get_text_range())
        document.close()
        self.accessible("the report")

    def a_figure_is_taken_out_as_a_picture_and_as_a_drawing(self):
        page = self.page
        page.open(f"/trials/{self.trial.pk}/compare", "How many")
        page.tap("//button[@aria-label='How many, of sown as SVG']")
        drawing = self.file("*how-many.svg").decode()
        self.assertIn("nick", drawing)
        self.assertNotIn("var(--", drawing)
        page.tap("//button[@aria-label='Course: share germinated at each look as PNG']")
        self.assertEqual(self.file("*course.png")[:8], b"\x89PNG\r\n\x1a\n")

    def a_grower_takes_it_all_out_and_a_reader_is_told_who_may(self):
        page = self.page
        page.open("/import", "Import data")
        link = page.see("//a[contains(., 'All records and photos')]").get_attribute("href")
        script = """
            const done = arguments[1]
            fetch(arguments[0]).then(r => r.arrayBuffer()).then(b => done(JSON.stringify([b.byteLength, new Uint8Array(b)[0]])))
        """
        size, first = json.loads(self.browser.driver.execute_async_script(script, link))
        self.assertGreater(size, 50_000)
        self.assertEqual(first, ord("P"))
        page.sign_out()
        page.sign_in("vo")
        page.open("/import", "Import data")
        page.text("Only growers can import data.")
