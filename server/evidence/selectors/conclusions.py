"""What people concluded, on the trial, the lot and the recipe."""

from collections.abc import Collection
from dataclasses import dataclass
from datetime import datetime

from django.db.models import QuerySet

from server.evidence.models import Conclusion
from server.lots.models import Lot
from server.recipes.models import Recipe
from server.record_kinds.selectors import valid
from server.trials.models import Trial


@dataclass(frozen=True)
class ConclusionView:
    """A person's words; `verdict` is what the rules said then, `aim` what they weighed. `treatment` is None where none was chosen."""

    id: int
    at: datetime
    by: str
    words: str
    trial: int
    trial_code: str
    lot: int
    lot_name: str
    treatment: int | None
    treatment_name: str
    recipe: int | None
    verdict: list[str]
    rules_version: int
    aim: str


def of_trial(trial: Trial) -> list[ConclusionView]:
    """Those of a trial, the latest first."""
    return _views(Conclusion.objects.filter(trial=trial))


def of_lot(lot: Lot) -> list[ConclusionView]:
    """Those of a lot's trials."""
    return of_lots([lot])


def of_lots(lots: Collection[Lot]) -> list[ConclusionView]:
    """Those of several lots' trials."""
    return _views(Conclusion.objects.filter(trial__lot__in=lots))


def of_recipe(recipe: Recipe) -> list[ConclusionView]:
    """Those that chose a recipe, in any of its editions."""
    return _views(Conclusion.objects.filter(treatment__recipe__name=recipe.name))


def _views(found: "QuerySet[Conclusion]") -> list[ConclusionView]:
    rows = valid(found).select_related("by", "trial__lot__taxon", "treatment").order_by("-at", "-pk")
    return [
        ConclusionView(
            id=c.pk,
            at=c.at,
            by=c.by.initials,
            words=c.words,
            trial=c.trial_id,
            trial_code=c.trial.code,
            lot=c.trial.lot_id,
            lot_name=c.trial.lot.common_name,
            treatment=c.treatment_id,
            treatment_name=c.treatment.name if c.treatment else "",
            recipe=c.treatment.recipe_id if c.treatment else None,
            verdict=list(c.verdict),
            rules_version=c.rules_version,
            aim=c.aim,
        )
        for c in rows
    ]
