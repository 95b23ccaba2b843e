"""The vectors' functions of decisions and of treatments over trials, mapped to the core."""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import asdict

from core.decision import Candidate, Costs, costs_of, decide, shrinkage
from core.errors import CoreError
from core.germination import TYPICAL_BAG_RHO, TYPICAL_DISH_RHO, TrialLine, over_trials
from core.treatment import KeyStep, TreatmentKey
from core.vocabulary import DecisionAim, Dormancy, DurationUnit, Light, Medium, StepKind
from core.worth import NOTHING_KNOWN, STARTING_WEIGHT, Belief, Design, Situation, WorthCandidate, starting_belief, worth_of_tests
from scripts.adapters.records import Json

# the files' short words for two kinds of step
_KINDS = {"cold": StepKind.COLD_MOIST, "warm": StepKind.WARM_MOIST}


def _decide(
    treatments: Sequence[Json],
    critical: float,
    aim: str = "balanced",
    week_cost: float | None = None,
    hazard_cost: float | None = None,
    *,
    replicated: bool = True,
) -> Json:
    candidates = [Candidate(t["name"], t["p"], t["n_eff"], t["weeks"], bool(t["hazard"])) for t in treatments]
    own = None if week_cost is None or hazard_cost is None else Costs(week_cost, hazard_cost)
    found = decide(candidates, critical, replicated=replicated, aim=DecisionAim(aim), own=own)
    options = [{"name": c.id, **asdict(o)} for c, o in zip(candidates, found.options, strict=True)]
    out: Json = {"mu": found.prior.mu, "kappa": found.prior.kappa, "use": candidates[found.use].id, "hint": found.hint}
    return out | {"treatments": options, "reasons": {}}


def _over_trials(trials: Sequence[Json]) -> Json:
    found = over_trials([TrialLine(t["p"], t["n_eff"]) for t in trials])
    if found is None:
        raise CoreError("There is no trial to pool.", code="no_trial", parameter="trials")
    following = asdict(found.next_lot) | {"expected": found.next_expected}
    return {"mean": asdict(found.mean), "next": following, "tau": found.tau, "reasons": {}}


def _key(steps: Sequence[Json]) -> tuple[TreatmentKey, tuple[object, ...]]:
    """The key, and beside it a strength that the application does not record."""
    made = [
        KeyStep.of(
            _KINDS.get(s["kind"]) or StepKind(s["kind"]),
            s["duration"],
            DurationUnit(s["unit"]),
            temperature_c=s.get("temp"),
            medium=Medium(s["medium"]) if s.get("medium") else None,
            light=Light(s["light"]) if s.get("light") else None,
        )
        for s in steps
    ]
    return TreatmentKey.of(made), tuple(s.get("dose") for s in steps)


def _belief(raw: Json) -> Belief:
    """What is believed of a candidate: a and b, a mean with its weight, or the class and steps of a starting point."""
    if "a" in raw:
        return Belief(raw["a"], raw["b"])
    if "mean" in raw:
        weight = raw.get("weight", STARTING_WEIGHT)
        return Belief(raw["mean"] * weight, (1 - raw["mean"]) * weight)
    if "class" in raw:
        return starting_belief(Dormancy(raw["class"]), _key(raw.get("steps", ()))[0].steps, raw.get("weight", STARTING_WEIGHT))
    return NOTHING_KNOWN


def _worth(
    seeds: int,
    candidates: Sequence[Json],
    designs: Sequence[Json],
    wanted: int | None = None,
    plant_share: float = 1.0,
    rho0: float = TYPICAL_DISH_RHO,
    rho_b: float = TYPICAL_BAG_RHO,
    aim: str = "most",
) -> Json:
    names = [c.get("name", i) for i, c in enumerate(candidates)]
    made = [WorthCandidate(_belief(c), c.get("weeks", 0.0), bool(c.get("hazard")), bool(c.get("bags", 1))) for c in candidates]
    tests = [Design(tuple(names.index(t) for t in d["treatments"]), d["dishes"], d["seeds"], d.get("bags", 1)) for d in designs]
    situation = Situation(seeds, wanted, plant_share, rho0, rho_b, costs_of(DecisionAim(aim)))
    found = worth_of_tests(made, situation, tests)
    by_design = {d.design: d for d in found.designs}
    told = [{name: getattr(by_design[t], name) for name in ("worth", "gained", "spent", "changes")} | {"seeds": t.seeds} for t in tests]
    best = None if found.best is None else tests.index(found.best.design)
    return {"without": names[found.without], "plants_without": found.plants_without, "designs": told, "best": best}


DECISION_ADAPTERS: Mapping[str, Callable[..., Json]] = {
    "decide": _decide,
    "worth": _worth,
    "shrinkage": lambda p, n: asdict(shrinkage(p, n)),
    "over_trials": _over_trials,
    "same_treatment": lambda a, b: {"same": _key(a) == _key(b)},
}
