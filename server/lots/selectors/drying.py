"""How dry a lot is, and when it is turned next."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, timedelta

from django.utils import timezone

from core.seedstock import Dryness, dryness, next_turn_days
from core.vocabulary import DryingKind, DryState
from server.lots.models import DryingLook, Lot
from server.record_kinds.selectors import valid


@dataclass(frozen=True)
class Drying:
    """A lot on its way to dry. `turn_on` is None where nothing is spread, or it was found dry."""

    dryness: Dryness
    spread_on: date | None
    turn_on: date | None


def dryness_of(lot: Lot) -> Dryness:
    """How dry a lot is, from its looks."""
    return drying_of(lot, list(valid(DryingLook.objects.filter(lot=lot)).order_by("at", "pk"))).dryness


def drying_of(lot: Lot, looks: Sequence[DryingLook], today: date | None = None) -> Drying:
    """Fold a lot's looks while drying, oldest first. Spreading it again begins again."""
    today = today or timezone.localdate()
    began = max((i for i, x in enumerate(looks) if x.kind == DryingKind.SPREAD), default=None)
    since = looks[began:] if began is not None else looks
    measured = next((x.humidity_percent for x in reversed(since) if x.humidity_percent is not None), None)
    spread_on = _day(looks[began]) if began is not None else None
    days = float((today - spread_on).days) if spread_on else None
    now = dryness(lot.storage_behaviour, measured, days)
    if any(x.kind == DryingKind.DRY for x in since) and measured is None and now.state is not DryState.KEEP_MOIST:
        now = Dryness(DryState.LIKELY_DRY, "Found dry by hand; not measured.")
    done = any(x.kind == DryingKind.DRY for x in since) or now.state in (DryState.DRY, DryState.KEEP_MOIST)
    if spread_on is None or done or lot.ended:
        return Drying(now, spread_on, None)
    last = _day(since[-1])
    return Drying(now, spread_on, last + timedelta(days=next_turn_days((last - spread_on).days)))


def _day(look: DryingLook) -> date:
    return timezone.localtime(look.at).date()


def drying_lots(today: date) -> list[tuple[Lot, Drying]]:
    """Lots that lie spread, with the day on which each is turned next, in two queries."""
    spread = valid(DryingLook.objects.filter(kind=DryingKind.SPREAD)).values("lot")
    lots = {x.pk: x for x in Lot.objects.filter(pk__in=spread, ended="").select_related("taxon", "place__parent__parent")}
    looks: dict[int, list[DryingLook]] = {pk: [] for pk in lots}
    for look in valid(DryingLook.objects.filter(lot__in=lots)).order_by("at", "pk"):
        looks[look.lot_id].append(look)
    found = [(lot, drying_of(lot, looks[pk], today)) for pk, lot in lots.items()]
    return [(lot, drying) for lot, drying in found if drying.turn_on is not None]
