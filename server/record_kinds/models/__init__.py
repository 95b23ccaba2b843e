"""The kinds of record, what every record does when it is written, and the revisions that it raises."""

from server.record_kinds.models.kinds import Correctable, Happening, Thing
from server.record_kinds.models.recorded import Recorded, RecordedManager, many_written
from server.record_kinds.models.revision import ALL, Revision, RevisionOf, nursery_revision, raise_all, revisions_of

__all__ = [
    "ALL",
    "Correctable",
    "Happening",
    "Recorded",
    "RecordedManager",
    "Revision",
    "RevisionOf",
    "Thing",
    "many_written",
    "nursery_revision",
    "raise_all",
    "revisions_of",
]
