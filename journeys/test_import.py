import csv
import io
import tempfile
from pathlib import Path

from journeys.case import Journey
from server.exchange.models import FileRead
from server.lots.models import Lot
from server.trials.models import Look, Trial

MESSY = """"Globemallow, coat trial, from the old notebook",,,,,,
,,,,,,
Treatment,Dish,Seeds,Date sown,4/3/2025,7/3/2025,final %
untouched,1,25,1/3/2025,0,1,4 %
,2,25,1/3/2025,1,0,4 %
nick,3,25,1/3/2025,9,{bad},68 %
,4,25,1/3/2025,11,6,68 %
Total,,100,,21,15,
"""


class AMessySheet(Journey):
    """Old counts come in from a sheet: inspected, settled, mended, imported, undone, imported again."""

    def setUp(self):
        super().setUp()
        self.page.sign_in()
        self.folder = Path(tempfile.mkdtemp(prefix="awake-furrow-"))
        self.page.open("/import", "Import data")

    def choose_file(self, bad):
        path = self.folder / f"old-{bad.replace('/', '-of-')}.csv"
        path.write_text(MESSY.format(bad=bad), encoding="utf-8")
        self.page.driver.find_element("css selector", "input[type=file]").send_keys(str(path))
        self.page.heading("What the import would add")

    def settle(self):
        page = self.page
        page.press("day, month, year")
        page.choose("Seed of which lot", "SM-060")
        choice = page.see("//select[@aria-label='What “final %” is read as']")
        choice.find_element("xpath", "./option[normalize-space()='leave out']").click()
        page.pick("The control", "untouched")
        page.fill("Question of the trial", "How was the coat opened in 2025?")

    def test_a_messy_sheet_is_put_right_imported_undone_and_imported_again(self):
        self.chapters(
            self.the_sample_shows_how_it_goes,
            self.each_bad_cell_is_named_and_nothing_comes_in_before_all_are_good,
            self.an_import_is_undone_as_one_and_made_again,
        )

    def each_bad_cell_is_named_and_nothing_comes_in_before_all_are_good(self):
        page = self.page
        page.open("/import", "Import data")
        self.choose_file("6/25")
        page.text("Dates in this table are ambiguous")
        page.text("A percent without the number of seeds")
        self.accessible("Looking into a file")
        self.no_sideways_scrolling("Looking into a file")
        self.settle()
        page.see("//td/span[normalize-space()='F6']")
        page.text("Put 6 here, and 25 in a column for the seeds sown.")
        button = page.see("//button[normalize-space()='Import']")
        self.assertFalse(button.is_enabled())
        lines = page.run(
            """const made = []; const real = URL.createObjectURL;
            URL.createObjectURL = b => { made.push(b); return real(b) };
            [...document.querySelectorAll('button')].find(b => b.textContent.includes('Save them as a file')).click();
            URL.createObjectURL = real; return made[0].text()"""
        )
        self.assertIn("F6", [row[1] for row in csv.reader(io.StringIO(lines))])
        before = Trial.objects.count()
        self.choose_file("8")
        self.settle()
        page.text("4 dishes, 100 seeds, 8 looks")
        page.tap("//main//button[normalize-space()='Import']")
        page.text("Imported: 1 trials, 4 dishes, 8 looks")
        self.assertEqual(Trial.objects.count(), before + 1)
        trial = Trial.objects.latest("pk")
        self.assertEqual((trial.one_lot.code, trial.treatments.get(is_control=True).name), ("SM-060", "untouched"))
        page.press("The trial")
        page.heading("How was the coat opened in 2025?")

    def an_import_is_undone_as_one_and_made_again(self):
        page = self.page
        page.open("/import", "Import data")
        looks, files = Look.objects.count(), FileRead.objects.count()
        page.press("undo the import")
        page.press("import again")
        page.wait.until(lambda _: FileRead.objects.count() == files + 1)
        page.text("Imported: 1 trials")
        self.assertEqual(Look.objects.count(), looks)
        self.assertTrue(Lot.objects.filter(code="SM-060").exists())

    def the_sample_shows_how_it_goes(self):
        page = self.page
        page.open("/import", "Import data")
        page.press("a sample sheet")
        page.heading("What the import would add")
        page.text("a total of other rows")
        page.see("//td/span[normalize-space()='F9']")
