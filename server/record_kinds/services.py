"""The writes that every thing shares."""

from collections.abc import Mapping
from typing import TYPE_CHECKING, Any, TypeVar

from django.db import transaction
from django.forms.models import model_to_dict

from server.record_kinds.models import Thing
from server.rest.problems import StaleVersion

if TYPE_CHECKING:
    from server.people.models import Person

T = TypeVar("T", bound=Thing)


def create_thing(thing: T, *, by: "Person") -> T:
    """Save a new thing, with `by` in its history."""
    thing._history_user = by  # type: ignore[attr-defined]  # read by the history on save
    thing.save()
    return thing


@transaction.atomic
def change_thing(thing: T, changes: Mapping[str, Any], *, by: "Person", version: int) -> T:
    """Change fields of a thing that the caller saw at `version`; a stale write is refused with both versions."""
    fresh = type(thing)._default_manager.select_for_update().get(pk=thing.pk)
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


def _plain(value: Any) -> Any:
    """A value as JSON shows it; a related thing by its id."""
    if value is None or isinstance(value, (bool, int, float, str)):
        return value
    return value.pk if hasattr(value, "pk") else str(value)
