"""The same plant and treatments over lots and years: each trial one line, with how much trials differ."""

from collections import Counter, defaultdict
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date

from core.germination import PooledShare, TrialLine, final_shares, over_trials
from core.verdict import over_trials_sentence
from core.vocabulary import Criterion
from server.evidence.selectors.usual import counted_of, usual_scatters
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
    counted, usual = counted_of(list(found)), usual_scatters()
    every = list(Treatment.objects.filter(trial__in=found).select_related("recipe"))
    sizes = Counter(t.trial_id for t in every)
    keys = {t.pk: _key(t, alone=sizes[t.trial_id] == 1) for t in every}
    lines: dict[str, list[EarlierLine]] = defaultdict(list)
    effective: dict[str, list[TrialLine]] = defaultdict(list)
    for pk in sorted(counted, key=lambda pk: (found[pk].sow_on, pk)):
        treatments = counted[pk]
        shares = final_shares(list(treatments.values()), usual.of(found[pk]).rho0)
        for treatment, share in zip(treatments, shares.treatments, strict=True):
            key = keys[treatment]
            effective[key].append(TrialLine(share.p, share.n_eff))
            lines[key].append(
                EarlierLine(
                    trial=pk,
                    trial_code=found[pk].code,
                    lot_code=found[pk].lot.code,
                    sown_on=found[pk].sow_on,
                    criterion=Criterion(found[pk].criterion),
                    germinated=share.g,
                    sown=share.n,
                    share=share.p,
                    lower=share.lower,
                    upper=share.upper,
                    here=pk == trial.pk,
                    other_rule=found[pk].criterion != trial.criterion,
                )
            )
    own = [keys[t.pk] for t in trial.treatments.all() if keys[t.pk] in lines]
    views = [_view(key, lines[key], effective[key]) for key in dict.fromkeys(own) if len({x.trial for x in lines[key]}) > 1]
    return EarlierResults(views, _notes(views))


def _key(treatment: Treatment, *, alone: bool) -> str:
    """The same recipe is the same treatment, whatever it was called in a trial; a light of its own makes it another.

    Without a recipe the control is untreated, and so is a treatment tried alone; any other is what it is called.
    """
    untreated = "no treatment" if treatment.is_control or alone else treatment.name
    name = treatment.recipe.name if treatment.recipe else untreated
    return f"{name}, {treatment.light}" if treatment.light else name


def _view(name: str, lines: list[EarlierLine], effective: Sequence[TrialLine]) -> EarlierTreatment:
    # only what was counted by one rule is pooled; the other lines stand beside it
    pooled = over_trials([e for e, x in zip(effective, lines, strict=True) if not x.other_rule])
    return EarlierTreatment(name, lines, pooled, over_trials_sentence(pooled) if pooled else "")


def _notes(views: Sequence[EarlierTreatment]) -> list[str]:
    other = sorted({x.trial_code for v in views for x in v.lines if x.other_rule})
    lots = {x.lot_code for v in views for x in v.lines}
    notes = []
    if other:
        notes.append(f"{', '.join(other)} counted by another rule for “germinated”: shown, and left out of what is taken together.")
    if len(lots) > 1:
        notes.append(f"{len(lots)} lots are mixed here: their age and their fill differ, not only the year.")
    return notes
