"""The lot page: what is known of a lot, what its tests say of its age, and what next."""

from dataclasses import dataclass
from datetime import date, timedelta

from django.db.models import Sum

from core.seedstock import REFERENCE_C, REFERENCE_RH, Decline, GerminationTest, decline
from core.vocabulary import DeclineSource, Reason
from server.batches.models import Batch
from server.evidence.selectors.conclusions import ConclusionView, of_lot
from server.evidence.selectors.lot_tests import LotTest, LotTests, lot_tests
from server.evidence.selectors.usual import usual_scatters
from server.lots.models import Lot
from server.lots.selectors.bench import LotBench, bench
from server.record_kinds.selectors import valid
from server.trials.models import Look
from server.trials.selectors.state import trials

YEAR = 365.25
FORECAST_POINTS = 25
FORECAST_YEARS_BEYOND = 10.0
LONGEST_FORECAST_YEARS = 40.0


@dataclass(frozen=True)
class ForecastPoint:
    """Share alive on a day, with its doubt, 0..1."""

    on: date
    lower: float
    share: float
    upper: float


@dataclass(frozen=True)
class Forecast:
    """How the lot declines where it lies: a rule of thumb. `half_on`: the day on which half is left; None with `reason`."""

    source: DeclineSource | None
    reason: Reason | None
    half_on: date | None
    place_known: bool
    points: list[ForecastPoint]


@dataclass(frozen=True)
class LotBatch:
    """A batch of the lot, in brief."""

    id: int
    code: str
    recipe: str
    seeds: int


@dataclass(frozen=True)
class LotPage:
    """All that a lot's page shows beside its own fields."""

    bench: LotBench
    tests: list[LotTest]
    forecast: Forecast
    last_test_on: date | None
    batches: list[LotBatch]
    seedlings_potted: int
    conclusions: list[ConclusionView]


def lot_page(lot: Lot, today: date) -> LotPage:
    """Everything about a lot, in a number of queries that does not grow with its records."""
    told = lot_tests(list(trials().filter(lot=lot)), usual_scatters())
    tests = told.of(lot)
    last = tests[-1].tested_on if tests else None
    rows = Batch.objects.filter(lot=lot).order_by("-pk").values_list("pk", "code", "recipe__name", "seeds")
    batches = [LotBatch(*row) for row in rows]
    potted = valid(Look.objects.filter(dish__treatment__trial__lot=lot, potted__gt=0)).aggregate(n=Sum("potted"))["n"] or 0
    return LotPage(bench(lot, today, last), tests, forecast_of(lot, told, today), last, batches, potted, of_lot(lot))


def forecast_of(lot: Lot, told: LotTests, today: date) -> Forecast:
    """How the lot declines where it lies, from its tests and their scatter."""
    tests = told.of(lot)
    zero = lot.collected_on or (tests[0].tested_on if tests else today)
    climate = lot.place.climate if lot.place else None
    given = [GerminationTest((t.tested_on - zero).days / YEAR, t.germinated, t.sown, told.phis[t.trial]) for t in tests]
    warmth, damp = climate or (REFERENCE_C, REFERENCE_RH)
    found = decline(given, lot.storage_class, warmth, damp, lot.storage_behaviour)
    half = zero + timedelta(days=YEAR * found.t50_years) if found.t50_years is not None and abs(found.t50_years) < 200 else None
    return Forecast(found.source, found.reason, half, climate is not None, _points(found, given, zero, today))


def _points(found: Decline, tests: list[GerminationTest], zero: date, today: date) -> list[ForecastPoint]:
    if found.t50_years is None:
        return []
    first = tests[0].at_years
    now = (today - zero).days / YEAR
    until = min(max(found.t50_years * 1.3, now + 2), max(now, first) + FORECAST_YEARS_BEYOND, LONGEST_FORECAST_YEARS)
    out = []
    for n in range(FORECAST_POINTS):
        at = first + (until - first) * n / (FORECAST_POINTS - 1)
        ends = found.share_at(at)
        if ends is not None:
            out.append(ForecastPoint(zero + timedelta(days=YEAR * at), *ends))
    return out
