"""Sowings of the demo: one with its outcome, one coming up, one planned; and seedlings potted from dishes."""

from dataclasses import dataclass
from datetime import datetime, timedelta
from uuid import UUID, uuid5

from django.utils import timezone

from core.vocabulary import OutcomeStage, SowingWay
from server.lots.models import Lot
from server.people.models import Person
from server.record_kinds.days import local_day
from server.reference.models import Place
from server.sowing.models import Tray
from server.sowing.selectors.preview import SowingWish
from server.sowing.services.plans import plan_sowing, sow
from server.sowing.services.trays import NewOutcome, record_outcome
from server.trials.models import Treatment

NAMES = UUID("0b6f1f57-6a0c-4b7e-9d23-71b1c2a45e66")


@dataclass(frozen=True)
class SowingSpec:
    """A sowing of a lot by one of its treatments; `sown_days_ago` None: only planned. Counts are shares of each tray's seeds."""

    lot: str
    treatment: str
    plants: int
    wanted_in_days: int
    weeks_growing: float = 10
    seeds_per_cell: int | None = None
    way: SowingWay = SowingWay.CELLS
    cells_per_tray: int = 72
    sown_days_ago: int | None = None
    counts: tuple[tuple[OutcomeStage, int, tuple[float, ...]], ...] = ()


SOWINGS = (
    SowingSpec(
        "SM-052", "nick", 100, -78, weeks_growing=12, seeds_per_cell=2, sown_days_ago=162,
        counts=(
            (OutcomeStage.EMERGED, 142, (0.78, 0.72)),
            (OutcomeStage.THINNED, 140, (0.33, 0.3)),
            (OutcomeStage.PLANTED, 80, (0.43, 0.4)),
            (OutcomeStage.ALIVE, 20, (0.4, 0.37)),
        ),
    ),
    SowingSpec("LL-015", "as stored", 60, 52, weeks_growing=10, sown_days_ago=17, counts=((OutcomeStage.EMERGED, 4, (0.62, 0.66)),)),
    SowingSpec("PT-040", "8 weeks", 120, 190, weeks_growing=12),
)  # fmt: skip


def build_sowings(lots: dict[str, Lot], places: dict[str, Place], grower: Person, second: Person, now: datetime) -> None:
    """Plan, sow and count, through the services, as it would have been done on those days."""
    for spec in SOWINGS:
        _sowing(spec, lots[spec.lot], places["window shelf"], grower, second, now)


def _sowing(spec: SowingSpec, lot: Lot, place: Place, grower: Person, second: Person, now: datetime) -> None:
    treatment = Treatment.objects.select_related("recipe", "trial", "lot").filter(lot=lot, name=spec.treatment).latest("trial__sow_on")
    wish = SowingWish(
        lot=lot,
        plants_wanted=spec.plants,
        wanted_on=timezone.localtime(now).date() + timedelta(days=spec.wanted_in_days),
        treatment=treatment,
        weeks_growing=spec.weeks_growing,
        way=spec.way,
        seeds_per_cell=spec.seeds_per_cell,
        cells_per_tray=spec.cells_per_tray,
    )
    plan = plan_sowing(by=grower, wish=wish, today=local_day(now), sure=True)
    if spec.sown_days_ago is None:
        return
    sow(by=second, plan=plan, at=now - timedelta(days=spec.sown_days_ago), place=place)
    for tray, index in zip(Tray.objects.filter(plan=plan), range(1000), strict=False):
        seeds = tray.sowings.get().seeds
        for stage, days_ago, shares in spec.counts:
            at, share = now - timedelta(days=days_ago), shares[index % len(shares)]
            new = NewOutcome(stage, round(share * seeds), at, uuid5(NAMES, f"{tray.code} {stage}"))
            record_outcome(by=second, tray=tray, new=new, sure=True)
