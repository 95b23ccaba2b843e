"""Count records from the vectors' JSON."""

from collections.abc import Sequence
from typing import Any

from core.records import Closing, CountRecord, Inspection

Json = dict[str, Any]


def dish(raw: Json) -> CountRecord:
    """One dish."""
    looks = tuple(Inspection(**i) for i in raw["inspections"])
    return CountRecord(raw["sown"], looks, Closing(**raw["closing"]) if raw["closing"] else None)


def dishes(raw: Sequence[Json]) -> list[CountRecord]:
    """Several dishes, in their order."""
    return [dish(d) for d in raw]
