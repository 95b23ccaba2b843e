"""Odd input to everything that takes seed in: whatever is sent, the answer is a record or a sentence, never a crash."""

import json
from datetime import timedelta
from uuid import uuid4

from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import tag
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from hypothesis.extra.django import TestCase
from rest_framework.test import APIClient

from core.vocabulary import (
    AmountKnown,
    AmountUnit,
    CalibrationKind,
    CleaningKind,
    ColumnMeaning,
    Container,
    DeviationKind,
    DryingKind,
    DurationUnit,
    LeavingHow,
    OutcomeStage,
    QualityKind,
    Question,
    Reason,
    RipeSign,
    Shedding,
    SowingWay,
    SproutsGo,
    StepKind,
    StockKind,
    VisitOutcome,
)
from server.lots.models import Lot
from server.lots.selectors import stocks
from server.sowing.selectors.preview import SowingWish
from server.sowing.services.plans import plan_sowing, sow
from server.stands.models import Visit
from server.tests.builders import (
    begin,
    dishes_of,
    look,
    make_batch,
    make_lot,
    make_person,
    make_place,
    make_sown_trial,
    make_stand,
    make_trial,
    now,
)

numbers = st.one_of(
    st.none(), st.integers(-10, 10**9), st.floats(allow_nan=False, allow_infinity=False, width=32), st.sampled_from(["", "12,5", "∞"])
)
several = st.lists(numbers, max_size=3)
texts = st.text(max_size=40)


def words(enum):
    """A word of the core, or none of them."""
    return st.one_of(st.sampled_from([w.value for w in enum]), texts)


SEEN = ["tested", "full", "empty", "eaten", "pure_g", "sample_g", "intact_end_g"]
WISHED = [
    "plants_wanted",
    "weeks_growing",
    "target_fill",
    "assurance",
    "cells_per_tray",
    "plant_share",
    "seeds_per_cell",
    "plants_per_m2",
    "area_m2",
]
FACTS = ["years_to_flower", "seed_size", "light_need", "woody", "note"]
SETTLED = ["sheet", "header_row", "shape", "columns", "day_order", "seeds", "sown_on", "lot", "control", "amount_unit"]
SOME = settings(max_examples=40, deadline=None, derandomize=True, suppress_health_check=list(HealthCheck))


@tag("long")
class SendsAnything(TestCase):
    """Sends whatever it is given, and wants a record or a sentence."""

    @classmethod
    def setUpTestData(cls):
        cls.person, cls.lot, cls.stand = make_person(), make_lot(seeds=500), make_stand(shedding=Shedding.BURSTS)

    @property
    def api(self):
        client = APIClient()
        client.force_authenticate(self.person)
        return client

    def send(self, path, body):
        answer = self.api.post(f"/api/v1/{path}", body, format="json")
        self.assertLess(answer.status_code, 500, body)
        if answer.status_code >= 400:
            problem = answer.json()
            self.assertTrue(problem["detail"], body)
            self.assertNotIn("Traceback", problem["detail"])
        return answer


class OddInput(SendsAnything):
    def still_readable(self):
        for path in (f"lots/{self.lot.pk}/page/", f"lots/{self.lot.pk}/ledger/", "lots/", "today/"):
            self.assertEqual(self.api.get(f"/api/v1/{path}").status_code, 200)

    @SOME
    @given(words(StockKind), numbers, words(AmountUnit), words(AmountKnown), texts)
    def test_the_ledger(self, kind, amount, unit, known, reason):
        body = {"kind": kind, "amount": amount, "unit": unit, "known": known, "reason": reason}
        answer = self.send(f"lots/{self.lot.pk}/enter-stock/", body)
        stock = stocks([self.lot.pk])[self.lot.pk]
        self.assertTrue(stock.seeds is None or stock.seeds >= 0)
        if stock.se_seeds is None:
            self.assertIsInstance(stock.doubt, Reason, "an estimate without an error says why")
        if answer.status_code == 201:
            self.still_readable()

    @SOME
    @given(words(CalibrationKind), st.lists(numbers, max_size=4), st.lists(numbers, max_size=4))
    def test_counted_samples(self, kind, counts, amounts):
        if self.send(f"lots/{self.lot.pk}/calibrate/", {"kind": kind, "counts": counts, "amounts": amounts}).status_code == 201:
            self.still_readable()

    @SOME
    @given(
        words(QualityKind),
        st.dictionaries(st.sampled_from(SEEN), numbers),
    )
    def test_tests_of_quality(self, kind, seen):
        if self.send(f"lots/{self.lot.pk}/test/", {"kind": kind} | seen).status_code == 201:
            self.still_readable()

    @SOME
    @given(words(CleaningKind), numbers, numbers, words(AmountUnit), st.booleans(), words(DryingKind), numbers)
    def test_cleaning_and_drying(self, kind, amount_in, amount_out, unit, sure, drying, humidity):
        body = {"kind": kind, "amount_in": amount_in, "amount_out": amount_out, "unit": unit, "sure": sure}
        self.send(f"lots/{self.lot.pk}/clean/", body)
        self.send(f"lots/{self.lot.pk}/dry/", {"kind": drying, "humidity_percent": humidity})
        self.still_readable()

    @SOME
    @given(numbers, words(Container), st.booleans(), numbers)
    def test_moves(self, place, container, sure, version):
        self.send(f"lots/{self.lot.pk}/move/", {"version": version, "place": place, "container": container, "sure": sure})

    @SOME
    @given(st.lists(st.fixed_dictionaries({"amount_seeds": numbers, "form": texts, "code": texts}), max_size=3))
    def test_splitting_keeps_the_sum(self, parts):
        before = Lot.objects.count()
        answer = self.send(f"lots/{self.lot.pk}/split/", {"parts": parts})
        made = [x["id"] for x in answer.json()] if answer.status_code == 201 else []
        self.assertEqual(Lot.objects.count() - before, len(made), "a refused split leaves nothing behind")
        left = stocks([self.lot.pk, *made]).values()
        self.assertEqual(sum(s.seeds or 0 for s in left), 500)

    @SOME
    @given(
        numbers, words(VisitOutcome), st.lists(words(RipeSign), max_size=3), numbers, st.lists(numbers, max_size=3), st.integers(-3, 900)
    )
    def test_visits(self, share, outcome, signs, heads, opened, days_ago):
        body = {
            "client_id": str(uuid4()),
            "stand": self.stand.pk,
            "at": (now() - timedelta(days=days_ago)).isoformat(),
            "share_ripe": share,
            "outcome": outcome,
            "signs": signs,
            "heads": heads,
            "opened": opened,
        }
        answer = self.send("visits/", body)
        self.assertEqual(Visit.objects.filter(client_id=body["client_id"]).exists(), answer.status_code == 201)
        self.assertEqual(self.api.get(f"/api/v1/stands/{self.stand.pk}/timeline/").status_code, 200)
        self.assertEqual(self.api.get("/api/v1/stands/").status_code, 200)

    @SOME
    @given(numbers, numbers, numbers, numbers, st.booleans(), st.lists(st.fixed_dictionaries({"amount": numbers}), max_size=2))
    def test_harvests(self, parents, ripe, taken, precision, sure, lots):
        body = {"stand": self.stand.pk, "collected_on": "2026-08-01", "collected_precision": precision or "day", "parents": parents}
        answer = self.send("harvests/", body | {"ripe_seeds": ripe, "taken_seeds": taken, "sure": sure, "lots": lots})
        made = len(answer.json()) if answer.status_code == 201 else 0
        self.assertEqual(Lot.objects.exclude(pk=self.lot.pk).count(), made)

    @SOME
    @given(numbers, numbers, numbers, texts, texts)
    def test_stands(self, latitude, longitude, elevation, field_name, place_name):
        body = {"latitude": latitude, "longitude": longitude, "elevation_m": elevation, "field_name": field_name, "place_name": place_name}
        answer = self.send("stands/", body)
        if answer.status_code == 201 and answer.json()["position"]:
            position = answer.json()["position"]
            self.assertEqual(round(position["latitude"], 1), position["latitude"])
            self.assertFalse(position["exact"])


class OddTreatment(SendsAnything):
    @classmethod
    def setUpTestData(cls):
        super().setUpTestData()
        cls.place = make_place()
        cls.batch = make_batch(lot=cls.lot, place=cls.place)
        begin(cls.batch, 10)
        cls.planned = make_batch(lot=cls.lot)

    def still_readable(self):
        for path in (f"batches/{self.batch.pk}/page/", "bag-rounds/", "timers/", "today/", f"place-temperatures/{self.place.pk}/"):
            self.assertEqual(self.api.get(f"/api/v1/{path}").status_code, 200)

    @SOME
    @given(numbers, numbers, words(SproutsGo), st.booleans(), texts, st.integers(-(10**6), 10**6))
    def test_looks_at_bags(self, mouldy, sprouted, go, missing, note, seconds):
        at = (now() + timedelta(seconds=seconds)).isoformat()
        body = {"client_id": str(uuid4()), "batch": self.batch.pk, "at": at, "mouldy": mouldy, "sprouted": sprouted}
        self.send("bag-looks/", body | {"sprouts_go": go, "missing": missing, "note": note})
        self.still_readable()

    @SOME
    @given(numbers, numbers, words(LeavingHow), st.integers(-(10**7), 10**6))
    def test_splits_and_leaving(self, seeds, found, how, seconds):
        at = (now() + timedelta(seconds=seconds)).isoformat()
        self.send(f"batches/{self.batch.pk}/split/", {"seeds": seeds, "at": at})
        self.send(f"batches/{self.batch.pk}/take-out/", {"how": how, "found": found, "at": at})
        self.send(f"batches/{self.batch.pk}/put-back/", {})
        self.still_readable()

    @SOME
    @given(numbers, st.lists(texts, max_size=3), texts, st.integers(-(10**8), 10**8))
    def test_steps(self, step, confirmed, name, seconds):
        at = (now() + timedelta(seconds=seconds)).isoformat()
        own = self.planned.recipe.steps.get().pk
        for wanted in (step, own):
            body = {"client_id": str(uuid4()), "step": wanted, "confirmed": confirmed, "confirmed_by": name, "at": at}
            self.send(f"batches/{self.planned.pk}/begin-step/", body)
        self.send(f"batches/{self.planned.pk}/take-back-step/", {})
        self.still_readable()

    @SOME
    @given(words(StepKind), numbers, numbers, numbers, words(DurationUnit), numbers, numbers, numbers)
    def test_recipes(self, kind, duration, least, most, unit, temperature, every, gap):
        step = {"kind": kind, "duration": duration, "duration_min": least, "duration_max": most, "unit": unit, "temperature_c": temperature}
        step |= {"care_every_days": every, "care_gap_days": gap}
        self.send("recipes/check/", {"steps": [step]})
        made = self.send("recipes/", {"name": uuid4().hex[:12], "steps": [step]})
        if made.status_code == 201:
            recipe = made.json()["id"]
            plan = {"items": [{"name": "x", "recipe": recipe}], "on": "2027-02-28"}
            for mode in ("sow_together", "start_together"):
                self.send("plan/", plan | {"mode": mode})
            self.send(f"recipes/{recipe}/ladder/", {"step": 0, "doses": [1, 2]})
            self.send("batches/", {"lot": self.lot.pk, "recipe": recipe, "seeds": 1, "on": "2027-02-28"})

    @SOME
    @given(st.binary(max_size=200), st.text(max_size=200), numbers, numbers)
    def test_logs(self, raw, text, column, header):
        for content in (raw, text.encode(), b"time,temp\n2026-03-01 10:00," + raw):
            file = SimpleUploadedFile("x.csv", content or b" ")
            fields = {k: v for k, v in {"temperature_column": column, "header_lines": header}.items() if v is not None}
            for path, extra in (("look-into/", {}), ("", {"place": self.place.pk})):
                file.seek(0)
                answer = self.api.post(f"/api/v1/temperature-logs/{path}", fields | extra | {"file": file}, format="multipart")
                self.assertLess(answer.status_code, 500, content)
        self.still_readable()


class OddCounting(SendsAnything):
    @classmethod
    def setUpTestData(cls):
        super().setUpTestData()
        cls.trial = make_sown_trial(lot=cls.lot, days_ago=20, blind=False)
        cls.dish = dishes_of(cls.trial)[0]
        cls.place = make_place()

    def still_readable(self):
        for page in ("count-sheet", "overview", "timeline", "set-up", "design"):
            self.assertEqual(self.api.get(f"/api/v1/trials/{self.trial.pk}/{page}/").status_code, 200, page)
        for page in ("comparison", "decision"):
            self.assertIn(self.api.get(f"/api/v1/trials/{self.trial.pk}/{page}/").status_code, (200, 409), page)

    @settings(max_examples=6, deadline=None)
    @given(st.lists(st.tuples(st.integers(0, 12), st.integers(0, 12), st.floats(0.5, 19)), max_size=6))
    def test_whatever_was_counted_there_is_a_report_and_tables(self, looks):
        for germinated, rotted, day in looks:
            at = (now() - timedelta(days=20 - day)).isoformat()
            self.send(
                "looks/", {"client_id": str(uuid4()), "dish": self.dish.pk, "at": at, "new_germinated": germinated, "new_rotted": rotted}
            )
        for page in ("report/", "report.pdf/", "earlier/", "export/package.zip/", "export/trial.xlsx/"):
            self.assertEqual(self.api.get(f"/api/v1/trials/{self.trial.pk}/{page}").status_code, 200, page)
        self.assertIn(self.api.get(f"/api/v1/trials/{self.trial.pk}/comparison/?clock=treatment").status_code, (200, 409))

    @SOME
    @given(
        st.dictionaries(st.sampled_from(["new_germinated", "new_abnormal", "new_rotted", "new_lost", "potted", "thrown_out"]), numbers),
        st.one_of(st.none(), st.just(str(uuid4())), texts),
        st.lists(st.lists(numbers, max_size=3), max_size=3),
        st.integers(-(10**7), 10**6),
        st.booleans(),
    )
    def test_looks(self, counts, after, marks, seconds, early):
        at = (now() + timedelta(seconds=seconds)).isoformat()
        body = {"client_id": str(uuid4()), "dish": self.dish.pk, "at": at, "marks": marks, "after": after, "early": early}
        self.send("looks/", body | counts)
        self.still_readable()

    @SOME
    @given(words(Question), numbers, numbers, numbers, numbers, numbers)
    def test_questions(self, asks, treatments, dishes, seeds, expected, difference):
        body = {"lot": self.lot.pk, "asks": asks, "treatments": treatments, "dishes": dishes, "seeds_per_dish": seeds}
        answer = self.send("trials/plan-question/", body | {"expected": expected, "difference": difference})
        if answer.status_code == 200:
            plan = answer.json()
            self.assertLessEqual(plan["lower"], plan["upper"])
            self.assertTrue(plan["sentences"])

    # each reads all pages twice
    @settings(SOME, max_examples=15)
    @given(words(DeviationKind), texts, numbers, st.booleans(), st.integers(-(10**8), 10**6))
    def test_deviations_and_stretches(self, kind, said, seeds, with_place, seconds):
        at = (now() + timedelta(seconds=seconds)).isoformat()
        body = {"client_id": str(uuid4()), "kind": kind, "words": said, "dish": self.dish.pk, "seeds": seeds, "at": at}
        self.send(f"trials/{self.trial.pk}/deviations/", body | {"place": self.place.pk if with_place else None})
        self.send(f"trials/{self.trial.pk}/retreat-ungerminated/", {"dishes": [self.dish.pk], "name": said, "at": at})
        self.send(f"dishes/{self.dish.pk}/set-aside/", {"why": said})
        self.still_readable()
        self.send(f"dishes/{self.dish.pk}/take-back-stretch/", {})
        self.send(f"dishes/{self.dish.pk}/take-back-set-aside/", {})
        self.still_readable()

    @SOME
    @given(texts, numbers, numbers, words(DurationUnit), numbers, st.booleans())
    def test_later_treatments(self, name, dishes, seeds, unit, dose, control):
        body = {"name": name, "dishes": dishes, "seeds_per_dish": seeds, "dose": dose, "dose_unit": unit, "is_control": control}
        self.send(f"trials/{self.trial.pk}/add-treatment/", body)
        self.still_readable()

    @SOME
    @given(st.lists(numbers, max_size=3), st.integers(-(10**9), 10**6))
    def test_sowing_some(self, dishes, seconds):
        planned = make_trial(lot=self.lot, dishes=1)
        own = [d.pk for d in dishes_of(planned)]
        for some in (dishes, own[:1], None):
            self.send(f"trials/{planned.pk}/sow/", {"dishes": some, "at": (now() + timedelta(seconds=seconds)).isoformat()})
        self.assertEqual(self.api.get(f"/api/v1/trials/{planned.pk}/overview/").status_code, 200)


class OddQuestions(SendsAnything):
    """Whatever is asked of a result, the answer is a page or a sentence."""

    @classmethod
    def setUpTestData(cls):
        super().setUpTestData()
        cls.trial = make_sown_trial(lot=cls.lot, days_ago=20)
        for dish in dishes_of(cls.trial):
            look(dish, 4, 3)

    def still_readable(self):
        self.assertEqual(self.api.get(f"/api/v1/trials/{self.trial.pk}/decision/").status_code, 200)

    @SOME
    @given(texts, texts, texts, st.one_of(numbers, texts))
    def test_comparisons_conclusions_and_proposals(self, basis, clock, words, treatment):
        answer = self.api.get(f"/api/v1/trials/{self.trial.pk}/comparison/", {"basis": basis, "clock": clock, "curve": words})
        self.assertLess(answer.status_code, 500)
        body = {"client_id": str(uuid4()), "at": now().isoformat(), "words": words, "treatment": treatment}
        self.send(f"trials/{self.trial.pk}/conclusions/", body)
        self.send(f"trials/{self.trial.pk}/next/", {"test": words})
        self.assertLess(self.api.patch("/api/v1/work-year/", {"version": 1, "band_usual": treatment, "band_thin": basis}).status_code, 500)
        self.still_readable()


class OddSowings(SendsAnything):
    @classmethod
    def setUpTestData(cls):
        super().setUpTestData()
        wish = SowingWish(lot=cls.lot, plants_wanted=5, wanted_on=now().date() + timedelta(days=100), typed_share=0.8, typed_seeds=50)
        cls.plan = plan_sowing(by=cls.person, wish=wish, today=now().date())
        sow(by=cls.person, plan=cls.plan, at=now() - timedelta(days=20))
        cls.tray = cls.plan.trays.get()

    @SOME
    @given(
        numbers,
        numbers,
        st.dictionaries(st.sampled_from(WISHED), numbers, max_size=6),
        words(SowingWay),
        st.one_of(st.dates().map(str), texts),
    )
    def test_a_wish(self, share, seeds, more, way, day):
        body = {"lot": self.lot.pk, "typed_share": share, "typed_seeds": seeds, "plants_wanted": 20, "wanted_on": day, "way": way} | more
        answer = self.send("sowing-plans/preview/", body)
        if answer.status_code == 200:
            found = answer.json()
            self.assertNotIn("NaN", answer.content.decode())
            self.assertTrue(found["seeds"] is None or found["seeds"] > 0)

    @SOME
    @given(words(OutcomeStage), numbers, st.booleans(), st.one_of(st.datetimes().map(str), texts))
    def test_a_count_in_a_tray(self, stage, count, sure, at):
        body = {"client_id": str(uuid4()), "tray": self.tray.pk, "stage": stage, "count": count, "at": at, "sure": sure}
        if self.send("outcomes/", body).status_code == 201:
            for path in (f"sowing-plans/{self.plan.pk}/page/", "sowing-plans/", f"lots/{self.lot.pk}/sowing-bases/"):
                self.assertEqual(self.api.get(f"/api/v1/{path}").status_code, 200)

    @SOME
    @given(texts, texts, st.dictionaries(st.sampled_from(FACTS), st.one_of(numbers, texts), max_size=4))
    def test_a_plant(self, name, common, facts):
        self.send("taxa/", {"scientific_name": name, "common_name": common} | facts)

    @SOME
    @given(
        st.lists(st.lists(st.one_of(texts, numbers), min_size=1, max_size=5), min_size=1, max_size=5),
        st.dictionaries(st.sampled_from(SETTLED), st.one_of(numbers, texts, st.lists(words(ColumnMeaning), max_size=4)), max_size=4),
    )
    def test_a_file_and_what_was_settled(self, rows, settled):
        text = "\n".join(",".join(str(c).replace("\n", " ").replace(",", " ") for c in row) for row in rows)
        body = {"file": SimpleUploadedFile("x.csv", text.encode()), "settled": json.dumps(settled)}
        answer = self.api.post("/api/v1/files/look-into/", body, format="multipart")
        self.assertLess(answer.status_code, 500, (rows, settled))
        self.assertTrue(answer.json().get("detail") or answer.json()["kind"])
