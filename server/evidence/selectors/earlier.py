"""The same plant and treatments over lots and years: each trial one line, the average lot, and where the next one will fall.

Treatments are pooled by what was done (`TreatmentKey`), never by a name or over versions of a recipe.
"""

from collections import Counter, defaultdict
from collections.abc import Callable, Collection, Sequence
from dataclasses import dataclass, field
from datetime import date

from core.germination import PooledShare, TrialLine, TrialShares, final_shares, over_trials
from core.treatment import TreatmentKey, conditions_said, doses_said, off_plan
from core.verdict import UNTREATED, over_trials_sentence
from core.vocabulary import Criterion, Light
from server.batches.selectors.courses import step_lengths
from server.evidence.selectors.typical_scatter import CountedTrial, TypicalScatter, TypicalScatters, counted_of, typical_scatters
from server.trials.models import Dish, Treatment, Trial
from server.trials.selectors.lots import PlantKey, plant_of
from server.trials.selectors.state import trials_of_plant

MOST_TRIALS = 40

# what was done is not known of a treatment that has a name and no recipe: it is the same as no other
Key = TreatmentKey | int


@dataclass(frozen=True)
class EarlierLine:
    """A treatment in one trial; `here` marks the trial in question. `left_out` says why it is listed and not pooled, empty where it is."""

    trial: int
    trial_code: str
    treatment: int
    lot_code: str
    sown_on: date
    criterion: Criterion
    germinated: int
    sown: int
    share: float
    lower: float
    upper: float
    here: bool
    other_rule: bool
    left_out: str


@dataclass(frozen=True)
class EarlierTreatment:
    """A treatment over all trials of the plant."""

    name: str
    lines: list[EarlierLine]
    pooled: PooledShare | None
    sentence: str


@dataclass(frozen=True)
class EarlierResults:
    """What other trials of the same plant found with the same treatments; `notes` say what to bear in mind."""

    treatments: list[EarlierTreatment]
    notes: list[str]


def earlier_results(trial: Trial) -> EarlierResults:
    """Lines of this trial's treatments in all trials of its plant: those in which the same was done."""
    views: list[EarlierTreatment] = []
    for plant, lot in {plant_of(lot): lot for lot in trial.lots}.items():
        found = {t.pk: t for t in trials_of_plant(lot).order_by("-sow_on", "-pk")[:MOST_TRIALS]}
        found.setdefault(trial.pk, trial)
        told = results_over(plant, list(found.values()), typical_scatters(), gather(list(found)), asked=trial)
        own = [key for t in trial.treatments.all() if (key := told.keys.get(t.pk)) in told.lines]
        views += [told.view(key) for key in dict.fromkeys(own) if key and len({x.trial for x in told.lines[key]}) > 1]
    return EarlierResults(views, _notes(views))


@dataclass(frozen=True)
class ResultsOver:
    """Treatments over several trials, by what was done in them (`keys`: treatment → its key; `names`: key → what it is called)."""

    keys: dict[int, Key]
    names: dict[Key, str]
    lines: dict[Key, list[EarlierLine]]
    effective: dict[Key, list[TrialLine]]
    recipes: dict[Key, int]
    replicated: dict[Key, int]

    def view(self, key: Key) -> EarlierTreatment:
        """One treatment with its lines taken together: only those that were counted by one rule, and treated as planned."""
        lines = self.lines[key]
        pooled = over_trials([e for e, x in zip(self.effective[key], lines, strict=True) if not x.left_out])
        return EarlierTreatment(self.names[key], lines, pooled, over_trials_sentence(pooled) if pooled else "")


@dataclass(frozen=True)
class Gathered:
    """The counts and treatments of several trials, and those whose bags were off their plan; read once for all plants of a page."""

    counted: dict[int, CountedTrial]
    treatments: dict[int, list[Treatment]]
    off_plan: Collection[int]
    _shares: dict[tuple[int, TypicalScatter], TrialShares] = field(default_factory=dict)

    def shares(self, trial: int, scatter: TypicalScatter) -> TrialShares:
        """Final shares of a trial's counted treatments, in the order of `counted`; computed once, though tests and lines both ask."""
        if (trial, scatter) not in self._shares:
            self._shares[trial, scatter] = final_shares(list(self.counted[trial].values()), scatter.rho0, scatter.rho_b)
        return self._shares[trial, scatter]


def gather(trials_wanted: Sequence[int]) -> Gathered:
    """Counts and treatments of trials by their ids, in a fixed number of queries."""
    treatments: dict[int, list[Treatment]] = defaultdict(list)
    found = (
        Treatment.objects.filter(trial__in=trials_wanted).select_related("recipe", "trial", "lot__taxon").prefetch_related("recipe__steps")
    )
    for t in found:
        treatments[t.trial_id].append(t)
    return Gathered(counted_of(trials_wanted), treatments, _off_plan(trials_wanted))


def _off_plan(trials_wanted: Sequence[int]) -> set[int]:
    """Treatments of which a bag was in a step for more than 10 % and 3 days longer or shorter than planned."""
    bags = Dish.objects.filter(treatment__trial__in=trials_wanted, batch__isnull=False).order_by()
    by_batch: dict[int, set[int]] = defaultdict(set)
    for batch, treatment in bags.values_list("batch", "treatment").distinct():
        by_batch[batch].add(treatment)
    return {t for x in step_lengths(by_batch) if off_plan(x.planned_days, x.actual_days) for t in by_batch[x.batch]} if by_batch else set()


def results_over(
    plant: PlantKey, found: Sequence[Trial], typical: TypicalScatters, gathered: Gathered, asked: Trial | None = None
) -> ResultsOver:
    """Lines of every treatment of a plant in the trials, oldest trial first; treatments of other plants in them are left out.

    The rule of `asked`, or of the latest trial, says which lines counted by another one.
    """
    by_id = {t.pk: t for t in found}
    counted = {pk: gathered.counted[pk] for pk in by_id if pk in gathered.counted}
    every = [t for pk in by_id for t in gathered.treatments.get(pk, ()) if plant_of(t.lot) == plant]
    keys = keys_of(every)
    lots = {t.pk: t.lot for t in every}
    recipes = {keys[t.pk]: t.recipe_id for t in every if t.recipe_id is not None}
    rule = (asked or max(found, key=lambda t: (t.sow_on, t.pk))).criterion if found else ""
    told = ResultsOver(keys, _names(every, keys), defaultdict(list), defaultdict(list), recipes, defaultdict(int))
    for pk in sorted(counted, key=lambda pk: (by_id[pk].sow_on, pk)):
        trial = by_id[pk]
        other_rule = trial.criterion != rule
        for treatment, share in zip(counted[pk], gathered.shares(pk, typical.of(trial)).treatments, strict=True):
            if treatment not in keys:
                continue
            key = keys[treatment]
            told.effective[key].append(TrialLine(share.share, share.n_eff))
            told.replicated[key] += share.dishes > 1
            told.lines[key].append(
                EarlierLine(
                    trial=pk,
                    trial_code=trial.code,
                    treatment=treatment,
                    lot_code=lots[treatment].code,
                    sown_on=trial.sow_on,
                    criterion=Criterion(trial.criterion),
                    germinated=share.g,
                    sown=share.n,
                    share=share.share,
                    lower=share.lower,
                    upper=share.upper,
                    here=asked is not None and pk == asked.pk,
                    other_rule=other_rule,
                    left_out=_left_out(other_rule=other_rule, off=treatment in gathered.off_plan),
                )
            )
    return told


def _left_out(*, other_rule: bool, off: bool) -> str:
    if other_rule:
        return "counted by another rule for “germinated”"
    return "its bag differed from its plan by more than 10 % and 3 days" if off else ""


def keys_of(treatments: Sequence[Treatment]) -> dict[int, Key]:
    """What was done to the seed of treatments, by id; a lot's only treatment in a trial is the lot untreated."""
    sizes = Counter((t.trial_id, t.lot_id) for t in treatments)
    return {t.pk: key_of(t, alone=sizes[t.trial_id, t.lot_id] == 1) for t in treatments}


def key_of(treatment: Treatment, *, alone: bool = False) -> Key:
    """What was done to the seed of a treatment, and how it then germinated.

    Without a recipe the control is untreated, and so is a treatment tried alone; of any other nobody knows what was done.
    """
    if treatment.recipe is None and not (treatment.is_control or alone):
        return treatment.pk
    steps = [s.as_key() for s in treatment.recipe.steps.all()] if treatment.recipe else []
    trial = treatment.trial
    return TreatmentKey.of(
        steps,
        germination_c=trial.temperature_c,
        germination_night_c=trial.night_temperature_c,
        germination_light=Light(treatment.light or trial.light),
    )


def _names(every: Sequence[Treatment], keys: dict[int, Key]) -> dict[Key, str]:
    """What each is called: by its latest recipe, or untreated seed; where two would be called the same, by what differs."""
    names: dict[Key, str] = {}
    for t in every:
        key = keys[t.pk]
        untreated = isinstance(key, TreatmentKey) and key.untreated
        names[key] = UNTREATED if untreated else t.recipe.name if t.recipe else t.name
    for said in (doses_said, conditions_said):
        names = _set_apart(names, said)
    return names


def _set_apart(names: dict[Key, str], said: Callable[[TreatmentKey], str]) -> dict[Key, str]:
    twice = {name for name, n in Counter(names.values()).items() if n > 1}
    return {
        key: f"{name} ({words})" if name in twice and isinstance(key, TreatmentKey) and (words := said(key)) else name
        for key, name in names.items()
    }


def _notes(views: Sequence[EarlierTreatment]) -> list[str]:
    lines = [x for v in views for x in v.lines]
    notes = []
    for why in dict.fromkeys(x.left_out for x in lines if x.left_out):
        codes = sorted({x.trial_code for x in lines if x.left_out == why})
        notes.append(f"{', '.join(codes)}: {why}. Listed, and left out of the average.")
    lots = {x.lot_code for x in lines}
    if len(lots) > 1:
        notes.append(f"{len(lots)} lots are pooled here: they differ in age and fill as well as in year.")
    return notes
