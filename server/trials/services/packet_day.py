"""A packet day: many packets of seed, old or new, each tested by itself in one evening."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, datetime
from typing import Any, TypedDict, Unpack

from django.db import transaction

from core.vocabulary import Closure, Criterion, Light, Medium, OriginKind, TrialKind
from server.errors import Refused, refused
from server.lots.models import Lot
from server.lots.services import add_lot_with_amount
from server.people.models import Person
from server.people.permissions import Right, require
from server.reference.models import Place
from server.trials.models import Trial
from server.trials.services.layout import lay_out_trial
from server.trials.services.new_treatments import NewTreatment

LEAST_SEEDS, MOST_SEEDS = 10, 50
MOST_PACKETS = 200
TREATMENT = "untreated"


@dataclass(frozen=True)
class Packet:
    """A packet: a lot that is here, or the fields of a new one (as `add_lot_with_amount` takes them); the seeds it gives, and its days."""

    seeds: int
    lot: Lot | None = None
    new: dict[str, Any] | None = None
    length_days: float | None = None


class PacketDayFields(TypedDict, total=False):
    """What all packets share."""

    criterion: Criterion
    medium: Medium
    light: Light
    closure: Closure
    temperature_c: float | None
    night_temperature_c: float | None
    first_look_days: float
    every_days: float
    daily_for_days: int
    length_days: float


@transaction.atomic
def lay_out_packet_day(
    *,
    by: Person,
    packets: Sequence[Packet],
    sow_on: date,
    at: datetime,
    question: str = "",
    dishes: int = 1,
    place: Place | None = None,
    sure: bool = False,
    **fields: Unpack[PacketDayFields],
) -> Trial:
    """Lay out a packet day: packets that are not here yet become lots, and each gives the seeds of its dishes."""
    require(by, Right.PLAN)
    if not packets:
        raise refused("/packets", "no_packet", "Add at least one packet.")
    if len(packets) > MOST_PACKETS:
        raise refused("/packets", "too_many_packets", f"{len(packets)} packets are too many for one day: at most {MOST_PACKETS}.")
    for i, p in enumerate(packets):
        _check_seeds(i, p)
    treatments = [
        NewTreatment(TREATMENT, lot=p.lot or _new_lot(by, at, i, p), seeds_per_dish=p.seeds, length_days=p.length_days)
        for i, p in enumerate(packets)
    ]
    return lay_out_trial(
        by=by,
        kind=TrialKind.PACKET_DAY,
        question=question or f"Are these {len(packets)} packets still good?",
        treatments=treatments,
        dishes_per_treatment=dishes,
        seeds_per_dish=MOST_SEEDS,
        sow_on=sow_on,
        at=at,
        places=[place] if place else [],
        blind=False,
        sure=sure,
        **fields,
    )


def _check_seeds(index: int, p: Packet) -> None:
    if not LEAST_SEEDS <= p.seeds <= MOST_SEEDS:
        message = f"Packet {index + 1} gives {p.seeds} seeds. Take {LEAST_SEEDS} to {MOST_SEEDS}: fewer say little, more are wasted."
        raise refused(f"/packets/{index}/seeds", "seeds_out_of_range", message)


def _new_lot(by: Person, at: datetime, index: int, p: Packet) -> Lot:
    """The lot of a packet that is not here yet; what is wrong with it is said at its line."""
    given = {"origin_kind": OriginKind.BOUGHT} | (p.new or {})
    try:
        return add_lot_with_amount(by=by, at=at, **given)
    except Refused as found:
        first = found.errors[0]
        raise refused(f"/packets/{index}{first['pointer']}", first["code"], f"Packet {index + 1}: {first['message']}") from found
