"""Several lots in one trial, and a packet day, for the demo."""

from dataclasses import dataclass
from datetime import datetime, timedelta
from itertools import pairwise

import numpy as np
from django.utils import timezone

from core.records import ClosingFates
from core.vocabulary import DatePrecision, OriginKind, Question
from server.demo.build_treat import DAY
from server.demo.drawn_id import drawn_id
from server.lots.models import Lot
from server.people.models import Person
from server.recipes.models import Recipe
from server.reference.models import Place, Taxon
from server.trials.models import Dish, Trial
from server.trials.services.closings import close_dish, open_trial
from server.trials.services.layout import lay_out_trial
from server.trials.services.looks import record_series, sow_trial
from server.trials.services.new_look import NewLook
from server.trials.services.new_treatments import NewTreatment
from server.trials.services.packet_day import Packet, lay_out_packet_day

CROSSED_LOTS, STEP = ("PP-031", "PP-036"), "4 weeks cold, damp sand"
# share that germinates of each lot, untreated and after the step
SHARES = {"PP-031": (0.18, 0.62), "PP-036": (0.44, 0.71)}
CROSSED_DAYS, SOWN_DAYS_AGO, STEP_DAYS = 28, 45, 28
# lots that must have been collected so long ago
NEEDED_DAYS_AGO = dict.fromkeys(CROSSED_LOTS, SOWN_DAYS_AGO + STEP_DAYS)


@dataclass(frozen=True)
class PacketSpec:
    """A packet: its plant, the year on it, what is claimed, seeds left and tested, and what germinates of it within `days`."""

    plant: str
    years_ago: int
    claimed_percent: float | None
    claimed_days: int | None
    left: int
    seeds: int
    share: float
    days: float
    closed: bool = True


# lots that are here, with what germinates of each; the rest are packets out of a shoebox
HELD = (("LL-901", 20, 0.75, 9.0), ("PV-901", 20, 0.15, 16.0))
PACKETS = (
    PacketSpec("fernleaf biscuitroot", 6, 85, 14, 180, 20, 0.6, 10),
    PacketSpec("Munro's globemallow", 4, 70, 21, 60, 20, 0.55, 12),
    PacketSpec("rubber rabbitbrush", 2, 60, 10, 240, 30, 0.83, 6),
    PacketSpec("Palmer's penstemon", 8, 75, 21, 18, 10, 0.2, 15),
    PacketSpec("coyote tobacco", 5, None, None, 400, 25, 0.9, 7),
    PacketSpec("snowbrush", 9, 50, 30, 90, 20, 0.0, 20),
    PacketSpec("whispering bells", 3, 80, 14, 150, 20, 0.55, 11, closed=False),
    PacketSpec("antelope bitterbrush", 2, 65, 21, 70, 20, 0.4, 14, closed=False),
)
PACKETS_DAYS_AGO, PACKET_LOOKS = 18, (3, 6, 9, 12, 15)
CLOSED_ON = 16


def build_lots(lots: dict[str, Lot], taxa: dict[str, Taxon], places: dict[str, Place], by: Person, helper: Person, now: datetime) -> None:
    """Two lots of a plant with and without a step, and a shoebox of packets."""
    draw = np.random.default_rng(23)
    _crossed(lots, places["shelf A"], by, helper, now, draw)
    _packets(lots, taxa, places["shelf A"], by, helper, now, draw)


def _crossed(lots: dict[str, Lot], place: Place, by: Person, helper: Person, now: datetime, draw: np.random.Generator) -> None:
    step = Recipe.objects.get(name=STEP)
    rows = [(lots[code], recipe) for code in CROSSED_LOTS for recipe in (None, step)]
    sown_at = now - SOWN_DAYS_AGO * DAY
    trial = lay_out_trial(
        by=by,
        question="Does cold help every lot of Palmer's penstemon?",
        asks=Question.EVERY_LOT,
        treatments=[NewTreatment("4 weeks cold" if r else "no cold", r, is_control=r is None, lot=lot) for lot, r in rows],
        dishes_per_treatment=4,
        seeds_per_dish=25,
        sow_on=timezone.localtime(sown_at).date(),
        at=sown_at - (STEP_DAYS + 1) * DAY,
        places=[place],
        layout_seed=int(draw.integers(2**40)),
        temperature_c=18,
        length_days=CROSSED_DAYS,
    )
    sow_trial(by=by, trial=trial, at=sown_at)
    for dish in Dish.objects.filter(treatment__trial=trial).select_related("treatment__lot"):
        share = SHARES[dish.treatment.lot.code][dish.treatment.recipe_id is not None]
        _count(dish, sown_at, float(np.clip(draw.normal(share, 0.05), 0, 1)), 9.0, range(4, CROSSED_DAYS, 4), helper, draw)
        _close(dish, sown_at + CROSSED_DAYS * DAY, helper, draw, alive=0.5)
    open_trial(by=by, trial=trial, at=sown_at + (CROSSED_DAYS + 1) * DAY, version=Trial.objects.get(pk=trial.pk).version)


def _packets(
    lots: dict[str, Lot], taxa: dict[str, Taxon], place: Place, by: Person, helper: Person, now: datetime, draw: np.random.Generator
) -> None:
    sown_at = now - PACKETS_DAYS_AGO * DAY
    made = [Packet(seeds, lot=lots[code]) for code, seeds, _, _ in HELD]
    for n, spec in enumerate(PACKETS, 1):
        new = {
            "code": f"PK-{n:02d}",
            "taxon": taxa[spec.plant],
            "origin_kind": OriginKind.BOUGHT,
            "collected_on": timezone.localtime(now).date().replace(year=now.year - spec.years_ago, month=1, day=1),
            "collected_precision": DatePrecision.YEAR,
            "claimed_percent": spec.claimed_percent,
            "claimed_days": spec.claimed_days,
            "amount": spec.left + spec.seeds,
        }
        made.append(Packet(spec.seeds, new=new))
    trial = lay_out_packet_day(
        by=by, packets=made, sow_on=timezone.localtime(sown_at).date(), at=sown_at - timedelta(hours=2), place=place, length_days=21
    )
    sow_trial(by=by, trial=trial, at=sown_at)
    grown = [(share, days, True) for _, _, share, days in HELD] + [(s.share, s.days, s.closed) for s in PACKETS]
    for treatment, (share, days, closed) in zip(trial.treatments.order_by("order"), grown, strict=True):
        dish = treatment.dishes.get()
        _count(dish, sown_at, share, days, PACKET_LOOKS, helper, draw)
        if closed:
            _close(dish, sown_at + CLOSED_ON * DAY, helper, draw, alive=0.2)


def _count(
    dish: Dish, sown_at: datetime, share: float, days: float, looks: range | tuple[int, ...], by: Person, draw: np.random.Generator
) -> None:
    """Looks at a dish in which so many come up, half of them within `days`."""
    up = np.sort(days * draw.lognormal(0, 0.3, int(draw.binomial(dish.seeds, share))))
    new = [int(((up > before) & (up <= day)).sum()) for before, day in pairwise((0, *looks))]
    made = [NewLook(at=sown_at + d * DAY, client_id=drawn_id(draw), new_germinated=n) for d, n in zip(looks, new, strict=True)]
    record_series(by=by, dish=dish, sown_at=sown_at, looks=made)


def _close(dish: Dish, at: datetime, by: Person, draw: np.random.Generator, *, alive: float) -> None:
    left = dish.seeds - sum(x.new_germinated for x in dish.looks.all())
    fresh = int(draw.binomial(left, alive))
    close_dish(by=by, dish=dish, at=at, client_id=drawn_id(draw), found=ClosingFates(fresh=fresh, dead=left - fresh))
