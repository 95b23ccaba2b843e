"""The things that have a history, by the names under which the API knows them; and what keeps one from being deleted."""

from collections.abc import Mapping
from dataclasses import dataclass, field

from core.vocabulary import ThingKind
from server.batches.models import Batch, Supply, Turn
from server.lots.models import Lot
from server.people.models import WorkYear
from server.recipes.models import Recipe
from server.record_kinds.models import Thing
from server.reference.models import Place, Taxon
from server.sowing.models import SowingPlan, Tray
from server.stands.models import Stand
from server.trials.models import Dish, Trial


@dataclass(frozen=True)
class Kind:
    """A kind of thing. `named_by` is its field that people know it by; `blocks`: relation → what rests on it, in words.

    Without `deletable` it is not deleted by itself: it belongs to another thing, or has an end of its own.
    """

    model: type[Thing]
    named_by: str
    deletable: bool = False
    blocks: Mapping[str, str] = field(default_factory=dict)


KINDS: Mapping[ThingKind, Kind] = {
    ThingKind.LOT: Kind(
        Lot, "code", True,
        {"batches": "bags", "sowing_plans": "sowings", "trays": "trays",
         "descents_to": "lots made from it", "descents_from": "lots that it was made from"},
    ),
    ThingKind.STAND: Kind(Stand, "place_name", True, {"harvests": "harvests"}),
    ThingKind.RECIPE: Kind(
        Recipe, "name", True,
        {"treatments": "treatments of trials", "batches": "bags", "sowing_plans": "sowings", "stretches": "dishes sent on",
         "replaced_by": "later versions"},
    ),
    ThingKind.TRIAL: Kind(
        Trial, "code", True,
        {"conclusions": "conclusions", "copies": "trials that repeat it", "trays": "trays"},
    ),
    ThingKind.DISH: Kind(Dish, "code"),
    ThingKind.BATCH: Kind(Batch, "code"),
    ThingKind.SUPPLY: Kind(Supply, "name", True, {"uses": "uses"}),
    ThingKind.TURN: Kind(Turn, "first_day"),
    ThingKind.PLACE: Kind(
        Place, "name", True,
        {"children": "places in it", "lots": "lots", "dishes": "dishes", "batches": "bags", "trays": "trays",
         "temperature_logs": "logs of its temperature", "events": "events", "turns": "turns", "batch_moves": "bags that lay there"},
    ),
    ThingKind.PLANT: Kind(Taxon, "scientific_name", True, {"lots": "lots", "stands": "stands"}),
    ThingKind.SOWING: Kind(SowingPlan, "code"),
    ThingKind.TRAY: Kind(Tray, "code"),
    ThingKind.WORK_YEAR: Kind(WorkYear, "hemisphere"),
}  # fmt: skip
