"""What a recipe did so far: the average lot of each plant it was tried on, with its uncertainty."""

from collections import defaultdict
from dataclasses import dataclass

from core.germination import PooledShare
from server.evidence.selectors.earlier import gather, results_over
from server.evidence.selectors.typical_scatter import typical_scatters
from server.recipes.models import Recipe
from server.trials.models import Trial
from server.trials.selectors.lots import PlantKey, plant_of
from server.trials.selectors.state import trials


@dataclass(frozen=True)
class RecipeResult:
    """A recipe on one plant over all its trials. `lot` names it while its species is unknown; `conditions`: if there are several."""

    taxon: int | None
    lot: int | None
    name: str
    conditions: str
    trials: int
    pooled: PooledShare


def recipe_results(recipe: Recipe) -> list[RecipeResult]:
    """Results of one version of a recipe by plant, the best first; in a fixed number of queries."""
    found = list(trials().filter(treatments__recipe=recipe).distinct())
    of_plant: dict[PlantKey, list[Trial]] = defaultdict(list)
    names: dict[PlantKey, str] = {}
    for t in found:
        for plant, lot in {plant_of(x.lot): x.lot for x in t.treatments.all() if x.recipe_id == recipe.pk}.items():
            of_plant[plant].append(t)
            names[plant] = lot.common_name
    typical, gathered = typical_scatters(), gather([t.pk for t in found])
    results = []
    for plant, mine in of_plant.items():
        told = results_over(plant, mine, typical, gathered)
        treated = [t.pk for trial in mine for t in gathered.treatments[trial.pk] if t.recipe_id == recipe.pk and t.pk in told.keys]
        keys = [k for k in dict.fromkeys(told.keys[pk] for pk in treated) if k in told.lines]
        for key in keys:
            view = told.view(key)
            if view.pooled is not None:
                conditions = view.name if len(keys) > 1 else ""
                results.append(RecipeResult(*plant, names[plant], conditions, view.pooled.trials, view.pooled))
    return sorted(results, key=lambda r: (-r.pooled.mean.median, r.name))
