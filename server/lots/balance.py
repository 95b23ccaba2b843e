"""Balances. A real one goes here by an adapter; until then a simulated one stands in.

An adapter is a class with one method, ``readings()``, which yields `Reading`s as the balance sends them, the last one stable.
Name it in ``AWAKE_FURROW_BALANCE`` (``package.module.Class``); it is made without arguments, once for each weighing. For a balance
on a serial line, `readings` opens the port, reads line by line, and turns each into grams and the balance's own stable sign.
"""

import math
import time
from collections.abc import Iterator
from dataclasses import dataclass
from typing import Protocol

import numpy as np
from django.conf import settings
from django.utils.module_loading import import_string


@dataclass(frozen=True)
class Reading:
    """What the balance shows: grams, and whether it has come to rest."""

    mass_g: float
    stable: bool


class Balance(Protocol):
    """What an adapter offers."""

    simulated: bool

    def readings(self) -> Iterator[Reading]:
        """Yield readings until the balance rests, the last one stable."""
        ...


class SimulatedBalance:
    """A stand-in: swings to an invented mass, with noise, and rests. Weighings of `expected_g` scatter by a few percent."""

    simulated = True

    def __init__(
        self, expected_g: float | None = None, *, seed: int | None = None, pause_s: float = 0.12, resolution_g: float = 0.001
    ) -> None:
        self._draw = np.random.default_rng(seed)
        mean = expected_g if expected_g else float(np.exp(self._draw.normal(math.log(2.0), 0.5)))
        self._mass_g = max(resolution_g, mean * (1 + 0.025 * self._draw.normal()))
        self._pause_s, self._resolution_g = pause_s, resolution_g

    def readings(self) -> Iterator[Reading]:
        """Twelve readings that close in on the mass, then one at rest."""
        for n in range(12):
            swing = 0.4 * self._mass_g * math.exp(-n / 2.2) * math.cos(2.1 * n)
            noise = self._resolution_g * self._draw.normal(0, 2)
            yield Reading(self._rounded(max(0.0, self._mass_g - swing + noise)), stable=False)
            time.sleep(self._pause_s)
        yield Reading(self._rounded(self._mass_g), stable=True)

    def _rounded(self, mass_g: float) -> float:
        return round(round(mass_g / self._resolution_g) * self._resolution_g, 6)


def the_balance(expected_g: float | None = None) -> Balance:
    """The installation's balance: the adapter named in the settings, or the simulated one."""
    if settings.BALANCE_ADAPTER:
        found: Balance = import_string(settings.BALANCE_ADAPTER)()
        return found
    return SimulatedBalance(expected_g, pause_s=0 if settings.TESTING else 0.12)
