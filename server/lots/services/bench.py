"""Cleaning, drying and tests of quality: what was done and seen, each taken back by a later record only."""

from datetime import datetime
from typing import Any, TypedDict, Unpack

from django.db import transaction

from core.errors import CoreError
from core.seedstock import check_may_be_dried, check_step_amounts, fill, imbibition, purity
from core.vocabulary import AmountUnit, CleaningGrade, CleaningKind, DryingKind, QualityKind
from server.errors import question, refused, refused_by_core
from server.lots.models import Calibration, CleaningStep, DryingLook, Lot, LotPhoto, QualityTest
from server.people.models import Person
from server.people.permissions import Right, require
from server.record_kinds.services import change_thing, check_not_in_future, take_back

MASSES = ("intact_start_g", "intact_end_g", "nicked_start_g", "nicked_end_g")


class CleaningFields(TypedDict, total=False):
    """What else may be said of a step of cleaning."""

    minutes: float | None
    kept: str
    note: str


class QualitySeen(TypedDict, total=False):
    """What a test of quality finds: counts of a cut test, or masses in g."""

    tested: int | None
    full: int | None
    empty: int | None
    eaten: int | None
    pure_g: float | None
    sample_g: float | None
    intact_start_g: float | None
    intact_end_g: float | None
    nicked_start_g: float | None
    nicked_end_g: float | None


@transaction.atomic
def record_cleaning(
    *,
    by: Person,
    lot: Lot,
    kind: CleaningKind,
    at: datetime,
    amount_in: float | None = None,
    amount_out: float | None = None,
    unit: AmountUnit = AmountUnit.GRAMS,
    grade: CleaningGrade | None = None,
    sure: bool = False,
    **fields: Unpack[CleaningFields],
) -> CleaningStep:
    """Record a step of cleaning; more out than in is asked about. `grade` is how clean the lot is after it."""
    require(by, Right.PLAN)
    check_not_in_future(at)
    if amount_in is not None and amount_out is not None:
        try:
            check_step_amounts(amount_in, amount_out, unit)
        except CoreError as error:
            if error.code != "out_more_than_in":
                raise refused_by_core(error, f"/{error.parameter}") from error
            if not sure:
                raise question(f"/{error.parameter}", error.code, error.message) from error
    step = CleaningStep(lot=lot, kind=kind, at=at, by=by, amount_in=amount_in, amount_out=amount_out, unit=unit, **fields)
    step.save()
    if grade is not None and grade != lot.grade:
        change_thing(lot, {"grade": grade}, by=by, version=lot.version)
    return step


@transaction.atomic
def record_drying(
    *, by: Person, lot: Lot, kind: DryingKind, at: datetime, humidity_percent: float | None = None, note: str = ""
) -> DryingLook:
    """Record that drying seed was spread, turned, looked at or found dry. What dies when dried is never spread to dry."""
    require(by, Right.PLAN)
    check_not_in_future(at)
    if humidity_percent is not None and not 0 <= humidity_percent <= 100:
        message = f"A humidity of {humidity_percent:g} % is impossible. It must lie between 0 and 100 %."
        raise refused("/humidity_percent", "humidity_out_of_range", message)
    try:
        check_may_be_dried(lot.storage_behaviour)
    except CoreError as error:
        raise refused_by_core(error, "/kind") from error
    look = DryingLook(lot=lot, kind=kind, at=at, by=by, humidity_percent=humidity_percent, note=note)
    look.save()
    return look


@transaction.atomic
def record_quality(*, by: Person, lot: Lot, kind: QualityKind, at: datetime, note: str = "", **seen: Unpack[QualitySeen]) -> QualityTest:
    """Record a test of quality: seeds squeezed or cut, a purity sample, or an imbibition test."""
    require(by, Right.PLAN)
    check_not_in_future(at)
    given: dict[str, Any] = {name: value for name, value in seen.items() if value is not None}
    if kind in (QualityKind.CUT, QualityKind.SQUEEZE):
        given = _counted(given)
    elif kind is QualityKind.PURITY:
        _need(given, ("pure_g", "sample_g"))
        _ask_core(lambda: purity(given["pure_g"], given["sample_g"]))
    else:
        _need(given, MASSES)
        _ask_core(lambda: imbibition(*(given[m] for m in MASSES)))
    test = QualityTest(lot=lot, kind=kind, at=at, by=by, note=note, **given)
    test.save()
    return test


def _counted(given: dict[str, Any]) -> dict[str, Any]:
    """Counts of a cut test: what is not said full, empty or eaten is not allowed, and the three make up the whole."""
    _need(given, ("full",))
    parts = {name: given.get(name, 0) for name in ("full", "empty", "eaten")}
    tested = given.get("tested", sum(parts.values()))
    if sum(parts.values()) != tested:
        message = (
            f"{parts['full']} full, {parts['empty']} empty and {parts['eaten']} eaten make {sum(parts.values())}, "
            f"but {tested} were opened. Count again, or change the number opened."
        )
        raise refused("/tested", "counts_do_not_add_up", message)
    _ask_core(lambda: fill(parts["full"], tested))
    return {"tested": tested, **parts}


def _need(given: dict[str, Any], names: tuple[str, ...]) -> None:
    for name in names:
        if name not in given:
            raise refused(f"/{name}", "missing", f"The {name.removesuffix('_g').replace('_', ' ')} is missing.")


def _ask_core(work: Any) -> None:
    try:
        work()
    except CoreError as error:
        pointer = {"filled": "full", "cut": "tested"}.get(error.parameter, error.parameter)
        raise refused_by_core(error, f"/{pointer}") from error


RECORDS: dict[str, type[CleaningStep | DryingLook | QualityTest | Calibration | LotPhoto]] = {
    "cleaning": CleaningStep,
    "drying": DryingLook,
    "quality": QualityTest,
    "calibration": Calibration,
    "photo": LotPhoto,
}


def take_back_record(*, by: Person, lot: Lot, record: str, pk: int) -> None:
    """Take back a line of a lot's log, or a picture of it; what is taken back stays in the record."""
    require(by, Right.PLAN)
    model = RECORDS[record]
    happening = model._default_manager.get(pk=pk, lot=lot)
    take_back(happening, by=by)
