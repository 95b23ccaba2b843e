"""What is made of a lot while it is written, as on the label of a bag: a line of text read, and what follows from its fields."""

import re
from dataclasses import dataclass
from datetime import date
from statistics import median

from django.db.models import Q
from django.utils import timezone

from core.seedstock import CALIBRATED_BY, seed_rate
from core.tables import QuickLot, read_lot
from core.vocabulary import AmountKnown, AmountUnit, CalibrationKind, DatePrecision, DayOrder, Reason
from server.lots.models import Calibration, Lot
from server.lots.selectors.advice import LotKnown, Tested, next_of
from server.lots.selectors.drying import drying_of
from server.lots.selectors.stock import Stock
from server.record_kinds.selectors import valid
from server.reference.models import Place, Taxon

MOST_LOTS = 12
MOST_NEXT = 3
BY = {CalibrationKind.WEIGHED: "weighed samples", CalibrationKind.SCOOPED: "counted scoops", CalibrationKind.HEADS: "counted heads"}


@dataclass(frozen=True)
class Understood:
    """A piece of a line, and what it was taken for."""

    piece: str
    taken_for: str


@dataclass(frozen=True)
class LineRead:
    """The fields of a lot that a line of text names. What was asked about is in no field."""

    taxon: int | None
    field_name: str
    collected_on: date | None
    collected_precision: DatePrecision | None
    parents: int | None
    code: str
    place: int | None
    origin_place: str
    amount: float | None
    unit: AmountUnit | None
    known: AmountKnown | None
    claimed_percent: float | None
    claimed_days: int | None
    note: str
    understood: list[Understood]
    questions: list[str]


@dataclass(frozen=True)
class LotNamed:
    """A lot by its code."""

    id: int
    code: str


@dataclass(frozen=True)
class Conclusions:
    """What follows from a plant and an amount: the code it would get, sentences, its lots that are here already, and what comes next."""

    code: str
    sentences: list[str]
    lots: list[LotNamed]
    next: list[str]


def read_line(text: str, *, today: date, order: DayOrder) -> LineRead:
    """Read a line; places are those of the nursery, origins those of earlier lots, plants those of the list."""
    places = {p.full_name: p.pk for p in Place.objects.select_related("parent__parent__parent")}
    origins = Lot.objects.exclude(origin_place="").order_by("origin_place").values_list("origin_place", flat=True).distinct()
    found = read_lot(text, today=today, order=order, places=list(places), origins=list(origins))
    taxon, questions = _plant(found)
    return LineRead(
        taxon=taxon,
        field_name="" if taxon else found.plant[:120],
        collected_on=found.collected_on,
        collected_precision=found.precision,
        parents=found.parents,
        code=found.code,
        place=places.get(found.place),
        origin_place=found.origin,
        amount=found.amount,
        unit=found.unit,
        known=found.known,
        claimed_percent=found.claimed_percent,
        claimed_days=found.claimed_days,
        note=", ".join(found.notes),
        understood=[Understood(piece, taken) for piece, taken in found.understood],
        questions=[*found.questions, *questions],
    )


def _plant(found: QuickLot) -> tuple[int | None, list[str]]:
    """The plant of the list that a name means: the whole name, else the only one that has it as a part."""
    name = found.plant
    if not name:
        return None, []
    whole = list(Taxon.objects.filter(Q(common_name__iexact=name) | Q(scientific_name__iexact=name))[:2])
    near = whole or list(
        Taxon.objects.filter(Q(common_name__icontains=name) | Q(scientific_name__icontains=name)).order_by("common_name")[:5]
    )
    if len(near) == 1:
        return near[0].pk, []
    if near:
        names = " or ".join(t.common_name or t.scientific_name for t in near)
        return None, [f"“{name}” could be {names}. Choose the plant."]
    return None, [f"No plant of the list is called “{name}”. It is kept as the field name; choose the plant if you know it."]


def conclude(*, taxon: Taxon | None, amount: float | None, unit: AmountUnit) -> Conclusions:
    """What can be said of a lot before it is saved; nothing is stored."""
    following = _next(taxon, amount, unit)
    if taxon is None:
        return Conclusions(next_code(None), [], [], following)
    lots = list(Lot.objects.filter(taxon=taxon, ended="").order_by("-pk").values_list("pk", "code")[:MOST_LOTS])
    said = [s for s in (_seeds_in(taxon, amount, unit), taxon.note) if s]
    return Conclusions(next_code(taxon), said, [LotNamed(*row) for row in lots], following)


def _next(taxon: Taxon | None, amount: float | None, unit: AmountUnit) -> list[str]:
    """What a lot of this plant will ask for first, once it is saved."""
    lot, today = Lot(taxon=taxon), timezone.localdate()
    doubt = Reason.NOT_MEASURED if amount is None else Reason.NOT_CONVERTED if unit != AmountUnit.SEEDS else None
    stock = Stock(None if doubt else round(amount or 0), estimated=False, se_seeds=None, doubt=doubt)
    known = LotKnown(stock, [], drying_of(lot, [], today), floaters_uncut=False)
    return [step.sentence for step in next_of(lot, known, today, Tested())[:MOST_NEXT]]


def next_code(taxon: Taxon | None) -> str:
    """Two letters of the plant and the next free number: ``BS-003``; ``UN`` while the species is unknown."""
    words = taxon.scientific_name.upper().split() if taxon else ["U", "N"]
    letters = (re.sub(r"[^A-Z]", "", "".join(w[:1] for w in words[:2])) + "XX")[:2]
    taken = Lot.everything.filter(code__startswith=f"{letters}-").values_list("code", flat=True)
    numbers = [int(tail) for c in taken if (tail := c.split("-", 1)[1]).isdecimal()]
    return f"{letters}-{max(numbers, default=0) + 1:03d}"


def _seeds_in(taxon: Taxon, amount: float | None, unit: AmountUnit) -> str:
    """How many seeds an amount is likely to hold, by the counted samples of the plant's other lots; a range over lots, no error."""
    kind = CALIBRATED_BY.get(unit)
    if amount is None or amount <= 0 or kind is None:
        return ""
    samples = valid(Calibration.objects.filter(lot__taxon=taxon, kind=kind)).select_related("lot").order_by("at", "pk")
    # the latest samples of each lot
    latest = list({s.lot_id: s for s in samples}.values())[-MOST_LOTS:]
    if not latest:
        return ""
    counts = sorted(amount * seed_rate(s.counts, s.amounts, kind).per_unit for s in latest)
    by = f"by the {BY[kind]} of {' and '.join(s.lot.code for s in latest) if len(latest) < 3 else f'{len(latest)} other lots'}"
    if len(counts) == 1:
        return f"≈ {_round(counts[0]):,} seeds, {by}; seed of another lot can be a third lighter or heavier."
    return f"≈ {_round(median(counts)):,} seeds (between {_round(counts[0]):,} and {_round(counts[-1]):,}), {by}."


def _round(count: float) -> int:
    """Two figures: other lots say no more."""
    digits = max(0, len(str(int(count))) - 2)
    return round(round(count), -digits)
