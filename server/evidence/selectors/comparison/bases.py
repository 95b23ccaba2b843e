"""Counts on a basis: of sown, of filled, of viable."""

from collections.abc import Sequence
from dataclasses import replace

from core.germination import CountedDish, CountedTreatment
from core.records import CountRecord
from core.vocabulary import Base
from server.evidence.selectors.comparison.views import BasisChoice
from server.evidence.selectors.shares import TreatmentCourses


def base_of(record: CountRecord, basis: Base) -> int | None:
    """Seeds a share of this dish is taken of; None where the basis is not known."""
    if basis is Base.SOWN:
        return record.sown
    if basis is Base.VIABLE:
        return record.base_viable
    # empty seed is found at the closing: before it, the filled ones are only known where nothing is left to open
    return record.base_filled if record.closing is not None or record.remaining == 0 else None


def counted_on(t: TreatmentCourses, basis: Base) -> CountedTreatment:
    """A treatment's dishes on a basis that all of them have; dishes without any such seed are left out."""
    whole = t.as_counted()
    if basis is Base.SOWN:
        return whole
    dishes = [CountedDish(d.record.germinated, n, t.block_of(d)) for d in t.counted if (n := base_of(d.record, basis))]
    return replace(whole, dishes=tuple(dishes))


def choices(treatments: Sequence[TreatmentCourses]) -> list[BasisChoice]:
    """Which bases can be had, and what each changes."""
    records = [r for t in treatments for r in t.records]
    return [_choice(basis, records, treatments) for basis in Base]


def _choice(basis: Base, records: Sequence[CountRecord], treatments: Sequence[TreatmentCourses]) -> BasisChoice:
    if basis is Base.SOWN:
        return BasisChoice(basis, True, "Of sown: every sown seed counts.")
    missing = sum(base_of(r, basis) is None for r in records)
    if missing:
        why = "not closed yet" if basis is Base.FILLED else "have ungerminated seed that was not cut or stained"
        return BasisChoice(basis, False, f"Of {basis}: {missing} of {len(records)} dishes {why}.")
    if any(not counted_on(t, basis).dishes for t in treatments):
        return BasisChoice(basis, False, f"Of {basis}: one treatment has no {basis} seed at all.")
    if basis is Base.FILLED:
        empty, lost = sum(r.fates.empty for r in records), sum(r.lost for r in records)
        return BasisChoice(basis, True, f"Of filled: {empty} empty and {lost} lost seeds are left out of the base.")
    out = sum(r.sown for r in records) - sum(base_of(r, basis) or 0 for r in records)
    rotted, dead = sum(r.rotted for r in records), sum(r.fates.dead for r in records)
    return BasisChoice(
        basis,
        True,
        f"Of viable: {out} seeds are left out, {rotted} rotted and {dead} dead among them. A treatment that kills looks better this way: "
        "compare with “of sown”.",
    )
