"""Imported files."""

import hashlib
from dataclasses import dataclass
from datetime import datetime

from core.vocabulary import FileKind
from server.exchange.models import FileRead
from server.record_kinds.selectors import valid


def digest_of(content: bytes) -> str:
    """What tells a file from others."""
    return hashlib.sha256(content).hexdigest()


def read_before(content: bytes) -> FileRead | None:
    """The reading of the same file that stands, if any."""
    return valid(FileRead.objects.filter(digest=digest_of(content))).select_related("by").first()


@dataclass(frozen=True)
class ReadingView:
    """A file that was imported, or whose import was undone."""

    id: int
    at: datetime
    by: str
    name: str
    kind: FileKind
    sentence: str
    undone: bool
    undoes: bool
    trials: list[int]
    lots: list[int]
    stands: list[int]
    renamed: list[str]


def readings() -> list[ReadingView]:
    """Imported files, the latest first."""
    rows = FileRead.objects.select_related("by", "corrected_by").defer("content").order_by("-at", "-pk")[:200]
    return [reading_view(r) for r in rows]


def reading_view(r: FileRead) -> ReadingView:
    """One reading."""
    made = r.made
    return ReadingView(
        id=r.pk,
        at=r.at,
        by=r.by.initials,
        name=r.name,
        kind=FileKind(r.kind),
        sentence=r.sentence,
        undone=hasattr(r, "corrected_by"),
        undoes=r.withdrawn,
        trials=made.get("trials", []),
        lots=made.get("lots", []),
        stands=made.get("stands", []),
        renamed=made.get("renamed", [])[:500],
    )
