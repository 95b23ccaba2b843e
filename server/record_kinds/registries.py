"""The core's tables of kinds together, as the API and the front end's copy of them show them."""

from collections.abc import Mapping, Sequence
from typing import TypedDict

from core.germination import INDEX_TEXTS, IndexText
from core.records import FATES, FateRow
from core.seedstock import LOT_FIELDS, LotField
from core.treatment import STEP_KINDS, StepRow


class Kinds(TypedDict):
    """One table for each sort of kinds."""

    steps: Sequence[StepRow]
    fates: Sequence[FateRow]
    indices: Mapping[str, IndexText]
    lot_fields: Sequence[LotField]


def kinds() -> Kinds:
    """Return all tables, in their own order."""
    return {
        "steps": list(STEP_KINDS.values()),
        "fates": list(FATES.values()),
        "indices": INDEX_TEXTS,
        "lot_fields": list(LOT_FIELDS.values()),
    }
