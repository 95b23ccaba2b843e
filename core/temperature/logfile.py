"""Temperature logs as loggers write them: text with a header, a time and a temperature in each line.

What is not said is guessed (delimiter, decimal sign, columns, unit, order of day and month) and can be said instead. A
line that cannot be read is left out and listed with its reason; nothing is repaired in silence.
"""

import csv
import io
import re
from collections import Counter
from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, replace
from datetime import UTC, datetime, tzinfo

import numpy as np

from core.errors import CoreError
from core.temperature.chill import Floats
from core.vocabulary import LogFault, TemperatureUnit

COLDEST_C, HOTTEST_C = -60.0, 80.0
LOOKED_AT = 60
_VALUE = re.compile(r"^\s*([-+−]?\d+(?:[.,]\d+)?)\s*(?:°|º|deg\.?\s*)?\s*([CcFf])?\s*$")
_WORDS_TEMPERATURE = ("temp", "°c", "°f", "celsius", "fahrenheit")
_DATE = re.compile(r"^(\d{1,4})[./-](\d{1,2})[./-](\d{1,4})$")
_CLOCK = re.compile(r"^(\d{1,2}):(\d{2})(?::(\d{2})(?:[.,]\d+)?)?\s*([AaPp])?\.?[Mm]?\.?$")


@dataclass(frozen=True, slots=True)
class LogLayout:
    """How a log is to be read. Columns count from 0; `clock_column` is set where date and time stand apart.

    `day_first` None: the year stands first.
    """

    delimiter: str
    decimal: str
    header_lines: int
    time_column: int
    clock_column: int | None
    temperature_column: int
    unit: TemperatureUnit
    day_first: bool | None


@dataclass(frozen=True, slots=True)
class LeftOut:
    """A line that was left out: its number in the file from 1, what stood there, and why."""

    line: int
    value: str
    fault: LogFault


@dataclass(frozen=True, slots=True)
class TemperatureLog:
    """Readings in the order of time.

    Attributes
    ----------
    seconds : array of int64
        Seconds since 1970, UTC, increasing.
    temps : array of float64
        °C.
    left_out : tuple of LeftOut
    converted, reordered : int
        Readings in the other unit than the file's, turned into °C; readings that stood before an earlier one.
    """

    layout: LogLayout
    seconds: np.ndarray[tuple[int], np.dtype[np.int64]]
    temps: Floats
    left_out: tuple[LeftOut, ...]
    converted: int
    reordered: int


def guess_layout(text: str) -> LogLayout:
    """How a log is likely written, from its first lines.

    Raises
    ------
    CoreError
        ``log_empty``, ``log_no_columns``: no column of times beside one of temperatures; ``log_unreadable``: no table at all.
    """
    lines = [x for x in text.lstrip("\ufeff").splitlines()[: 4 * LOOKED_AT] if x.strip()][:LOOKED_AT]
    if not lines:
        raise CoreError("This file is empty: choose the file that the logger wrote.", code="log_empty", parameter="text")
    for delimiter in _delimiters(lines):
        rows = [_split(x, delimiter) for x in lines]
        found = _columns(rows)
        if found is not None:
            first, time, clock, temperature = found
            body = rows[first:]
            values = [r[temperature] for r in body if len(r) > temperature]
            decimal = "," if any("," in v for v in values) else "."
            head = " ".join(r[temperature] for r in rows[:first] if len(r) > temperature).lower()
            return LogLayout(
                delimiter=delimiter,
                decimal=decimal,
                header_lines=first,
                time_column=time,
                clock_column=clock,
                temperature_column=temperature,
                unit=_unit(head, values),
                day_first=_day_first([r[time] for r in body if len(r) > time]),
            )
    message = "No columns with times and temperatures were found. Export the log as CSV with a date, a time and a temperature."
    raise CoreError(message, code="log_no_columns", parameter="text")


def read_log(text: str, zone: tzinfo, layout: LogLayout | None = None, *, now: datetime | None = None) -> TemperatureLog:
    """Read a log.

    Parameters
    ----------
    text : str
    zone : tzinfo
        Of times that carry no offset of their own.
    layout : LogLayout, optional
        Guessed where it is not given.
    now : datetime, optional
        Readings later than this are left out.
    """
    layout = layout or guess_layout(text)
    read_time = _time_reader(layout, zone)
    seen: dict[int, float] = {}
    left_out: list[LeftOut] = []
    converted = reordered = 0
    latest = -(2**62)
    limit = None if now is None else now.timestamp()
    width = max(layout.time_column, layout.temperature_column, layout.clock_column or 0)
    content = 0
    for number, raw in enumerate(_rows(text.lstrip("\ufeff"), layout.delimiter), 1):
        if not any(x.strip() for x in raw):
            continue
        content += 1
        if content <= layout.header_lines:
            continue
        if len(raw) <= width:
            left_out.append(LeftOut(number, layout.delimiter.join(raw)[:60], LogFault.TOO_FEW_COLUMNS))
            continue
        stamp = raw[layout.time_column].strip()
        if layout.clock_column is not None:
            stamp = f"{stamp} {raw[layout.clock_column].strip()}"
        at = read_time(stamp)
        if at is None:
            left_out.append(LeftOut(number, stamp[:60], LogFault.NO_TIME))
            continue
        value = raw[layout.temperature_column]
        temp, other_unit = _celsius(value, layout)
        fault = None
        if temp is None:
            fault = LogFault.NO_NUMBER
        elif not COLDEST_C <= temp <= HOTTEST_C:
            fault = LogFault.IMPOSSIBLE
        elif at in seen:
            fault, value = LogFault.SAME_TIME, stamp
        elif limit is not None and at > limit:
            fault, value = LogFault.IN_FUTURE, stamp
        if fault is not None or temp is None:
            left_out.append(LeftOut(number, value.strip()[:60], fault or LogFault.NO_NUMBER))
            continue
        seen[at] = temp
        converted += other_unit
        reordered += at < latest
        latest = max(latest, at)
    order = sorted(seen) if reordered else list(seen)
    seconds = np.array(order, dtype=np.int64)
    return TemperatureLog(layout, seconds, np.array([seen[s] for s in order], dtype=np.float64), tuple(left_out), converted, reordered)


def with_said(layout: LogLayout, said: dict[str, object]) -> LogLayout:
    """A guessed layout with what a person said instead."""
    return replace(layout, **said)  # type: ignore[arg-type]


def _delimiters(lines: Sequence[str]) -> list[str]:
    """Likely delimiters, the steadiest first; a comma may be a decimal sign, so it comes after what stands as often."""
    counts = {d: Counter(line.count(d) for line in lines[-20:]).most_common(1)[0] for d in ("\t", ";", "|", ",")}
    steady = [d for d, (n, _) in counts.items() if n]
    return sorted(steady, key=lambda d: (-counts[d][1], d == ","))


def _split(line: str, delimiter: str) -> list[str]:
    return [x.strip() for x in next(_rows(line, delimiter))]


def _rows(text: str, delimiter: str) -> Iterator[list[str]]:
    """The rows of a text, whatever ends its lines."""
    try:
        yield from csv.reader(io.StringIO(text, newline=None), delimiter=delimiter)
    except csv.Error as error:
        message = f"This file cannot be read as a table of times and temperatures ({error}). Export it from the logger again, as CSV."
        raise CoreError(message, code="log_unreadable", parameter="text") from error


def _columns(rows: list[list[str]]) -> tuple[int, int, int | None, int] | None:
    """First line of data, and the columns of date, clock (where it stands apart) and temperature."""
    for first, row in enumerate(rows[:-1] if len(rows) > 1 else rows):
        times = [i for i, x in enumerate(row) if _is_moment(x) or _DATE.match(x)]
        if not times:
            continue
        time = times[0]
        clock = next((i for i, x in enumerate(row) if i != time and _CLOCK.match(x)), None) if _DATE.match(row[time]) else None
        numbers = [i for i, x in enumerate(row) if i not in (time, clock) and _VALUE.match(x)]
        named = [i for i in numbers for head in rows[:first] if i < len(head) and any(w in head[i].lower() for w in _WORDS_TEMPERATURE)]
        # without a name, a column of numbers with a fraction is a temperature before one that only counts lines
        broken = [i for i in numbers if re.search(r"[.,]\d", row[i])]
        best = next(iter([*named, *broken, *numbers]), None)
        if best is not None:
            return first, time, clock, best
    return None


def _is_moment(text: str) -> bool:
    head, _, tail = text.replace("T", " ").strip().partition(" ")
    return bool(_DATE.match(head)) and bool(tail)


def _unit(head: str, values: Sequence[str]) -> TemperatureUnit:
    if re.search(r"°\s*f|fahrenheit|\(f\)|_f\b|deg\s*f", head):
        return TemperatureUnit.FAHRENHEIT
    if re.search(r"°\s*c|celsius|\(c\)|_c\b|deg\s*c", head):
        return TemperatureUnit.CELSIUS
    said = Counter(m.group(2).upper() for v in values if (m := _VALUE.match(v)) and m.group(2))
    return TemperatureUnit(said.most_common(1)[0][0]) if said else TemperatureUnit.CELSIUS


def _day_first(stamps: Sequence[str]) -> bool | None:
    """Order of day and month: told by a number over 12, else by which of the two runs on from line to line."""
    parts = [m.groups() for s in stamps if (m := _DATE.match(s.replace("T", " ").split(" ")[0]))]
    if not parts or len(parts[0][0]) == 4:
        return None
    first, second = [int(p[0]) for p in parts], [int(p[1]) for p in parts]
    if max(first) > 12 or max(second) > 12:
        return max(first) > 12
    if "." in stamps[0].split(" ")[0]:
        return True
    return len(set(first)) >= len(set(second)) and len(set(first)) > 1


def _celsius(text: str, layout: LogLayout) -> tuple[float | None, bool]:
    """The temperature in °C, and whether it carried another unit than the file's."""
    found = _VALUE.match(text)
    if found is None:
        return None, False
    value = float(found.group(1).replace("−", "-").replace(",", "."))
    unit = TemperatureUnit(found.group(2).upper()) if found.group(2) else layout.unit
    return ((value - 32) / 1.8 if unit is TemperatureUnit.FAHRENHEIT else value), unit is not layout.unit


def _time_reader(layout: LogLayout, zone: tzinfo) -> Callable[[str], int | None]:
    """A reader of one file's times; it remembers the last one, which tells the two passes of a repeated autumn hour apart."""
    last = [-(2**62)]

    def read(stamp: str) -> int | None:
        at = _moment(stamp, layout.day_first)
        if at is None:
            return None
        if at.tzinfo is not None:
            return int(at.timestamp())
        local = at.replace(tzinfo=zone)
        seconds = int(local.timestamp())
        if seconds <= last[0]:
            second_pass = int(local.replace(fold=1).timestamp())
            if second_pass > last[0]:
                seconds = second_pass
        last[0] = max(last[0], seconds)
        return seconds

    return read


def _moment(stamp: str, day_first: bool | None) -> datetime | None:
    if day_first is None:
        try:
            at = datetime.fromisoformat(stamp.replace("/", "-").replace(" UTC", "Z"))
        except ValueError:
            pass
        else:
            return at.astimezone(UTC) if at.tzinfo else at
    head, _, tail = stamp.replace("T", " ").partition(" ")
    date, clock = _DATE.match(head), _CLOCK.match(tail.strip())
    if date is None or clock is None:
        return None
    a, b, c = (int(x) for x in date.groups())
    year, month, day = (a, b, c) if len(date.group(1)) == 4 else (c, b, a) if day_first else (c, a, b)
    hour, minute, second = int(clock.group(1)), int(clock.group(2)), int(clock.group(3) or 0)
    if clock.group(4):
        hour = hour % 12 + (12 if clock.group(4).lower() == "p" else 0)
    try:
        return datetime(year + 2000 if year < 100 else year, month, day, hour, minute, second)  # noqa: DTZ001  # its zone comes later
    except ValueError:
        return None
