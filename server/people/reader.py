"""Whoever reads an answer: values in its sentences are written in the reader's units and date order."""

from collections.abc import Callable
from contextvars import ContextVar

from core.vocabulary import DayOrder, Units
from core.wording import MARK, written
from server.people.models import Person

# kept until the next request of the thread: a stream is written after its request was answered
_reader: ContextVar[Callable[[], object]] = ContextVar("reader", default=lambda: None)


def answer_to(who: Callable[[], object]) -> None:
    """Say for whom answers are written from here on; `who` is asked only where a value is to be written."""
    _reader.set(who)


def written_for_reader(text: str) -> str:
    """A text with its values written for whoever asks; in metric units and day, month, year where nobody does."""
    if MARK not in text:
        return text
    person = _reader.get()()
    if not isinstance(person, Person):
        return written(text)
    return written(text, Units(person.units), DayOrder(person.dates))
