"""Temperatures: what loggers wrote, the cold it gave, and the weather outside.

``logfile``  a logger's file into readings, with a list of what was left out.
``chill``    effective cold, frost, warmth and gaps; when a recipe's cold is enough.
``weather``  simulated logger and weather; warm spells that frost follows.
"""

from core.temperature.chill import Chill, DayOfLog, EnoughCold, Gap, Run, chill, daily, enough_cold
from core.temperature.logfile import LeftOut, LogLayout, TemperatureLog, guess_layout, read_log, with_said
from core.temperature.weather import WarmThenFrost, fridge_log, log_csv, outdoor_log, usual_outdoors, warm_then_frost

__all__ = [
    "Chill",
    "DayOfLog",
    "EnoughCold",
    "Gap",
    "LeftOut",
    "LogLayout",
    "Run",
    "TemperatureLog",
    "WarmThenFrost",
    "chill",
    "daily",
    "enough_cold",
    "fridge_log",
    "guess_layout",
    "log_csv",
    "outdoor_log",
    "read_log",
    "usual_outdoors",
    "warm_then_frost",
    "with_said",
]
