"""The vectors' functions of shares, comparisons, bags and blocks, mapped to the core."""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import asdict

from core.germination import (
    TYPICAL_BAG_RHO,
    TYPICAL_DISH_RHO,
    BaggedTreatment,
    BaggedTrial,
    Comparison,
    CountedDish,
    CountedTreatment,
    PairComparison,
    SharedBags,
    TrialShares,
    bag_rho,
    bag_share,
    compact_letters,
    compare_final,
    final_shares,
    pool_rho,
)
from core.response import DoseFit, LotSeries, dose_average, dose_curve, dose_trials_loglik
from core.statistics import holm, wilson
from core.vocabulary import DoseShape, Family
from scripts.adapters.records import Json, undefined

DOSE_ANSWERS = (
    *("shape", "no_effect", "top", "dose", "lower", "upper", "lower_open", "upper_open"),
    *("best_dose", "best_lower", "best_upper"),
)


def counted(raw: Sequence[Json]) -> list[CountedTreatment]:
    """Counted treatments of a trial."""
    return [
        CountedTreatment(
            t["name"],
            tuple(CountedDish(d["g"], d["n"], None if d.get("block") is None else str(d["block"])) for d in t["dishes"]),
            t.get("cv", 0.0),
            t.get("calibration", ""),
            SharedBags(t.get("bags", 0), t.get("sprouted", 0), t.get("bag_seeds", 0) if t.get("sprouted") else 0),
        )
        for t in raw
    ]


def _dose_response(doses: Sequence[Json], share: float | None = None) -> Json:
    treatments = counted([{"name": str(d["dose"]), "dishes": d["dishes"]} for d in doses])
    found = dose_curve([d["dose"] for d in doses], final_shares(treatments), share)
    told = {name: getattr(found, name) for name in DOSE_ANSWERS}
    return told | {"qaicc": dict(found.qaicc) or None, "reasons": dict(found.reasons)}


def _fit(shape: str, delta: float, parameters: Sequence[float]) -> DoseFit:
    return DoseFit(DoseShape(shape), delta, *parameters)


def _dose_trials_loglik(trials: Sequence[Json], shape: str, parameters: Sequence[float], tau: float) -> Json:
    total = 0.0
    for t in trials:
        doses, shares, sizes = (tuple(d[key] for d in t["doses"]) for key in ("dose", "p", "n_eff"))
        total += dose_trials_loglik([LotSeries(doses, shares, sizes, len(doses))], _fit(shape, t["delta"], parameters), tau)
    return {"loglik": total}


def _dose_average(doses: Sequence[float], delta: float, shape: str, parameters: Sequence[float], tau: float) -> Json:
    return {"doses": [asdict(point) for point in dose_average(doses, _fit(shape, delta, parameters), tau)]}


def _final(treatments: Sequence[Json], rho0: float = TYPICAL_DISH_RHO, rho_b: float = TYPICAL_BAG_RHO) -> Json:
    return _shares(final_shares(counted(treatments), rho0, rho_b))


def _shares(found: TrialShares) -> Json:
    out: Json = {
        name: getattr(found, name)
        for name in ("phi_hat", "nu", "mean_n", "m_a", "phi0", "rho_star", "phi", "df", "critical", "rho", "rho0", "rho_b")
    }
    treatments = [asdict(t) | {"name": t.id} for t in found.treatments]
    return out | {"warnings": list(found.warnings), "reasons": dict(found.reasons), "treatments": treatments}


def _pair(pair: PairComparison) -> Json:
    """A pair under the files' own words."""
    row = asdict(pair)
    row["told_apart"] = row.pop("differs")
    row["reasons"] = {"told_apart" if key == "differs" else key: why for key, why in row["reasons"].items()}
    return row


def _compared(result: Comparison, names: Sequence[str], family: str) -> Json:
    out: Json = {"phi": result.shares.phi, "df": result.shares.df, "pairs": [_pair(p) for p in result.pairs]}
    if family == Family.ALL:
        letters = compact_letters(names, [(p.a, p.b) for p in result.pairs if p.differs])
        out["share_a_letter"] = [[p.a, p.b] for p in result.pairs if set(letters[p.a]) & set(letters[p.b])]
    return out


def _compare(
    treatments: Sequence[Json],
    family: str,
    control: str | None = None,
    rho0: float = TYPICAL_DISH_RHO,
    rho_b: float = TYPICAL_BAG_RHO,
) -> Json:
    trial = counted(treatments)
    result = compare_final(trial, Family(family), control, rho0, rho_b)
    return _compared(result, [str(t.id) for t in trial], family) | {"overall": asdict(result.overall)}


def _compare_blocks(
    treatments: Sequence[Json],
    family: str,
    control: str | None = None,
    rho0: float = TYPICAL_DISH_RHO,
    rho_b: float = TYPICAL_BAG_RHO,
) -> Json:
    trial = counted(treatments)
    result = compare_final(trial, Family(family), control, rho0, rho_b)
    shares, finite, overall = result.shares, result.shares.blocks is not None, result.overall
    test: Json = {"f": overall.stat, "df1": overall.df1, "df2": overall.df2, "p": overall.p, "reasons": {}}
    if not finite:
        why = shares.block_reason or ("no_replication" if shares.df is None else "no_finite_fit")
        test = {"f": None, "df1": len(trial) - 1, "df2": None, "p": None, "reasons": dict.fromkeys(("f", "df2", "p"), why)}
    out = _compared(result, [str(t.id) for t in trial], family)
    out |= {name: getattr(shares, name) for name in ("phi_hat", "nu", "phi0")} | {"finite": finite, "test": test}
    return out | {"treatments": [asdict(t) | {"name": t.id} for t in shares.treatments], "reasons": dict(shares.reasons)}


def _bag_share(p: float, n_eff: float, sprouted: int, bag_seeds: int, bags: int, rho_b: float = TYPICAL_BAG_RHO) -> Json:
    return asdict(bag_share(p, n_eff, SharedBags(bags, sprouted, bag_seeds), rho_b))


def _bag_rho(trials: Sequence[Json]) -> Json:
    given = [
        BaggedTrial(
            t["rho_star"],
            [BaggedTreatment([[(d["g"], d["n"]) for d in map(_checked, bag)] for bag in x["bags"]]) for x in t["treatments"]],
        )
        for t in trials
    ]
    found = bag_rho(given)
    return {"rho_b": found.rho_b, "nu": found.nu, "reasons": {} if found.reason is None else {"rho_b": found.reason}}


def _checked(raw: Json) -> Json:
    CountedDish(raw["g"], raw["n"])
    return raw


def _pool_rho(trials: Sequence[Json]) -> Json:
    rho, nu = pool_rho([(t["rho"], t["nu"]) for t in trials])
    return undefined({"rho": rho, "nu": nu}, "no_replication")


TRIAL_ADAPTERS: Mapping[str, Callable[..., Json]] = {
    "dose_average": _dose_average,
    "dose_response": _dose_response,
    "dose_trials_loglik": _dose_trials_loglik,
    "final": _final,
    "wilson": lambda p, n, critical: asdict(wilson(p, n, critical)),
    "pool_rho": _pool_rho,
    "compare_final": _compare,
    "compare_blocks": _compare_blocks,
    "bag_share": _bag_share,
    "bag_rho": _bag_rho,
    "holm": lambda p: {"adjusted": holm(p)},
}
