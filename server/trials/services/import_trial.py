"""Taking over a trial that was run elsewhere or earlier: its dishes come with all that was seen in them, checked as records."""

import secrets
from collections.abc import Callable, Sequence
from dataclasses import asdict, dataclass
from datetime import date, datetime
from typing import Unpack
from uuid import uuid4

from django.db import transaction
from simple_history.utils import bulk_create_with_history

from core.design import draw_codes
from core.errors import CoreError
from core.records import ClosingFates
from core.vocabulary import AmountKnown, Layout, SeenHow, TrialKind
from server.batches.models import Batch
from server.errors import DomainError, refused_by_core
from server.lots.models import Lot
from server.people.models import Person
from server.people.permissions import Right, require
from server.record_kinds.services import check_not_in_future, create_thing
from server.reference.models import Place
from server.trials.models import Closing, Dish, Look, SetAside, Sown, Stretch, Treatment, Trial
from server.trials.selectors.courses import count_record
from server.trials.services.layout import TrialFields, next_code
from server.trials.services.new_look import COUNTS
from server.trials.services.new_treatments import NewTreatment, check_treatments, of_lot, treatment_fields, with_lots

LONGEST_CODE = 8
WRITTEN_AT_ONCE = 1000


@dataclass(frozen=True)
class ImportedLook:
    """A look as it was noted: when, and what was new."""

    at: datetime
    new_germinated: int = 0
    new_abnormal: int = 0
    new_rotted: int = 0
    new_lost: int = 0
    seen_how: str = SeenHow.OPENED
    potted: int = 0
    note: str = ""


@dataclass(frozen=True)
class ImportedDish:
    """A dish with all that happened to it. `code` is kept where it can be; an empty one, or one that is taken, is replaced by a new one.

    `treatment` is its place among the treatments of the trial.
    """

    treatment: int
    seeds: int
    sown_at: datetime | None
    looks: Sequence[ImportedLook]
    code: str = ""
    seeds_known: str = AmountKnown.COUNTED
    seeds_cv: float = 0.0
    block: int = 1
    position: int | None = None
    place: Place | None = None
    batch: Batch | None = None
    fates: ClosingFates | None = None
    closed_at: datetime | None = None
    set_aside: tuple[datetime, str] | None = None
    retreated_at: datetime | None = None


class AdoptedTrialFields(TrialFields, total=False):
    """A trial that was kept elsewhere may have been opened there, and its layout is known."""

    layout: Layout
    opened_at: datetime | None


@transaction.atomic
def import_trial(
    *,
    by: Person,
    lot: Lot | None = None,
    question: str,
    treatments: Sequence[NewTreatment],
    dishes: Sequence[ImportedDish],
    sow_on: date,
    code: str = "",
    layout_seed: int | None = None,
    tell: Callable[[int], None] = lambda looks: None,
    **fields: Unpack[AdoptedTrialFields],
) -> tuple[Trial, list[Dish]]:
    """Take a trial over. Nothing is drawn from its lots: the seed was sown before their amounts were last known.

    `tell` hears of the looks written; what it raises leaves nothing behind. Dishes come back in the order given.
    """
    require(by, Right.PLAN)
    treatments = with_lots(treatments, lot)
    kind = fields.get("kind", TrialKind.TRIAL)
    check_treatments(treatments, kind=kind)
    if code and Trial.everything.filter(code=code).exists():
        raise DomainError(f"Trial {code} is here already. Codes are never used twice.", code="code_taken")
    seed = secrets.randbits(48) if layout_seed is None else layout_seed
    trial = Trial(code=code or next_code(of_lot(treatments[0]), kind), question=question, sow_on=sow_on, layout_seed=seed, **fields)
    create_thing(trial, by=by)
    made = Treatment.objects.bulk_create([Treatment(trial=trial, order=i, **treatment_fields(t, by)) for i, t in enumerate(treatments)])
    codes = _codes([d.code for d in dishes], seed)
    rows = [
        Dish(
            treatment=made[d.treatment],
            code=c,
            place=d.place,
            batch=d.batch,
            position=d.position or n,
            block=d.block,
            seeds=d.seeds,
            seeds_known=d.seeds_known,
            seeds_cv=d.seeds_cv,
        )
        for n, (d, c) in enumerate(zip(dishes, codes, strict=True), 1)
    ]
    written: list[Dish] = bulk_create_with_history(rows, Dish, batch_size=WRITTEN_AT_ONCE, default_user=by)
    _record(by, list(zip(written, dishes, strict=True)), tell)
    return trial, written


def _codes(wanted: Sequence[str], seed: int) -> list[str]:
    """The codes wanted where they are free, and fresh ones for the rest."""
    taken = set(Dish.everything.values_list("code", flat=True))
    out: list[str] = []
    for code in wanted:
        free = code and len(code) <= LONGEST_CODE and code not in taken
        out.append(code if free else "")
        taken.add(code)
    fresh = iter(draw_codes(out.count(""), seed, taken) if "" in out else [])
    return [c or next(fresh) for c in out]


def _record(by: Person, pairs: Sequence[tuple[Dish, ImportedDish]], tell: Callable[[int], None]) -> None:
    Sown.objects.bulk_create([Sown(dish=row, at=d.sown_at, by=by) for row, d in pairs if d.sown_at], batch_size=WRITTEN_AT_ONCE)
    looks: list[Look] = []
    closings: list[Closing] = []
    written = 0
    for row, d in pairs:
        mine = [_look(row, x, by) for x in d.looks]
        closing = _closing(row, d, by)
        _check(row, d, mine, closing)
        looks += mine
        closings += [closing] if closing else []
        if len(looks) >= WRITTEN_AT_ONCE:
            written += len(looks)
            Look.objects.bulk_create(looks, batch_size=WRITTEN_AT_ONCE)
            looks = []
            tell(written)
    Look.objects.bulk_create(looks, batch_size=WRITTEN_AT_ONCE)
    tell(written + len(looks))
    Closing.objects.bulk_create(closings)
    SetAside.objects.bulk_create([SetAside(dish=row, at=d.set_aside[0], why=d.set_aside[1], by=by) for row, d in pairs if d.set_aside])
    Stretch.objects.bulk_create([Stretch(dish=row, at=d.retreated_at, name="sent on", by=by) for row, d in pairs if d.retreated_at])


def _look(row: Dish, x: ImportedLook, by: Person) -> Look:
    counts = {c: getattr(x, c) for c in COUNTS}
    return Look(dish=row, at=x.at, by=by, client_id=uuid4(), seen_how=x.seen_how, potted=x.potted, note=x.note, **counts)


def _closing(row: Dish, d: ImportedDish, by: Person) -> Closing | None:
    if d.fates is None:
        return None
    at = d.closed_at or max((x.at for x in d.looks), default=d.sown_at)
    return Closing(dish=row, at=at, by=by, **asdict(d.fates)) if at else None


def _check(row: Dish, d: ImportedDish, looks: Sequence[Look], closing: Closing | None) -> None:
    """Refuse what core refuses, and what lies in the future; a dish that is not sown has no looks."""
    for at in [*(x.at for x in looks[-1:]), *([d.sown_at] if d.sown_at else [])]:
        check_not_in_future(at)
    try:
        count_record(row, d.sown_at, looks, closing)
    except CoreError as error:
        raise refused_by_core(error, "/file") from error
