"""The lot page: what is known of a lot, what its tests say of its age, and what next."""

from collections.abc import Collection, Sequence
from dataclasses import dataclass
from datetime import date, timedelta

from django.db.models import Sum

from core.seedstock import REFERENCE_C, REFERENCE_RH, Decline, decline, usual_decline
from core.verdict import forecast_sentence
from core.vocabulary import DecisionAim, DeclineSource, Reason, TrialState
from server.batches.models import Batch
from server.evidence.selectors.conclusions import ConclusionView, of_lot
from server.evidence.selectors.decision import kept_decisions
from server.evidence.selectors.lot_tests import YEAR, LotEvidence, LotTest, LotTests, lot_tests
from server.evidence.selectors.typical_scatter import TypicalScatters, typical_scatters
from server.lots.models import Lot
from server.lots.selectors.bench import LotBench, bench
from server.record_kinds.selectors import valid
from server.trials.models import Look, Trial
from server.trials.selectors.state import trials_of

MOST_DECISIONS = 3
FORECAST_POINTS = 25
FORECAST_YEARS_BEYOND = 10.0
LONGEST_FORECAST_YEARS = 40.0


@dataclass(frozen=True)
class ForecastPoint:
    """Share viable on a day, 0..1, with its likely range; and the range before any test, from the storage class alone."""

    on: date
    lower: float
    share: float
    upper: float
    prior_lower: float
    prior_upper: float


@dataclass(frozen=True)
class Forecast:
    """How the lot declines where it is kept: a rule of thumb.

    `source` says which tests it rests on. `half_from` and `half_to` are years from today in which half of it is likely to be dead, below
    0 where that has passed; `sentence` says so as a range of years. None with `reason`.
    """

    source: DeclineSource | None
    reason: Reason | None
    half_from: float | None
    half_to: float | None
    sentence: str
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
class LotDecision:
    """What one trial of the lot says to use, under the nursery's aim."""

    trial: int
    trial_code: str
    headline: str
    aim: DecisionAim
    finished: bool


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
    decisions: list[LotDecision]


def lot_page(lot: Lot, today: date) -> LotPage:
    """Everything about a lot, in a number of queries that does not grow with its records."""
    found = list(trials_of([lot]).order_by("-sow_on", "-pk"))
    typical = typical_scatters()
    told = lot_tests(found, typical)
    evidence = told.of(lot)
    tested = told.tested(lot)
    rows = Batch.objects.filter(lot=lot).order_by("-pk").values_list("pk", "code", "recipe__name", "seeds")
    batches = [LotBatch(*row) for row in rows]
    potted = valid(Look.objects.filter(dish__treatment__lot=lot, potted__gt=0)).aggregate(n=Sum("potted"))["n"] or 0
    return LotPage(
        bench(lot, today, tested),
        evidence.tests,
        forecast_of(lot, evidence, today),
        tested.last_on,
        batches,
        potted,
        of_lot(lot),
        decisions_of([lot], found, told, typical),
    )


def decisions_of(lots: Collection[Lot], found: Sequence[Trial], told: LotTests, typical: TypicalScatters) -> list[LotDecision]:
    """What the latest of some trials say to use of these lots, the latest first."""
    mine = {lot.pk for lot in lots}
    sown = [t for t in found if told.standing[t.pk].sown_at is not None][:MOST_DECISIONS]
    decided = kept_decisions(sown, typical)
    closed = {t.pk: told.standing[t.pk].state is TrialState.CLOSED for t in sown}
    return [
        LotDecision(t.pk, t.code, d.headline, d.aim, closed[t.pk])
        for t in sown
        for d in decided.get(t.pk, ())
        if d.use is not None and (d.of_lot is None or d.of_lot.id in mine)
    ]


def forecast_of(lot: Lot, evidence: LotEvidence, today: date) -> Forecast:
    """How the lot declines where it is kept, from its tests and its storage class."""
    climate = lot.place.climate if lot.place else None
    warmth, damp = climate or (REFERENCE_C, REFERENCE_RH)
    tests = evidence.decline.tests
    found = decline(tests, lot.storage_class, warmth, damp, lot.storage_behaviour)
    source = evidence.decline.source if tests else None
    if found.half_range is None or evidence.zero is None:
        return Forecast(source, found.reason, None, None, "", climate is not None, [])
    now = (today - evidence.zero).days / YEAR
    return Forecast(
        source=source,
        reason=None,
        half_from=found.half_range.lower - now,
        half_to=found.half_range.upper - now,
        sentence=forecast_sentence(found, now, len(tests)),
        place_known=climate is not None,
        points=_points(found, usual_decline(lot.storage_class, warmth, damp), evidence, now),
    )


def _points(found: Decline, before: Decline, evidence: LotEvidence, now: float) -> list[ForecastPoint]:
    first = min((t.at_years for t in evidence.decline.tests), default=now)
    half = found.half_years or 0.0
    until = min(max(half * 1.3, now + 2), max(now, first) + FORECAST_YEARS_BEYOND, LONGEST_FORECAST_YEARS)
    start = min(first, now)
    out = []
    for n in range(FORECAST_POINTS):
        at = start + (until - start) * n / (FORECAST_POINTS - 1)
        ends, prior = found.share_at(at), before.share_at(at)
        if ends is not None and prior is not None and evidence.zero is not None:
            out.append(ForecastPoint(evidence.zero + timedelta(days=YEAR * at), *ends, prior[0], prior[2]))
    return out
