"""Who changed what, when, from what to what: of one thing, and of all things together; and what was deleted."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Any

from core.vocabulary import ThingKind
from server.changes.kinds import KINDS
from server.record_kinds.models import Thing
from server.record_kinds.pages import page_of
from server.record_kinds.selectors import FieldChange, HistoryEntry, changes_between, history_of, not_shown
from server.stands.models import Stand
from server.stands.selectors.rows import hidden_fields, history_of_stand

LATEST = 100
# of the nursery's many small kinds; a dish is laid out with its trial and changes with it
SHOWN = tuple(k for k in ThingKind if k not in (ThingKind.DISH, ThingKind.TURN))


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
    """The saves of one thing, as far as they are told."""
    return history_of_stand(thing) if isinstance(thing, Stand) else history_of(thing)


def name_of(kind: ThingKind, thing: Any) -> str:
    """What people know a thing by; a row of its history too."""
    return str(getattr(thing, KINDS[kind].named_by))


def latest_changes() -> list[ChangeRow]:
    """The latest saves of all things: one query a kind, and one for what was there before."""
    rows = [row for kind in SHOWN for row in _of_kind(kind)]
    return sorted(rows, key=lambda r: r.at, reverse=True)[:LATEST]


def _of_kind(kind: ThingKind) -> list[ChangeRow]:
    model = KINDS[kind].model.history.model
    latest = list(model.objects.select_related("history_user").order_by("-history_date", "-history_id")[:LATEST])
    before = model.objects.filter(id__in={row.id for row in latest}, version__in={row.version - 1 for row in latest})
    earlier = {(row.id, row.version): row for row in before} if latest else {}
    return [_row(kind, row, earlier.get((row.id, row.version - 1))) for row in latest]


def _row(kind: ThingKind, row: Any, before: Any) -> ChangeRow:
    """A row of a history table, beside the one before it."""
    changes, what = [], "made"
    if before is not None:
        what = "changed" if row.deleted_at == before.deleted_at else "deleted" if row.deleted_at else "brought back"
        hidden = hidden_fields(row.show_exact) if kind is ThingKind.STAND else ()
        changes = [c for c in not_shown(changes_between(row, before), hidden) if c.field != "deleted_at"]
    return ChangeRow(
        kind=kind,
        id=row.id,
        name=name_of(kind, row),
        path=page_of(kind, row.id),
        at=row.history_date,
        by=row.history_user.initials if row.history_user else "–",
        what=what,
        changes=changes,
    )


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
