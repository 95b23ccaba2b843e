"""What is noted of a lot: one row for each field, from which forms, lists, pages, imports and exports read.

A field is added by its row and its line of `LotFacts` here, and by its column of the model with a migration.
"""

from collections.abc import Mapping
from dataclasses import dataclass, field
from datetime import date
from enum import StrEnum
from typing import TypedDict

from core.vocabulary import OriginKind


class FieldKind(StrEnum):
    """What a field holds. A WORD is one of a few."""

    TEXT = "text"
    LONG_TEXT = "long_text"
    WORD = "word"
    WHOLE = "whole"
    NUMBER = "number"
    DAY = "day"
    YES_NO = "yes_no"


class FormLine(StrEnum):
    """The line of the form on which a field is asked, in the order of the form."""

    NAME = "name"
    ORIGIN = "origin"
    COLLECTED = "collected"
    PARENTS = "parents"
    PRINTED = "printed"
    CROSSING = "crossing"
    NOTE = "note"


class LotFacts(TypedDict, total=False):
    """Values of the fields by name: words as their values, empty texts and None where nothing is known."""

    field_name: str
    form: str
    origin_kind: str
    origin_place: str
    altitude_band: str
    leave: str
    collected_on: date | None
    collected_precision: str
    collector: str
    parents: int | None
    ripeness: str
    purpose: str
    claimed_percent: float | None
    claimed_days: int | None
    use_by: date | None
    claim_note: str
    hybrid: bool
    crossed_with: str
    note: str


@dataclass(frozen=True)
class LotField:
    """One field of a lot.

    name
        Its name in records and in the API.
    label
        What forms and pages call it.
    meaning
        What it says, for the dictionary of an export.
    kind, words, longest, unit
        What it holds: each word with what people read, the most letters of a text, the unit of a number.
    line, hint, begins
        Where the form asks for it, what stands in the empty field, and with what a new lot begins.
    asked_of, asked_with
        The origins it is asked of, all where none is named; and the field that must be ticked, where there is one.
    headings
        Headings under which an import finds it (a regular expression over the whole heading); empty where no import asks for it.
    carried
        Whether the parts of a lot have it from the whole.
    listed
        Whether the list of lots shows it beside the place of origin, and the lot's page among the facts.
    """

    name: str
    label: str
    meaning: str
    kind: FieldKind
    line: FormLine
    words: Mapping[str, str] = field(default_factory=dict)
    longest: int = 0
    unit: str = ""
    hint: str = ""
    begins: str = ""
    asked_of: tuple[OriginKind, ...] = ()
    asked_with: str = ""
    headings: str = ""
    carried: bool = True
    listed: bool = False

    @property
    def imported(self) -> bool:
        """Whether an import asks for it."""
        return bool(self.headings)


_PRINTED = (OriginKind.BOUGHT, OriginKind.SWAPPED)
_ROWS = (
    LotField("field_name", "Field name", "name used while the species is unknown", FieldKind.TEXT, FormLine.NAME, longest=120),
    LotField(
        "form",
        "Distinguishing feature",
        "distinguishes this seed from other seed of the same harvest",
        FieldKind.TEXT,
        FormLine.NAME,
        longest=60,
        hint="outer seeds, plant 7",
        headings=r"(seed )?form|seed type",
    ),
    LotField(
        "origin_kind",
        "Where it came from",
        "how the lot was obtained",
        FieldKind.WORD,
        FormLine.ORIGIN,
        words={"wild": "wild stand", "garden": "garden", "bought": "bought", "swapped": "swapped"},
        begins="wild",
    ),
    LotField(
        "origin_place",
        "Place",
        "where it was collected, or who gave it",
        FieldKind.TEXT,
        FormLine.ORIGIN,
        longest=120,
        headings=r"place|where|from|site|location|origin( place)?|locality",
    ),
    LotField(
        "leave",
        "Permission",
        "who permitted collecting it",
        FieldKind.TEXT,
        FormLine.ORIGIN,
        longest=200,
        hint="permit, landowner or “own land”",
        asked_of=(OriginKind.WILD,),
        headings=r"leave|permit|permission|licen[cs]e",
    ),
    LotField(
        "altitude_band",
        "Altitude band",
        "altitude of its stand as a vegetation band",
        FieldKind.WORD,
        FormLine.ORIGIN,
        words={"lowland": "lowland", "foothill": "foothill", "montane": "montane", "subalpine": "subalpine", "alpine": "alpine"},
        headings=r"altitude( band| zone)?|elevation (band|zone)|altitudinal zone",
        listed=True,
    ),
    LotField("collected_on", "Collected", "collection date", FieldKind.DAY, FormLine.COLLECTED, begins="today"),
    LotField(
        "collected_precision",
        "Date accuracy",
        "accuracy of the collection date",
        FieldKind.WORD,
        FormLine.COLLECTED,
        words={"day": "exact day", "month": "month only", "year": "year only"},
        begins="day",
    ),
    LotField(
        "collector",
        "Collector",
        "who collected it",
        FieldKind.TEXT,
        FormLine.COLLECTED,
        longest=60,
        headings=r"collector|collected by|who|picked by",
    ),
    LotField(
        "parents",
        "Parent plants",
        "number of parent plants",
        FieldKind.WHOLE,
        FormLine.PARENTS,
        headings=r"parents?|plants sampled|mother plants|no\.? of plants",
    ),
    LotField(
        "ripeness",
        "Ripeness",
        "ripeness at collection",
        FieldKind.WORD,
        FormLine.PARENTS,
        words={"unripe": "unripe", "ripened_indoors": "ripened indoors", "mixed": "mixed", "ripe": "ripe", "overripe": "overripe"},
        headings=r"ripeness|how ripe|maturity",
    ),
    LotField(
        "purpose",
        "Collected for",
        "purpose of the collection",
        FieldKind.WORD,
        FormLine.PARENTS,
        words={"own_bed": "own bed", "trial": "trial", "exchange": "exchange", "restoration": "restoration"},
        headings=r"purpose|collected for|for what",
    ),
    LotField(
        "claimed_percent",
        "Printed germination, %",
        "germination percentage claimed by the seller",
        FieldKind.NUMBER,
        FormLine.PRINTED,
        unit="%",
        asked_of=_PRINTED,
        carried=False,
    ),
    LotField(
        "claimed_days",
        "Printed days to germinate",
        "days to germinate claimed by the seller",
        FieldKind.WHOLE,
        FormLine.PRINTED,
        unit="d",
        asked_of=_PRINTED,
        carried=False,
    ),
    LotField("use_by", "Use by", "day printed on the packet", FieldKind.DAY, FormLine.PRINTED, asked_of=_PRINTED, carried=False),
    LotField(
        "claim_note",
        "Other text on the packet",
        "other text on the packet",
        FieldKind.TEXT,
        FormLine.PRINTED,
        longest=200,
        asked_of=_PRINTED,
        carried=False,
    ),
    LotField(
        "hybrid",
        "Hybrid, or may have crossed with neighbours",
        "whether its offspring may differ from the parent",
        FieldKind.YES_NO,
        FormLine.CROSSING,
    ),
    LotField(
        "crossed_with", "Crossed with, if known", "the other parent", FieldKind.TEXT, FormLine.CROSSING, longest=120, asked_with="hybrid"
    ),
    LotField("note", "Note", "note", FieldKind.LONG_TEXT, FormLine.NOTE, headings=r"notes?|remarks?|comments?", carried=False),
)

LOT_FIELDS: Mapping[str, LotField] = {row.name: row for row in _ROWS}
