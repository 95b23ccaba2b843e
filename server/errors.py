"""Errors of the work, in sentences for the person who can do something about them.

Services and selectors raise them and know no HTTP; `server.http.problems` alone says how each is answered.
"""

import errno
import sqlite3
from typing import Any

from django.db import OperationalError

from core.errors import CoreError

FieldError = dict[str, str]


class DomainError(Exception):
    """Something does not fit with what is there.

    `code` names it for programs, `errors` the fields it concerns, `extra` what a page needs beside the sentence.
    """

    title = "This does not fit with what is there"

    def __init__(self, detail: str, *, code: str, errors: list[FieldError] | None = None, **extra: Any) -> None:
        super().__init__(detail)
        self.detail = detail
        self.code = code
        self.errors = errors or []
        self.extra = extra


class Refused(DomainError):
    """Understood, but it cannot be."""

    title = "This record cannot be"


class Questioned(Refused):
    """Unlikely, but it can be: the same request with `sure` goes through."""

    title = "Is this right?"

    def __init__(self, detail: str, *, code: str, errors: list[FieldError] | None = None) -> None:
        super().__init__(detail, code=code, errors=errors, question=True)


class StaleVersion(DomainError):
    """Somebody changed the thing meanwhile; carries both versions."""

    title = "Somebody else changed this meanwhile"


class NoRoom(DomainError):
    """The machine has no room for it."""

    title = "No room to record this"


class NotNow(DomainError):
    """The same can be asked again in a moment: after `retry_after` seconds."""

    title = "Not just now"
    retry_after: int


def field_error(pointer: str, code: str, message: str) -> FieldError:
    """Return one entry of `errors`; the pointer is a JSON pointer into what was sent."""
    return {"pointer": pointer, "code": code, "message": message}


def refused_by_core(error: CoreError, pointer: str) -> Refused:
    """Return a refusal in the core's own words, at the field it belongs to."""
    return Refused(error.message, code=error.code, errors=[field_error(pointer, error.code, error.message)])


def refused(pointer: str, code: str, message: str) -> Refused:
    """Return a refusal of one field, in one sentence."""
    return Refused(message, code=code, errors=[field_error(pointer, code, message)])


def question(pointer: str, code: str, message: str) -> Questioned:
    """Return a question about one field, in one sentence."""
    return Questioned(message, code=code, errors=[field_error(pointer, code, message)])


def disk_full() -> NoRoom:
    """There is no room to record anything: the transaction was taken back whole."""
    return NoRoom(
        "The server’s disk is full. Nothing was recorded, and what you typed is still here. "
        "Ask the person who runs it to make room, then try again.",
        code="disk_full",
    )


def no_room_left(error: Exception) -> bool:
    """Whether the machine, or the database on it, says that a disk, or one's share of it, is full."""
    if isinstance(error, (OperationalError, sqlite3.OperationalError)):
        return "disk is full" in str(error)
    return isinstance(error, OSError) and error.errno in (errno.ENOSPC, errno.EDQUOT)
