"""What a table makes: lots with their amounts, or trials with their counts."""

from datetime import datetime

from django.utils import timezone

from core.seedstock import LotFacts
from core.tables import DishDraft, LotDraft
from core.vocabulary import AmountUnit, StockKind
from server.errors import Refused
from server.exchange.reading.drafts import Drafts, TrialDraft
from server.exchange.reading.settled import Laid, Settled
from server.lots.services import add_lot, enter_stock
from server.people.models import Person
from server.record_kinds.stopping import Tell
from server.trials.models import Dish
from server.trials.services.import_trial import ImportedDish, ImportedLook, import_trial
from server.trials.services.layout import TrialFields
from server.trials.services.new_treatments import NewTreatment

Made = dict[str, list[int]]
USUAL_LENGTH, USUAL_GAP = 28.0, 3.0


def make_lots(by: Person, laid: Laid, settled: Settled, drafts: Drafts, at: datetime, tell: Tell) -> Made:
    """Enter the lots, each with what there is of it."""
    made: Made = {"lots": [], "stock": []}
    for n, draft in enumerate(drafts.lots, 1):
        lot = add_lot(by=by, code=draft.code, taxon=drafts.taxa.get(draft.row), **_facts(draft, settled))
        made["lots"].append(lot.pk)
        if draft.amount is not None and laid.unit is not None:
            known = settled.amount_known
            entry = enter_stock(
                by=by, lot=lot, kind=StockKind.IN, amount=draft.amount, unit=AmountUnit(laid.unit), known=known, at=at, reason="imported"
            )
            made["stock"].append(entry.pk)
        if n % 50 == 0 or n == len(drafts.lots):
            tell(n, len(drafts.lots), f"lot {n} of {len(drafts.lots)}")
    return made


def _facts(draft: LotDraft, settled: Settled) -> LotFacts:
    kind = draft.origin_kind or settled.origin_kind
    if kind is None:
        raise Refused(f"Where does lot {draft.code} come from? Choose one origin for all lots without one.", code="no_origin")
    moment = draft.collected
    facts: LotFacts = {**draft.facts, "field_name": draft.field_name, "origin_kind": kind}
    facts["leave"] = facts.get("leave") or settled.leave
    if moment:
        facts |= {"collected_on": moment.day, "collected_precision": moment.precision}
    return facts


def make_trials(by: Person, settled: Settled, drafts: Drafts, tell: Tell) -> tuple[Made, list[str]]:
    """Take the trials over; also says which code each dish of the sheet got where the sheet's own could not be kept."""
    made: Made = {"trials": []}
    renamed: list[str] = []
    total, before = sum(t.looks for t in drafts.trials), 0
    for draft in drafts.trials:
        if draft.lot is None:
            raise Refused("A trial cannot be imported without its lot.", code="no_lot")
        begun = before

        def told(looks: int, begun: int = begun, question: str = draft.question) -> None:
            tell(begun + looks, total, f"{begun + looks:,} of {total:,} looks: {question}")

        trial, rows = import_trial(
            by=by,
            lot=draft.lot,
            question=draft.question,
            treatments=[NewTreatment(n, is_control=n == draft.control) for n in draft.treatments],
            dishes=[_dish(d, draft.treatments.index(d.treatment)) for d in draft.dishes],
            sow_on=draft.sow_on,
            tell=told,
            **_conditions(draft, settled),
        )
        made["trials"].append(trial.pk)
        renamed += _renamed(draft, rows)
        before += draft.looks
    return made, renamed


def _conditions(draft: TrialDraft, settled: Settled) -> TrialFields:
    last = max((x.at - d.sown_at for d in draft.dishes for x in d.looks), default=None)
    return {
        "criterion": settled.criterion,
        "length_days": max(1.0, last.total_seconds() / 86400) if last else USUAL_LENGTH,
        "first_look_days": USUAL_GAP,
        "every_days": USUAL_GAP,
        "blind": False,
    }


def _dish(draft: DishDraft, treatment: int) -> ImportedDish:
    looks = [
        ImportedLook(timezone.make_aware(x.at), new_germinated=x.germinated, new_abnormal=x.abnormal, new_rotted=x.rotted, new_lost=x.lost)
        for x in draft.looks
    ]
    return ImportedDish(treatment, draft.seeds, timezone.make_aware(draft.sown_at), looks, code=draft.name)


def _renamed(draft: TrialDraft, rows: list[Dish]) -> list[str]:
    pairs = zip(draft.dishes, rows, strict=True)
    return [f"row {d.row + 1}, “{d.name or d.treatment}”: {row.code}" for d, row in pairs if row.code != d.name]
