"""Reading a file in: all of it or nothing, noticed when it comes twice, undone as one."""

from collections.abc import Callable
from dataclasses import asdict
from datetime import datetime
from typing import Any
from uuid import UUID

from django.db import transaction
from django.db.models import ProtectedError
from django.utils import timezone

from core.vocabulary import FileKind, SheetShape
from core.wording import day_value
from server.errors import DomainError, Refused, question
from server.exchange.models import FileRead
from server.exchange.reading.drafts import Drafts, drafts_of
from server.exchange.reading.files import ReadFile, packed, read_file, unpacked
from server.exchange.reading.settled import Laid, Settled, lay, sheet_of
from server.exchange.reading.trial_file import notes_on
from server.exchange.reading.whole import check_empty, told_of
from server.exchange.selectors.readings import digest_of, read_before
from server.exchange.services import everything, standards, tables
from server.exchange.services import trial as trials_file
from server.exchange.standards.fitting import check
from server.exchange.standards.records import counted
from server.lots.models import Lot, StockEntry
from server.people.models import Person
from server.people.permissions import Right, require
from server.record_kinds.stopping import Tell, over, watched
from server.stands.models import Stand, Visit
from server.trials.models import Closing, Dish, Look, SetAside, Sown, Stretch, Treatment, Trial


class TableRefused(Refused):
    """A table with problems: each names sheet, cell, value and what would be accepted."""

    def __init__(self, drafts: Drafts) -> None:
        count = len(drafts.problems)
        said = "one cell" if count == 1 else f"{count} cells"
        super().__init__(f"Nothing was imported: {said} need fixing.", code="table_refused", problems=[asdict(p) for p in drafts.problems])


def read_in(
    *,
    by: Person,
    name: str,
    content: bytes,
    settled: Settled,
    client_id: UUID,
    sure: bool = False,
    tell: Tell = lambda done, of, doing: None,
) -> FileRead:
    """Read a file in; the same `client_id` again is the same reading.

    All that can be refused is found before anything is written, so that nobody who counts meanwhile waits for it.
    """
    require(by, Right.PLAN)
    known = FileRead.objects.filter(client_id=client_id).first()
    if known is not None:
        return known
    told = watched(client_id, tell)
    told(0, 0, "reading the file")
    found = read_file(name, content)
    before = read_before(content)
    if before is not None and not sure:
        message = f"The same file was imported by {before.by.initials} on {day_value(before.at)}. Import it a second time?"
        raise question("/file", "read_before", message)
    make = _maker(by, found, content, settled, told)
    try:
        with transaction.atomic():
            made, sentence = make()
            told(1, 1, "done")
            return FileRead.objects.create(
                by=by,
                at=timezone.now(),
                client_id=client_id,
                name=name[:200],
                digest=digest_of(content),
                kind=found.kind,
                settled=_kept(settled),
                content=packed(content),
                made=made,
                sentence=sentence[:300],
            )
    finally:
        over(client_id)


Make = Callable[[], tuple[dict[str, Any], str]]


def _maker(by: Person, found: ReadFile, content: bytes, settled: Settled, tell: Tell) -> Make:
    """What writes the file, everything about it checked already."""
    if found.kind is FileKind.EVERYTHING:
        told = told_of(content)
        check_empty()
        return lambda: (everything.make_everything(by, content, told, tell), "A whole nursery")
    if found.kind is FileKind.TRIAL and found.trial is not None:
        wanted = found.trial
        notes_on(wanted)
        return lambda: (trials_file.make_trial(by, wanted, tell), f"Trial {wanted['trial']['code']}")
    if found.said is not None:
        said = found.said
        check(said)
        return lambda: (dict(standards.make_said(by, said, timezone.now(), tell)), counted(said))
    tell(0, 0, "checking each cell")
    laid = lay(sheet_of(found, settled), settled)
    drafts = drafts_of(laid, settled, timezone.now())
    if drafts.problems:
        raise TableRefused(drafts)
    return lambda: _make_table(by, laid, settled, drafts, tell)


def _make_table(by: Person, laid: Laid, settled: Settled, drafts: Drafts, tell: Tell) -> tuple[dict[str, Any], str]:
    if laid.table.shape is SheetShape.LOTS:
        made = tables.make_lots(by, laid, settled, drafts, timezone.now(), tell)
        return dict(made), f"{len(drafts.lots)} lots"
    trials, renamed = tables.make_trials(by, settled, drafts, tell)
    dishes, looks = sum(len(t.dishes) for t in drafts.trials), sum(t.looks for t in drafts.trials)
    return {**trials, "renamed": renamed}, f"{len(drafts.trials)} trials, {dishes} dishes, {looks:,} looks"


def _kept(settled: Settled) -> dict[str, Any]:
    """What was settled, as JSON keeps it."""
    out = asdict(settled) | {"lot": settled.lot.pk if settled.lot else None}
    return out | {"sown_on": settled.sown_on.isoformat() if settled.sown_on else None}


@transaction.atomic
def undo(*, by: Person, reading: FileRead, at: datetime) -> FileRead:
    """Undo an import as one. Refused where somebody has built on it since; the file is kept, and can be imported again."""
    require(by, Right.PLAN)
    if reading.withdrawn or FileRead.objects.filter(corrects=reading).exists():
        raise DomainError("This import has already been undone.", code="undone_already")
    if reading.kind == FileKind.EVERYTHING:
        raise DomainError("The import of a whole nursery cannot be undone. Start with an empty installation instead.", code="cannot_undo")
    _check_untouched(reading)
    try:
        _delete(by, reading)
    except ProtectedError as error:
        names = sorted({str(type(x)._meta.verbose_name) for x in error.protected_objects})
        message = f"Later records depend on this import ({', '.join(names)}). Undo those first, then undo the import."
        raise DomainError(message, code="built_on") from None
    return FileRead.objects.create(
        by=by,
        at=at,
        name=reading.name,
        digest=reading.digest,
        kind=reading.kind,
        settled=reading.settled,
        content=b"",
        made={},
        sentence=f"Undone: {reading.sentence}"[:300],
        corrects=reading,
        withdrawn=True,
    )


def _check_untouched(reading: FileRead) -> None:
    trials, lots = reading.made.get("trials", []), reading.made.get("lots", [])
    later = [
        m
        for m in (Look, Closing, SetAside, Stretch)
        if m.objects.filter(dish__treatment__trial__in=trials, recorded_at__gt=reading.recorded_at).exists()
    ]
    if later:
        raise DomainError("Dishes of this import have been counted since. Undo those counts first, then undo the import.", code="built_on")
    stands, visits = reading.made.get("stands", []), reading.made.get("visits", [])
    if Visit.objects.filter(stand__in=stands).exclude(pk__in=visits).exists():
        raise DomainError("Stands of this import have been visited since. Undo those visits first, then undo the import.", code="built_on")
    if StockEntry.objects.filter(lot__in=lots).exclude(pk__in=reading.made.get("stock", [])).exists():
        raise DomainError("Seed was drawn from, or added to, a lot of this import since, so it can no longer be undone.", code="built_on")


def _delete(by: Person, reading: FileRead) -> None:
    """Take the records of a reading out; the histories keep that they were there, and who took them out."""
    trials = reading.made.get("trials", [])
    dishes = Dish.objects.filter(treatment__trial__in=trials)
    for model in (Stretch, SetAside, Closing, Look, Sown):
        # corrections point at what they correct, so the latest go first
        rows = model._default_manager.filter(dish__in=dishes)
        rows.filter(corrects__isnull=False).delete()
        rows.delete()
    Visit.objects.filter(pk__in=reading.made.get("visits", [])).delete()
    for thing in [
        *dishes,
        *Trial.objects.filter(pk__in=trials),
        *Lot.objects.filter(pk__in=reading.made.get("lots", [])),
        *Stand.objects.filter(pk__in=reading.made.get("stands", [])),
    ]:
        thing._history_user = by
        if isinstance(thing, Lot):
            StockEntry.objects.filter(lot=thing).delete()
        if isinstance(thing, Trial):
            Treatment.objects.filter(trial=thing).delete()
        thing.delete()


def content_of(reading: FileRead) -> bytes:
    """The file as it came."""
    if not reading.content:
        raise DomainError("This line only records that an import was undone. It has no file.", code="no_file")
    return unpacked(bytes(reading.content))
