"""One treatment of the comparison: share, course, curve, indices, dishes."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, fields

import numpy as np

from core.germination import (
    BandPoint,
    CourseFit,
    DoubtedFit,
    DoubtedTime,
    Indices,
    LeaveOneOut,
    NoFit,
    TreatmentShare,
    TreatmentTime,
    TrialShares,
    course_of,
    doubt_band,
    fitted_time,
    indices,
    interval_of,
    leave_one_dish_out,
    shown_fit,
    without_speed,
)
from core.records import CountRecord, pool
from core.verdict import TreatmentLine, share_sentence, time_sentence
from core.vocabulary import Base, CurveFamily, Reason
from server.evidence.selectors.bags import BagNote
from server.evidence.selectors.comparison.clocks import ClockShift, on_clock
from server.evidence.selectors.comparison.views import Course, DishResult, FittedCurve, HalfTime, TreatmentResult
from server.evidence.selectors.shares import TreatmentCourses
from server.trials.selectors.courses import DishCourse
from server.trials.selectors.lots import brief

DARK = "counted once, at the end in the dark: a final percentage, no speed"
CURVE_POINTS = 72
FITTED = {"t10": 10, "t50": 50, "t90": 90}
DIGITS = 5
# an interval that ends at so many times the last look says nothing
WIDE = 10
# shares have their own interval; the others are counts, or what the horizon was
_WITHOUT_DOUBT = {"n", "g", "early", "germinability_sown", "germinability_filled", "germinability_viable", "gsi", "horizon", "reasons"}
DOUBTED = tuple(f.name for f in fields(Indices) if f.name not in _WITHOUT_DOUBT)
WORDS = {
    Reason.FEWER_THAN_THREE_GERMINATED: "fewer than three seeds germinated after sowing",
    Reason.TOO_FEW_INTERVALS: "all germinated within one or two neighbouring looks",
    Reason.FIT_FAILED: "no curve could be fitted",
    Reason.CURVE_MISFITS: "germination came in more than one flush, or stopped and started",
    Reason.DARK: "counted once, in the dark",
    Reason.NO_REPLICATION: "no treatment has two dishes",
    Reason.NO_TIME: "half had sprouted before sowing",
    Reason.TIME_ZERO: "half had sprouted before sowing",
    Reason.NO_SPREAD: "the counts do not show how much it may vary",
}


@dataclass(frozen=True)
class DoubtedTimes:
    """A treatment's times with their intervals, from the one scatter of the trial; `fitted` by percent, empty in the dark."""

    fitted: Mapping[int, DoubtedTime]
    mgt: DoubtedTime | None
    df: float | None

    def interval(self, name: str, found: LeaveOneOut, days: float) -> LeaveOneOut:
        """The interval of a time as it is shown, `days` later on the clock; `found` where the trial's scatter says nothing of it."""
        time = self.mgt if name == "mgt" else self.fitted.get(FITTED.get(name, 0))
        if time is None:
            return found
        ends = [None if x is None else x + days for x in (time.time, time.lower, time.upper)]
        return LeaveOneOut(ends[0], time.se, None if self.df is None else round(self.df), ends[1], ends[2], time.reason)


@dataclass(frozen=True)
class Row:
    """A treatment made ready: its records on the incubation clock, its clock, its curve."""

    of: TreatmentCourses
    shift: ClockShift
    bag: BagNote | None
    dark: bool
    curve: DoubtedFit | NoFit

    @property
    def id(self) -> int:
        """The treatment's id."""
        return self.of.treatment.pk

    @property
    def name(self) -> str:
        """What it is called."""
        return self.of.name

    @property
    def bag_share(self) -> float:
        """Share that sprouted in a bag that several dishes were filled from, 0..1: it is early."""
        return self.of.bags.sprouted_share

    def time_to(self, percent: int) -> TreatmentTime:
        """The fitted time to 10, 50 or 90 % of those that germinate, as it is compared; None without a curve."""
        return fitted_time(self.id, self.of.records, self.curve, percent=percent, bags=self.of.bags.bags)


def row_of(t: TreatmentCourses, shift: ClockShift, bag: BagNote | None, family: CurveFamily | None) -> Row:
    """Make a treatment ready; `family` is None where no treatment of the trial can be fitted."""
    share = t.bags.sprouted_share
    dark = seen_once_in_the_dark(t)
    curve: DoubtedFit | NoFit
    if dark:
        curve = NoFit(Reason.DARK)
    elif family is None:
        curve = NoFit(course_of(t.records, share).why_not or Reason.FIT_FAILED)
    else:
        curve = shown_fit(t.records, family, share)
    return Row(t, shift, bag, dark, curve)


def result_of(
    row: Row,
    share: TreatmentShare,
    shares: TrialShares,
    basis: Base,
    horizon: float | None,
    *,
    shifted: bool,
    hidden: bool,
    letters: str,
    odd: int | None,
    times: DoubtedTimes,
) -> TreatmentResult:
    """One line of the comparison; `shifted` puts times on the clock from the start of treatment, `odd` is the place of
    a dish that stands out.
    """
    t, days = row.of, row.shift.days if shifted else 0.0
    records = [on_clock(r, d) for r, d in zip(t.records, row.shift.per_dish, strict=True)] if shifted else t.records
    # on the clock from the start of treatment the moment at which a bag sprouted is not one of the dishes’ looks
    in_bag = 0.0 if shifted else row.bag_share
    pooled = indices(records, horizon, in_bag)
    if row.dark:
        pooled = without_speed(pooled)
    half = _half(row, pooled, times.fitted.get(50), days)
    dishes = [
        dish_result(d, r, horizon, hidden=hidden, dark=row.dark, out=i == odd)
        for i, (d, r) in enumerate(zip(t.counted, records, strict=True))
    ]
    if hidden:
        dishes.sort(key=lambda d: (d.share, d.t50 or 0))
    aside = [dish_result(d, d.record, horizon, hidden=hidden, dark=row.dark) for d in t.dishes if d.set_aside is not None]
    line = TreatmentLine(row.id, share.share, share.lower, share.upper, half.value)
    return TreatmentResult(
        id=t.treatment.pk,
        name=row.name,
        lot=brief(t.treatment.lot),
        is_control=t.treatment.is_control,
        recipe=t.treatment.recipe_id,
        germinated=share.g,
        base=share.n,
        sown=sum(r.sown for r in t.records),
        share=share.share,
        lower=share.lower,
        upper=share.upper,
        n_eff=share.n_eff,
        bags=share.bags.bags,
        share_sentence=share_sentence(line),
        time_sentence=DARK if row.dark else time_sentence(line),
        letters=letters,
        dishes=dishes,
        set_aside=aside,
        share_with_set_aside=t.as_counted(with_set_aside=True).p if aside and basis is Base.SOWN else None,
        dishes_disagree=share.dishes_disagree,
        agree_p=share.agree_p,
        early_share=row.bag_share + (1 - row.bag_share) * pooled_early(t.records),
        indices=pooled,
        gsi_mean=None if row.dark else _mean_of([d.gsi for d in dishes if d.gsi is not None]),
        doubt=_doubt(row, records, horizon, in_bag, times, days),
        course=_course(records, share, shares, basis),
        curve=_drawn(row, times, days),
        no_curve=row.curve.reason if isinstance(row.curve, NoFit) else None,
        half=half,
        still_rising=_still_rising(t),
        clock_days=row.shift.days,
        clock_known=row.shift.known,
        bag=row.bag,
        against_control=None,
    )


def pooled_early(records: Sequence[CountRecord]) -> float:
    """Share of the dishes' seed that germinated at or before day 0."""
    return sum(r.early for r in records) / sum(r.sown for r in records)


def seen_once_in_the_dark(t: TreatmentCourses) -> bool:
    """Dishes in the dark that were looked at once after day 0 tell how many came up, not when."""
    return all(d.dark and sum(i.t > 0 for i in d.record.inspections) <= 1 for d in t.counted)


def dish_result(
    course: DishCourse, record: CountRecord, horizon: float | None, *, hidden: bool, dark: bool = False, out: bool = False
) -> DishResult:
    """One dish in the comparison, with its own steps."""
    own = indices([record], horizon)
    if dark:
        own = without_speed(own)
    steps = _changes(record)
    return DishResult(
        code="" if hidden else course.dish.code,
        germinated=record.germinated,
        sown=record.sown,
        share=own.germinability_sown,
        t50=own.t50,
        mgt=own.mgt,
        gsi=own.gsi,
        pace=own.area,
        days=[d for d, _ in steps],
        shares=[s for _, s in steps],
        stands_out=out,
        set_aside=course.set_aside is not None,
    )


def _changes(record: CountRecord) -> list[tuple[float, float]]:
    """The course of a dish where it changes, and its end."""
    found = pool([record])
    points = list(zip(found.knot_times.tolist(), found.knot_counts.tolist(), strict=True))
    kept = [p for i, p in enumerate(points) if i in (0, len(points) - 1) or p[1] != points[i - 1][1]]
    return [(round(t, DIGITS), round(c / found.sown, DIGITS)) for t, c in kept]


def _course(records: Sequence[CountRecord], share: TreatmentShare, shares: TrialShares, basis: Base) -> Course:
    """Steps of the pooled dishes; the band is of sown, as the counts are, so it is drawn on that basis only."""
    found = pool(records)
    band: list[BandPoint] = doubt_band(found.knot_times, found.knot_counts, sum(r.sown for r in records), share, shares)
    return Course(
        days=[round(b.day, DIGITS) for b in band],
        shares=[round(b.share, DIGITS) for b in band],
        lower=[round(b.lower, DIGITS) for b in band] if basis is Base.SOWN else [],
        upper=[round(b.upper, DIGITS) for b in band] if basis is Base.SOWN else [],
    )


def _doubt(
    row: Row, records: Sequence[CountRecord], horizon: float | None, in_bag: float, times: DoubtedTimes, days: float
) -> dict[str, LeaveOneOut]:
    """Intervals of the indices: by leaving one dish out, of the mean time by the scatter of the trial."""
    if row.dark:
        return {}
    found = leave_one_dish_out(records, DOUBTED, horizon, in_bag)
    return found | {"mgt": times.interval("mgt", found["mgt"], days)}


def _drawn(row: Row, times: DoubtedTimes, days: float) -> FittedCurve | None:
    if not isinstance(row.curve, DoubtedFit):
        return None
    fit: CourseFit = row.curve.fit
    end = max((i.t for r in row.of.records for i in r.inspections), default=0.0)
    at = np.linspace(0, end, CURVE_POINTS)
    doubt = {n: times.interval(n, _later(d, days), days) if n != "ready_share" else d for n, d in row.curve.doubt.items()}
    return FittedCurve(
        family=fit.family,
        days=np.round(at + days, DIGITS).tolist(),
        shares=np.round(fit.share_at(at), DIGITS).tolist(),
        shape=fit.shape,
        scale=fit.scale,
        ready_share=doubt["ready_share"],
        t10=doubt["t10"],
        t50=doubt["t50"],
        t90=doubt["t90"],
        t50_sown=doubt["t50_sown"],
    )


def _later(d: LeaveOneOut, days: float) -> LeaveOneOut:
    """A time on the clock from the start of treatment."""
    ends = [None if v is None else v + days for v in (d.estimate, d.lower, d.upper)]
    return LeaveOneOut(ends[0], d.se, d.df, ends[1], ends[2], d.reason)


def _half(row: Row, pooled: Indices, fitted: DoubtedTime | None, days: float) -> HalfTime:
    """T50 by the curve where it has its interval, else by interpolation, without interval."""
    if row.dark:
        return HalfTime(None, None, None, False, DARK)
    if pooled.g == 0 and not row.bag_share:
        return HalfTime(None, None, None, False, "nothing germinated, so there is no time")
    if fitted is not None and fitted.time == 0:
        return HalfTime(days, None, None, True, WORDS[Reason.TIME_ZERO])
    if fitted is not None and fitted.time is not None and fitted.lower is not None and fitted.upper is not None:
        seen = max((i.t for r in row.of.records for i in r.inspections), default=0.0)
        if fitted.upper > WIDE * seen:
            return HalfTime(fitted.time + days, None, None, True, "its interval is wider than the trial’s length")
        return HalfTime(fitted.time + days, fitted.lower + days, fitted.upper + days, True, "")
    why = row.curve.reason if isinstance(row.curve, NoFit) else fitted.reason if fitted is not None else None
    said = f"interpolated between looks, without interval: {WORDS.get(why, why)}" if why is not None else ""
    return HalfTime(pooled.t50, None, None, False, said)


def _mean_of(values: Sequence[float]) -> LeaveOneOut | None:
    """A mean over dishes with the doubt of that mean."""
    if not values:
        return None
    total, r = sum(values), len(values)
    parts = [(total - v) / (r - 1) for v in values] if r > 1 else []
    return interval_of(total / r, parts, len(parts))


def _still_rising(t: TreatmentCourses) -> bool:
    """Whether the last look of a dish that is over found something new: stopped early."""
    return any(
        d.closing is not None and d.record.inspections and d.record.inspections[-1].germinated > 0 and d.record.remaining > 0
        for d in t.counted
    )
