import pypdfium2
import zxingcpp

from core.vocabulary import LabelKind, LabelSheet, OriginKind
from server.labels.models import LabelPrint
from server.labels.paper import SHEETS, labels_pdf
from server.labels.selectors import content
from server.lots.selectors.stock import stocks
from server.lots.services.lots import note_trouble
from server.tests.builders import ApiCase, dishes_of, make_lot, make_person, make_taxon, make_trial


def label(lot, kind=LabelKind.STORED):
    return content(lot, stocks([lot.pk])[lot.pk], kind)


def scanned(pdf: bytes) -> list[str]:
    """Every code that can be read off the printed pages, as a camera would."""
    found = []
    for page in pypdfium2.PdfDocument(pdf):
        picture = page.render(scale=200 / 72).to_pil()
        found += [code.text for code in zxingcpp.read_barcodes(picture)]
    return found


class OnPaper(ApiCase):
    def lots(self, count):
        return [make_lot(f"HR-{n:03d}", collector="RK", origin_place="Halfmoon Rim") for n in range(count)]

    def test_every_code_of_every_sheet_can_be_scanned_and_holds_nothing_but_its_path(self):
        contents = [label(lot) for lot in self.lots(9)]
        for sheet in LabelSheet:
            with self.subTest(sheet):
                self.assertEqual(sorted(scanned(labels_pdf(contents, sheet))), [f"/c/HR-{n:03d}" for n in range(9)])

    def test_the_labels_of_a_sheet_lie_on_the_page_and_apart(self):
        for name, s in SHEETS.items():
            with self.subTest(name):
                self.assertLessEqual(s.corner[0] + s.columns * s.label[0] + (s.columns - 1) * s.gap[0], s.page[0] + 0.01)
                self.assertLessEqual(s.corner[1] + s.rows * s.label[1] + (s.rows - 1) * s.gap[1], s.page[1] + 0.01)

    def test_a_begun_sheet_is_gone_on_with(self):
        contents = [label(lot) for lot in self.lots(3)]
        pages = [len(pypdfium2.PdfDocument(labels_pdf(contents, LabelSheet.A4_8, skip))) for skip in (0, 5, 6)]
        self.assertEqual(pages, [1, 1, 2])

    def test_code_name_and_facts_are_there_to_be_read(self):
        lot = make_lot("HR-114", collector="RK", origin_place="Halfmoon Rim", seeds=640)
        text = pypdfium2.PdfDocument(labels_pdf([label(lot)], LabelSheet.A4_8))[0].get_textpage().get_text_range()
        for words in (
            "HR-114",
            "dune, unnamed",
            "species not known",
            "Halfmoon Rim, 1 Aug 2026",
            "collected by RK",
            "not cleaned, 640 seeds",
        ):
            self.assertIn(words, text)

    def test_the_field_bag_says_no_amount_and_both_say_the_hazard(self):
        lot = make_lot("TV-2", taxon=make_taxon(hazards=["poisonous"]))
        note_trouble(by=make_person(), lot=lot, version=1, trouble="mouldy")
        lot.refresh_from_db()
        self.assertFalse([x for x in label(lot, LabelKind.FIELD_BAG).lines if "seeds" in x])
        self.assertEqual(label(lot).warning, "QUARANTINE: mouldy; POISONOUS")

    def test_a_long_name_is_made_to_fit(self):
        lot = make_lot(field_name="foot of the long scree above the second bend of the creek, unnamed, with hairy leaves, seen twice")
        self.assertEqual(scanned(labels_pdf([label(lot)], LabelSheet.SINGLE_57_32)), [f"/c/{lot.code}"])


class LabelApi(ApiCase):
    def test_every_print_is_logged_reprints_too(self):
        lot = make_lot()
        for copies in (1, 3):
            made = self.client.post("/api/v1/labels/", {"lots": [lot.pk], "sheet": "a4_24", "copies": copies})
            self.assertEqual((made.status_code, made["Content-Type"], made.content[:5]), (200, "application/pdf", b"%PDF-"))
        log = self.client.get(f"/api/v1/labels/?lot={lot.pk}").json()["results"]
        self.assertEqual([(p["copies"], p["by"], p["kind"]) for p in log], [(3, "GR", "stored"), (1, "GR", "stored")])

    def test_no_lot_and_too_many_labels_are_refused_with_the_numbers(self):
        self.assertProblem(self.client.post("/api/v1/labels/", {"lots": [], "sheet": "a4_24"}), 422, "no_lot", "/lots")
        lots = [make_lot(f"A-{n}").pk for n in range(7)]
        problem = self.client.post("/api/v1/labels/", {"lots": lots, "sheet": "a4_24", "copies": 100})
        self.assertIn("7 labels × 100 copies make 700", self.assertProblem(problem, 422, "too_many_labels", "/copies")["detail"])
        self.assertEqual(LabelPrint.objects.count(), 0)

    def test_a_code_leads_to_its_lot_dish_or_trial_however_it_is_typed(self):
        lot = make_lot("HR-114", origin_kind=OriginKind.GARDEN)
        trial = make_trial(lot=lot)
        dish = dishes_of(trial)[0]
        for code, target in {
            "hr-114": {"kind": "lot", "id": lot.pk, "trial": None},
            dish.code.lower(): {"kind": "dish", "id": dish.pk, "trial": trial.pk},
            trial.code: {"kind": "trial", "id": trial.pk, "trial": trial.pk},
        }.items():
            self.assertEqual(self.client.get(f"/api/v1/codes/{code}/").json(), target)
        self.assertProblem(self.client.get("/api/v1/codes/NO-1/"), 404, "not_found")


class DishLabels(ApiCase):
    def printed(self, trial):
        answer = self.client.post("/api/v1/labels/", {"kind": "dish", "trial": trial.pk, "sheet": "a4_8"})
        self.assertEqual(answer.status_code, 200, answer.content)
        return answer.content

    def test_every_dish_has_one_and_a_blind_one_does_not_tell_its_treatment(self):
        trial = make_trial(treatments=("untreated seed", "eight weeks cold"), dishes=2)
        pdf = self.printed(trial)
        self.assertEqual(sorted(scanned(pdf)), sorted(f"/c/{d.code}" for d in dishes_of(trial)))
        text = pypdfium2.PdfDocument(pdf)[0].get_textpage().get_text_range()
        self.assertIn("10 seeds", text)
        self.assertIn("sown ________", text)
        self.assertNotIn("cold", text)
        self.assertEqual(LabelPrint.objects.get().trial, trial)

    def test_an_open_trial_says_it(self):
        trial = make_trial(treatments=("untreated seed", "eight weeks cold"), dishes=2, blind=False)
        self.assertIn("eight weeks cold", pypdfium2.PdfDocument(self.printed(trial))[0].get_textpage().get_text_range())

    def test_without_a_trial_there_is_nothing_to_print(self):
        self.assertProblem(self.client.post("/api/v1/labels/", {"kind": "dish", "sheet": "a4_8"}), 422, "no_trial", "/trial")
