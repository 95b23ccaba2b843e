"""The vectors' functions of sowing, mapped to the core."""

from collections.abc import Callable, Mapping
from dataclasses import asdict

from core.seedstock import (
    TYPICAL_TRAY_RHO,
    TrayExperience,
    cells_needed,
    direct_sowing,
    pure_live_seed,
    seeds_per_cell,
)
from scripts.adapters.records import Json


def _cell(
    p: float, n_eff: float, s: float, target: float, cells: int, rho_t: float = TYPICAL_TRAY_RHO, came: float = 0, failed: float = 0
) -> Json:
    return asdict(seeds_per_cell(p, n_eff, target, TrayExperience(s, came, failed, rho_t), cells))


def _cells(
    p: float,
    n_eff: float,
    s: float,
    plants: int,
    seeds: int,
    assurance: float,
    rho_t: float = TYPICAL_TRAY_RHO,
    came: float = 0,
    failed: float = 0,
) -> Json:
    return asdict(cells_needed(p, n_eff, plants, seeds, TrayExperience(s, came, failed, rho_t), assurance))


SOWING_ADAPTERS: Mapping[str, Callable[..., Json]] = {
    "seeds_per_cell": _cell,
    "cells_needed": _cells,
    "direct_sowing": lambda **given: asdict(direct_sowing(**given)),
    "pure_live_seed": lambda **given: asdict(pure_live_seed(**given)),
}
