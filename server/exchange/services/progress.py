"""Telling how far a reading is, and stopping it."""

from collections.abc import Callable
from pathlib import Path
from uuid import UUID

from django.conf import settings

from server.errors import DomainError

# done, of, what is done
Tell = Callable[[int, int, str], None]


class Stopped(DomainError):
    """Somebody stopped the reading: nothing of it is left."""

    def __init__(self) -> None:
        super().__init__("The import was stopped. Nothing was saved.", code="stopped")


def stop(reading: UUID) -> None:
    """Ask a running reading to stop: a mark on disk, so that it is seen from any process."""
    path = _mark(reading)
    path.parent.mkdir(parents=True, exist_ok=True)
    path.touch()


def watched(reading: UUID, tell: Tell) -> Tell:
    """`tell`, raising `Stopped` once somebody asked for it."""

    def told(done: int, of: int, doing: str) -> None:
        if _mark(reading).exists():
            raise Stopped
        tell(done, of, doing)

    return told


def over(reading: UUID) -> None:
    """Forget the mark."""
    _mark(reading).unlink(missing_ok=True)


def _mark(reading: UUID) -> Path:
    return Path(settings.DATA) / "stopped-readings" / str(reading)
