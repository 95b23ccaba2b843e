"""The results of a packet day: for each packet what germinated, the claim beside it, and what to do with it."""

from dataclasses import dataclass
from datetime import date, datetime

from core.germination import TreatmentShare, indices
from core.statistics import Interval
from core.verdict import Bands, PacketTest, judge_packet
from core.vocabulary import ClaimFound, DatePrecision, PacketUse, TrialKind, TrialState
from server.evidence.selectors.comparison import NothingToCompare
from server.evidence.selectors.overview import DishPips, pips
from server.evidence.selectors.shares import TreatmentCourses, by_treatment, counted_shares
from server.evidence.selectors.typical_scatter import typical_scatter
from server.lots.selectors import Stock, stocks
from server.people.selectors import work_year
from server.trials.models import Trial
from server.trials.selectors.lots import LotBrief, brief
from server.trials.selectors.state import TrialCourses, with_courses


@dataclass(frozen=True)
class PacketResult:
    """One packet. Shares 0..1, of sown; None while nothing of it was counted. `factor`: how many times as thick to sow.

    `day` is the day of its clock, `length_days` how long it is counted, `closed` whether all its dishes are.
    """

    treatment: int
    lot: LotBrief
    origin_place: str
    packed_on: date | None
    packed_precision: DatePrecision
    claimed_percent: float | None
    claimed_days: int | None
    left: Stock
    dishes: list[DishPips]
    germinated: int
    sown: int
    share: float | None
    lower: float | None
    upper: float | None
    half_days: float | None
    day: float | None
    length_days: float
    closed: bool
    claim: ClaimFound
    claim_words: str
    use: PacketUse
    factor: float
    use_words: str
    days_words: str


@dataclass(frozen=True)
class PacketDay:
    """A packet day with its packets as they were laid out; `closed` of them are finished."""

    trial: int
    code: str
    question: str
    state: TrialState
    sow_on: date
    closed: int
    packets: list[PacketResult]


def packet_day(trial: Trial, now: datetime) -> PacketDay | NothingToCompare:
    """The results of a packet day; a trial that compares treatments has none of this kind."""
    if trial.kind != TrialKind.PACKET_DAY:
        return NothingToCompare("no_packet_day", f"{trial.code} compares treatments. See its comparison.")
    courses = with_courses([trial])[0]
    treatments = by_treatment(courses)
    shares = {t.treatment.pk: share for t, share in counted_shares(treatments, typical_scatter(trial))}
    left, year = stocks([t.treatment.lot_id for t in treatments]), work_year()
    bands = Bands(year.band_usual, year.band_thin)
    packets = [_result(courses, t, shares.get(t.treatment.pk), left[t.treatment.lot_id], bands, now) for t in treatments]
    return PacketDay(trial.pk, trial.code, trial.question, courses.state, trial.sow_on, sum(p.closed for p in packets), packets)


def _result(
    courses: TrialCourses, t: TreatmentCourses, share: TreatmentShare | None, left: Stock, bands: Bands, now: datetime
) -> PacketResult:
    lot, records = t.treatment.lot, t.records
    germinated, sown = sum(r.germinated for r in records), sum(r.sown for r in records)
    half = indices(records).t50 if germinated else None
    closed = all(d.closing is not None or d.set_aside is not None for d in t.dishes)
    claim = None if lot.claimed_percent is None else lot.claimed_percent / 100
    test = (
        None
        if share is None
        else PacketTest(
            germinated=share.g,
            sown=share.n,
            n_eff=share.n_eff,
            interval=Interval(share.lower, share.upper),
            finished=closed,
            days=half,
            claim=claim,
            claimed_days=lot.claimed_days,
            left=left.seeds,
        )
    )
    said = judge_packet(test, bands) if test else None
    return PacketResult(
        treatment=t.treatment.pk,
        lot=brief(lot),
        origin_place=lot.origin_place,
        packed_on=lot.collected_on,
        packed_precision=DatePrecision(lot.collected_precision),
        claimed_percent=lot.claimed_percent,
        claimed_days=lot.claimed_days,
        left=left,
        dishes=[pips(d) for d in t.dishes],
        germinated=germinated,
        sown=sown,
        share=share.share if share else None,
        lower=share.lower if share else None,
        upper=share.upper if share else None,
        half_days=half,
        day=max((day for d in t.dishes if (day := d.day_of(now)) is not None), default=None),
        length_days=max(courses.length_of(d) for d in t.dishes),
        closed=closed,
        claim=said.claim if said else ClaimFound.NO_CLAIM,
        claim_words=said.claim_words if said else "",
        use=said.use if said else PacketUse.UNDECIDED,
        factor=said.factor if said else 1.0,
        use_words=said.use_words if said else "Not counted yet.",
        days_words=said.days_words if said else "",
    )
