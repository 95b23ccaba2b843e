"""Treatments compared with each other, in sentences: how many, how fast, and both in one."""

from collections.abc import Callable, Mapping, Sequence

from core.design import smallest_differences
from core.germination import Comparison as FinalComparison
from core.germination import (
    Control,
    SpeedPair,
    TimeComparison,
    TrialShares,
    compact_letters,
    compare_mgt,
    compare_pace,
    compare_shares,
    compare_t50,
    pair_indices,
)
from core.verdict import Called, p_said, pace_sentence, pair_sentence, speed_sentence
from core.vocabulary import Family, TreatmentId
from server.evidence.selectors.comparison.rows import FITTED, DoubtedTimes, Row
from server.evidence.selectors.comparison.views import AgainstControl, PaceSummary, SpeedLine, SpeedResult


def letters_of(every_pair: FinalComparison) -> dict[TreatmentId, str]:
    """Letters of treatments, from the best: those that share one do not differ significantly."""
    ranked = sorted(every_pair.shares.treatments, key=lambda t: -t.share)
    return compact_letters([t.id for t in ranked], [(p.a, p.b) for p in every_pair.pairs if p.differs])


def against_control(shares: TrialShares, control: Control | None, called: Called) -> dict[TreatmentId, AgainstControl]:
    """Each treatment compared with the control on how many germinated."""
    if control is None or len(shares.treatments) < 2:
        return {}
    result = compare_shares(shares, Family.CONTROL, control)
    smallest = smallest_differences(shares, pair_indices([t.id for t in shares.treatments], Family.CONTROL, control))
    return {
        p.a: AgainstControl(pair_sentence(p, s, shares, called), p.diff, p.lower, p.upper, p.p, p.p_adjusted, p.differs, *s)
        for p, s in zip(result.pairs, smallest, strict=True)
    }


class Times:
    """Times of a trial compared: from the curves by percent, and mean germination times, each with the trial's one scatter."""

    def __init__(self, rows: Sequence[Row], control: Control | None, mean_n: float) -> None:
        self.told = [r for r in rows if not r.dark]
        came = [r for r in self.told if any(x.germinated for x in r.of.records) or r.bag_share]
        self.came = came
        # a control in which nothing germinated has no speed: the others are compared with each other
        self.compared = came if len(came) > 1 and not _has_control([r.id for r in came], control) else self.told
        self.family, self.against = _family([r.id for r in self.compared], control)
        self.fitted: dict[int, TimeComparison] = {}
        self.mgt: TimeComparison | None = None
        if not self.compared:
            return
        for percent in FITTED.values():
            self.fitted[percent] = compare_t50([r.time_to(percent) for r in self.compared], mean_n, self.family, self.against)
        self.mgt = compare_mgt(
            [r.id for r in self.compared],
            [r.of.records for r in self.compared],
            self.family,
            self.against,
            [r.of.bags.bags for r in self.compared],
            [r.bag_share for r in self.compared],
        )

    def of(self, row: Row) -> DoubtedTimes:
        """The times of one treatment."""
        if row not in self.compared:
            return DoubtedTimes({}, None, None)
        at = self.compared.index(row)
        fitted = {percent: found.treatments[at] for percent, found in self.fitted.items()}
        return DoubtedTimes(fitted, self.mgt.treatments[at] if self.mgt else None, self.mgt.df if self.mgt else None)

    @property
    def without_curve(self) -> list[TreatmentId]:
        """Treatments that germinated and have no T50 with an interval."""
        return [r.id for r in self.came if self.of(r).fitted[50].lower is None]


def speed_of(times: Times, called: Called) -> SpeedResult | None:
    """How fast among those that germinated; by T50 where every curve has its interval, else by mean times."""
    if len(times.told) < 2:
        return None
    if not times.came or times.mgt is None:
        return SpeedResult("none", "Nothing germinated, so there is no speed to compare.", [])
    wanting = times.without_curve
    if not wanting:
        note = "Compared by T50, the time to 50 % germination of the germinated seeds, from the curves."
        return SpeedResult("t50", note, _lines(times.fitted[50].pairs, speed_sentence, called, ratio=True))
    names = ", ".join(called.within(n) for n in wanting)
    note = f"Compared by mean germination time, because there is no T50 with an interval for {names}."
    return SpeedResult("mgt", note, _lines(times.mgt.pairs, speed_sentence, called))


def pace_of(rows: Sequence[Row], control: Control | None, horizon: float | None, rho_b: float, called: Called) -> PaceSummary:
    """Share and speed in one figure, over the dishes."""
    told = [r for r in rows if not r.dark]
    if not told:
        return PaceSummary(None, "Counted once, in the dark, so there is no speed.", None, [])
    family, against = _family([r.id for r in told], control)
    bags = [r.of.bags.bags for r in told]
    found = compare_pace([r.id for r in told], [r.of.records for r in told], family, against, horizon, bags, rho_b)
    overall = found.overall
    if overall.p is None:
        sentence = "No test over all: fewer than two treatments whose dishes differ in speed."
    else:
        left = f", without {', '.join(called.within(told[i].id) for i in overall.left_out)}" if overall.left_out else ""
        sentence = f"Over all treatments{left}: Welch’s F = {overall.f:.2f}, p {p_said(overall.p)}."
    return PaceSummary(found.horizon, sentence, overall.p, _lines(found.pairs, pace_sentence, called))


def _has_control(treatments: Sequence[TreatmentId], control: Control | None) -> bool:
    return any(c in treatments for c in control.values()) if isinstance(control, Mapping) else control in treatments


def _family(treatments: Sequence[TreatmentId], control: Control | None) -> tuple[Family, Control | None]:
    """Each against its control as far as both are there; all pairs where no control is."""
    if control is None or not _has_control(treatments, control):
        return Family.ALL, None
    if not isinstance(control, Mapping):
        return Family.CONTROL, control
    return Family.CONTROL, {t: c for t, c in control.items() if t in treatments and c in treatments}


def _lines(pairs: Sequence[SpeedPair], say: Callable[..., str], called: Called, **how: bool) -> list[SpeedLine]:
    return [
        SpeedLine(
            a=called.name(p.a),
            b=called.name(p.b),
            sentence=say(p, called, **how),
            effect=p.effect,
            lower=p.lower,
            upper=p.upper,
            p=p.p,
            p_adjusted=p.p_adjusted,
            differs=p.differs,
            one_bag=p.one_bag,
            reason=p.reason,
        )
        for p in pairs
    ]
