"""What a file would make, before anything is made of it."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date

from django.utils import timezone

from core.tables import Cell, CellProblem, LotDraft, said
from core.vocabulary import AmountUnit, ColumnMeaning, DayOrder, FileKind, SheetShape
from core.wording import day_value
from server.exchange.reading.drafts import Drafts, drafts_of
from server.exchange.reading.files import ReadFile
from server.exchange.reading.settled import Laid, Settled, lay, sheet_of
from server.exchange.reading.trial_file import Json, notes_on
from server.exchange.reading.whole import check_archive
from server.exchange.selectors.readings import read_before
from server.exchange.standards.fitting import what_is_lost
from server.exchange.standards.records import LotSaid, counted

SHOWN_ROWS = 8
SHOWN_PROBLEMS = 500
SAMPLES = 4


@dataclass(frozen=True)
class ColumnView:
    """A column: its heading, what stands in it, and what it is taken for."""

    index: int
    heading: str
    samples: list[str]
    meaning: str
    guessed: str


@dataclass(frozen=True)
class DraftTrial:
    """A trial that would be made."""

    lot_code: str
    lot_name: str
    treatments: list[str]
    control: str | None
    dishes: int
    looks: int
    seeds: int
    first_sown: date | None


@dataclass(frozen=True)
class DraftLot:
    """A lot that would be made."""

    code: str
    name: str
    known_plant: bool
    collected: str
    amount: str


@dataclass(frozen=True)
class FilePreview:
    """What a file holds and what would be made of it. `problems` are the first 500 of `problem_count`; none may be left.

    `order_open`: dates in figures are ambiguous, and somebody must say which order. `before`: when the same file was imported.
    """

    kind: FileKind
    name: str
    sheets: list[str]
    sheet: str
    header_row: int
    shape: SheetShape | None
    columns: list[ColumnView]
    order_open: bool
    orders: list[DayOrder]
    day_order: DayOrder | None
    amount_unit: AmountUnit | None
    has_amounts: bool
    lots: list[DraftLot]
    lot_count: int
    trials: list[DraftTrial]
    problems: list[CellProblem]
    problem_count: int
    left_out: list[CellProblem]
    notes: list[str]
    before: str


def preview_file(name: str, content: bytes, found: ReadFile, settled: Settled) -> FilePreview:
    """Look into a file; nothing is kept."""
    before = read_before(content)
    said_before = f"imported by {before.by.initials} on {day_value(before.at)}" if before else ""
    if found.kind is FileKind.TABLE:
        laid = lay(sheet_of(found, settled), settled)
        return _table(name, found, laid, drafts_of(laid, settled, timezone.now()), said_before)
    trials: list[DraftTrial] = []
    if found.said is not None:
        notes = [f"This file holds {counted(found.said)}.", *what_is_lost(found.said)]
    elif found.kind is FileKind.TRIAL and found.trial is not None:
        notes = notes_on(found.trial)
        trials = [_own_trial(found.trial)]
    else:
        notes = check_archive(content)
    return FilePreview(
        kind=found.kind,
        name=name,
        sheets=[],
        sheet="",
        header_row=0,
        shape=None,
        columns=[],
        order_open=False,
        orders=[],
        day_order=None,
        amount_unit=None,
        has_amounts=False,
        lots=[_said_lot(x) for x in found.said.lots[:SHOWN_ROWS]] if found.said else [],
        lot_count=len(found.said.lots) if found.said else 0,
        trials=trials,
        problems=[],
        problem_count=0,
        left_out=[],
        notes=notes,
        before=said_before,
    )


def _said_lot(x: LotSaid) -> DraftLot:
    amount = "" if x.seeds is None else f"{'≈ ' if x.seeds_estimated else ''}{x.seeds:,} seeds"
    return DraftLot(x.key, x.common_name or x.scientific_name or x.field_name, bool(x.scientific_name), _day_said(x.collected), amount)


def _day_said(iso: str) -> str:
    """A day in the reader's form; a month or a year as it is."""
    return day_value(date.fromisoformat(iso)) if len(iso) == len("2026-08-12") else iso


def _own_trial(trial: Json) -> DraftTrial:
    t = trial["trial"]
    control = next((x["treatment"] for x in trial["treatments"] if x["is_control"]), None)
    return DraftTrial(
        lot_code=t["lot"],
        lot_name=t["plant"],
        treatments=[x["treatment"] for x in trial["treatments"]],
        control=control,
        dishes=len(trial["dishes"]),
        looks=len(trial["looks"]),
        seeds=sum(d["sown"] for d in trial["dishes"]),
        first_sown=date.fromisoformat(t["sow_on"]) if t["sow_on"] else None,
    )


def _table(name: str, found: ReadFile, laid: Laid, drafts: Drafts, before: str) -> FilePreview:
    table = laid.table
    head = table.rows[table.header_row] if table.rows else []
    guessed = [*laid.guess.columns, *[ColumnMeaning.IGNORE] * len(table.columns)]
    columns = [
        ColumnView(i, said(head[i]) if i < len(head) else "", _samples(table.rows[table.header_row + 1 :], i), meaning, guessed[i])
        for i, meaning in enumerate(table.columns)
    ]
    return FilePreview(
        kind=FileKind.TABLE,
        name=name,
        sheets=[s.name for s in found.sheets],
        sheet=table.sheet,
        header_row=table.header_row,
        shape=table.shape,
        columns=columns,
        order_open=laid.order_open,
        orders=sorted(laid.orders),
        day_order=table.day_order if laid.has_dates else None,
        amount_unit=laid.unit,
        has_amounts=any(x.amount is not None for x in drafts.lots),
        lots=[_lot(x, drafts, laid) for x in drafts.lots[:SHOWN_ROWS]],
        lot_count=len(drafts.lots),
        trials=[
            DraftTrial(
                lot_code=t.lot.code if t.lot else t.lot_code,
                lot_name=t.lot.common_name if t.lot else "",
                treatments=t.treatments,
                control=t.control,
                dishes=len(t.dishes),
                looks=t.looks,
                seeds=sum(d.seeds for d in t.dishes),
                first_sown=t.sow_on,
            )
            for t in drafts.trials
        ],
        problems=drafts.problems[:SHOWN_PROBLEMS],
        problem_count=len(drafts.problems),
        left_out=drafts.left_out[:SHOWN_PROBLEMS],
        notes=drafts.notes,
        before=before,
    )


def _samples(rows: Sequence[Sequence[Cell]], column: int) -> list[str]:
    values = (said(r[column]) for r in rows[:200] if column < len(r))
    return [v[:40] for v in values if v][:SAMPLES]


def _lot(draft: LotDraft, drafts: Drafts, laid: Laid) -> DraftLot:
    taxon = drafts.taxa.get(draft.row)
    amount = "" if draft.amount is None else f"{draft.amount:g} {laid.unit or '?'}"
    collected = "" if draft.collected is None else f"{day_value(draft.collected.day)}, known to the {draft.collected.precision}"
    return DraftLot(draft.code, taxon.common_name if taxon else draft.field_name, taxon is not None, collected, amount)
