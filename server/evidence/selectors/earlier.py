"""The same plant and treatments over lots and years: each trial one line, with how much trials differ."""

from collections import Counter, defaultdict
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date

from core.germination import CountedTreatment, PooledShare, TrialLine, final_shares, over_trials
from core.verdict import over_trials_sentence
from core.vocabulary import Criterion
from server.evidence.selectors.usual import UsualScatters, counted_of, usual_scatters
from server.trials.models import Treatment, Trial
from server.trials.selectors.state import trials

MOST_TRIALS = 40


@dataclass(frozen=True)
class EarlierLine:
    """A treatment in one trial; `here` marks the trial in question, `other_rule` one that counted by another rule."""

    trial: int
    trial_code: str
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


@dataclass(frozen=True)
class EarlierTreatment:
    """A treatment over all trials of the plant."""

    name: str
    lines: list[EarlierLine]
    pooled: PooledShare | None
    sentence: str


@dataclass(frozen=True)
class EarlierResults:
    """What other trials of the same plant found with the same treatments; `notes` say what should not be mixed unseen."""

    treatments: list[EarlierTreatment]
    notes: list[str]


def earlier_results(trial: Trial) -> EarlierResults:
    """Lines of this trial's treatments in all trials of its plant: the same recipe by name, or no recipe at all."""
    lot = trial.lot
    same = trials().filter(lot__taxon=lot.taxon) if lot.taxon_id else trials().filter(lot=lot)
    found = {t.pk: t for t in same.order_by("-sow_on", "-pk")[:MOST_TRIALS]}
    found.setdefault(trial.pk, trial)
    told = results_over(list(found.values()), usual_scatters(), gather(list(found)), asked=trial)
    own = [told.keys[t.pk] for t in trial.treatments.all() if told.keys[t.pk] in told.lines]
    views = [told.view(key) for key in dict.fromkeys(own) if len({x.trial for x in told.lines[key]}) > 1]
    return EarlierResults(views, _notes(views))


@dataclass(frozen=True)
class ResultsOver:
    """Treatments over several trials, by what they are in all of them (`keys`: treatment → its name over trials)."""

    keys: dict[int, str]
    lines: dict[str, list[EarlierLine]]
    effective: dict[str, list[TrialLine]]
    recipes: dict[str, int]
    replicated: dict[str, int]

    def view(self, name: str) -> EarlierTreatment:
        """One treatment with its lines taken together: only those that were counted by one rule."""
        lines = self.lines[name]
        pooled = over_trials([e for e, x in zip(self.effective[name], lines, strict=True) if not x.other_rule])
        return EarlierTreatment(name, lines, pooled, over_trials_sentence(pooled) if pooled else "")


@dataclass(frozen=True)
class Gathered:
    """The counts and treatments of several trials, read once for all plants of a page."""

    counted: dict[int, dict[int, CountedTreatment]]
    treatments: dict[int, list[Treatment]]


def gather(trials_wanted: Sequence[int]) -> Gathered:
    """Counts and treatments of trials by their ids: four queries."""
    treatments: dict[int, list[Treatment]] = defaultdict(list)
    for t in Treatment.objects.filter(trial__in=trials_wanted).select_related("recipe"):
        treatments[t.trial_id].append(t)
    return Gathered(counted_of(trials_wanted), treatments)


def results_over(found: Sequence[Trial], usual: UsualScatters, gathered: Gathered, asked: Trial | None = None) -> ResultsOver:
    """Lines of every treatment in the trials, oldest trial first.

    The rule of `asked`, or of the latest trial, says which lines counted by another one.
    """
    by_id = {t.pk: t for t in found}
    counted = {pk: gathered.counted[pk] for pk in by_id if pk in gathered.counted}
    every = [t for pk in by_id for t in gathered.treatments.get(pk, ())]
    sizes = Counter(t.trial_id for t in every)
    keys = {t.pk: _key(t, alone=sizes[t.trial_id] == 1) for t in every}
    recipes = {keys[t.pk]: t.recipe_id for t in every if t.recipe_id is not None}
    rule = (asked or max(found, key=lambda t: (t.sow_on, t.pk))).criterion if found else ""
    told = ResultsOver(keys, defaultdict(list), defaultdict(list), recipes, defaultdict(int))
    for pk in sorted(counted, key=lambda pk: (by_id[pk].sow_on, pk)):
        treatments, trial = counted[pk], by_id[pk]
        shares = final_shares(list(treatments.values()), usual.of(trial).rho0)
        for treatment, share in zip(treatments, shares.treatments, strict=True):
            key = keys[treatment]
            told.effective[key].append(TrialLine(share.p, share.n_eff))
            told.replicated[key] += share.dishes > 1
            told.lines[key].append(
                EarlierLine(
                    trial=pk,
                    trial_code=trial.code,
                    lot_code=trial.lot.code,
                    sown_on=trial.sow_on,
                    criterion=Criterion(trial.criterion),
                    germinated=share.g,
                    sown=share.n,
                    share=share.p,
                    lower=share.lower,
                    upper=share.upper,
                    here=asked is not None and pk == asked.pk,
                    other_rule=trial.criterion != rule,
                )
            )
    return told


def _key(treatment: Treatment, *, alone: bool) -> str:
    """The same recipe is the same treatment, whatever it was called in a trial; a light of its own makes it another.

    Without a recipe the control is untreated, and so is a treatment tried alone; any other is what it is called.
    """
    untreated = "no treatment" if treatment.is_control or alone else treatment.name
    name = treatment.recipe.name if treatment.recipe else untreated
    return f"{name}, {treatment.light}" if treatment.light else name


def _notes(views: Sequence[EarlierTreatment]) -> list[str]:
    other = sorted({x.trial_code for v in views for x in v.lines if x.other_rule})
    lots = {x.lot_code for v in views for x in v.lines}
    notes = []
    if other:
        notes.append(f"{', '.join(other)} counted by another rule for “germinated”: shown, and left out of what is taken together.")
    if len(lots) > 1:
        notes.append(f"{len(lots)} lots are mixed here: their age and their fill differ, not only the year.")
    return notes
