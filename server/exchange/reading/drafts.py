"""Tables into what would be made of them: lots and trials, matched with what is here, with every problem named."""

from collections import defaultdict
from collections.abc import Sequence
from dataclasses import dataclass, field
from datetime import date, datetime

from django.utils import timezone

from core.tables import CellProblem, DishDraft, LotDraft, cell_name, read_counts, read_lots
from core.vocabulary import AmountUnit, ColumnMeaning, OriginKind, SheetShape
from server.exchange.reading.settled import Laid, Settled
from server.lots.models import Lot
from server.reference.models import Taxon

CONTROLS = ("control", "untreated", "none", "no treatment", "as sown")


@dataclass
class TrialDraft:
    """A trial as it would be taken over: its lot (here already, or by a code that comes in with it), treatments, dishes."""

    lot: Lot | None
    lot_code: str
    question: str
    treatments: list[str]
    control: str | None
    dishes: list[DishDraft]

    @property
    def looks(self) -> int:
        """Looks of all its dishes."""
        return sum(len(d.looks) for d in self.dishes)

    @property
    def sow_on(self) -> date:
        """The day its first dish was sown."""
        return min(d.sown_at for d in self.dishes).date()


@dataclass
class Drafts:
    """All that a table would make; nothing is made while there is a problem."""

    lots: list[LotDraft] = field(default_factory=list)
    taxa: dict[int, Taxon] = field(default_factory=dict)
    trials: list[TrialDraft] = field(default_factory=list)
    problems: list[CellProblem] = field(default_factory=list)
    left_out: list[CellProblem] = field(default_factory=list)
    notes: list[str] = field(default_factory=list)


def drafts_of(laid: Laid, settled: Settled, now: datetime) -> Drafts:
    """Read a table with what was settled about it."""
    table = laid.table
    out = Drafts(problems=table.problems, left_out=table.left_out)
    if laid.order_open and settled.day_order is None:
        message = "Dates here are ambiguous. Choose the order of day and month first."
        out.problems.append(CellProblem(table.sheet, "", "", message))
    if table.shape is SheetShape.LOTS:
        out.lots = read_lots(table)
        _match_lots(out, laid, settled, now)
    else:
        _match_trials(out, laid, settled, read_counts(table), now)
    return out


def _match_lots(out: Drafts, laid: Laid, settled: Settled, now: datetime) -> None:
    table = laid.table
    plants = _plants()
    there = {c.upper() for c in Lot.everything.values_list("code", flat=True)}
    unnamed = 0
    for draft in out.lots:
        if draft.code.upper() in there:
            table.refuse_at(
                draft.row, ColumnMeaning.LOT_CODE, f"Lot {draft.code} is here already: codes are never used twice. Leave it out."
            )
        found = plants.get(draft.plant.lower())
        if found is not None:
            out.taxa[draft.row] = found
        elif draft.plant:
            draft.field_name = draft.field_name or draft.plant[:120]
            unnamed += 1
        if draft.collected is not None and draft.collected.day > timezone.localtime(now).date():
            table.refuse_at(
                draft.row, ColumnMeaning.COLLECTED, "This day has not come yet: is the order of day and month the other way round?"
            )
        kind = draft.origin_kind or settled.origin_kind
        if kind is None:
            table.refuse_at(draft.row, ColumnMeaning.ORIGIN_KIND, "How did it come in: wild, garden, bought or swapped? Settle it for all.")
        elif kind is OriginKind.WILD and not (draft.facts.get("leave") or settled.leave):
            table.refuse_at(
                draft.row, ColumnMeaning.LEAVE, "Who permitted collecting this wild seed? Choose a column for it, or enter it for all rows."
            )
        if draft.amount is not None and laid.unit is None:
            table.refuse_at(draft.row, ColumnMeaning.AMOUNT, "In what is the amount: seeds, g, ml or heads? Settle the unit.")
        if draft.amount is not None and laid.unit is AmountUnit.SEEDS and draft.amount != int(draft.amount):
            table.refuse_at(draft.row, ColumnMeaning.AMOUNT, "Seeds are whole. Is this in grams? Then settle the unit.")
    if unnamed:
        out.notes.append(f"{unnamed} of the plants are not known here by either name: they become field names, and can be named later.")


def _match_trials(out: Drafts, laid: Laid, settled: Settled, dishes: Sequence[DishDraft], now: datetime) -> None:
    table = laid.table
    lots = {x.code.upper(): x for x in Lot.objects.select_related("taxon")}
    by_lot: dict[str, list[DishDraft]] = defaultdict(list)
    for dish in dishes:
        by_lot[dish.lot_code.upper()].append(dish)
        late = [x for x in dish.looks if timezone.make_aware(x.at) > now]
        if late:
            table.refuse(
                late[0].row, late[0].column, "This look has not come yet: is the order of day and month, or the sowing day, another one?"
            )
    for code, own in by_lot.items():
        lot = lots.get(code) if code else settled.lot
        if lot is None:
            message = (
                f"There is no lot {own[0].lot_code} here: read the lots in first, or enter it."
                if code
                else "Of which lot is this seed? Choose it."
            )
            table.refuse_at(own[0].row, ColumnMeaning.LOT_CODE, message)
        names = list(dict.fromkeys(d.treatment for d in own))
        control = _control(names, settled)
        if control is None and len(names) > 1:
            listed = ", ".join(f"“{n}”" for n in names[:6])
            table.refuse_at(own[0].row, ColumnMeaning.TREATMENT, f"Which treatment is the control? Choose one of {listed}.")
        question = settled.question or f"Imported from {table.sheet}"[:200]
        out.trials.append(TrialDraft(lot, own[0].lot_code, question, names, control, own))
    if not dishes and not table.problems:
        table.problems.append(CellProblem(table.sheet, cell_name(table.header_row, 0), "", "No dish was found below the headings."))


def _control(names: Sequence[str], settled: Settled) -> str | None:
    if settled.control in names:
        return settled.control
    if len(names) == 1:
        return None
    known = [n for n in names if n.lower() in CONTROLS or n.lower().startswith(("control", "no "))]
    return known[0] if len(known) == 1 else None


def _plants() -> dict[str, Taxon]:
    """Plants by either of their names."""
    found: dict[str, Taxon] = {}
    for taxon in Taxon.objects.all():
        for name in (taxon.common_name, taxon.scientific_name):
            if name:
                found[name.lower()] = taxon
    return found
