"""Who changed what, when, from what to what: of one thing, and of all things together; and what was deleted."""

from collections.abc import Collection, Sequence
from dataclasses import dataclass
from datetime import datetime

from core.vocabulary import ThingKind
from server.changes.kinds import KINDS
from server.people.models import Person
from server.record_kinds.models import Thing
from server.record_kinds.selectors import FieldChange, HistoryEntry, history_of, without_values
from server.stands.models import Stand

LATEST = 100
# of the nursery's many small kinds; a dish is laid out with its trial and changes with it
SHOWN = tuple(k for k in ThingKind if k not in (ThingKind.DISH, ThingKind.TURN))
BOOKKEEPING = {"version", "deleted_at"}
HIDDEN_PLACE = ("latitude", "longitude")


@dataclass(frozen=True)
class ChangeRow:
    """One save of one thing. `what` is made, changed, deleted or brought back."""

    kind: ThingKind
    id: int
    name: str
    path: str
    at: datetime
    by: str
    what: str
    changes: list[FieldChange]


@dataclass(frozen=True)
class DeletedRow:
    """A thing that is deleted and can be brought back."""

    kind: ThingKind
    id: int
    name: str
    at: datetime
    by: str


def find_thing(kind: ThingKind, pk: int) -> Thing | None:
    """A thing by its kind and number, deleted or not."""
    found: Thing | None = KINDS[kind].model.everything.filter(pk=pk).first()
    return found


def history_of_thing(thing: Thing) -> list[HistoryEntry]:
    """The saves of one thing; where a stand lies is not told by its history either."""
    entries = history_of(thing)
    return without_values(entries, HIDDEN_PLACE) if isinstance(thing, Stand) and not thing.show_exact else entries


def name_of(kind: ThingKind, thing: Thing) -> str:
    """What people know a thing by."""
    return str(getattr(thing, KINDS[kind].named_by))


def latest_changes() -> list[ChangeRow]:
    """The latest saves of all things: one query a kind, and one for what was there before."""
    rows = [row for kind in SHOWN for row in _of_kind(kind)]
    return sorted(rows, key=lambda r: r.at, reverse=True)[:LATEST]


def _of_kind(kind: ThingKind) -> list[ChangeRow]:
    k = KINDS[kind]
    model = k.model.history.model
    latest = list(model.objects.select_related("history_user").order_by("-history_date", "-history_id")[:LATEST])
    wanted = {(row.id, row.version - 1) for row in latest}
    earlier = {(row.id, row.version): row for row in model.objects.filter(id__in={pk for pk, _ in wanted})} if latest else {}
    return [_row(kind, row, earlier.get((row.id, row.version - 1))) for row in latest]


def _row(kind: ThingKind, row: object, before: object | None) -> ChangeRow:
    k = KINDS[kind]
    saved = row
    user: Person | None = saved.history_user  # type: ignore[attr-defined]  # a row of a history table
    pk = int(saved.id)  # type: ignore[attr-defined]  # a row of a history table
    changes, what = [], "made"
    if before is not None:
        found = saved.diff_against(before).changes  # type: ignore[attr-defined]  # a row of a history table
        deleted = next((c for c in found if c.field == "deleted_at"), None)
        what = "changed" if deleted is None else "deleted" if deleted.new else "brought back"
        hidden: Collection[str] = HIDDEN_PLACE if kind is ThingKind.STAND and not saved.show_exact else ()  # type: ignore[attr-defined]  # a stand
        changes = [_change(c.field, c.old, c.new, hidden) for c in found if c.field not in BOOKKEEPING]
    return ChangeRow(
        kind=kind,
        id=pk,
        name=str(getattr(saved, k.named_by)),
        path=k.path.format(pk),
        at=saved.history_date,  # type: ignore[attr-defined]  # a row of a history table
        by=user.initials if user else "–",
        what=what,
        changes=changes,
    )


def _change(name: str, old: object, new: object, hidden: Collection[str]) -> FieldChange:
    if name in hidden:
        return FieldChange(name, None, "changed, not shown")
    return FieldChange(name, None if old is None else str(old), None if new is None else str(new))


def deleted_things() -> list[DeletedRow]:
    """What is deleted now, the latest first."""
    rows: list[DeletedRow] = []
    for kind, k in KINDS.items():
        if k.deletable:
            found: Sequence[Thing] = list(k.model.everything.filter(deleted_at__isnull=False))
            rows += [_deleted(kind, t) for t in found]
    return sorted(rows, key=lambda r: r.at, reverse=True)


def _deleted(kind: ThingKind, thing: Thing) -> DeletedRow:
    newest = thing.history.select_related("history_user").first()
    if thing.deleted_at is None:
        raise ValueError(f"{thing} is not deleted")
    by = newest.history_user.initials if newest and newest.history_user else "–"
    return DeletedRow(kind, thing.pk, name_of(kind, thing), thing.deleted_at, by)
