"""The core's tables of kinds together, as the API and the front end's copy of them show them."""

from collections.abc import Sequence
from typing import TypedDict

from core.records import FATES, FateRow
from core.treatment import STEP_KINDS, StepRow


class Kinds(TypedDict):
    """One list for each table."""

    steps: Sequence[StepRow]
    fates: Sequence[FateRow]


def kinds() -> Kinds:
    """Return all tables, in their own order."""
    return {"steps": list(STEP_KINDS.values()), "fates": list(FATES.values())}
