"""The writes that every thing shares."""

from collections.abc import Mapping
from datetime import date, datetime, timedelta
from typing import TYPE_CHECKING, Any, TypeVar

from django.db import transaction
from django.db.models import BinaryField, Field, ForeignKey
from django.forms.models import model_to_dict
from django.utils import timezone

from core.wording import day_value
from server.errors import DomainError, StaleVersion, refused
from server.record_kinds.models import Correctable, Thing

if TYPE_CHECKING:
    from server.people.models import Person

T = TypeVar("T", bound=Thing)
C = TypeVar("C", bound=Correctable)

CLOCK_SLACK = timedelta(minutes=5)


def create_thing(thing: T, *, by: "Person") -> T:
    """Save a new thing, with `by` in its history."""
    thing._history_user = by  # type: ignore[attr-defined]  # read by the history on save
    thing.save()
    return thing


def with_changes(thing: T, changes: Mapping[str, Any]) -> T:
    """A copy of a thing as it would be after the changes, unsaved: for checks that need the whole."""
    after = type(thing)(**{f.attname: getattr(thing, f.attname) for f in thing._meta.concrete_fields})
    for name, value in changes.items():
        setattr(after, name, value)
    return after


@transaction.atomic
def change_thing(thing: T, changes: Mapping[str, Any], *, by: "Person", version: int) -> T:
    """Change fields of a thing that the caller saw at `version`; a stale write is refused with both versions.

    A deleted thing too: that is how it is brought back.
    """
    fresh: T = type(thing).everything.select_for_update().get(pk=thing.pk)
    if fresh.version != version:
        current = {k: _plain(v) for k, v in model_to_dict(fresh, fields=list(changes)).items()}
        raise StaleVersion(
            f"You changed version {version}, but version {fresh.version} is there by now. Look at both, then save again.",
            code="stale_version",
            current={"version": fresh.version, **current},
            yours={"version": version, **{k: _plain(v) for k, v in changes.items()}},
        )
    for name, value in changes.items():
        setattr(fresh, name, value)
    fresh.version += 1
    fresh._history_user = by  # type: ignore[attr-defined]  # read by the history on save
    fresh.save()
    return fresh


def check_not_in_future(at: datetime) -> None:
    """Refuse a moment that is still to come; a clock may run a few minutes ahead."""
    now = timezone.now()
    if at > now + CLOCK_SLACK:
        message = f"{at:%d %b %Y, %H:%M} is in the future (now it is {now:%d %b %Y, %H:%M}, UTC). Check this device's clock."
        raise refused("/at", "time_in_future", message)


def check_day_not_in_future(day: date, what: str, pointer: str) -> None:
    """Refuse a day that is still to come; a day ahead may be another time zone's today."""
    if day > timezone.localdate() + timedelta(days=1):
        today = timezone.localdate()
        raise refused(pointer, "day_in_future", f"{what} on {day_value(day)} has not happened yet: today is {day_value(today)}.")


def check_same_thing(known: int, given: int, what: str) -> None:
    """Refuse a client_id that a happening of another thing has already."""
    if known != given:
        raise DomainError(f"Another {what} with this client_id is recorded already.", code="client_id_reused")


@transaction.atomic
def take_back(happening: C, *, by: "Person") -> C:
    """Withdraw a happening: it stays in the record, and a later one says that it does not stand.

    The later one repeats what such a row cannot be without, and no more.
    """
    if happening.withdrawn or hasattr(happening, "corrected_by"):
        raise DomainError("This was already corrected or undone. Look at the newer entry.", code="corrected_already")
    own = {f.name for f in Correctable._meta.get_fields()}
    needed = [f for f in happening._meta.concrete_fields if f.name not in own and _needed(f)]
    kept = {f.attname: getattr(happening, f.attname) for f in needed}
    later = type(happening)(**{"corrects": happening, "withdrawn": True, "by": by, "at": timezone.now(), **kept})
    later.save()
    return later


def _needed(field: "Field[Any, Any]") -> bool:
    """Whether a row cannot be without it, or it says to which thing the row belongs; content, which may be large, is not repeated."""
    if isinstance(field, ForeignKey) and not field.unique and issubclass(field.related_model, Thing):
        return True
    return not (field.primary_key or field.null or field.blank or field.has_default() or isinstance(field, BinaryField))


def _plain(value: Any) -> Any:
    """A value as JSON shows it; a related thing by its id."""
    if value is None or isinstance(value, (bool, int, float, str)):
        return value
    return value.pk if hasattr(value, "pk") else str(value)
