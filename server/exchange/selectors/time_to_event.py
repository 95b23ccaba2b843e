"""A trial for time-to-event analysis: for each dish the intervals in which seeds germinated, and from when others were not seen to.

A seed germinated between two looks, not at a look: each line has the start and the end of its interval. What had not germinated
when it was last seen ends at infinity.
"""

from collections.abc import Iterator
from itertools import groupby
from typing import Any

from server.exchange.selectors.columns import Cell, Column, Kind, Table

NEVER = "Inf"
COLUMNS = (
    Column("trial", Kind.TEXT, "code of the trial", needed=True),
    Column("lot", Kind.TEXT, "code of the lot the seed came from"),
    Column("treatment", Kind.TEXT, "name of the treatment", needed=True),
    Column("is_control", Kind.YES_NO, "whether the others are compared with it", needed=True),
    Column("dose", Kind.NUMBER, "dose of a series; empty where there is none"),
    Column("dose_unit", Kind.TEXT, "unit of the dose"),
    Column("dish", Kind.TEXT, "code of the dish (replicate)", needed=True),
    Column("block", Kind.WHOLE, "block the dish was laid out in"),
    Column("start", Kind.NUMBER, "start of the interval: the look before, on the dish's own clock; 0 is sowing", "d", needed=True),
    Column("end", Kind.TEXT, f"end of the interval: the look; {NEVER} where the seed had not germinated when last seen", "d", needed=True),
    Column("count", Kind.WHOLE, "seeds", "seeds", needed=True),
    Column("ending", Kind.TEXT, "what became of them", words=("germinated", "left", "empty", "remained"), needed=True),
)


def time_to_event(trial: dict[str, Cell], treatments: Table, dishes: Table, looks: Table) -> Table:
    """The table, from the tables of the trial."""
    of_treatment = {t["treatment"]: t for t in treatments.as_dicts()}
    seen = {
        dish: sorted((x for x in found if x["counts"]), key=lambda x: x["day"])
        for dish, found in groupby(sorted(_dicts(looks), key=lambda x: x["dish"]), key=lambda x: x["dish"])
    }
    rows: list[list[Cell]] = []
    for dish in _dicts(dishes):
        t = of_treatment[dish["treatment"]]
        head = [trial["code"], *(t[c] for c in ("lot", "treatment", "is_control", "dose", "dose_unit")), dish["dish"], dish["block"]]
        if dish["sown_at"] is not None:
            rows += [[*head, *line] for line in _lines(dish, seen.get(dish["dish"], []))]
    return Table("time-to-event", "Intervals in which seeds germinated", COLUMNS, rows)


def _dicts(table: Table) -> list[dict[str, Any]]:
    return list(table.as_dicts())


def _lines(dish: dict[str, Any], looks: list[dict[str, Any]]) -> Iterator[list[Cell]]:
    """Start, end, count and ending of each interval of a dish."""
    before, gone = 0.0, 0
    for look in looks:
        day = max(0.0, look["day"])
        yield [before, day, look["germinated"], "germinated"]
        taken = look["abnormal"] + look["rotted"] + look["lost"]
        if taken:
            yield [day, NEVER, taken, "left"]
        gone += look["germinated"] + taken
        before = day
    left = dish["sown"] - gone
    empty = min(left, dish.get("empty") or 0)
    if empty:
        yield [before, NEVER, empty, "empty"]
    if left - empty:
        yield [before, NEVER, left - empty, "remained"]
