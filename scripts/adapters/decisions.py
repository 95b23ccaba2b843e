"""The vectors' functions of decisions and of treatments over trials, mapped to the core."""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import asdict

from core.decision import Candidate, Costs, decide, shrinkage
from core.errors import CoreError
from core.germination import TrialLine, over_trials
from core.treatment import KeyStep, TreatmentKey
from core.vocabulary import DecisionAim, DurationUnit, Light, Medium, StepKind
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


DECISION_ADAPTERS: Mapping[str, Callable[..., Json]] = {
    "decide": _decide,
    "shrinkage": lambda p, n: asdict(shrinkage(p, n)),
    "over_trials": _over_trials,
    "same_treatment": lambda a, b: {"same": _key(a) == _key(b)},
}
