"""Trays with what came of them."""

from collections import defaultdict
from collections.abc import Iterable
from dataclasses import dataclass, replace
from datetime import datetime

from django.db.models import QuerySet, Sum

from core.seedstock import ExpectedFill, PlantShare, TrayExperience, TrayOutcome, expected_fill, plant_share_of
from core.verdict import tray_sentence
from core.vocabulary import OutcomeStage, SowingWay
from server.lots.models import Lot
from server.record_kinds.selectors import valid
from server.sowing.models import Outcome, SowingPlan, Tray, TraySown
from server.trials.models import Look, Trial

STANDING = (OutcomeStage.POTTED, OutcomeStage.PLANTED, OutcomeStage.ALIVE)


@dataclass(frozen=True)
class OutcomeView:
    """One count of a tray."""

    id: int
    stage: OutcomeStage
    count: int
    at: datetime
    by: str
    note: str


@dataclass(frozen=True)
class TrayView:
    """A tray: when and with what it was sown, and what was counted, the latest of each stage in its field.

    `tray_share` and `tested_share` are 0..1; None where nobody counted, or where it was not sown from seed. `standing` are plants at
    the latest count after the seedlings. `sentence` says bench and tray percent side by side. `expected` is of a tray of cells only.
    """

    id: int
    version: int
    code: str
    lot: int
    lot_code: str
    lot_name: str
    place: str
    cells: int
    seeds_per_cell: int
    sown_at: datetime | None
    seeds: int | None
    from_trial: str
    emerged: int | None
    thinned: int | None
    potted: int | None
    planted: int | None
    alive: int | None
    standing: int | None
    tray_share: float | None
    tested_share: float | None
    sentence: str
    outcomes: list[OutcomeView]
    expected: ExpectedFill | None


def tray_views(trays: "QuerySet[Tray]") -> list[TrayView]:
    """Trays in their order with their counts: three queries."""
    found = list(trays.select_related("lot__taxon", "plan", "trial", "place__parent__parent__parent"))
    ids = [t.pk for t in found]
    sown = {s.tray_id: s for s in valid(TraySown.objects.filter(tray__in=ids))}
    counts: dict[int, list[Outcome]] = defaultdict(list)
    for o in valid(Outcome.objects.filter(tray__in=ids)).select_related("by").order_by("at", "pk"):
        counts[o.tray_id].append(o)
    return [_view(t, sown.get(t.pk), counts[t.pk]) for t in found]


def latest(outcomes: Iterable[Outcome]) -> dict[OutcomeStage, Outcome]:
    """The latest count of each stage; outcomes in time order."""
    return {OutcomeStage(o.stage): o for o in outcomes}


def standing_of(outcomes: Iterable[Outcome]) -> int | None:
    """Plants at the latest count that counted plants."""
    return next((o.count for o in reversed(list(outcomes)) if o.stage in STANDING), None)


def outcome_of(tray: Tray, sown: TraySown | None, outcomes: list[Outcome]) -> TrayOutcome | None:
    """A tray as core learns from it; None where seedlings were not counted, or where it was not sown from tested seed."""
    by_stage = latest(outcomes)
    if sown is None or tray.plan is None or OutcomeStage.EMERGED not in by_stage:
        return None
    emerged = by_stage[OutcomeStage.EMERGED].count
    thinned = by_stage[OutcomeStage.THINNED].count if OutcomeStage.THINNED in by_stage else 0
    plan = tray.plan
    return TrayOutcome(sown.seeds, plan.tested_share, emerged, min(thinned, emerged), standing_of(outcomes), plan.tested_n_eff)


def _view(tray: Tray, sown: TraySown | None, outcomes: list[Outcome]) -> TrayView:
    by_stage, told = latest(outcomes), outcome_of(tray, sown, outcomes)
    counts = {s: by_stage[s].count if s in by_stage else None for s in OutcomeStage}
    return TrayView(
        id=tray.pk,
        version=tray.version,
        code=tray.code,
        lot=tray.lot_id,
        lot_code=tray.lot.code,
        lot_name=tray.lot.common_name,
        place=tray.place.full_name if tray.place else "",
        cells=tray.cells,
        seeds_per_cell=tray.seeds_per_cell,
        sown_at=sown.at if sown else None,
        seeds=sown.seeds if sown else None,
        from_trial=tray.trial.code if tray.trial else "",
        emerged=counts[OutcomeStage.EMERGED],
        thinned=counts[OutcomeStage.THINNED],
        potted=counts[OutcomeStage.POTTED],
        planted=counts[OutcomeStage.PLANTED],
        alive=counts[OutcomeStage.ALIVE],
        standing=standing_of(outcomes),
        tray_share=told.tray_share if told else None,
        tested_share=tray.plan.tested_share if tray.plan else None,
        sentence=tray_sentence(told) if told else "",
        outcomes=[OutcomeView(o.pk, OutcomeStage(o.stage), o.count, o.at, o.by.initials, o.note) for o in reversed(outcomes)],
        expected=fill_expected(tray.plan, tray.cells) if tray.plan else None,
    )


def fill_expected(plan: SowingPlan, cells: int) -> ExpectedFill | None:
    """How full so many cells of a plan are expected to be; None where it is not sown in cells."""
    if plan.way != SowingWay.CELLS or not cells:
        return None
    return expected_fill(plan.tested_share, plan.tested_n_eff, plan.seeds_per_cell, cells, TrayExperience(plan.plant_share))


def learned_plant_share(lot: Lot) -> PlantShare:
    """How many of the germinated become plants in this grower's trays: of the lot's plant, leaning on all plants' trays."""
    trays = list(Tray.objects.filter(plan__isnull=False).select_related("plan", "lot"))
    ids = [t.pk for t in trays]
    sown = {s.tray_id: s for s in valid(TraySown.objects.filter(tray__in=ids))}
    counts: dict[int, list[Outcome]] = defaultdict(list)
    for o in valid(Outcome.objects.filter(tray__in=ids)).order_by("at", "pk"):
        counts[o.tray_id].append(o)
    told = [(t, found) for t in trays if (found := outcome_of(t, sown.get(t.pk), counts[t.pk])) is not None]
    everything = plant_share_of([x for _, x in told])
    same = [x for t, x in told if _same_plant(t.lot, lot)]
    if not same:
        return everything
    # how much trays differ from their test is the grower's way of sowing, not the plant's
    own = plant_share_of(same, everything.s)
    return replace(own, experience=replace(own.experience, rho_t=everything.experience.rho_t))


def _same_plant(a: Lot, b: Lot) -> bool:
    return a.taxon_id == b.taxon_id if b.taxon_id is not None else a.pk == b.pk


@dataclass(frozen=True)
class SeedlingsWaiting:
    """Seedlings of one lot potted from the dishes of a trial that stand in no tray yet."""

    trial: int
    trial_code: str
    lot: int
    lot_code: str
    lot_name: str
    seedlings: int


def seedlings_waiting(trial: int | None = None) -> list[SeedlingsWaiting]:
    """Potted seedlings that stand in no tray yet, of all trials or of one, by trial and lot: four queries."""
    looks = valid(Look.objects.filter(potted__gt=0) if trial is None else Look.objects.filter(dish__treatment__trial=trial)).order_by()
    of = ("dish__treatment__trial", "dish__treatment__lot")
    potted = {(t, lot): n for t, lot, n in looks.values_list(*of).annotate(n=Sum("potted")).values_list(*of, "n")}
    trays = Tray.objects.filter(trial__in={t for t, _ in potted}).order_by()
    in_trays = {(t, lot): n for t, lot, n in trays.values_list("trial", "lot").annotate(n=Sum("cells")).values_list("trial", "lot", "n")}
    left = {key: n - in_trays.get(key, 0) for key, n in potted.items() if n > in_trays.get(key, 0)}
    codes = dict(Trial.objects.filter(pk__in={t for t, _ in left}).values_list("pk", "code"))
    lots = Lot.objects.select_related("taxon").in_bulk({lot for _, lot in left})
    waiting = [SeedlingsWaiting(t, codes[t], lot, lots[lot].code, lots[lot].common_name, n) for (t, lot), n in left.items() if t in codes]
    return sorted(waiting, key=lambda x: (x.trial_code, x.lot_code))
