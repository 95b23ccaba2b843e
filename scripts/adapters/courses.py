"""The vectors' functions of courses and speed, mapped to the core. Names in here are the files', not ours."""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import asdict

from core.germination import (
    CourseFit,
    DoubtedFit,
    NoFit,
    TimeComparison,
    TreatmentTime,
    choose_family,
    compare_mgt,
    compare_pace,
    compare_t50,
    course_loglik,
    course_of,
    curve_misfit,
    doubted_fit,
    fit_course,
    log_time_variance,
)
from core.germination.jackknife import LeaveOneOut
from core.statistics import WelchPair, welch_oneway, welch_pair
from core.vocabulary import CurveFamily, Family
from scripts.adapters.records import Json, undefined, with_reasons
from scripts.adapters.records import dishes as records

PAIR_KEYS = ("diff", "se", "df", "t", "p", "p_adjusted", "lower", "upper")


def _loglik(dishes: Sequence[Json], family: str, d: float, a: float, b: float) -> Json:
    return {"loglik": course_loglik(records(dishes), CurveFamily(family), d, a, b)}


def _fit(dishes: Sequence[Json], family: str) -> Json:
    return _fit_said(fit_course(course_of(records(dishes)), CurveFamily(family)))


def _fit_said(found: CourseFit | NoFit) -> Json:
    if isinstance(found, NoFit):
        return {"fitted": False, "reasons": {"fit": found.reason}}
    out = asdict(found)
    return out | {"fitted": True, "d": found.ready_share, "a": found.shape, "b": found.scale}


def _choose(treatments: Sequence[Json]) -> Json:
    found = choose_family([records(t["dishes"]) for t in treatments])
    names = [treatments[i]["name"] for i in found.fitted]
    return {"family": found.family, "aic": dict(found.aic), "fitted": names, "reasons": {}}


def _left_out(value: LeaveOneOut, scale: str) -> Json:
    return with_reasons(asdict(value) | {"scale": scale}, ("estimate", "se", "df", "lower", "upper"))


def _leave_one_out(dishes: Sequence[Json], family: str) -> Json:
    found = doubted_fit(records(dishes), CurveFamily(family))
    if not isinstance(found, DoubtedFit):
        return {"fitted": False, "reasons": {"fit": found.reason}}
    out: Json = {"fitted": True, "reasons": {}}
    for name, value in found.doubt.items():
        natural = name == "ready_share"
        out["d" if natural else name] = _left_out(value, "natural" if natural else "log")
    return out


def _times(found: TimeComparison, time: str, se: str) -> Json:
    """A comparison of times; `time` and `se` are the file's names of a treatment's time and its error."""
    effect = "ratio" if time == "t50" else "diff"
    treatments, pairs = [], []
    for given, t in zip(found.given, found.treatments, strict=True):
        row = {"name": t.id, time: t.time, se: t.se, "lower": t.lower, "upper": t.upper, "reason": t.reason}
        said = with_reasons(row, (time, se, "lower", "upper")) | {"v": given.v, "se_left_out": given.se_left_out}
        if time == "mgt":
            own = {"mgt": "none_germinated" if t.time is None else None, "v": given.v_reason, "se_left_out": given.se_reason}
            said["reasons"] |= {k: why for k, why in own.items() if why is not None}
        treatments.append(said)
    for p in found.pairs:
        row = asdict(p) | {effect: p.effect, ("se_log" if effect == "ratio" else "se"): p.se}
        keys = (effect, "se_log" if effect == "ratio" else "se", "df", "t", "p", "p_adjusted", "lower", "upper")
        pairs.append(with_reasons(row, keys) | {"told_apart": p.differs})
    out: Json = {"lambda_hat": found.lambda_hat, "lambda0": found.lambda0, "nu": found.nu, "lambda": found.scatter, "df": found.df}
    return out | {"treatments": treatments, "pairs": pairs}


def _t50(treatments: Sequence[Json], mean_n: float, family: str, control: str | None = None) -> Json:
    times = [TreatmentTime(t["name"], t["t50"], t["v"], t["se"], t["dishes"], t.get("bags", 0)) for t in treatments]
    found = _times(compare_t50(times, mean_n, Family(family), control), "t50", "se_log")
    return undefined(found, "no_replication")


def _mgt(treatments: Sequence[Json], family: str, control: str | None = None) -> Json:
    names, bags = [t["name"] for t in treatments], [t.get("bags", 0) for t in treatments]
    found = compare_mgt(names, [records(t["dishes"]) for t in treatments], Family(family), control, bags)
    return undefined(_times(found, "mgt", "se"), "no_replication")


def _misfit(dishes: Sequence[Json], family: str) -> Json:
    found = records(dishes)
    fit = fit_course(course_of(found), CurveFamily(family))
    if isinstance(fit, NoFit):
        return undefined({"distance": None, "limit": None, "misfits": None}, fit.reason) | {"fitted": False}
    misfit = curve_misfit(found, fit)
    return {"fitted": True, "distance": misfit.distance, "limit": misfit.limit, "misfits": misfit.misfits, "reasons": {}}


def _log_time_variance(dishes: Sequence[Json], family: str, percent: int) -> Json:
    found = records(dishes)
    fit = fit_course(course_of(found), CurveFamily(family))
    if isinstance(fit, NoFit):
        return undefined({"v": None}, fit.reason)
    return undefined({"v": log_time_variance(found, fit, percent)}, "no_spread")


def _pace(treatments: Sequence[Json], family: str, control: str | None = None, horizon: float | None = None) -> Json:
    names = [t["name"] for t in treatments]
    bags = [t.get("bags", 0) for t in treatments]
    found = compare_pace(names, [records(t["dishes"]) for t in treatments], Family(family), control, horizon, bags)
    return {
        "horizon": found.horizon,
        "treatments": [{"name": n, "per_dish": list(found.per_dish[n]), "mean": found.means.get(n)} for n in names],
        "overall": _oneway_said(names, asdict(found.overall)),
        "pairs": [with_reasons(asdict(p) | {"diff": p.effect}, PAIR_KEYS) for p in found.pairs],
    }


def _oneway_said(names: Sequence[str], row: Json) -> Json:
    return with_reasons(row, ("f", "df1", "df2", "p")) | {"left_out": [names[i] for i in row["left_out"]]}


def _welch_pair(x: Sequence[float], y: Sequence[float]) -> Json:
    found: WelchPair = welch_pair(x, y)
    return with_reasons(asdict(found), ("diff", "se", "df", "t", "p", "lower", "upper"))


COURSE_ADAPTERS: Mapping[str, Callable[..., Json]] = {
    "course_loglik": _loglik,
    "fit": _fit,
    "choose_family": _choose,
    "leave_one_out_fit": _leave_one_out,
    "curve_misfits": _misfit,
    "log_time_variance": _log_time_variance,
    "compare_t50": _t50,
    "compare_mgt": _mgt,
    "compare_pace": _pace,
    "welch_pair": _welch_pair,
    "welch_oneway": lambda groups: _oneway_said(list(groups), asdict(welch_oneway(list(groups.values())))),
}
