"""The figures that decide, for lines of lists: what lots germinated and ask for, and the share of each treatment of trials."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date

from core.verdict import LotAdvice
from server.evidence.selectors.earlier import gather
from server.evidence.selectors.lot_tests import LotTest, lot_tests
from server.evidence.selectors.typical_scatter import typical_scatters
from server.lots.models import Lot
from server.lots.selectors.advice import most_pressing
from server.trials.models import Trial
from server.trials.selectors.lots import names_of
from server.trials.selectors.state import trials_of


@dataclass(frozen=True)
class LotFigures:
    """Of one lot: its latest test and what it asks for first; None where it was never tested, or asks for nothing.

    `counting`: a trial of it is being counted.
    """

    lot: int
    test: LotTest | None
    counting: bool
    next: LotAdvice | None


@dataclass(frozen=True)
class TreatmentFigure:
    """The share of one treatment so far (0..1, of sown) with its interval."""

    id: int
    name: str
    is_control: bool
    germinated: int
    sown: int
    share: float
    lower: float
    upper: float


@dataclass(frozen=True)
class TrialFigures:
    """The treatments of one trial that were counted, in the order in which they were laid out."""

    trial: int
    treatments: list[TreatmentFigure]


def lot_figures(wanted: Sequence[int], today: date) -> list[LotFigures]:
    """Figures of lots by their ids, in a fixed number of queries; lots that are not there are left out."""
    lots = list(Lot.objects.filter(pk__in=wanted).select_related("taxon", "place__parent__parent__parent"))
    told = lot_tests(list(trials_of(lots)), typical_scatters())
    asks = most_pressing(lots, today, {lot.pk: told.tested(lot) for lot in lots})
    return [LotFigures(lot.pk, next(reversed(told.of(lot).tests), None), lot.pk in told.counting, asks.get(lot.pk)) for lot in lots]


def trial_figures(wanted: Sequence[int]) -> list[TrialFigures]:
    """Shares of the treatments of trials by their ids, in a fixed number of queries; a trial that nobody counted has none."""
    found, gathered, typical = list(Trial.objects.filter(pk__in=wanted)), gather(wanted), typical_scatters()
    out = []
    for trial in found:
        treatments = {t.pk: t for t in gathered.treatments.get(trial.pk, ())}
        names = names_of(treatments.values())
        counted = gathered.counted.get(trial.pk, {})
        shares = gathered.shares(trial.pk, typical.of(trial)).treatments if counted else ()
        rows = [(treatments[pk], share) for pk, share in zip(counted, shares, strict=True)]
        rows.sort(key=lambda row: (row[0].order, row[0].pk))
        out.append(
            TrialFigures(trial.pk, [TreatmentFigure(t.pk, names[t.pk], t.is_control, s.g, s.n, s.share, s.lower, s.upper) for t, s in rows])
        )
    return out
