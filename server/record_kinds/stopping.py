"""Telling how far long work is, and stopping it."""

from collections.abc import Callable
from pathlib import Path
from uuid import UUID

from django.conf import settings

from server.errors import DomainError

# done, of, what is done
Tell = Callable[[int, int, str], None]


class Stopped(DomainError):
    """Somebody stopped the work: nothing of it is left."""

    def __init__(self) -> None:
        super().__init__("This was stopped. Nothing was saved.", code="stopped")


def stop(work: UUID) -> None:
    """Ask running work to stop: a mark on disk, so that it is seen from any process."""
    path = _mark(work)
    path.parent.mkdir(parents=True, exist_ok=True)
    path.touch()


def watched(work: UUID, tell: Tell) -> Tell:
    """`tell`, raising `Stopped` once somebody asked for it."""

    def told(done: int, of: int, doing: str) -> None:
        if _mark(work).exists():
            raise Stopped
        tell(done, of, doing)

    return told


def over(work: UUID) -> None:
    """Forget the mark."""
    _mark(work).unlink(missing_ok=True)


def _mark(work: UUID) -> Path:
    return Path(settings.DATA) / "stopped-work" / str(work)
