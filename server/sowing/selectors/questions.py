"""What is still open over all plants, as a list to plan trials from."""

from dataclasses import dataclass
from datetime import date

from core.verdict import OpenQuestion, best_so_far, open_questions
from server.lots.models import Lot
from server.lots.selectors import Stock, stocks
from server.sowing.selectors.knowledge import Plant, every_plant, missing_of


@dataclass(frozen=True)
class QuestionLot:
    """The lot that a question is best put to: the latest in use."""

    id: int
    code: str
    stock: Stock


@dataclass(frozen=True)
class QuestionRow:
    """An open question as a line: `taxon` or `alone` (a lot without a species) says of what; `recipe` is the one to try again.

    `lot` is None where no seed of the plant is left.
    """

    taxon: int | None
    alone: int | None
    common_name: str
    ask: OpenQuestion
    recipe: int | None
    lot: QuestionLot | None


def question_rows() -> list[QuestionRow]:
    """The open questions of every plant, by its name, in a fixed number of queries."""
    plants = every_plant()
    lots = [_latest(p) for p in plants]
    left = stocks([lot.pk for lot in lots if lot is not None])
    rows = []
    for plant, lot in zip(plants, lots, strict=True):
        keyed = plant.evidence
        evidence = [e for _, e in keyed]
        best = best_so_far(evidence)
        key = next((key for key, e in keyed if e is best), None)
        recipe = plant.told.recipes.get(key) if plant.told and key is not None else None
        first = plant.lots[0]
        for ask in open_questions(first.common_name, evidence, missing_of(plant.taxon, plant.told)):
            rows.append(
                QuestionRow(
                    taxon=plant.taxon.pk if plant.taxon else None,
                    alone=None if plant.taxon else first.pk,
                    common_name=first.common_name,
                    ask=ask,
                    recipe=recipe if ask.again else None,
                    lot=QuestionLot(lot.pk, lot.code, left[lot.pk]) if lot else None,
                )
            )
    return rows


def _latest(plant: Plant) -> Lot | None:
    used = [lot for lot in plant.lots if not lot.ended]
    return max(used, key=lambda lot: (lot.collected_on or date.min, lot.pk), default=None)
