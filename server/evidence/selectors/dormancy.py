"""Reading the dormancy of a lot from what is known: its own tests, its plant, and past trials of the plant."""

from core.treatment import DormancyReading, PastResult, read_dormancy
from core.vocabulary import EmbryoSize, TrialKind, TrialState
from server.evidence.selectors.shares import by_treatment, shares_of
from server.evidence.selectors.typical_scatter import TypicalScatter, typical_scatters
from server.lots.models import Lot
from server.lots.selectors.bench import water_uptake
from server.trials.selectors.lots import PlantKey, plant_of
from server.trials.selectors.state import TrialCourses, trials_of_plant, with_courses


def lot_dormancy(lot: Lot) -> DormancyReading:
    """The likely class with its reasons; trials of all lots of the plant count, of the lot alone while the plant is unknown."""
    same = trials_of_plant(lot).filter(kind=TrialKind.TRIAL)
    typical = typical_scatters()
    past = [r for t in with_courses(same) if t.state is TrialState.CLOSED for r in _results(t, plant_of(lot), typical.of(t.trial))]
    taxon = lot.taxon
    return read_dormancy(
        uptake=water_uptake(lot),
        embryo=EmbryoSize(taxon.embryo) if taxon and taxon.embryo else None,
        noted=taxon.woken_by_words if taxon else [],
        past=past,
    )


def _results(trial: TrialCourses, plant: PlantKey, typical: TypicalScatter) -> list[PastResult]:
    treatments = by_treatment(trial)
    shares = shares_of(treatments, typical)
    if shares is None:
        return []
    out = []
    for t, share in zip(treatments, shares.treatments, strict=True):
        if plant_of(t.treatment.lot) != plant:
            continue
        recipe = t.treatment.recipe
        steps = tuple(s.as_core() for s in recipe.steps.all()) if recipe else ()
        out.append(PastResult(steps, share.share, share.lower, share.upper))
    return out
