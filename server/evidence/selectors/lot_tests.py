"""Finished trials as tests of their lots' age, from sums: thousands of looks stay where they are."""

from collections import defaultdict
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import date, datetime

from core.germination import TreatmentShare
from core.records import CountRecord, Inspection
from core.seedstock import DeclineTests, TreatmentTest, decline_tests
from core.statistics import wilson
from core.treatment import dangerous
from core.vocabulary import Base, TrialKind, TrialState
from server.evidence.selectors.earlier import Gathered, Key, gather, keys_of
from server.evidence.selectors.typical_scatter import TypicalScatters
from server.lots.models import Lot
from server.lots.selectors.advice import Tested
from server.record_kinds.days import local_day
from server.record_kinds.selectors import valid
from server.trials.models import Closing, Dish, Treatment, Trial
from server.trials.selectors.courses import courses_of
from server.trials.selectors.rows import Standing, standing_of
from server.trials.selectors.sums import dish_sums

YEAR = 365.25


@dataclass(frozen=True)
class LotTest:
    """A treatment of a finished trial as a test of its lot, with its interval, 0..1.

    `base` is what the share is taken of: viable of the filled seed where the closing says what is alive, else germinated of sown.
    `used`: the forecast rests on it.
    """

    trial: int
    trial_code: str
    tested_on: date
    treatment: str
    base: Base
    count: int
    of: int
    share: float
    lower: float
    upper: float
    used: bool


@dataclass(frozen=True)
class LotEvidence:
    """The tests of one lot, the oldest first, and those its decline is read from, in years from `zero`."""

    tests: list[LotTest]
    decline: DeclineTests
    zero: date | None


@dataclass(frozen=True)
class LotTests:
    """Tests of several lots, and what they were made from; `counting` are the lots of which a trial is being counted."""

    by_lot: dict[int, LotEvidence]
    counting: set[int]
    standing: dict[int, Standing]
    gathered: Gathered

    def of(self, lot: Lot) -> LotEvidence:
        """The tests of one lot."""
        return self.by_lot.get(lot.pk, LotEvidence([], decline_tests([]), None))

    def tested(self, lot: Lot) -> Tested:
        """When one lot was last tested, and whether a trial of it is being counted."""
        tests = self.of(lot).tests
        return Tested(tests[-1].tested_on if tests else None, lot.pk in self.counting)


@dataclass(frozen=True)
class _Tested:
    """One treatment of a finished trial."""

    trial: Trial
    sown_at: datetime
    treatment: Treatment
    share: TreatmentShare
    records: tuple[CountRecord, ...]
    key: Key
    critical: float

    @property
    def harmful(self) -> bool:
        """Whether the treatment itself may have killed seed, which is not ageing."""
        return dangerous(self.treatment.recipe.kinds if self.treatment.recipe else [])


def lot_tests(found: Sequence[Trial], typical: TypicalScatters) -> LotTests:
    """The finished ones among some trials as tests of their lots, in a fixed number of queries."""
    ids = [t.pk for t in found]
    standing = standing_of(ids)
    counting = {lot.pk for t in found for lot in _counted_now(t, standing[t.pk])}
    told = LotTests({}, counting, standing, gather(ids))
    over = {t.pk: t for t in found if standing[t.pk].finished and t.pk in told.gathered.counted}
    records = _records(list(over))
    by_lot: dict[int, list[_Tested]] = defaultdict(list)
    lots: dict[int, Lot] = {}
    for trial in over.values():
        for tested in _tested(trial, standing[trial.pk], told.gathered, typical, records):
            lot = tested.treatment.lot
            lots[lot.pk] = lot
            by_lot[lot.pk].append(tested)
    for pk, mine in by_lot.items():
        told.by_lot[pk] = _evidence(lots[pk], mine)
    return told


def _counted_now(trial: Trial, standing: Standing) -> list[Lot]:
    """The lots of which seed is being counted; each packet of a packet day is finished by itself."""
    if standing.state is not TrialState.COUNTING:
        return []
    return list({t.lot_id: t.lot for t in trial.treatments.all() if t.pk not in standing.finished}.values())


def _tested(
    trial: Trial, standing: Standing, gathered: Gathered, typical: TypicalScatters, records: Mapping[int, tuple[CountRecord, ...]]
) -> list[_Tested]:
    """The finished treatments of a trial; of one that compares, all of them or none."""
    if standing.sown_at is None or (trial.kind != TrialKind.PACKET_DAY and standing.state is not TrialState.CLOSED):
        return []
    treatments = {t.pk: t for t in gathered.treatments[trial.pk]}
    keys = keys_of(list(treatments.values()))
    shares = gathered.shares(trial.pk, typical.of(trial))
    return [
        _Tested(trial, standing.sown_at, treatments[pk], share, records.get(pk, ()), keys[pk], shares.critical)
        for pk, share in zip(gathered.counted[trial.pk], shares.treatments, strict=True)
        if pk in standing.finished
    ]


def _records(trials: Sequence[int]) -> dict[int, tuple[CountRecord, ...]]:
    """Final counts of the dishes of trials, by treatment: one look with all that was seen, and the closing.

    Five queries, and a few more where dishes went on.
    """
    sums = dish_sums(trials)
    closings = {c.dish_id: c.found for c in valid(Closing.objects.filter(dish__treatment__trial__in=trials))}
    # what is left in these was found after a further treatment: their course says what it was before
    courses = {c.dish.pk: c for c in courses_of(Dish.objects.filter(pk__in=[pk for pk, x in sums.items() if x.retreated]))}
    closings |= {pk: c.record.fates for pk, c in courses.items() if c.record.fates is not None}
    found: dict[int, list[CountRecord]] = defaultdict(list)
    for pk, treatment, seeds in Dish.objects.filter(treatment__trial__in=trials).order_by("pk").values_list("pk", "treatment", "seeds"):
        if pk in sums and not sums[pk].set_aside:
            x = sums[pk]
            seen = Inspection(1.0, x.germinated, x.abnormal, x.rotted, x.lost)
            found[treatment].append(CountRecord(seeds, (seen,), closings.get(pk), sown_is_estimate=True))
    return {treatment: tuple(dishes) for treatment, dishes in found.items()}


def _evidence(lot: Lot, tested: Sequence[_Tested]) -> LotEvidence:
    """The tests that say something about decline, and for every other trial its best treatment, which is listed only."""
    ordered = sorted(tested, key=lambda t: (t.sown_at, t.trial.pk, t.treatment.order))
    gentle = [t for t in ordered if not t.harmful] or ordered
    zero = lot.collected_on or local_day(ordered[0].sown_at)
    given = [_as_test(t, zero) for t in gentle if t.records]
    chosen = decline_tests(given)
    asked = [t for t in gentle if t.records]
    rows = [_row(asked[i], given[i]) for i in chosen.used]
    listed = {r.trial for r in rows}
    for trial in {t.trial.pk for t in ordered} - listed:
        best = max((t for t in ordered if t.trial.pk == trial), key=lambda t: t.share.share)
        rows.append(_row(best, None))
    rows.sort(key=lambda r: (r.tested_on, r.trial, r.treatment))
    return LotEvidence(rows, chosen, zero)


def _as_test(t: _Tested, zero: date) -> TreatmentTest:
    years = (local_day(t.sown_at) - zero).days / YEAR
    return TreatmentTest(years, t.key, t.records, t.share.phi)


def _row(t: _Tested, used: TreatmentTest | None) -> LotTest:
    share = t.share
    row = LotTest(
        trial=t.trial.pk,
        trial_code=t.trial.code,
        tested_on=local_day(t.sown_at),
        treatment=t.treatment.name,
        base=Base.SOWN,
        count=share.g,
        of=share.n,
        share=share.share,
        lower=share.lower,
        upper=share.upper,
        used=used is not None,
    )
    alive = used.viability if used is not None else None
    if alive is None:
        return row
    p = alive.alive / alive.filled
    ends = wilson(p, alive.filled / alive.phi, t.critical)
    return replace(row, base=Base.FILLED, count=alive.alive, of=alive.filled, share=p, lower=ends.lower, upper=ends.upper)
