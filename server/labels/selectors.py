"""What stands on a label, and what a code leads to."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, datetime

from core.seedstock import cares
from core.vocabulary import AmountKnown, CleaningGrade, DatePrecision, Hazard, LabelKind, Layout, TrialKind, Trouble
from core.wording import day_value
from server.batches.models import Batch
from server.batches.selectors.courses import BatchCourse, courses_of
from server.lots.models import Lot
from server.lots.models.lot import HAZARD_OF
from server.lots.selectors.stock import Stock
from server.record_kinds.days import local_day
from server.record_kinds.selectors import valid
from server.sowing.models import SowingPlan, Tray
from server.sowing.selectors.trays import tray_views
from server.trials.models import Dish, Sown, Trial
from server.trials.selectors.bag_numbers import bags_of_treatments
from server.trials.selectors.lots import hazards_of, names_of
from server.trials.selectors.state import trials

GRADE_WORDS = {
    CleaningGrade.UNCLEANED: "not cleaned",
    CleaningGrade.ROUGH: "roughly cleaned",
    CleaningGrade.CLEAN: "clean",
    CleaningGrade.FINE: "finely cleaned",
}
TROUBLE_WORDS = {Trouble.SICK: "QUARANTINE: sick", Trouble.MOULDY: "QUARANTINE: mouldy", Trouble.SEED_EATERS: "QUARANTINE: seed-eaters"}


@dataclass(frozen=True)
class LabelContent:
    """What stands on a label: the code, its address path for the QR, the name, lines below it, and a warning."""

    code: str
    path: str
    name: str
    latin: str
    lines: list[str]
    warning: str


@dataclass(frozen=True)
class CodeTarget:
    """What a code leads to."""

    kind: str
    id: int
    trial: int | None


def content(lot: Lot, stock: Stock, kind: LabelKind) -> LabelContent:
    """The fields that belong on a lot's label, on the field bag or in the store."""
    where = ", ".join(x for x in (lot.origin_place, day_as_known(lot.collected_on, lot.collected_precision)) if x)
    lines = [where, f"collected by {lot.collector}" if lot.collector else "", lot.form]
    if kind is LabelKind.STORED:
        lines.append(", ".join([GRADE_WORDS[CleaningGrade(lot.grade)], amount_words(stock)]))
    said_by_trouble = HAZARD_OF.get(lot.trouble)
    warnings = [c.short for c in cares([h for h in lot.hazard_words if h is not said_by_trouble])]
    if lot.trouble in TROUBLE_WORDS:
        warnings.insert(0, TROUBLE_WORDS[Trouble(lot.trouble)])
    return LabelContent(
        code=lot.code,
        path=f"/c/{lot.code}",
        name=lot.common_name,
        latin=lot.taxon.scientific_name if lot.taxon else "species not known",
        lines=[x for x in lines if x],
        warning="; ".join(warnings),
    )


def bag_contents(batches: Sequence[Batch]) -> list[LabelContent]:
    """What the labels of bags say: plant, lot, recipe, in, due out, care, which bag of which treatment, and that it is no food."""
    courses = courses_of(Batch.objects.filter(pk__in=[b.pk for b in batches]))
    trials = {pk: f"{bag.trial_code}: {bag.words}" for pk, bag in bags_of_treatments(b.pk for b in batches).items()}
    by_id = {c.batch.pk: c for c in courses}
    return [_bag_content(by_id[b.pk], trials.get(b.pk, "")) for b in batches]


def dish_contents(dishes: Sequence[Dish]) -> list[LabelContent]:
    """What stands on the labels of dishes: the code, and while the trial is blind nothing that tells the treatment.

    The trial, the number of seeds and the day of sowing do not; the day is left free for a pencil until the dish is sown.
    """
    sown = {s.dish_id: s.at for s in valid(Sown.objects.filter(dish__in=dishes))}
    wanted = trials().filter(pk__in={d.treatment.trial_id for d in dishes})
    of_trials = {t.pk: (names_of(t.treatments.all()), hazards_of(t)) for t in wanted}
    out = []
    for d in dishes:
        names, hazards = of_trials[d.treatment.trial_id]
        out.append(_dish_content(d, sown.get(d.pk), names[d.treatment_id], hazards))
    return out


def tray_contents(plan: SowingPlan) -> list[LabelContent]:
    """What stands on the labels of a sowing's trays: plant, lot, treatment, cells and seeds, and the day they were sown."""
    taxon = plan.lot.taxon
    warning = "; ".join(c.short for c in cares(plan.lot.hazard_words))
    return [
        LabelContent(
            code=t.code,
            path=f"/c/{t.code}",
            name=plan.lot.common_name,
            latin=taxon.scientific_name if taxon else "species not known",
            lines=[
                f"lot {plan.lot.code}",
                plan.recipe.name if plan.recipe else "sown as it is",
                f"{t.cells} cells of {t.seeds_per_cell}, {t.seeds} seeds" if t.cells else f"{t.seeds} seeds",
                f"sown {day_value(local_day(t.sown_at))}" if t.sown_at else "sown ________",
            ],
            warning=warning,
        )
        for t in tray_views(plan.trays.all())
    ]


def _dish_content(dish: Dish, sown_at: datetime | None, name: str, hazards: Sequence[Hazard]) -> LabelContent:
    trial = dish.treatment.trial
    number = f"{'≈ ' if dish.seeds_known != AmountKnown.COUNTED else ''}{dish.seeds} seeds"
    where = f"place {dish.position}" + (f", block {dish.block}" if trial.layout == Layout.BLOCKS else "")
    lines = [number, f"sown {day_value(local_day(sown_at))}" if sown_at else "sown ________", where]
    return LabelContent(
        code=dish.code,
        path=f"/c/{dish.code}",
        name=trial.code if trial.codes_hidden else f"{trial.code}: {name}",
        latin="" if trial.codes_hidden or trial.kind != TrialKind.PACKET_DAY else dish.treatment.lot.common_name,
        lines=lines,
        warning="; ".join(c.short for c in cares(hazards)),
    )


def _bag_content(course: BatchCourse, trial: str) -> LabelContent:
    batch, lot = course.batch, course.batch.lot
    start = course.started_at or course.starts_at
    end = course.plan[-1].end if course.plan else course.due_at
    every = next((s.as_core().check_every for s in course.steps if s.as_core().check_every), None)
    number = f"{'≈ ' if course.estimated else ''}{batch.seeds:,} seeds"
    lines = [
        f"lot {lot.code}, {number}",
        batch.recipe.name,
        f"in {day_value(local_day(start))}" if start else "",
        f"due out {day_value(local_day(end))}" if end else "",
        f"care every {every:g} days" if every else "",
        trial,
    ]
    short = [c.short for c in cares(lot.hazard_words)]
    return LabelContent(
        code=batch.code,
        path=f"/c/{batch.code}",
        name=lot.common_name,
        latin=lot.taxon.scientific_name if lot.taxon else "species not known",
        lines=[x for x in lines if x],
        warning="; ".join(["SEED: do not eat or discard", *short]),
    )


def amount_words(stock: Stock) -> str:
    """An amount as a label says it."""
    if stock.seeds is not None:
        doubt = f" ± {1.96 * stock.se_seeds:,.0f}" if stock.estimated and stock.se_seeds else ""
        return f"{'≈ ' if stock.estimated else ''}{stock.seeds:,}{doubt} seeds"
    return f"{stock.unconverted:g} {stock.unconverted_unit}" if stock.unconverted is not None else "amount not measured"


def day_as_known(day: date | None, precision: str) -> str:
    """A date as exactly as it is known: ``12 Aug 2026``, ``Aug 2026``, ``2026``."""
    if day is None:
        return ""
    return {DatePrecision.YEAR: f"{day:%Y}", DatePrecision.MONTH: f"{day:%b %Y}"}.get(DatePrecision(precision), f"{day_value(day)}")


def find_code(code: str) -> CodeTarget | None:
    """What carries a code: a lot, a dish, a batch, a trial, a sowing or a tray. Letters may be small or large."""
    simple = (("lot", Lot), ("batch", Batch), ("trial", Trial), ("sowing", SowingPlan))
    for kind, model in simple:
        found = model._default_manager.filter(code__iexact=code).values_list("pk", flat=True).first()
        if found is not None:
            return CodeTarget(kind, found, found if kind == "trial" else None)
    if dish := Dish.objects.filter(code__iexact=code).select_related("treatment").first():
        return CodeTarget("dish", dish.pk, dish.treatment.trial_id)
    tray = Tray.objects.filter(code__iexact=code).first()
    if tray is None:
        return None
    # seedlings potted from dishes are found on their trial's page
    return CodeTarget("sowing", tray.plan_id, None) if tray.plan_id else CodeTarget("trial", tray.trial_id or 0, tray.trial_id)
