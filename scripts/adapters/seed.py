"""The vectors' functions of amounts, storage and chill."""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import asdict
from typing import Any

import numpy as np

from core.errors import CoreError
from core.harvest import SeasonBelief, Sighting, collecting_limit, ripeness, season_belief
from core.records import ClosingFates, CountRecord, Inspection
from core.seedstock import (
    GerminationTest,
    StockChange,
    TreatmentTest,
    balances,
    decline,
    decline_tests,
    fill,
    imbibition,
    live_seeds,
    purity,
    relative_life,
    seed_rate,
    stock_error,
    storage_check,
    thousand_seed_weight,
)
from core.temperature import chill
from core.vocabulary import CalibrationKind, Shedding, StockKind, StorageBehaviour, StorageClass
from scripts.adapters.records import Json, undefined


def _chill(readings: Sequence[Json], **band: float) -> Json:
    hours, temps = (np.array([r[k] for r in readings], dtype=float) for k in ("h", "temp"))
    found = asdict(chill(hours, temps, **band))
    gaps = [{"from": g["start"], "to": g["end"], "hours": g["end"] - g["start"]} for g in found["gaps"]]
    reason = found.pop("reason")
    return undefined(found | {"gaps": gaps}, reason)


def _ledger(entries: Sequence[Json]) -> Json:
    changes = [StockChange(StockKind(e["kind"]), e["amount"]) for e in entries]
    try:
        return {"balances": balances(changes), "refused_at": None, "rule": None}
    except CoreError as refusal:
        at = _refused_at(refusal)
        return {"balances": balances(changes[:at]), "refused_at": at, "rule": refusal.code}


def _refused_at(refusal: CoreError) -> int:
    return int(refusal.parameter.split(".")[1])


def _stock_error(entries: Sequence[Json]) -> Json:
    changes = [
        StockChange(StockKind(e["kind"]), e["seeds"], e["cv"] * abs(e["seeds"]) if "cv" in e else e.get("se", 0.0), rate=e.get("rate", ""))
        for e in entries
    ]
    try:
        left = balances(changes)
    except CoreError as refusal:
        return {"balance": None, "se": None, "refused_at": _refused_at(refusal), "rule": refusal.code}
    return {"balance": left[-1] if left else 0, "se": stock_error(changes)[0], "refused_at": None, "rule": None}


def _tsw(masses: Sequence[float], size: int, *, chaffy: bool = False) -> Json:
    found = thousand_seed_weight(masses, size, chaffy=chaffy)
    return undefined({"tsw": found.tsw_g, "cv": found.cv, "weigh_more": found.weigh_more}, found.reason)


def _estimate(counts: Sequence[int], amounts: Sequence[float], total: float, kind: CalibrationKind, rate_name: str) -> Json:
    rate = seed_rate(counts, amounts, kind)
    found = rate.of(total)
    return undefined({rate_name: rate.per_unit, "estimate": found.seeds, "se": found.se}, found.reason)


def _decline(tests: Sequence[Json], storage_class: str, temp: float, rh: float, behaviour: str = "orthodox") -> Json:
    given = [GerminationTest(t["t"], t["g"], t["n"], t.get("phi", 1.0)) for t in tests]
    # the files know orthodox and the rest, for which there is no forecast
    bears = StorageBehaviour.ORTHODOX if behaviour == "orthodox" else StorageBehaviour.RECALCITRANT
    found = decline(given, StorageClass(storage_class), temp, rh, bears)
    out: Json = {"k": found.k, "sigma": found.sigma_years, "t50": found.half_years}
    for name, ends in (("sigma", found.sigma_range), ("t50", found.half_range)):
        out |= {f"{name}_lower": ends.lower if ends else None, f"{name}_upper": ends.upper if ends else None}
    reason = "no_test" if found.reason == "never_tested" else found.reason
    return undefined(out, reason)


def _decline_tests(tests: Sequence[Json]) -> Json:
    found = decline_tests([TreatmentTest(t["t"], t["treatment"], (_tested(t),)) for t in tests])
    return {"source": found.source, "tests": [{"t": t.at_years, "g": t.alive, "n": t.filled} for t in found.tests]}


def _tested(raw: Json) -> CountRecord:
    look = Inspection(1.0, *(raw[k] for k in ("germinated", "abnormal", "rotted", "lost")))
    return CountRecord(raw["sown"], (look,), ClosingFates(**raw["closing"]) if raw["closing"] else None)


def _imbibition(**masses: float) -> Json:
    return asdict(imbibition(**{f"{name}_g": mass for name, mass in masses.items()}))


def _collecting(**season: Any) -> Json:
    return asdict(collecting_limit(**season))


def _ripeness(
    shedding: str,
    visits: Sequence[Json] = (),
    earlier: Sequence[Json] = (),
    prior: Json | None = None,
    season: Sequence[float] = (1.0, 365.0),
    days: Sequence[float] = (),
    most: float = 0.1,
    *,
    taken: bool = False,
) -> Json:
    """`earlier` are seasons with mean and sd; `prior` is given in their place. `most` and `taken` are those of the next visit."""
    seen = [Sighting(v["day"], v.get("ripe"), bool(v.get("harvested")), bool(v.get("gone"))) for v in visits]
    before = SeasonBelief(**prior) if prior else season_belief([SeasonBelief(e["mean"], e["sd"]) for e in earlier])
    found = ripeness(Shedding(shedding), (season[0], season[1]), seen, before)
    if found is None:
        return undefined({"half": None, "best": None, "days": None, "next_visit": None}, "nothing_known")
    since = max((s.day for s in seen), default=None)
    at = np.asarray(days, dtype=float)
    ripe, gone = found.expected(at)
    told = [
        {"day": d, "ripe": r, "gone": g, "chance_ripe": found.chance_ripe(d), "chance_gone": found.chance_gone(d)}
        for d, r, g in zip(days, ripe, gone, strict=True)
    ]
    best, there, first, last = found.best_days(np.arange(season[0], season[1] + 1))
    visit = found.next_visit(since, season[0] if since is None else since, taken=taken, most=most)
    return {
        "half": dict(zip(("median", "lower", "upper"), found.half_ripe(), strict=True)),
        "best": {"day": best, "share": there, "from": first, "to": last},
        "days": told,
        "next_visit": visit,
        "reasons": {} if visit is not None else {"next_visit": "season_over"},
    }


SEED_ADAPTERS: Mapping[str, Callable[..., Json]] = {
    "chill": _chill,
    "ledger": _ledger,
    "stock_error": _stock_error,
    "tsw": _tsw,
    "by_volume": lambda counts, mls, volume: _estimate(counts, mls, volume, CalibrationKind.SCOOPED, "per_ml"),
    "by_heads": lambda heads, sample: _estimate(sample, [1] * len(sample), heads, CalibrationKind.HEADS, "per_head"),
    "purity": lambda pure_mass, sample_mass: {"purity": purity(pure_mass, sample_mass)},
    "fill": lambda filled, cut: {"fill": fill(filled, cut).share},
    "live_seeds": lambda count, fill, germination_of_filled: {"live": live_seeds(count, fill, germination_of_filled)},
    "collecting_limit": _collecting,
    "storage_check": lambda temp, rh: asdict(storage_check(temp, rh)),
    "relative_life": lambda temp, rh, ref_temp, ref_rh: {"relative_life": relative_life(temp, rh, ref_temp, ref_rh)},
    "decline": _decline,
    "decline_tests": _decline_tests,
    "imbibition": _imbibition,
    "ripeness": _ripeness,
}
