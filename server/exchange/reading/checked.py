"""A trial's file compared with the published schema, and with itself."""

from collections import Counter
from collections.abc import Iterator
from datetime import date, datetime
from typing import Any

from jsonschema import Draft202012Validator, FormatChecker, ValidationError

from server.exchange.formats.record import schema
from server.exchange.reading.files import refused_file

Json = dict[str, Any]
SHOWN = 5


def _moment(value: object) -> bool:
    return not isinstance(value, str) or datetime.fromisoformat(value).tzinfo is not None


def _day(value: object) -> bool:
    return not isinstance(value, str) or date.fromisoformat(value) is not None


_formats = FormatChecker(formats=())
_formats.checks("date-time", ValueError)(_moment)
_formats.checks("date", ValueError)(_day)


def check_trial(found: Json) -> None:
    """Refuse a trial's file that says what no trial of this application says, naming place, value and what would be right."""
    wrong = [_said(e) for e in Draft202012Validator(schema(written_before=True), format_checker=_formats).iter_errors(found)]
    wrong = wrong or list(_against_itself(found))
    if wrong:
        more = f" And {len(wrong) - SHOWN} more like these." if len(wrong) > SHOWN else ""
        raise refused_file("damaged_file", f"This trial's file needs fixing. {' '.join(wrong[:SHOWN])}{more}")


def _said(error: ValidationError) -> str:
    where = "".join(f"[{p}]" if isinstance(p, int) else f".{p}" for p in error.absolute_path).lstrip(".") or "The file"
    if error.validator == "enum":
        known = ", ".join(str(w) for w in error.validator_value if w not in ("", None))
        return f"{where} is “{error.instance}”; it can be {known}."
    if error.validator == "format":
        kind = "a day like 2026-03-01" if error.validator_value == "date" else "a time with its zone like 2026-03-01T09:30:00+00:00"
        return f"{where} is “{error.instance}”, not {kind}."
    return f"{where}: {error.message[:160]}."


def _against_itself(found: Json) -> Iterator[str]:
    """What refers to something that is not in the file, or is there twice."""
    for name, key in (("treatments", "treatment"), ("dishes", "dish")):
        for value, times in Counter(row[key] for row in found[name]).items():
            if times > 1:
                yield f"“{value}” is {times} times among its {name}."
    treatments, dishes = ({row[key] for row in found[name]} for name, key in (("treatments", "treatment"), ("dishes", "dish")))
    for n, dish in enumerate(found["dishes"]):
        if dish["treatment"] not in treatments:
            yield f"dishes[{n}] has the treatment “{dish['treatment']}”, which the file does not have."
    for n, look in enumerate(found["looks"]):
        if look["dish"] not in dishes:
            yield f"looks[{n}] is of dish “{look['dish']}”, which the file does not have."
    for name in ("dishes", "looks"):
        for n, row in enumerate(found[name]):
            yield from (f"{name}[{n}].{k} is {v}, and nothing can be fewer than 0." for k, v in row.items() if _below_nothing(k, v))


def _below_nothing(column: str, value: object) -> bool:
    return column not in SIGNED and isinstance(value, (int, float)) and value < 0


# times on a dish's own clock may lie before its sowing
SIGNED = {"day"}
