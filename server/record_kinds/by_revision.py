"""Values that are worked out again only where the revisions that they were made from have changed."""

from collections.abc import Callable, Mapping
from typing import TypeVar

from django.core.cache import cache

V = TypeVar("V")


def by_revision(name: str, made_from: Mapping[int, str], build: Callable[[list[int]], Mapping[int, V]]) -> dict[int, V | None]:
    """A value for each id of `made_from`, which names its revisions; `build` works out those that are new or have changed.

    They are kept together under `name`; ids that are asked for no more are forgotten. None is the value of an id that `build` leaves out.
    """
    kept: dict[int, tuple[str, V | None]] = cache.get(name) or {}
    known = {pk: kept[pk] for pk, revisions in made_from.items() if pk in kept and kept[pk][0] == revisions}
    missing = [pk for pk in made_from if pk not in known]
    if missing:
        made = build(missing)
        known |= {pk: (made_from[pk], made.get(pk)) for pk in missing}
    if missing or len(known) < len(kept):
        cache.set(name, known, timeout=None)
    return {pk: known[pk][1] for pk in made_from}
