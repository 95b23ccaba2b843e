"""Finished trials as tests of their lots' age, from sums: thousands of looks stay where they are."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, datetime

from core.germination import final_shares
from core.vocabulary import TrialState
from server.evidence.selectors.earlier import Gathered, gather
from server.evidence.selectors.usual import UsualScatters
from server.lots.models import Lot
from server.record_kinds.days import local_day
from server.trials.models import Trial
from server.trials.selectors.rows import Standing, standing_of


@dataclass(frozen=True)
class LotTest:
    """A finished trial of a lot as a test of its age: the treatment that woke most of it, with its interval, 0..1."""

    trial: int
    trial_code: str
    tested_on: date
    treatment: str
    germinated: int
    sown: int
    share: float
    lower: float
    upper: float


@dataclass(frozen=True)
class LotTests:
    """Tests of several lots, the oldest first, with the scatter of each by trial; and what they were made from."""

    by_lot: dict[int, list[LotTest]]
    phis: dict[int, float]
    standing: dict[int, Standing]
    gathered: Gathered

    def of(self, lot: Lot) -> list[LotTest]:
        """The tests of one lot."""
        return self.by_lot.get(lot.pk, [])


def lot_tests(found: Sequence[Trial], usual: UsualScatters) -> LotTests:
    """The finished ones among some trials as tests of their lots, in a fixed number of queries."""
    ids = [t.pk for t in found]
    told = LotTests({}, {}, standing_of(ids), gather(ids))
    for trial in found:
        stands = told.standing[trial.pk]
        if stands.state is not TrialState.CLOSED or stands.sown_at is None or trial.pk not in told.gathered.counted:
            continue
        test, phi = _test(trial, told.gathered, stands.sown_at, usual.of(trial).rho0)
        told.by_lot.setdefault(trial.lot_id, []).append(test)
        told.phis[trial.pk] = phi
    for tests in told.by_lot.values():
        tests.sort(key=lambda t: (t.tested_on, t.trial))
    return told


def _test(trial: Trial, gathered: Gathered, sown_at: datetime, rho0: float) -> tuple[LotTest, float]:
    """The treatment that woke most; a trial of several treatments picks its best, which flatters it a little."""
    order = {t.pk: t.order for t in gathered.treatments[trial.pk]}
    counted = [gathered.counted[trial.pk][pk] for pk in sorted(gathered.counted[trial.pk], key=lambda pk: order[pk])]
    shares = final_shares(counted, rho0)
    best = max(shares.treatments, key=lambda t: t.p)
    test = LotTest(
        trial=trial.pk,
        trial_code=trial.code,
        tested_on=local_day(sown_at),
        treatment=best.name,
        germinated=best.g,
        sown=best.n,
        share=best.p,
        lower=best.lower,
        upper=best.upper,
    )
    return test, shares.phi
