import base64
import json
import time
from pathlib import Path
from uuid import uuid4

import pypdfium2
from django.conf import settings
from django.test import TransactionTestCase
from django.utils import timezone
from fontTools.ttLib import TTFont
from reportlab.lib.pagesizes import A6

from core.vocabulary import DeviationKind
from server.evidence.services import conclude
from server.evidence.tests.grown import grow, grown_trial
from server.exchange.report.charts import steps_between, unit_for
from server.exchange.report.filled import Paper, build
from server.exchange.report.paper import report_pdf
from server.exchange.report.words import para
from server.exchange.selectors.report import STEPS, trial_report
from server.labels.paper import BOLD, ITALIC, TEXT
from server.tests.builders import ApiCase, make_lot, make_person, make_recipe, make_sown_trial, make_trial, now
from server.trials.models import Treatment
from server.trials.services.closings import open_trial
from server.trials.services.deviations import note_deviation


def text_of(pdf: bytes) -> str:
    document = pypdfium2.PdfDocument(pdf)
    found = [page.get_textpage().get_text_range() for page in document]
    document.close()
    return " ".join(" ".join(found).split())


class Reports(ApiCase):
    def setUp(self):
        super().setUp()
        self.trial = grown_trial(none=(2, 3, 2), cold=(17, 18, 16))
        Treatment.objects.filter(trial=self.trial, name="cold").update(recipe=make_recipe("12 weeks cold", 84))

    def pdf(self, trial=None):
        answer = self.client.get(f"/api/v1/trials/{(trial or self.trial).pk}/report.pdf/")
        self.assertEqual((answer.status_code, answer["Content-Type"]), (200, "application/pdf"))
        return text_of(answer.content)

    def test_it_says_enough_to_do_it_again(self):
        found = self.pdf()
        for part in ("12 weeks cold, version 1: cold moist, 12 weeks", "seed 7", "20 seeds", "Wilson", "ρ₀", "Holm", "the root is 2 mm"):
            self.assertIn(part, found)
        for head in ("Decision", "Results", "Methods", "Map of the dishes", "Deviations", "Versions"):
            self.assertIn(head, found)

    def test_while_it_is_blind_the_map_names_no_treatment(self):
        self.assertEqual({d.treatment for p in trial_report(self.trial, timezone.now()).map for d in p.dishes}, {""})
        open_trial(by=make_person(), trial=self.trial, at=now(), version=1)
        self.trial.refresh_from_db()
        self.assertEqual({d.treatment for p in trial_report(self.trial, timezone.now()).map for d in p.dishes}, {"none", "cold"})

    def test_deviations_and_conclusions_stand_in_it(self):
        by = make_person()
        note_deviation(by=by, trial=self.trial, kind=DeviationKind.OTHER, words="Lights out for a night.", at=now(), client_id=uuid4())
        conclude(by=by, trial=self.trial, at=now(), client_id=uuid4(), words="Cold <b>it</b> is & stays.")
        found = self.pdf()
        self.assertIn("Lights out for a night.", found)
        self.assertIn("Cold <b>it</b> is & stays.", found)

    def test_a_planned_trial_has_a_report_of_what_is_planned(self):
        found = self.pdf(make_trial(lot=make_lot("P")))
        self.assertIn("No dish has been looked at yet", found)
        self.assertIn("Methods", found)

    def test_the_page_carries_the_same(self):
        body = self.client.get(f"/api/v1/trials/{self.trial.pk}/report/").json()
        self.assertEqual(body["comparison"]["treatments"][1]["name"], "cold")
        [decision] = body["decisions"]
        self.assertEqual(decision["use"], decision["options"][1]["treatment"])
        self.assertIn("fingerprint", body["versions"][-1]["text"])

    def test_its_fonts_have_every_sign_that_core_writes(self):
        written = set("".join(p.read_text() for p in Path("core").rglob("*.py")))
        signs = {c for c in written if not c.isascii()} - set("✗")
        for font in (TEXT, BOLD, ITALIC):
            file = TTFont(Path(settings.PAPER_FONTS) / f"{font}.ttf")
            with self.subTest(font):
                self.assertEqual(sorted(c for c in signs if ord(c) not in file.getBestCmap()), [])

    def test_no_last_page_holds_next_to_nothing(self):
        def pages(lines):
            def paper():
                return Paper(pagesize=A6, leftMargin=30, rightMargin=30, topMargin=30, bottomMargin=30)

            return build(paper, lambda s: [para(f"line {n}", s["plain"]) for n in range(lines)])

        full = next(n for n in range(1, 80) if pages(n).filled > 0.97)
        # two lines more are taken in; many more have a page of their own
        self.assertEqual(pages(full + 2).page, 1)
        many = pages(full + full // 2)
        self.assertEqual((many.page, many.filled > 0.12), (2, True))

    def test_axes_have_round_marks_in_the_unit_that_fits(self):
        self.assertEqual(steps_between(27, 6), [0, 5, 10, 15, 20, 25])
        self.assertEqual([unit_for(d)[1] for d in (1, 28, 120, 400)], ["hours", "days", "weeks", "months"])

    def test_a_large_trial_takes_a_report_in_step_with_its_size(self):
        """No absolute times: four times the treatments may not take ten times as long."""

        def seconds(treatments):
            trial = make_sown_trial(
                40, treatments=tuple(f"t{i}" for i in range(treatments)), dishes=4, seeds=20, lot=make_lot(f"R-{treatments}")
            )
            for i in range(treatments):
                grow(trial, f"t{i}", (9, 10 + i % 3, 8, 11))
            start = time.process_time()
            report_pdf(trial_report(trial, timezone.now()))
            return time.process_time() - start

        seconds(2)
        self.assertLess(seconds(12), 10 * max(0.05, seconds(3)))


class Making(TransactionTestCase):
    def test_each_step_is_told_and_the_file_comes_last(self):
        case = ApiCase()
        trial = grown_trial(none=(2, 3, 2), cold=(17, 18, 16))
        answer = case.as_role().get(f"/api/v1/trials/{trial.pk}/report/making/")
        lines = [json.loads(line) for line in b"".join(answer.streaming_content).splitlines()]
        self.assertEqual([x["doing"] for x in lines if x.get("of")], list(STEPS))
        self.assertEqual(lines[-1]["name"], f"{trial.code}-report.pdf")
        self.assertIn("Decision", text_of(base64.b64decode(lines[-1]["pdf"])))
