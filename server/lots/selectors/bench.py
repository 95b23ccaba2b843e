"""What is known of a lot, derived from its records, and what it asks for next."""

from dataclasses import dataclass
from datetime import date, timedelta

from core.seedstock import (
    RETEST_YEARS,
    Estimate,
    Fill,
    HazardCare,
    Imbibition,
    PouringOff,
    PurposeAdvice,
    ThousandSeedWeight,
    TroubleAdvice,
    cares,
    fill,
    imbibition,
    pouring_off,
    purity,
    purpose_advice,
    seed_rate,
    storage_check,
    thousand_seed_weight,
    trouble_advice,
)
from core.verdict import LotAdvice, LotFacts, lot_next
from core.vocabulary import CalibrationKind, CleaningGrade, DescentKind, DryState, Purpose, QualityKind, Reason, Trouble, WaterUptake
from server.lots.models import Calibration, Descent, DryingLook, Lot, QualityTest
from server.lots.selectors.descent import DescentGraph, descent
from server.lots.selectors.drying import drying_of
from server.lots.selectors.log import LogLine, log
from server.lots.selectors.stock import Stock, stocks
from server.record_kinds.selectors import valid
from server.reference.models import Place
from server.reference.selectors import PlaceRow
from server.reference.selectors import row as place_row

BETTER_PLACES = 3
FEWEST_TIMES_BETTER = 1.5


@dataclass(frozen=True)
class FillView:
    """Full seeds among those opened, pooled over the lot's cut and squeeze tests, with the 95 % interval."""

    tested: int
    full: int
    eaten: int
    share: float
    lower: float
    upper: float


@dataclass(frozen=True)
class RateView:
    """Seeds per g, ml or head from counted samples, with the standard error widened for few of them."""

    kind: CalibrationKind
    samples: int
    per_unit: float
    se: float | None
    doubt: Reason | None


@dataclass(frozen=True)
class BetterPlace:
    """A place in which the lot would keep so many times longer."""

    name: str
    times: float


@dataclass(frozen=True)
class LotBench:
    """All that is derived of a lot. None: not known, or nothing of the kind."""

    stock: Stock
    fill: FillView | None
    purity: float | None
    tsw: ThousandSeedWeight | None
    rates: list[RateView]
    water: Imbibition | None
    floated: PouringOff | None
    dry_state: DryState
    dry_sentence: str
    drying_since: date | None
    turn_on: date | None
    place: PlaceRow | None
    better_places: list[BetterPlace]
    cares: list[HazardCare]
    trouble: TroubleAdvice | None
    purpose: PurposeAdvice | None
    may_not_come_true: bool
    descent: DescentGraph
    log: list[LogLine]
    next: list[LotAdvice]


def bench(lot: Lot, today: date, last_test_on: date | None) -> LotBench:
    """Everything that the lot's page says beyond its own fields. `last_test_on` is the end of its latest trial, if any."""
    stock = stocks([lot.pk])[lot.pk]
    tests = list(valid(QualityTest.objects.filter(lot=lot)).order_by("at", "pk"))
    samples = list(valid(Calibration.objects.filter(lot=lot)).order_by("at", "pk"))
    drying = drying_of(lot, list(valid(DryingLook.objects.filter(lot=lot)).order_by("at", "pk")), today)
    place = place_row(lot.place) if lot.place else None
    trouble = trouble_advice(Trouble(lot.trouble)) if lot.trouble else None
    floated, uncut = _floated(lot)
    filled = fill_of(tests)
    facts = LotFacts(
        today=today,
        behaviour=lot.storage_behaviour,
        named=lot.taxon_id is not None,
        seeds=stock.seeds,
        doubt=stock.doubt if stock.seeds is None else None,
        dryness=drying.dryness,
        turn_on=drying.turn_on,
        in_quarantine=trouble is not None and trouble.quarantine,
        cut=filled is not None,
        floaters_uncut=uncut,
        grade=CleaningGrade(lot.grade),
        purpose=Purpose(lot.purpose) if lot.purpose else None,
        place_check=storage_check(*climate) if lot.place and (climate := lot.place.climate) else None,
        has_place=lot.place_id is not None,
        last_test_on=last_test_on,
        retest_on=last_test_on + timedelta(days=365.25 * RETEST_YEARS[lot.storage_class]) if last_test_on else None,
        use_by=lot.use_by,
    )
    return LotBench(
        stock=stock,
        fill=filled,
        purity=_purity(tests),
        tsw=_tsw(lot, samples),
        rates=[r for kind in CalibrationKind if (r := _rate(kind, samples)) is not None],
        water=_water(tests),
        floated=floated,
        dry_state=drying.dryness.state,
        dry_sentence=drying.dryness.sentence,
        drying_since=drying.spread_on,
        turn_on=drying.turn_on,
        place=place,
        better_places=_better_places(place),
        cares=cares(lot.hazard_words),
        trouble=trouble,
        purpose=purpose_advice(Purpose(lot.purpose)) if lot.purpose else None,
        may_not_come_true=lot.hybrid or bool(lot.crossed_with),
        descent=descent(lot),
        log=log(lot),
        next=[] if lot.ended else lot_next(facts),
    )


def fill_of(tests: list[QualityTest]) -> FillView | None:
    """Full seeds over all cut and squeeze tests of a lot; None where none was opened."""
    opened = [t for t in tests if t.kind in (QualityKind.CUT, QualityKind.SQUEEZE)]
    tested = sum(t.tested or 0 for t in opened)
    if not tested:
        return None
    full = sum(t.full or 0 for t in opened)
    found = fill(full, tested)
    return FillView(tested, full, sum(t.eaten or 0 for t in opened), found.share, found.lower, found.upper)


def _purity(tests: list[QualityTest]) -> float | None:
    last = next((t for t in reversed(tests) if t.kind == QualityKind.PURITY), None)
    return purity(last.pure_g or 0, last.sample_g or 0) if last else None


def _water(tests: list[QualityTest]) -> Imbibition | None:
    last = next((t for t in reversed(tests) if t.kind == QualityKind.IMBIBITION), None)
    if last is None:
        return None
    return imbibition(last.intact_start_g or 0, last.intact_end_g or 0, last.nicked_start_g or 0, last.nicked_end_g or 0)


def water_uptake(lot: Lot) -> WaterUptake | None:
    """What the lot's latest imbibition test says of the coat; None without a test."""
    found = _water(list(valid(QualityTest.objects.filter(lot=lot, kind=QualityKind.IMBIBITION)).order_by("at", "pk")))
    return found.verdict if found else None


def _tsw(lot: Lot, samples: list[Calibration]) -> ThousandSeedWeight | None:
    """From the latest weighed replicates, if each held the same number of seeds."""
    last = next((s for s in reversed(samples) if s.kind == CalibrationKind.WEIGHED), None)
    if last is None or len(set(last.counts)) > 1:
        return None
    return thousand_seed_weight(last.amounts, last.counts[0], chaffy=bool(lot.taxon and lot.taxon.chaffy))


def _rate(kind: CalibrationKind, samples: list[Calibration]) -> RateView | None:
    last = next((s for s in reversed(samples) if s.kind == kind), None)
    if last is None:
        return None
    rate = seed_rate(last.counts, last.amounts, kind)
    return RateView(kind, len(last.counts), rate.per_unit, rate.of(1).wide_se, rate.reason)


def _floated(lot: Lot) -> tuple[PouringOff | None, bool]:
    """What pouring off the floaters would have thrown away, seen from the lot that was floated or from either fraction."""
    edges = list(Descent.objects.filter(child=lot, kind__in=(DescentKind.FLOATED, DescentKind.SUNK)))
    source = edges[0].parent_id if edges else lot.pk
    parts = list(Descent.objects.filter(parent=source, kind__in=(DescentKind.FLOATED, DescentKind.SUNK)).order_by("at", "pk"))
    floaters, sinkers = (next((d.child_id for d in parts if d.kind == k), None) for k in (DescentKind.FLOATED, DescentKind.SUNK))
    if floaters is None or sinkers is None:
        return None, False
    amounts = {d.child_id: d.amount_seeds for d in parts}
    relative = {pk: _relative_error(s) for pk, s in stocks([floaters, sinkers]).items()}
    tests: dict[int, list[QualityTest]] = {floaters: [], sinkers: []}
    for test in valid(QualityTest.objects.filter(lot__in=tests)):
        tests[test.lot_id].append(test)
    fills = {pk: Fill(f.share, f.lower, f.upper) if (f := fill_of(found)) else None for pk, found in tests.items()}
    uncut = fills[floaters] is None and lot.pk == floaters
    if amounts[floaters] is None or amounts[sinkers] is None:
        return PouringOff(None, None, None, None, Reason.NOT_MEASURED), uncut
    number = {pk: Estimate(float(amounts[pk] or 0), (amounts[pk] or 0) * r if r is not None else None) for pk, r in relative.items()}
    return pouring_off(number[floaters], fills[floaters], number[sinkers], fills[sinkers]), uncut


def _relative_error(stock: Stock) -> float | None:
    return stock.se_seeds / stock.seeds if stock.seeds and stock.se_seeds is not None else None


def _better_places(place: PlaceRow | None) -> list[BetterPlace]:
    if place is None or place.relative_life is None:
        return []
    rows = [place_row(p) for p in Place.objects.select_related("parent__parent__parent")]
    found = [
        BetterPlace(r.full_name, r.relative_life / place.relative_life) for r in rows if r.relative_life and r.temperature_c is not None
    ]
    better = [b for b in found if b.times >= FEWEST_TIMES_BETTER]
    return sorted(better, key=lambda b: -b.times)[:BETTER_PLACES]
