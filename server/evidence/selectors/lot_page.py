"""The lot page: what is known of a lot, what its tests say of its age, and what next."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, timedelta

from core.germination import final_shares
from core.seedstock import REFERENCE_C, REFERENCE_RH, Decline, GerminationTest, decline
from core.vocabulary import DeclineSource, Reason, TrialState
from server.batches.models import Batch
from server.evidence.selectors.conclusions import ConclusionView, of_lot
from server.evidence.selectors.shares import by_treatment
from server.evidence.selectors.usual import UsualScatters, usual_scatters
from server.lots.models import Lot
from server.lots.selectors.bench import LotBench, bench
from server.record_kinds.days import local_day
from server.trials.selectors.state import TrialCourses, trials, with_courses

YEAR = 365.25
FORECAST_POINTS = 25
FORECAST_YEARS_BEYOND = 10.0
LONGEST_FORECAST_YEARS = 40.0


@dataclass(frozen=True)
class LotTest:
    """A finished trial of a lot as a test of its age: the treatment that woke most of it, with its interval, 0..1."""

    trial: int
    trial_code: str
    tested_on: date
    treatment: str
    germinated: int
    sown: int
    share: float
    lower: float
    upper: float


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
    courses = with_courses(trials().filter(lot=lot))
    tests, phis = tests_of(courses, usual_scatters())
    last = tests[-1].tested_on if tests else None
    rows = Batch.objects.filter(lot=lot).order_by("-pk").values_list("pk", "code", "recipe__name", "seeds")
    batches = [LotBatch(*row) for row in rows]
    potted = sum(look.potted for t in courses for d in t.dishes for look in d.looks)
    return LotPage(bench(lot, today, last), tests, forecast_of(lot, tests, phis, today), last, batches, potted, of_lot(lot))


def tests_of(courses: Sequence[TrialCourses], usual: UsualScatters) -> tuple[list[LotTest], dict[int, float]]:
    """The finished trials among some of a lot as tests of its age, the oldest first, with the scatter of each by trial."""
    finished = [t for t in courses if t.state is TrialState.CLOSED]
    found = [test for t in finished if (test := _test_of(t, usual.of(t.trial).rho0)) is not None]
    return sorted((t for t, _ in found), key=lambda t: (t.tested_on, t.trial)), {t.trial: phi for t, phi in found}


def _test_of(trial: TrialCourses, rho0: float) -> tuple[LotTest, float] | None:
    """The treatment that woke most; a trial of several treatments picks its best, which flatters it a little."""
    counted = [t.as_counted() for t in by_treatment(trial) if t.counted]
    if not counted or trial.sown_at is None:
        return None
    shares = final_shares(counted, rho0)
    best = max(shares.treatments, key=lambda t: t.p)
    test = LotTest(
        trial=trial.trial.pk,
        trial_code=trial.trial.code,
        tested_on=local_day(trial.sown_at),
        treatment=best.name,
        germinated=best.g,
        sown=best.n,
        share=best.p,
        lower=best.lower,
        upper=best.upper,
    )
    return test, shares.phi


def forecast_of(lot: Lot, tests: list[LotTest], phis: dict[int, float], today: date) -> Forecast:
    """How the lot declines where it lies, from its tests and their scatter."""
    zero = lot.collected_on or (tests[0].tested_on if tests else today)
    climate = lot.place.climate if lot.place else None
    given = [GerminationTest((t.tested_on - zero).days / YEAR, t.germinated, t.sown, phis[t.trial]) for t in tests]
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
