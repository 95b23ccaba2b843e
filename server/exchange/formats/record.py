"""A trial as JSON, and the schema that says what may stand in it."""

import json
from datetime import date, datetime
from typing import Any

from server.exchange.selectors.columns import Cell, Column, Kind
from server.exchange.selectors.tables import DISH_COLUMNS, LOOK_COLUMNS, TREATMENT_COLUMNS, TRIAL_COLUMNS, TrialTables

FORMAT = "awake-furrow-trial"
# bump it when a column goes or changes its meaning
FORMAT_VERSION = 2
# trials of one lot, which the trial named
ONE_LOT = 1
SCHEMA_NAME = "trial.schema.json"
_TYPES = {
    Kind.TEXT: {"type": "string"},
    Kind.WHOLE: {"type": "integer"},
    Kind.NUMBER: {"type": "number"},
    Kind.YES_NO: {"type": "boolean"},
    Kind.DAY: {"type": "string", "format": "date"},
    Kind.MOMENT: {"type": "string", "format": "date-time"},
}


def json_of(data: TrialTables) -> bytes:
    """A trial as JSON; what is undefined is null."""
    whole: dict[str, Any] = {"format": FORMAT, "version": FORMAT_VERSION, "trial": data.trial}
    whole |= {t.name: t.as_dicts() for t in data.tables}
    return json.dumps(whole, ensure_ascii=False, indent=1, default=_said).encode("utf-8")


def _said(cell: Cell) -> str:
    if isinstance(cell, (date, datetime)):
        return cell.isoformat()
    raise TypeError(f"{cell!r} has no place in JSON")


def schema(*, written_before: bool = False) -> dict[str, Any]:
    """The JSON Schema of `json_of`, made from the columns.

    `written_before`: as an earlier or a somewhat later application may have written it, with columns that are not there yet, or
    not known here.
    """
    lists = {"treatments": TREATMENT_COLUMNS, "dishes": DISH_COLUMNS, "looks": LOOK_COLUMNS}
    return {
        "$schema": "https://json-schema.org/draft/2020-12/schema",
        "title": "A germination trial from Awake Furrow",
        "type": "object",
        "required": ["format", "version", "trial", *lists],
        "properties": {
            "format": {"const": FORMAT},
            "version": {"enum": [FORMAT_VERSION, ONE_LOT]} if written_before else {"const": FORMAT_VERSION},
            "trial": _object(TRIAL_COLUMNS, written_before),
            **{name: {"type": "array", "items": _object(columns, written_before)} for name, columns in lists.items()},
        },
        "additionalProperties": written_before,
    }


def _object(columns: tuple[Column, ...], written_before: bool) -> dict[str, Any]:
    return {
        "type": "object",
        "required": [c.name for c in columns if not (written_before and c.later)],
        "properties": {c.name: _property(c) for c in columns},
        "additionalProperties": written_before,
    }


def _property(c: Column) -> dict[str, Any]:
    kind = _TYPES[c.kind]
    found: dict[str, Any] = {**kind, "description": c.meaning + (f" ({c.unit})" if c.unit else "")}
    if kind == _TYPES[Kind.TEXT] and not c.words:
        found["maxLength"] = c.longest
    if not c.needed:
        found["type"] = [kind["type"], "null"]
    if c.words:
        found["enum"] = [*c.words] if c.needed else [*c.words, None]
    return found
