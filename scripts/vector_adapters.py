"""Map each function name of a vector file to the core, and rename keys. Names in here are the files', not ours."""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import asdict
from datetime import date
from typing import Any

import numpy as np

from core.design import counting_plan, detectable, dishes_needed, halvings, power, precision, stop_rule
from core.errors import CoreError, RecordRefused
from core.germination import (
    CountedDish,
    CountedTreatment,
    compact_letters,
    compare_final,
    final_shares,
    indices,
    leave_one_dish_out,
    pool_rho,
    shared_horizon,
)
from core.harvest import collecting_limit
from core.seedstock import (
    GerminationTest,
    StockChange,
    balances,
    decline,
    fill,
    imbibition,
    live_seeds,
    purity,
    relative_life,
    seed_rate,
    storage_check,
    thousand_seed_weight,
)
from core.statistics import holm, wilson
from core.temperature import chill
from core.treatment import friendly_end, schedule, stagger
from core.vocabulary import CalibrationKind, DurationUnit, Family, StockKind, StorageBehaviour, StorageClass
from scripts.vector_adapters_course import COURSE_ADAPTERS
from scripts.vector_adapters_sowing import SOWING_ADAPTERS
from scripts.vector_records import Json
from scripts.vector_records import dish as record
from scripts.vector_records import dishes as records


def _chill(readings: Sequence[Json], **band: float) -> Json:
    hours, temps = (np.array([r[k] for r in readings], dtype=float) for k in ("h", "temp"))
    found = asdict(chill(hours, temps, **band))
    gaps = [{"from": g["start"], "to": g["end"], "hours": g["end"] - g["start"]} for g in found["gaps"]]
    keys = [k for k, v in found.items() if v is None and k != "reason"]
    return found | {"gaps": gaps, "reasons": dict.fromkeys(keys, found["reason"])}


def _counted(raw: Sequence[Json]) -> list[CountedTreatment]:
    return [CountedTreatment(t["name"], tuple(CountedDish(d["g"], d["n"]) for d in t["dishes"])) for t in raw]


def _check_record(dish: Json) -> Json:
    try:
        d = record(dish)
    except RecordRefused as refusal:
        return {"valid": False, "rule": refusal.code, "t": refusal.t_days}
    out: Json = {"valid": True, "base_sown": d.sown, **asdict(d.fates)}
    for name in ("sown", "germinated", "abnormal", "rotted", "lost", "early", "remaining", "unknown", "base_filled", "base_viable"):
        out[name] = getattr(d, name)
    out["reasons"] = {} if d.base_viable is not None else {"base_viable": "fate_unknown"}
    return out


def _indices(dishes: Sequence[Json], horizon: float | None = None) -> Json:
    return asdict(indices(records(dishes), horizon))


def _shared_horizon(dishes: Sequence[Json]) -> Json:
    horizon = shared_horizon(records(dishes))
    return {"horizon": horizon, "reasons": {} if horizon is not None else {"horizon": "no_inspection"}}


def _leave_one_out(dishes: Sequence[Json], names: Sequence[str], horizon: float | None = None) -> Json:
    found = leave_one_dish_out(records(dishes), names, horizon)
    out = {}
    for name, value in found.items():
        row = asdict(value) | {"scale": "natural"}
        empty = [k for k in ("estimate", "se", "df", "lower", "upper") if row[k] is None]
        out[name] = row | {"reasons": dict.fromkeys(empty, row.pop("reason"))}
    return out


def _final(treatments: Sequence[Json], rho0: float = 0.05) -> Json:
    return asdict(final_shares(_counted(treatments), rho0))


def _compare(treatments: Sequence[Json], family: str, control: str | None = None) -> Json:
    counted = _counted(treatments)
    result = compare_final(counted, Family(family), control)
    out: Json = {"phi": result.shares.phi, "df": result.shares.df, "overall": asdict(result.overall)}
    out["pairs"] = [asdict(p) for p in result.pairs]
    if family == Family.ALL:
        letters = compact_letters([t.name for t in counted], [(p.a, p.b) for p in result.pairs if p.told_apart])
        out["share_a_letter"] = [[p.a, p.b] for p in result.pairs if set(letters[p.a]) & set(letters[p.b])]
    return out


def _stop_rule(dish: Json, planned: float) -> Json:
    advice = asdict(stop_rule(record(dish), planned))
    reasons = {"quiet_days": "all_accounted", "needed_quiet": "all_accounted"} if advice["quiet_days"] is None else {}
    return advice | {"reasons": reasons}


def _durations(steps: Sequence[Json]) -> list[tuple[float, DurationUnit]]:
    return [(s["duration"], DurationUnit(s["unit"])) for s in steps]


def _stagger(recipes: Sequence[Json], mode: str, at: float) -> Json:
    plans = {r["name"]: _durations(r["steps"]) for r in recipes}
    return {"recipes": [asdict(t) for t in stagger(plans, sow_together=mode == "sow_together", at=at)]}


def _friendly_end(start: str, days: int, working: Sequence[int]) -> Json:
    found = asdict(friendly_end(date.fromisoformat(start), days, working))
    return found | {"end": found["end"].isoformat()}


def _ledger(entries: Sequence[Json]) -> Json:
    changes = [StockChange(StockKind(e["kind"]), e["amount"]) for e in entries]
    try:
        return {"balances": balances(changes), "refused_at": None, "rule": None}
    except CoreError as refusal:
        at = int(refusal.parameter.split(".")[1])
        return {"balances": balances(changes[:at]), "refused_at": at, "rule": refusal.code}


def _tsw(masses: Sequence[float], size: int, *, chaffy: bool = False) -> Json:
    found = thousand_seed_weight(masses, size, chaffy=chaffy)
    reasons = dict.fromkeys(("cv", "weigh_more"), found.reason) if found.reason else {}
    return {"tsw": found.tsw_g, "cv": found.cv, "weigh_more": found.weigh_more, "reasons": reasons}


def _estimate(counts: Sequence[int], amounts: Sequence[float], total: float, kind: CalibrationKind, rate_name: str) -> Json:
    rate = seed_rate(counts, amounts, kind)
    found = rate.of(total)
    reasons = {"se": found.reason} if found.reason else {}
    return {rate_name: rate.per_unit, "estimate": found.seeds, "se": found.se, "reasons": reasons}


def _decline(tests: Sequence[Json], storage_class: str, temp: float, rh: float, behaviour: str = "orthodox") -> Json:
    given = [GerminationTest(t["t"], t["g"], t["n"]) for t in tests]
    # the files know orthodox and the rest, for which there is no forecast
    bears = StorageBehaviour.ORTHODOX if behaviour == "orthodox" else StorageBehaviour.RECALCITRANT
    found = decline(given, StorageClass(storage_class), temp, rh, bears)
    out = {"k": found.k, "sigma": found.sigma_years, "t50": found.t50_years, "source": found.source}
    return out | {"reasons": {k: found.reason for k, v in out.items() if v is None}}


def _imbibition(**masses: float) -> Json:
    return asdict(imbibition(**{f"{name}_g": mass for name, mass in masses.items()}))


def _power(p1: float, p2: float, **design: Any) -> Json:
    found = power(p1, p2, **design)
    base = {"phi": 1 + (design["seeds"] - 1) * design["rho"], "nu": design["treatments"] * (design["dishes"] - 1)}
    if found is None:
        return base | {"ncp": None, "power": None, "reasons": {"ncp": "no_replication", "power": "no_replication"}}
    return base | {"ncp": found[0], "power": found[1], "reasons": {}}


def _dishes_needed(**design: Any) -> Json:
    found = dishes_needed(**design)
    if found is None:
        return {"dishes": None, "power": None, "reasons": dict.fromkeys(("dishes", "power"), "not_detectable")}
    return {"dishes": found[0], "power": found[1], "reasons": {}}


def _halvings(lot: int, wanted: int) -> Json:
    try:
        return {"refused": False} | asdict(halvings(lot, wanted))
    except CoreError as refusal:
        return {"refused": True, "rule": refusal.code}


def _detectable(p1: float, **design: Any) -> Json:
    above, below = detectable(p1, **design)
    reason = "no_replication" if design["dishes"] == 1 else "not_detectable"
    return {"above": above, "below": below, "reasons": {k: reason for k, v in (("above", above), ("below", below)) if v is None}}


def _pool_rho(trials: Sequence[Json]) -> Json:
    rho, nu = pool_rho([(t["rho"], t["nu"]) for t in trials])
    return {"rho": rho, "nu": nu, "reasons": {} if rho is not None else {"rho": "no_replication"}}


ADAPTERS: Mapping[str, Callable[..., Json]] = {
    "check_record": _check_record,
    "indices": _indices,
    "shared_horizon": _shared_horizon,
    "leave_one_out_indices": _leave_one_out,
    "final": _final,
    "wilson": lambda p, n, critical: asdict(wilson(p, n, critical)),
    "pool_rho": _pool_rho,
    "compare_final": _compare,
    "holm": lambda p: {"adjusted": holm(p)},
    "counting_plan": lambda **plan: {"looks": counting_plan(**plan)},
    "stop_rule": _stop_rule,
    "schedule": lambda steps, start=None, sow=None: asdict(schedule(_durations(steps), start=start, sow=sow)),
    "stagger": _stagger,
    "chill": _chill,
    "friendly_end": _friendly_end,
    "ledger": _ledger,
    "tsw": _tsw,
    "by_volume": lambda counts, mls, volume: _estimate(counts, mls, volume, CalibrationKind.SCOOPED, "per_ml"),
    "by_heads": lambda heads, sample: _estimate(sample, [1] * len(sample), heads, CalibrationKind.HEADS, "per_head"),
    "purity": lambda pure_mass, sample_mass: {"purity": purity(pure_mass, sample_mass)},
    "fill": lambda filled, cut: {"fill": fill(filled, cut).share},
    "live_seeds": lambda count, fill, germination_of_filled: {"live": live_seeds(count, fill, germination_of_filled)},
    "collecting_limit": lambda **season: asdict(collecting_limit(**season)),
    "storage_check": lambda temp, rh: asdict(storage_check(temp, rh)),
    "relative_life": lambda temp, rh, ref_temp, ref_rh: {"relative_life": relative_life(temp, rh, ref_temp, ref_rh)},
    "decline": _decline,
    "imbibition": _imbibition,
    "precision": lambda p, **design: asdict(precision(p, **design)),
    "dishes_needed": _dishes_needed,
    "halvings": _halvings,
    "power": _power,
    "detectable": _detectable,
    **COURSE_ADAPTERS,
    **SOWING_ADAPTERS,
}
