"""The vectors' functions of planning: power, counting plans, stopping, schedules."""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import asdict
from datetime import date
from typing import Any

from core.design import Design, counting_plan, detectable, dishes_needed, halvings, power, precision, stop_rule
from core.errors import CoreError
from core.treatment import friendly_end, schedule, stagger
from core.vocabulary import DurationUnit
from scripts.adapters.records import Json, dish, undefined


def _precision(p: float, **design: Any) -> Json:
    return asdict(precision(p, Design(**design)))


def _stop_rule(planned: float, expected: float | None = None, **given: Json) -> Json:
    advice = asdict(stop_rule(dish(given["dish"]), planned, expected=expected))
    return undefined(advice, "all_accounted")


def _durations(steps: Sequence[Json]) -> list[tuple[float, DurationUnit]]:
    return [(s["duration"], DurationUnit(s["unit"])) for s in steps]


def _stagger(recipes: Sequence[Json], mode: str, at: float) -> Json:
    plans = {r["name"]: _durations(r["steps"]) for r in recipes}
    return {"recipes": [asdict(t) for t in stagger(plans, sow_together=mode == "sow_together", at=at)]}


def _friendly_end(start: str, days: int, working: Sequence[int]) -> Json:
    found = asdict(friendly_end(date.fromisoformat(start), days, working))
    return found | {"end": found["end"].isoformat()}


def _power(p1: float, p2: float, **given: Any) -> Json:
    design = Design(**given)
    found = power(p1, p2, design)
    ncp, strong = found if found is not None else (None, None)
    return undefined({"phi": design.phi, "nu": design.nu, "ncp": ncp, "power": strong}, "no_replication")


def _dishes_needed(p1: float, p2: float, **given: Any) -> Json:
    found = dishes_needed(p1, p2, Design(dishes=2, **given))
    dishes, strong = found if found is not None else (None, None)
    return undefined({"dishes": dishes, "power": strong}, "not_detectable")


def _halvings(lot: int, wanted: int) -> Json:
    try:
        return {"refused": False} | asdict(halvings(lot, wanted))
    except CoreError as refusal:
        return {"refused": True, "rule": refusal.code}


def _detectable(p1: float, **given: Any) -> Json:
    design = Design(**given)
    above, below = detectable(p1, design)
    return undefined({"above": above, "below": below}, "no_replication" if design.nu == 0 else "not_detectable")


PLANNING_ADAPTERS: Mapping[str, Callable[..., Json]] = {
    "counting_plan": lambda **plan: {"looks": counting_plan(**plan)},
    "stop_rule": _stop_rule,
    "schedule": lambda steps, start=None, sow=None: asdict(schedule(_durations(steps), start=start, sow=sow)),
    "stagger": _stagger,
    "friendly_end": _friendly_end,
    "precision": _precision,
    "precision_bags": _precision,
    "dishes_needed": _dishes_needed,
    "halvings": _halvings,
    "power": _power,
    "detectable": _detectable,
}
