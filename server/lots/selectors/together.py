"""Lots that are worth testing together with a lot, for each question about several lots."""

from dataclasses import dataclass

from core.vocabulary import DescentKind, OriginKind, Question
from server.lots.models import Descent, Lot

MOST = 6
FLOATED = (DescentKind.FLOATED, DescentKind.SUNK)
FROM_OTHERS = (OriginKind.BOUGHT, OriginKind.SWAPPED)


@dataclass(frozen=True)
class LotBeside:
    """A lot, and in words what sets it apart from the others in the answer."""

    id: int
    code: str
    name: str
    words: str


@dataclass(frozen=True)
class LotsTogether:
    """The lots that a question would compare, the one asked about among them."""

    asks: Question
    lots: list[LotBeside]


def lots_together(lot: Lot) -> list[LotsTogether]:
    """For each question about lots that this one can be part of, the lots to compare; four queries.

    Lots that are used up or in quarantine are left out.
    """
    found = (
        (Question.FLOATERS, _fractions(lot)),
        (Question.BOUGHT_OR_OWN, _bought_and_own(lot)),
        (Question.STORED, _stored(lot)),
        (Question.WHICH_LOT, [_beside(x, _origin(x)) for x in [lot, *_same_plant(lot)[: MOST - 1]]]),
    )
    told = [LotsTogether(asks, lots) for asks, lots in found if len(lots) > 1]
    # a step is tried on the lots that can be compared at all
    return [*told, *(LotsTogether(Question.EVERY_LOT, x.lots[:2]) for x in told if x.asks is Question.WHICH_LOT)]


def _same_plant(lot: Lot) -> list[Lot]:
    """Other lots of its plant that are in use, the latest first."""
    if lot.taxon_id is None:
        return []
    same = Lot.objects.filter(taxon=lot.taxon_id, ended="", trouble="").exclude(pk=lot.pk)
    return list(same.select_related("taxon", "place__parent__parent__parent").order_by("-collected_on", "-pk"))


def _fractions(lot: Lot) -> list[LotBeside]:
    """What floated and what sank of the lot, or of the one that it is a fraction of."""
    source = Descent.objects.filter(child=lot, kind__in=FLOATED).order_by("-at").values_list("parent", flat=True).first() or lot.pk
    parts = Descent.objects.filter(parent=source, kind__in=FLOATED).order_by("-at", "-pk").select_related("child__taxon")
    last = {d.kind: d.child for d in reversed(parts)}
    words = {DescentKind.FLOATED: "floaters", DescentKind.SUNK: "sinkers"}
    return [_beside(last[kind], words[kind]) for kind in FLOATED if kind in last]


def _bought_and_own(lot: Lot) -> list[LotBeside]:
    """The lot, and the latest one of its plant that came in the other way."""
    bought = lot.origin_kind in FROM_OTHERS
    other = next((x for x in _same_plant(lot) if (x.origin_kind in FROM_OTHERS) is not bought), None)
    return [] if other is None else [_beside(x, _origin(x)) for x in (lot, other)]


def _stored(lot: Lot) -> list[LotBeside]:
    """The lot, and those of one harvest or one split with it that are kept in another place."""
    family = set(Descent.objects.filter(parent=lot, kind=DescentKind.SPLIT).values_list("child", flat=True))
    for parent in Descent.objects.filter(child=lot, kind=DescentKind.SPLIT).values_list("parent", flat=True):
        family |= {parent, *Descent.objects.filter(parent=parent, kind=DescentKind.SPLIT).values_list("child", flat=True)}
    kin = [x for x in _same_plant(lot) if x.pk in family or (lot.harvest_id is not None and x.harvest_id == lot.harvest_id)]
    elsewhere = list({x.place_id: x for x in kin if x.place_id not in (None, lot.place_id)}.values())
    if lot.place is None:
        return []
    return [_beside(x, x.place.full_name if x.place else "") for x in (lot, *elsewhere)]


def _origin(lot: Lot) -> str:
    kind = lot.origin_kind if lot.origin_kind in FROM_OTHERS else "own"
    when = f"{lot.collected_on:%Y}" if lot.collected_on else ""
    return ", ".join(x for x in (lot.form, kind, lot.origin_place, when) if x)


def _beside(lot: Lot, words: str) -> LotBeside:
    return LotBeside(lot.pk, lot.code, lot.common_name, words)
