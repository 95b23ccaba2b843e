"""The vectors' functions of courses and speed, mapped to the core. Names in here are the files', not ours."""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import asdict

from core.germination import (
    CourseFit,
    DoubtedFit,
    FittedTime,
    NoFit,
    choose_family,
    compare_mgt,
    compare_pace,
    compare_t50,
    course_loglik,
    course_of,
    doubted_fit,
    fit_course,
)
from core.germination.jackknife import LeaveOneOut
from core.statistics import WelchPair, welch_oneway, welch_pair
from core.vocabulary import CurveFamily, Family
from scripts.vector_records import Json
from scripts.vector_records import dishes as records

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
    row = asdict(value) | {"scale": scale}
    empty = [k for k in ("estimate", "se", "df", "lower", "upper") if row[k] is None]
    return row | {"reasons": dict.fromkeys(empty, row.pop("reason"))}


def _leave_one_out(dishes: Sequence[Json], family: str) -> Json:
    found = doubted_fit(records(dishes), CurveFamily(family))
    if not isinstance(found, DoubtedFit):
        return {"fitted": False, "reasons": {"fit": found.reason}}
    out: Json = {"fitted": True, "reasons": {}}
    for name, value in found.doubt.items():
        natural = name == "ready_share"
        out["d" if natural else name] = _left_out(value, "natural" if natural else "log")
    return out


def _with_reasons(row: Json, keys: Sequence[str]) -> Json:
    reason = row.pop("reason")
    return row | {"reasons": dict.fromkeys([k for k in keys if row[k] is None], reason)}


def _t50(treatments: Sequence[Json], family: str, control: str | None = None) -> Json:
    found = compare_t50([FittedTime(**t) for t in treatments], Family(family), control)
    keys = ("ratio", "se_log", "df", "t", "p", "p_adjusted", "lower", "upper")
    return {"pairs": [_with_reasons(asdict(p) | {"ratio": p.effect, "se_log": p.se}, keys) for p in found]}


def _mgt(treatments: Sequence[Json], family: str, control: str | None = None) -> Json:
    found = compare_mgt([t["name"] for t in treatments], [records(t["dishes"]) for t in treatments], Family(family), control)
    return {
        "treatments": [_with_reasons(asdict(t), ("mean",)) for t in found.treatments],
        "pairs": [_with_reasons(asdict(p) | {"diff": p.effect}, PAIR_KEYS) for p in found.pairs],
    }


def _pace(treatments: Sequence[Json], family: str, control: str | None = None, horizon: float | None = None) -> Json:
    names = [t["name"] for t in treatments]
    found = compare_pace(names, [records(t["dishes"]) for t in treatments], Family(family), control, horizon)
    return {
        "horizon": found.horizon,
        "treatments": [{"name": n, "per_dish": list(found.per_dish[n]), "mean": found.means[n]} for n in names],
        "overall": _oneway_said(names, asdict(found.overall)),
        "pairs": [_with_reasons(asdict(p) | {"diff": p.effect}, PAIR_KEYS) for p in found.pairs],
    }


def _oneway_said(names: Sequence[str], row: Json) -> Json:
    return _with_reasons(row, ("f", "df1", "df2", "p")) | {"left_out": [names[i] for i in row["left_out"]]}


def _welch_pair(x: Sequence[float], y: Sequence[float]) -> Json:
    found: WelchPair = welch_pair(x, y)
    return _with_reasons(asdict(found), ("diff", "se", "df", "t", "p", "lower", "upper"))


COURSE_ADAPTERS: Mapping[str, Callable[..., Json]] = {
    "course_loglik": _loglik,
    "fit": _fit,
    "choose_family": _choose,
    "leave_one_out_fit": _leave_one_out,
    "compare_t50": _t50,
    "compare_mgt": _mgt,
    "compare_pace": _pace,
    "welch_pair": _welch_pair,
    "welch_oneway": lambda groups: _oneway_said(list(groups), asdict(welch_oneway(list(groups.values())))),
}
