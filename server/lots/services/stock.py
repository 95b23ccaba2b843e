"""The ledger of a lot: what came in, was drawn, lost or recounted; and counted samples that turn amounts into seeds."""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime

from django.db import transaction

from core.errors import CoreError
from core.seedstock import CALIBRATED_BY, Estimate, SeedRate, balances, seed_rate
from core.vocabulary import AmountKnown, AmountUnit, CalibrationKind, QualityKind, Reason, StockKind
from server.errors import DomainError, refused, refused_by_core
from server.lots.models import Calibration, Lot, QualityTest, StockEntry
from server.lots.selectors.stock import change_of, standing_entries
from server.people.models import Person
from server.people.permissions import Right, require
from server.record_kinds.selectors import valid
from server.record_kinds.services import check_not_in_future, take_back

ABSURD = {AmountUnit.SEEDS: 100_000_000, AmountUnit.GRAMS: 200_000, AmountUnit.MILLILITRES: 500_000, AmountUnit.HEADS: 1_000_000}


@dataclass(frozen=True)
class Conversion:
    """How a lot's grams, millilitres or heads become seeds, and in words what that rests on."""

    calibration: Calibration
    rate: SeedRate
    purity: float
    basis: str

    def of(self, amount: float) -> Estimate:
        """Seeds in an amount."""
        return self.rate.of(amount, self.purity)


def conversion_of(lot: Lot, unit: AmountUnit) -> Conversion | None:
    """The lot's latest counted samples for a unit; None where there are none. Grams count only what is pure seed."""
    found = valid(Calibration.objects.filter(lot=lot, kind=CALIBRATED_BY[unit])).order_by("at", "pk").last()
    if found is None:
        return None
    kind = CalibrationKind(found.kind)
    rate = seed_rate(found.counts, found.amounts, kind)
    words = {
        CalibrationKind.WEIGHED: f"{len(found.counts)} weighed samples",
        CalibrationKind.SCOOPED: f"{len(found.counts)} counted scoops",
        CalibrationKind.HEADS: f"{len(found.counts)} counted heads",
    }
    share = _purity(lot) if unit == AmountUnit.GRAMS else 1.0
    basis = words[kind] + (f", {100 * share:.0f} % pure" if share < 1 else "")
    return Conversion(found, rate, share, basis)


def _purity(lot: Lot) -> float:
    test = valid(QualityTest.objects.filter(lot=lot, kind=QualityKind.PURITY)).order_by("at", "pk").last()
    return test.pure_g / test.sample_g if test and test.pure_g is not None and test.sample_g else 1.0


@transaction.atomic
def enter_stock(
    *,
    by: Person,
    lot: Lot,
    kind: StockKind,
    amount: float,
    at: datetime,
    unit: AmountUnit = AmountUnit.SEEDS,
    known: AmountKnown = AmountKnown.COUNTED,
    se_seeds: float | None = None,
    reason: str = "",
) -> StockEntry:
    """Add a line to a lot's ledger; refused where it would go below zero, or where no such amount can be."""
    require(by, Right.PLAN)
    check_not_in_future(at)
    entry = StockEntry(lot=lot, kind=kind, amount=amount, unit=unit, known=known, at=at, by=by, reason=reason)
    _convert(entry, se_seeds)
    _check_ledger(lot, [*standing_entries([lot.pk])[lot.pk], entry])
    entry.save()
    return entry


def _convert(entry: StockEntry, se_seeds: float | None = None) -> None:
    """Work out the seeds of a line, their error, and what both rest on."""
    unit, amount = AmountUnit(entry.unit), entry.amount
    if not math.isfinite(amount) or (amount < 0 and entry.kind != StockKind.CORRECTED):
        raise refused("/amount", "amount_negative", f"{amount:g} {unit} is impossible. An amount must be 0 or more.")
    if abs(amount) > ABSURD[unit]:
        raise refused(
            "/amount", "amount_absurd", f"{amount:,.0f} {unit} in one lot cannot be meant: at most {ABSURD[unit]:,}. Check the unit."
        )
    if unit == AmountUnit.SEEDS:
        if amount != round(amount):
            raise refused("/amount", "amount_not_whole", f"{amount:g} seeds is impossible: seeds must be a whole number. Is it in grams?")
        entry.amount_seeds = round(amount)
        entry.se_seeds = 0.0 if entry.known == AmountKnown.COUNTED else se_seeds
        if entry.se_seeds is None:
            entry.doubt = Reason.GUESSED if entry.known == AmountKnown.GUESSED else Reason.NOT_NOTED
        return
    entry.known = AmountKnown(CALIBRATED_BY[unit].value)
    found = conversion_of(entry.lot, unit)
    if found is None:
        entry.doubt = Reason.NOT_CONVERTED
        # nothing of anything is nothing, whatever a gram holds
        entry.amount_seeds = 0 if amount == 0 else None
        return
    estimate = found.of(amount)
    entry.amount_seeds, entry.se_seeds, entry.basis = round(estimate.seeds), estimate.wide_se, found.basis
    entry.calibration = found.calibration
    entry.doubt = estimate.reason or ""


def _check_ledger(lot: Lot, lines: Sequence[StockEntry]) -> None:
    """Read the lines in their order, so that a back-dated one cannot slip an earlier one below zero."""
    if any(e.amount_seeds is None for e in lines):
        return
    ordered = sorted(lines, key=lambda e: (e.at, e.pk is None, e.pk or 0))
    try:
        balances([change_of(e) for e in ordered])
    except CoreError as error:
        raise refused_by_core(error, "/amount") from error


@transaction.atomic
def correct_entry(
    *,
    by: Person,
    entry: StockEntry,
    amount: float,
    unit: AmountUnit = AmountUnit.SEEDS,
    known: AmountKnown = AmountKnown.COUNTED,
    reason: str = "",
) -> StockEntry:
    """Correct a line openly: the old one stays to be seen, the new one stands in its place and time."""
    require(by, Right.PLAN)
    lines = standing_entries([entry.lot_id])[entry.lot_id]
    if entry not in lines:
        raise DomainError("This line was already corrected or undone. Look at the newer one.", code="corrected_already")
    better = StockEntry(
        lot=entry.lot, kind=entry.kind, amount=amount, unit=unit, known=known, at=entry.at, by=by, reason=reason or entry.reason
    )
    better.corrects = entry
    _convert(better)
    _check_ledger(entry.lot, [*(x for x in lines if x != entry), better])
    better.save()
    return better


def _in_place_of(entry: StockEntry, by: Person, amount: float, unit: AmountUnit, known: AmountKnown, reason: str) -> StockEntry:
    better = StockEntry(lot=entry.lot, kind=entry.kind, amount=amount, unit=unit, known=known, at=entry.at, by=by, reason=reason)
    better.corrects = entry
    _convert(better)
    return better


@transaction.atomic
def take_back_entry(*, by: Person, entry: StockEntry) -> StockEntry:
    """Take a line back: it stays to be seen, and does not count. Refused where later lines would go below zero."""
    require(by, Right.PLAN)
    _check_ledger(entry.lot, [x for x in standing_entries([entry.lot_id])[entry.lot_id] if x != entry])
    return take_back(entry, by=by)


@transaction.atomic
def calibrate(*, by: Person, lot: Lot, kind: CalibrationKind, counts: Sequence[int], amounts: Sequence[float], at: datetime) -> Calibration:
    """Keep counted samples; amounts of the ledger that waited for them become seeds, each by a correction that says so."""
    require(by, Right.PLAN)
    check_not_in_future(at)
    if kind is CalibrationKind.HEADS:
        amounts = [1.0] * len(counts)
    try:
        seed_rate(counts, amounts, kind)
    except CoreError as error:
        raise refused_by_core(error, "/" + error.parameter.replace(".", "/")) from error
    made = Calibration.objects.create(lot=lot, kind=kind, counts=list(counts), amounts=list(amounts), at=at, by=by)
    unit = next(u for u, k in CALIBRATED_BY.items() if k is kind)
    lines = standing_entries([lot.pk])[lot.pk]
    for waiting in [e for e in lines if e.amount_seeds is None and e.unit == unit]:
        better = _in_place_of(waiting, by, waiting.amount, unit, AmountKnown(waiting.known), waiting.reason)
        lines = [*(x for x in lines if x != waiting), better]
        _check_ledger(lot, lines)
        better.save()
    return made
