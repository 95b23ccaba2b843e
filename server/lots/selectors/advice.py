"""What lots ask for next: the same for one lot's page and for a list of many, in a fixed number of queries."""

from collections import defaultdict
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import date, timedelta

from core.seedstock import RETEST_YEARS, storage_check, trouble_advice
from core.verdict import LotAdvice, LotFacts, lot_next
from core.vocabulary import CleaningGrade, DescentKind, Purpose, Trouble
from server.lots.models import Descent, DryingLook, Lot, QualityTest
from server.lots.selectors.drying import Drying, drying_of
from server.lots.selectors.quality import FillView, fill_of
from server.lots.selectors.stock import Stock, stocks
from server.record_kinds.selectors import valid


@dataclass(frozen=True)
class Tested:
    """When a lot was last tested, if ever, and whether a trial of it is being counted."""

    last_on: date | None = None
    now: bool = False


@dataclass(frozen=True)
class LotKnown:
    """What the records say of a lot: amount, tests (the oldest first), how dry it is, and whether it holds floaters that nobody cut."""

    stock: Stock
    tests: Sequence[QualityTest]
    drying: Drying
    floaters_uncut: bool

    @property
    def fill(self) -> FillView | None:
        """Full seeds among those opened."""
        return fill_of(self.tests)


def known_of(lots: Sequence[Lot], today: date) -> dict[int, LotKnown]:
    """What is known of several lots, in three or four queries."""
    ids = [lot.pk for lot in lots]
    left = stocks(ids)
    tests: dict[int, list[QualityTest]] = defaultdict(list)
    for test in valid(QualityTest.objects.filter(lot__in=ids)).order_by("at", "pk"):
        tests[test.lot_id].append(test)
    looks: dict[int, list[DryingLook]] = defaultdict(list)
    for look in valid(DryingLook.objects.filter(lot__in=ids)).order_by("at", "pk"):
        looks[look.lot_id].append(look)
    uncut = [pk for pk in ids if fill_of(tests[pk]) is None]
    floaters = set(Descent.objects.filter(child__in=uncut, kind=DescentKind.FLOATED).values_list("child", flat=True)) if uncut else set()
    return {lot.pk: LotKnown(left[lot.pk], tests[lot.pk], drying_of(lot, looks[lot.pk], today), lot.pk in floaters) for lot in lots}


def next_of(lot: Lot, known: LotKnown, today: date, tested: Tested) -> list[LotAdvice]:
    """What a lot asks for next, the most pressing first."""
    if lot.ended:
        return []
    climate = lot.place.climate if lot.place else None
    return lot_next(
        LotFacts(
            today=today,
            behaviour=lot.storage_behaviour,
            named=lot.taxon_id is not None,
            seeds=known.stock.seeds,
            doubt=known.stock.doubt if known.stock.seeds is None else None,
            dryness=known.drying.dryness,
            turn_on=known.drying.turn_on,
            in_quarantine=bool(lot.trouble) and trouble_advice(Trouble(lot.trouble)).quarantine,
            cut=known.fill is not None,
            floaters_uncut=known.floaters_uncut,
            grade=CleaningGrade(lot.grade),
            purpose=Purpose(lot.purpose) if lot.purpose else None,
            place_check=storage_check(*climate) if climate else None,
            has_place=lot.place_id is not None,
            last_test_on=tested.last_on,
            retest_on=tested.last_on + timedelta(days=365.25 * RETEST_YEARS[lot.storage_class]) if tested.last_on else None,
            use_by=lot.use_by,
            being_tested=tested.now,
        )
    )


def most_pressing(lots: Sequence[Lot], today: date, tested: Mapping[int, Tested]) -> dict[int, LotAdvice]:
    """The one thing that each of several lots asks for first; without those that ask for nothing."""
    known = known_of(lots, today)
    found = {lot.pk: next_of(lot, known[lot.pk], today, tested.get(lot.pk, Tested())) for lot in lots}
    return {pk: steps[0] for pk, steps in found.items() if steps}
