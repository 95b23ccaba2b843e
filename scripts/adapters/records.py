"""Count records and their indices from the vectors' JSON."""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import asdict
from typing import Any

from core.errors import RecordRefused
from core.germination import indices, leave_one_dish_out, shared_horizon
from core.records import ClosingFates, CountRecord, Inspection

Json = dict[str, Any]


def dish(raw: Json) -> CountRecord:
    """One dish."""
    looks = tuple(Inspection(**i) for i in raw["inspections"])
    return CountRecord(raw["sown"], looks, ClosingFates(**raw["closing"]) if raw["closing"] else None)


def dishes(raw: Sequence[Json]) -> list[CountRecord]:
    """Several dishes, in their order."""
    return [dish(d) for d in raw]


def with_reasons(row: Json, keys: Sequence[str]) -> Json:
    """A row whose one `reason` stands for each of `keys` that is None."""
    reason = row.pop("reason")
    return row | {"reasons": dict.fromkeys([k for k in keys if row[k] is None], reason)}


def undefined(row: Json, reason: object) -> Json:
    """A row with a reason for each key that is None."""
    return row | {"reasons": {k: reason for k, v in row.items() if v is None}}


def _check_record(**given: Json) -> Json:
    try:
        d = dish(given["dish"])
    except RecordRefused as refusal:
        return {"valid": False, "rule": refusal.code, "t": refusal.t_days}
    out: Json = {"valid": True, "base_sown": d.sown, **asdict(d.fates)}
    for name in ("sown", "germinated", "abnormal", "rotted", "lost", "early", "remaining", "unknown", "base_filled", "base_viable"):
        out[name] = getattr(d, name)
    out["reasons"] = {} if d.base_viable is not None else {"base_viable": "fate_unknown"}
    return out


def _indices(dishes: Sequence[Json], horizon: float | None = None) -> Json:
    return asdict(indices([dish(d) for d in dishes], horizon))


def _shared_horizon(dishes: Sequence[Json]) -> Json:
    horizon = shared_horizon([dish(d) for d in dishes])
    return {"horizon": horizon, "reasons": {} if horizon is not None else {"horizon": "no_inspection"}}


def _leave_one_out(dishes: Sequence[Json], names: Sequence[str], horizon: float | None = None) -> Json:
    found = leave_one_dish_out([dish(d) for d in dishes], names, horizon)
    keys = ("estimate", "se", "df", "lower", "upper")
    return {name: with_reasons(asdict(value) | {"scale": "natural"}, keys) for name, value in found.items()}


RECORD_ADAPTERS: Mapping[str, Callable[..., Json]] = {
    "check_record": _check_record,
    "indices": _indices,
    "shared_horizon": _shared_horizon,
    "leave_one_out_indices": _leave_one_out,
}
