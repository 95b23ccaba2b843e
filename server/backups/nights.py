"""What is remembered of the nightly backups: why the last one was not made. It lies in the folder, so a restart does not forget it."""

import json
from dataclasses import asdict, dataclass
from datetime import datetime
from pathlib import Path

from server.backups.form import folder
from server.record_kinds.disk import write_bytes


@dataclass(frozen=True)
class Failure:
    """A night without its backup: since when there was none, and why."""

    at: datetime
    why: str


def note_failure(at: datetime, why: str) -> None:
    """Remember that no backup could be made; where even this cannot be written, the log has it."""
    write_bytes(_note(), json.dumps(asdict(Failure(at, why)), default=str).encode())


def forget_failure() -> None:
    """A backup was made."""
    _note().unlink(missing_ok=True)


def last_failure() -> Failure | None:
    """Why the last nightly backup was not made; None where it was."""
    try:
        told = json.loads(_note().read_bytes())
        return Failure(datetime.fromisoformat(told["at"]), str(told["why"]))
    except (FileNotFoundError, ValueError, KeyError, TypeError):
        return None


def _note() -> Path:
    return folder() / ".nightly-failure.json"
