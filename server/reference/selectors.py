"""Places with what each does to seed that is kept there; starter plants that are not here yet."""

from dataclasses import dataclass

from core.seedstock import relative_life, storage_check
from core.vocabulary import PlaceKind
from server.reference.models import Place, Taxon
from server.reference.starters import STARTER_PLANTS, StarterPlant


@dataclass(frozen=True)
class PlaceRow:
    """A place with its climate, its own or that of what holds it, and the rules of thumb for keeping seed there.

    `relative_life` is against 20 °C and 50 %; `harrington` is °F + % humidity, at most 100. None: no climate is known.
    """

    id: int
    version: int
    name: str
    full_name: str
    kind: PlaceKind
    parent: int | None
    order: int
    indoors: bool
    capacity_bags: int | None
    temperature_c: float | None
    humidity_percent: float | None
    climate_c: float | None
    climate_percent: float | None
    harrington: float | None
    keeps_seed: bool | None
    dry_first: bool | None
    relative_life: float | None


def row(place: Place) -> PlaceRow:
    """A place as a line."""
    climate = place.climate
    check = storage_check(*climate) if climate else None
    return PlaceRow(
        id=place.pk,
        version=place.version,
        name=place.name,
        full_name=place.full_name,
        kind=PlaceKind(place.kind),
        parent=place.parent_id,
        order=place.order,
        indoors=place.indoors,
        capacity_bags=place.capacity_bags,
        temperature_c=place.temperature_c,
        humidity_percent=place.humidity_percent,
        climate_c=climate[0] if climate else None,
        climate_percent=climate[1] if climate else None,
        harrington=check.sum if check else None,
        keeps_seed=check.ok if check else None,
        dry_first=check.dry_first if check else None,
        relative_life=relative_life(*climate) if climate else None,
    )


def starters_offered() -> list[StarterPlant]:
    """Starter plants that are not among the nursery's plants, nor among the deleted ones."""
    here = set(Taxon.everything.values_list("scientific_name", flat=True))
    return [p for p in STARTER_PLANTS if p.scientific_name not in here]
