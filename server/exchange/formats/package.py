"""A tabular data package: the tables as CSV with a descriptor that says what each column means."""

import io
import json
import zipfile
from typing import Any

from server.exchange.formats.citation import citation_of
from server.exchange.formats.record import SCHEMA_NAME, json_of, schema
from server.exchange.formats.text import csv_of
from server.exchange.selectors.columns import Column, Table
from server.exchange.selectors.tables import TrialTables
from server.exchange.selectors.time_to_event import NEVER
from server.record_kinds.zips import put

CITATION = "citation.bib"
READ_ME = """{code}: {question}
Lot {lot}, {plant}.

treatments.csv  treatments with their results
dishes.csv      dishes, one replicate each
looks.csv       looks in long form: what was new since the look before
time-to-event.csv  intervals in which seeds germinated, described below
citation.bib    how to cite these data, with their version
trial.json      all of it in one file; {schema} describes its fields
datapackage.json  what each column means, with its unit

Every index can be recalculated from looks.csv and dishes.csv: take the looks with counts = true; day is the time on the
dish's own clock, and what germinated at day 0 or before counts at 0. A text that began like a formula has an apostrophe in front.
Times carry their zone. Empty means undefined or not known, never 0.

time-to-event.csv has one line for each dish and interval, for packages that analyse times to an event.

germinated  germinated after `start` and by `end`. Both are 0 for seeds that sprouted before sowing.
left        abnormal, rotted or lost at `start`: not seen to germinate by then (`end` is {never}).
empty       found empty at the closing: no living seed. Leave these lines out for results of filled seed.
remained    had not germinated at the last look (`end` is {never}).

The counts of a dish add up to the seeds sown in it. The dish is the replicate.
Looks after a dish was set aside or treated again are left out.
"""


def package_of(data: TrialTables) -> bytes:
    """The package as a zip; the same data give the same bytes."""
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as box:
        put(box, "datapackage.json", json.dumps(descriptor(data), ensure_ascii=False, indent=1).encode())
        for table in data.packaged:
            put(box, f"{table.name}.csv", csv_of(table))
        put(box, "trial.json", json_of(data))
        put(box, SCHEMA_NAME, json.dumps(schema(), ensure_ascii=False, indent=1).encode())
        put(box, CITATION, citation_of(data))
        put(box, "README.txt", READ_ME.format(schema=SCHEMA_NAME, never=NEVER, **data.trial).encode())
    return out.getvalue()


def descriptor(data: TrialTables) -> dict[str, Any]:
    """What `datapackage.json` says."""
    return {
        "profile": "tabular-data-package",
        "name": str(data.trial["code"]).lower(),
        "version": data.version,
        "title": f"{data.trial['code']}: {data.trial['question']}",
        "resources": [_resource(t) for t in data.packaged],
    }


def _resource(table: Table) -> dict[str, Any]:
    told: dict[str, Any] = {"fields": [_field(c) for c in table.columns], "missingValues": [""]}
    if table.key:
        told["primaryKey"] = list(table.key)
    if table.refers:
        told["foreignKeys"] = [{"fields": f, "reference": {"resource": to, "fields": f}} for f, to in table.refers]
    return {
        "profile": "tabular-data-resource",
        "name": table.name,
        "title": table.title,
        "path": f"{table.name}.csv",
        "encoding": "utf-8",
        "schema": told,
    }


def _field(c: Column) -> dict[str, Any]:
    found: dict[str, Any] = {"name": c.name, "type": c.kind.value, "description": c.meaning}
    if c.unit:
        found["unit"] = c.unit
    limits: dict[str, Any] = {"required": True} if c.needed else {}
    if c.words:
        limits["enum"] = [w for w in c.words if w]
    return found | ({"constraints": limits} if limits else {})
