"""What is known of a lot, derived from its records, and what it asks for next."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, datetime

from core.seedstock import (
    Estimate,
    Fill,
    HazardCare,
    Imbibition,
    PouringOff,
    PurposeAdvice,
    ThousandSeedWeight,
    TroubleAdvice,
    cares,
    imbibition,
    pouring_off,
    purity,
    purpose_advice,
    seed_rate,
    thousand_seed_weight,
    trouble_advice,
)
from core.verdict import LotAdvice
from core.vocabulary import CalibrationKind, DescentKind, DryState, Purpose, QualityKind, Reason, Trouble, WaterUptake
from server.lots.models import Calibration, Descent, Lot, LotPhoto, QualityTest
from server.lots.selectors.advice import Tested, known_of, next_of
from server.lots.selectors.descent import DescentGraph, descent
from server.lots.selectors.log import LogLine, log
from server.lots.selectors.quality import FillView, fill_of
from server.lots.selectors.stock import Stock, stocks
from server.record_kinds.selectors import valid
from server.reference.models import Place
from server.reference.selectors import PlaceRow
from server.reference.selectors import row as place_row

BETTER_PLACES = 3
FEWEST_TIMES_BETTER = 1.5


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
class LotPicture:
    """A picture of a lot: the record `id`, and the photo that shows it."""

    id: int
    photo: int
    at: datetime
    by: str
    words: str


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
    photos: list[LotPicture]
    next: list[LotAdvice]


def bench(lot: Lot, today: date, tested: Tested) -> LotBench:
    """Everything that the lot's page says beyond its own fields."""
    known = known_of([lot], today)[lot.pk]
    samples = list(valid(Calibration.objects.filter(lot=lot)).order_by("at", "pk"))
    tests, drying = known.tests, known.drying
    place = place_row(lot.place) if lot.place else None
    return LotBench(
        stock=known.stock,
        fill=known.fill,
        purity=_purity(tests),
        tsw=_tsw(lot, samples),
        rates=[r for kind in CalibrationKind if (r := _rate(kind, samples)) is not None],
        water=_water(tests),
        floated=_floated(lot),
        dry_state=drying.dryness.state,
        dry_sentence=drying.dryness.sentence,
        drying_since=drying.spread_on,
        turn_on=drying.turn_on,
        place=place,
        better_places=_better_places(place),
        cares=cares(lot.hazard_words),
        trouble=trouble_advice(Trouble(lot.trouble)) if lot.trouble else None,
        purpose=purpose_advice(Purpose(lot.purpose)) if lot.purpose else None,
        may_not_come_true=lot.hybrid or bool(lot.crossed_with),
        descent=descent(lot),
        log=log(lot),
        photos=[
            LotPicture(p.pk, p.photo_id, p.at, p.by.initials, p.words)
            for p in valid(LotPhoto.objects.filter(lot=lot)).select_related("by").order_by("-at", "-pk")
        ],
        next=next_of(lot, known, today, tested),
    )


def _purity(tests: Sequence[QualityTest]) -> float | None:
    last = next((t for t in reversed(tests) if t.kind == QualityKind.PURITY), None)
    return purity(last.pure_g or 0, last.sample_g or 0) if last else None


def _water(tests: Sequence[QualityTest]) -> Imbibition | None:
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


def _floated(lot: Lot) -> PouringOff | None:
    """What pouring off the floaters would have thrown away, seen from the lot that was floated or from either fraction."""
    edges = list(Descent.objects.filter(child=lot, kind__in=(DescentKind.FLOATED, DescentKind.SUNK)))
    source = edges[0].parent_id if edges else lot.pk
    parts = list(Descent.objects.filter(parent=source, kind__in=(DescentKind.FLOATED, DescentKind.SUNK)).order_by("at", "pk"))
    floaters, sinkers = (next((d.child_id for d in parts if d.kind == k), None) for k in (DescentKind.FLOATED, DescentKind.SUNK))
    if floaters is None or sinkers is None:
        return None
    amounts = {d.child_id: d.amount_seeds for d in parts}
    if amounts[floaters] is None or amounts[sinkers] is None:
        return PouringOff(None, None, None, None, Reason.NOT_MEASURED)
    relative = {pk: _relative_error(s) for pk, s in stocks([floaters, sinkers]).items()}
    tests: dict[int, list[QualityTest]] = {floaters: [], sinkers: []}
    for test in valid(QualityTest.objects.filter(lot__in=tests)):
        tests[test.lot_id].append(test)
    fills = {pk: Fill(f.share, f.lower, f.upper) if (f := fill_of(found)) else None for pk, found in tests.items()}
    number = {pk: Estimate(float(amounts[pk] or 0), (amounts[pk] or 0) * r if r is not None else None) for pk, r in relative.items()}
    return pouring_off(number[floaters], fills[floaters], number[sinkers], fills[sinkers])


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
