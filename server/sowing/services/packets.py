"""Sowing plans from the results of a packet day: one plan for each packet."""

from collections.abc import Sequence
from datetime import date

from django.db import transaction

from core.vocabulary import SowingWay, TrialKind
from server.errors import Questioned, question, refused
from server.people.models import Person
from server.people.permissions import Right, require
from server.sowing.models import SowingPlan
from server.sowing.selectors.preview import SowingWish
from server.sowing.services.plans import plan_sowing
from server.trials.models import Treatment


@transaction.atomic
def plan_packets(
    *,
    by: Person,
    treatments: Sequence[Treatment],
    plants_wanted: int,
    wanted_on: date,
    today: date,
    way: SowingWay = SowingWay.CELLS,
    sure: bool = False,
) -> list[SowingPlan]:
    """Plan so many plants from each packet, resting on its own result. Packets that hold too few seeds are asked about together."""
    require(by, Right.PLAN)
    if not treatments:
        raise refused("/treatments", "no_packet", "Choose at least one packet.")
    strange = next((t for t in treatments if t.trial.kind != TrialKind.PACKET_DAY), None)
    if strange is not None:
        raise refused("/treatments", "no_packet_day", f"{strange.trial.code} is no packet day. Plan its sowing from its decision.")
    made, short = [], []
    for t in treatments:
        wish = SowingWish(lot=t.lot, plants_wanted=plants_wanted, wanted_on=wanted_on, treatment=t, way=way)
        try:
            made.append(plan_sowing(by=by, wish=wish, today=today, sure=sure))
        except Questioned as found:
            if found.code != "more_than_lot":
                raise
            short.append(t.lot.code)
    if short:
        message = (
            f"{plants_wanted} plants take more seed than {', '.join(short)} {'hold' if len(short) > 1 else 'holds'}. Plan them anyway?"
        )
        raise question("/plants_wanted", "more_than_lot", message)
    return made
