"""Values in sentences: days, moments, temperatures and masses stay values until a sentence is written for its reader.

A sentence is a template: by the functions here it names a value as ``{{day 2026-08-12}}``, ``{{degrees 3}}`` (°C) or
``{{mass 2.5}}`` (g), and so passes as text through records, caches and files. Whoever shows it writes the values in the
reader's units and date order.
"""

import re
from datetime import date, datetime

from core.vocabulary import DayOrder, Units

GRAMS_PER_OUNCE = 28.349523125
_VALUE = re.compile(r"\{\{(day|moment|degrees|mass) ([-+0-9.:T]+)\}\}")
MARK = "{{"


def day_value(on: date) -> str:
    """Return a day as a value in a sentence."""
    return f"{{{{day {on:%Y-%m-%d}}}}}"


def moment_value(at: datetime) -> str:
    """Return a day with hour and minute as a value in a sentence; on the clock that `at` is given in."""
    return f"{{{{moment {at:%Y-%m-%dT%H:%M}}}}}"


def degrees_value(celsius: float) -> str:
    """Return a temperature, given in °C, as a value in a sentence."""
    return f"{{{{degrees {_digits(celsius)}}}}}"


def mass_value(grams: float) -> str:
    """Return a mass, given in g, as a value in a sentence."""
    return f"{{{{mass {_digits(grams)}}}}}"


def _digits(value: float) -> str:
    """Return a number without an exponent."""
    return f"{value:.9f}".rstrip("0").rstrip(".")


def written(text: str, units: Units = Units.METRIC, order: DayOrder = DayOrder.DMY) -> str:
    """Return a text with its values written for a reader.

    >>> written("Sown on {{day 2026-08-12}} at {{degrees 20}}.", Units.US, DayOrder.MDY)
    'Sown on Aug 12, 2026 at 68 °F.'
    """
    if MARK not in text:
        return text
    return _VALUE.sub(lambda found: _written(found, units, order), text)


def _written(found: re.Match[str], units: Units, order: DayOrder) -> str:
    kind, value = found.groups()
    try:
        if kind == "day":
            return write_day(date.fromisoformat(value), order)
        if kind == "moment":
            at = datetime.fromisoformat(value)
            return f"{write_day(at.date(), order)}, {at:%H:%M}"
        return write_degrees(float(value), units) if kind == "degrees" else write_mass(float(value), units)
    except ValueError:
        # somebody wrote what looks like a value: it stays as it was written
        return found.group()


def write_day(on: date, order: DayOrder) -> str:
    """Return a day in a date order: ``12 Aug 2026``, ``Aug 12, 2026`` or ``2026-08-12``."""
    return {DayOrder.DMY: f"{on:%-d %b %Y}", DayOrder.MDY: f"{on:%b %-d, %Y}", DayOrder.YMD: f"{on:%Y-%m-%d}"}[order]


def write_degrees(celsius: float, units: Units) -> str:
    """Return a temperature with its unit, to a tenth of a degree."""
    shown, unit = (celsius * 9 / 5 + 32, "°F") if units is Units.US else (celsius, "°C")
    return f"{round(shown, 1) + 0:g} {unit}"


def write_mass(grams: float, units: Units) -> str:
    """Return a mass with its unit, to three figures that count."""
    shown, unit = (grams / GRAMS_PER_OUNCE, "oz") if units is Units.US else (grams, "g")
    return f"{shown:.0f} {unit}" if shown >= 100 else f"{shown:.3g} {unit}"
