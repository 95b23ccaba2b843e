"""The sowing functions of the vector files. Names in here are the files', not ours."""

from collections.abc import Callable, Mapping
from dataclasses import asdict

from core.seedstock import cells_needed, direct_sowing, pure_live_seed, seeds_per_cell
from scripts.vector_records import Json


def _said(function: Callable[..., object]) -> Callable[..., Json]:
    return lambda **given: asdict(function(**given))  # type: ignore[call-overload]


SOWING_ADAPTERS: Mapping[str, Callable[..., Json]] = {
    "seeds_per_cell": _said(seeds_per_cell),
    "cells_needed": _said(cells_needed),
    "direct_sowing": _said(direct_sowing),
    "pure_live_seed": _said(pure_live_seed),
}
