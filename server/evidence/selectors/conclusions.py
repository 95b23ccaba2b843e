"""What people concluded, on the trial, the lot and the recipe."""

from collections.abc import Collection, Mapping
from dataclasses import dataclass
from datetime import datetime

from django.db.models import Q, QuerySet

from server.evidence.models import Conclusion
from server.lots.models import Lot
from server.recipes.models import Recipe
from server.record_kinds.selectors import valid
from server.trials.models import Treatment, Trial
from server.trials.selectors.lots import names_of, plants_of
from server.trials.selectors.state import trials


@dataclass(frozen=True)
class ConclusionView:
    """A person's words; `verdict` is what the rules said then, `aim` what they weighed. `treatment` is None where none was chosen.

    `lot` is that of the treatment, else of the trial; None where it tests several.
    """

    id: int
    at: datetime
    by: str
    words: str
    trial: int
    trial_code: str
    lot: int | None
    lot_name: str
    treatment: int | None
    treatment_name: str
    recipe: int | None
    verdict: list[str]
    rules_version: int
    aim: str


def of_trial(trial: Trial) -> list[ConclusionView]:
    """Those of a trial, the latest first."""
    return _views(Conclusion.objects.filter(trial=trial), {trial.pk: trial})


def of_lot(lot: Lot) -> list[ConclusionView]:
    """Those of a lot's trials."""
    return of_lots([lot])


def of_lots(lots: Collection[Lot]) -> list[ConclusionView]:
    """Those of several lots' trials."""
    mine = Treatment.objects.filter(lot__in=lots).order_by().values("trial")
    chosen = Q(treatment__isnull=True) | Q(treatment__lot__in=lots)
    return _views(Conclusion.objects.filter(chosen, trial__in=mine))


def of_recipe(recipe: Recipe) -> list[ConclusionView]:
    """Those that chose a recipe, in any of its editions."""
    return _views(Conclusion.objects.filter(treatment__recipe__name=recipe.name))


def _views(found: "QuerySet[Conclusion]", known: Mapping[int, Trial] | None = None) -> list[ConclusionView]:
    rows = list(valid(found).select_related("by", "treatment__lot__taxon").order_by("-at", "-pk"))
    asked = known or (trials().in_bulk({c.trial_id for c in rows}) if rows else {})
    return [_view(c, asked[c.trial_id]) for c in rows]


def _view(c: Conclusion, trial: Trial) -> ConclusionView:
    lots = [c.treatment.lot] if c.treatment else trial.lots
    return ConclusionView(
        id=c.pk,
        at=c.at,
        by=c.by.initials,
        words=c.words,
        trial=c.trial_id,
        trial_code=trial.code,
        lot=lots[0].pk if len(lots) == 1 else None,
        lot_name=plants_of(lots),
        treatment=c.treatment_id,
        treatment_name=names_of(trial.treatments.all())[c.treatment_id] if c.treatment_id else "",
        recipe=c.treatment.recipe_id if c.treatment else None,
        verdict=list(c.verdict),
        rules_version=c.rules_version,
        aim=c.aim,
    )
