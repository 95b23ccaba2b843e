"""The reads that every thing and happening shares."""

from collections.abc import Collection
from dataclasses import dataclass, replace
from datetime import datetime
from typing import Any, TypeVar

from django.db.models import QuerySet

from server.record_kinds.models import Correctable, Thing

C = TypeVar("C", bound=Correctable)


@dataclass(frozen=True)
class FieldChange:
    """One field of a thing, before and after."""

    field: str
    before: str | None
    after: str | None


@dataclass(frozen=True)
class HistoryEntry:
    """One save of a thing. The first one has no changes: it was made."""

    version: int
    at: datetime
    by: str
    changes: list[FieldChange]


def valid(happenings: "QuerySet[C]") -> "QuerySet[C]":
    """The happenings that stand: no later one corrects them, and they withdraw nothing."""
    return happenings.filter(corrected_by__isnull=True, withdrawn=False)


def history_of(thing: Thing) -> list[HistoryEntry]:
    """Who changed what and when, latest first."""
    rows = list(thing.history.select_related("history_user").order_by("-history_id"))
    entries = []
    for row, before in zip(rows, [*rows[1:], None], strict=True):
        changes = [] if before is None else changes_between(row, before)
        by = row.history_user.initials if row.history_user else "–"
        entries.append(HistoryEntry(row.version, row.history_date, by, changes))
    return entries


def changes_between(row: Any, before: Any) -> list[FieldChange]:
    """What one row of a history changed of the one before."""
    return [
        FieldChange(c.field, *(None if v is None else str(v) for v in (c.old, c.new)))
        for c in row.diff_against(before).changes
        if c.field != "version"
    ]


def not_shown(changes: list[FieldChange], fields: Collection[str]) -> list[FieldChange]:
    """Changes that say that some fields changed, but not from what to what."""
    hidden = {name: FieldChange(name, None, "changed, not shown") for name in fields}
    return [hidden.get(c.field, c) for c in changes]


def without_values(entries: list[HistoryEntry], fields: Collection[str]) -> list[HistoryEntry]:
    """A history that says that some fields changed, but not from what to what."""
    return [replace(e, changes=not_shown(e.changes, fields)) for e in entries]
