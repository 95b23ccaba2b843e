"""Treatments held against each other, in sentences: how many, how fast, and both in one."""

from collections.abc import Callable, Sequence

from core.design import smallest_differences
from core.germination import Comparison as FinalComparison
from core.germination import (
    CountedTreatment,
    DoubtedFit,
    FittedTime,
    SpeedPair,
    compact_letters,
    compare_final,
    compare_mgt,
    compare_pace,
    compare_t50,
    pair_indices,
)
from core.verdict import p_said, pace_sentence, pair_sentence, speed_sentence
from core.vocabulary import Family
from server.evidence.selectors.comparison.rows import Row
from server.evidence.selectors.comparison.views import AgainstControl, PaceSummary, SpeedLine, SpeedResult


def letters_of(every_pair: FinalComparison) -> dict[str, str]:
    """Treatments that share a letter are not told apart; letters go out from the best."""
    ranked = sorted(every_pair.shares.treatments, key=lambda t: -t.p)
    return compact_letters([t.name for t in ranked], [(p.a, p.b) for p in every_pair.pairs if p.told_apart])


def against_control(counted: Sequence[CountedTreatment], control: str | None, rho0: float) -> dict[str, AgainstControl]:
    """Each treatment against the control on how many came up."""
    if control is None or len(counted) < 2:
        return {}
    result = compare_final(counted, Family.CONTROL, control, rho0)
    smallest = smallest_differences(result.shares, pair_indices([t.name for t in counted], Family.CONTROL, control))
    return {
        p.a: AgainstControl(pair_sentence(p, s, result.shares), p.diff, p.lower, p.upper, p.p, p.p_adjusted, p.told_apart, *s)
        for p, s in zip(result.pairs, smallest, strict=True)
    }


def speed_of(rows: Sequence[Row], control: str | None) -> SpeedResult | None:
    """How fast among those that came up; by T50 where every curve has its interval, else by mean times."""
    told = [r for r in rows if not r.dark]
    if len(told) < 2:
        return None
    came = [r for r in told if any(x.germinated for x in r.of.records)]
    if not came:
        return SpeedResult("none", "Nothing came up: there is no speed to compare.", [])
    if len(came) > 1 and control not in {r.name for r in came}:
        # a control in which nothing came up has no speed: the others are held against each other
        told = came
    family, against = _family([r.name for r in told], control)
    wanting = [r.name for r in came if (d := r.half_doubt) is None or d.se is None]
    if not wanting:
        times = [_fitted_time(r) for r in told]
        pairs = compare_t50(times, family, against)
        return SpeedResult(
            "t50",
            "Compared by the time at which half of those that came up were up, from the curves.",
            _lines(pairs, speed_sentence, ratio=True),
        )
    found = compare_mgt([r.name for r in told], [r.of.records for r in told], family, against)
    used = ", ".join(f"{t.name} {t.dishes_used}" for t in found.treatments)
    note = (
        f"Compared by mean germination times of the dishes, because there is no curve with an interval for {', '.join(wanting)}. "
        f"Dishes in which something came up: {used}."
    )
    return SpeedResult("mgt", note, _lines(found.pairs, speed_sentence))


def _fitted_time(row: Row) -> FittedTime:
    doubt = row.half_doubt
    fit = row.curve.fit if isinstance(row.curve, DoubtedFit) else None
    return FittedTime(row.name, fit.t50 if fit else None, doubt.se if doubt else None, len(row.of.counted))


def pace_of(rows: Sequence[Row], control: str | None, horizon: float | None) -> PaceSummary:
    """Rate and speed in one figure, over the dishes."""
    told = [r for r in rows if not r.dark]
    if not told:
        return PaceSummary(None, "Counted once, in the dark: no pace.", None, [])
    family, against = _family([r.name for r in told], control)
    found = compare_pace([r.name for r in told], [r.of.records for r in told], family, against, horizon)
    overall = found.overall
    if overall.p is None:
        sentence = "No test over all: fewer than two treatments whose dishes differ in pace."
    else:
        left = f", without {', '.join(told[i].name for i in overall.left_out)}" if overall.left_out else ""
        sentence = f"Over all treatments{left}: Welch’s F = {overall.f:.2f}, p {p_said(overall.p)}."
    return PaceSummary(found.horizon, sentence, overall.p, _lines(found.pairs, pace_sentence))


def _family(names: Sequence[str], control: str | None) -> tuple[Family, str | None]:
    return (Family.CONTROL, control) if control in names else (Family.ALL, None)


def _lines(pairs: Sequence[SpeedPair], say: Callable[..., str], **how: bool) -> list[SpeedLine]:
    return [
        SpeedLine(
            a=p.a,
            b=p.b,
            sentence=say(p, **how),
            effect=p.effect,
            lower=p.lower,
            upper=p.upper,
            p=p.p,
            p_adjusted=p.p_adjusted,
            told_apart=p.told_apart,
            reason=p.reason,
        )
        for p in pairs
    ]
