"""Batches with their rounds, supplies, fridge and weather logs, turns and the working year, for the demo."""

from datetime import UTC, datetime, timedelta

import numpy as np
from django.utils import timezone

from core.temperature import fridge_log, log_csv, outdoor_log
from core.vocabulary import LeavingHow, PlanMode, SproutsGo, StepKind, SupplyKind
from server.batches.models import Batch, Supply
from server.batches.selectors.courses import course_of
from server.batches.selectors.plans import on_calendar
from server.batches.services.batches import NewBatch, put_in, take_out
from server.batches.services.looks import NewBagLook, record_bag_look
from server.batches.services.steps import begin_step, checks_for
from server.batches.services.supplies import assign_turn, make_supply
from server.demo.drawn_id import drawn_id
from server.demo.scenario_treat import (
    BATCH_RECIPES,
    BATCHES,
    DAYS_OFF,
    FROZE_DAYS_AGO,
    FROZE_HOURS,
    LOG_DAYS,
    MAST_DAYS,
    MAST_EVERY,
    MAST_SEED,
    TREATED_TOGETHER,
    TRIAL_IN_BAGS,
    BatchSpec,
)
from server.lots.models import Lot
from server.people.models import Person
from server.people.selectors import work_calendar
from server.people.services import change_work_year
from server.recipes.models import Recipe
from server.recipes.services import write_recipe
from server.record_kinds.services import change_thing
from server.reference.models import Place
from server.temperature.services import import_log
from server.trials.models import Dish, Trial
from server.trials.services.bags import put_in_bags

WEEK = 7
DAY = timedelta(days=1)


def build_treat(
    lots: dict[str, Lot], places: dict[str, Place], grower: Person, helper: Person, now: datetime, draw: np.random.Generator
) -> None:
    """Everything about treating, after lots and trials are there."""
    today = timezone.localtime(now).date()
    days_off = [{"day": (today + timedelta(days=n)).isoformat(), "name": name} for n, name in DAYS_OFF]
    change_work_year(by=grower, version=1, changes={"days_off": days_off, "working_days": [0, 1, 2, 3, 4, 5]})
    recipes = {r.name: r for r in Recipe.objects.prefetch_related("steps")} | _recipes(grower)
    smoke = make_supply(
        by=grower, name="smoke water, autumn", kind=SupplyKind.SMOKE_WATER, made_on=today - timedelta(days=41), made_by="RK"
    )
    make_supply(
        by=grower, name="washed sand, tub 2", kind=SupplyKind.SAND, made_on=today - timedelta(days=160), note="steamed after each use"
    )
    for spec in BATCHES:
        batch = _put_in(spec, lots, recipes, places, grower, now)
        if spec.days_ago > 0:
            _run(batch, now - spec.days_ago * DAY, now, grower, draw, supply=smoke)
            _look_after(batch, spec, helper, now, draw)
    _bags_of_trials(places, grower, helper, now, draw)
    _logs(places, grower, now, draw)
    monday = today - timedelta(days=today.weekday())
    for offset, person in ((0, helper), (WEEK, grower)):
        first = monday + timedelta(days=offset)
        assign_turn(by=grower, place=places["Fridge"], person=person, first_day=first, last_day=first + timedelta(days=6))


def _recipes(by: Person) -> dict[str, Recipe]:
    made = {}
    for name, steps in BATCH_RECIPES.items():
        bodies = [
            {
                "kind": kind,
                "duration": days,
                "temperature_c": 20 if kind is StepKind.WARM_MOIST else 3,
                "medium": "sand",
                "closure": "vented",
            }
            for kind, days in steps
        ]
        if steps[0][0] is StepKind.OUTDOORS:
            bodies = [{"kind": StepKind.OUTDOORS, "duration": steps[0][1], "medium": "tray", "closure": "open"}]
        made[name] = write_recipe(by=by, name=name, steps=bodies, germinates_in_cold="until it sprouts" in name)
    return made


def _put_in(
    spec: BatchSpec, lots: dict[str, Lot], recipes: dict[str, Recipe], places: dict[str, Place], by: Person, now: datetime
) -> Batch:
    start = now - spec.days_ago * DAY
    recipe = recipes[spec.recipe]
    plan = on_calendar(recipe, PlanMode.START_TOGETHER, timezone.localtime(start).date(), work_calendar())
    lot = lots[spec.lot]
    container = "tray" if spec.place == "cold frame" else "jar" if "smoke" in spec.recipe else "bag"
    new = NewBatch(lot=lot, recipe=recipe, seeds=spec.seeds, place=places[spec.place], container=container)
    return put_in(by=by, new=new, plan=plan, at=min(start, now) - timedelta(hours=1))


def _run(batch: Batch, start: datetime, now: datetime, by: Person, draw: np.random.Generator, supply: Supply | None = None) -> None:
    """Begin its steps one after the other, as far as they have come."""
    at = start.replace(microsecond=0)
    for step in course_of(batch).steps:
        if at > now:
            return
        confirmed = list(checks_for(batch, step))
        used = supply if step.kind == StepKind.SMOKE_WATER else None
        begin_step(
            by=by,
            batch=batch,
            step=step,
            at=at,
            client_id=drawn_id(draw),
            confirmed=confirmed,
            confirmed_by="RK",
            supply=used,
        )
        at = at + step.as_core().days * DAY


def _look_after(batch: Batch, spec: BatchSpec, by: Person, now: datetime, draw: np.random.Generator) -> None:
    found = {s.days_ago: s for s in spec.found}
    course = course_of(batch)
    wet = course.running is not None and course.running.step.as_core().check_every is not None
    days = sorted({*found, *(np.arange(spec.last, spec.days_ago - 2, spec.every).tolist() if wet else [])}, reverse=True)
    for days_ago in days:
        seen = found.get(days_ago)
        record_bag_look(
            by=by,
            batch=batch,
            new=NewBagLook(
                at=now - days_ago * DAY,
                client_id=drawn_id(draw),
                misted=True,
                opened=True,
                mouldy=seen.mouldy if seen else 0,
                sprouted=seen.sprouted if seen else 0,
                sprouts_go=seen.goes if seen else None,
                note=seen.note if seen else "",
            ),
        )


def _bags_of_trials(places: dict[str, Place], grower: Person, helper: Person, now: datetime, draw: np.random.Generator) -> None:
    """The planned trial's bags run; the counted one's have left, with sprouts found in them and one check missed."""
    trial = Trial.objects.get(question=TRIAL_IN_BAGS)
    for batch in put_in_bags(
        by=grower, trial=trial, at=now - 60 * DAY, mode=PlanMode.SOW_TOGETHER, place=places["upper shelf"], bag_for_each_dish=False
    ):
        course = course_of(batch)
        start = course.plan[0].start
        begun = min(start, now - 40 * DAY)
        _run(batch, begun, now, grower, draw)
        days_ago = (now - begun) / DAY
        _look_after(
            batch, BatchSpec(batch.lot.code, "", batch.seeds, "", days_ago, last=7 if batch.code.endswith("1") else 4), helper, now, draw
        )
    counted = Trial.objects.get(question=TREATED_TOGETHER)
    groups: dict[int, list[Dish]] = {}
    for dish in Dish.objects.filter(treatment__trial=counted, treatment__recipe__isnull=False).select_related("treatment__recipe"):
        groups.setdefault(dish.treatment_id, []).append(dish)
    for index, dishes in enumerate(groups.values()):
        _treated_together(counted, dishes, places["upper shelf"], grower, helper, draw, sprouted=(0, 0, 3)[index], gap=index == 1)


def _treated_together(
    trial: Trial, dishes: list[Dish], place: Place, grower: Person, helper: Person, draw: np.random.Generator, *, sprouted: int, gap: bool
) -> None:
    recipe = dishes[0].treatment.recipe
    if recipe is None:
        raise ValueError(f"{trial.code}: a treatment in a bag has a recipe")
    sown = dishes[0].sowings.get().at
    step = recipe.steps.all()[0]
    start = sown - step.as_core().days * DAY - timedelta(hours=1)
    plan = on_calendar(recipe, PlanMode.SOW_TOGETHER, timezone.localtime(sown).date(), work_calendar())
    new = NewBatch(lot=dishes[0].treatment.lot, recipe=recipe, seeds=sum(d.seeds for d in dishes) + sprouted, place=place, draw=False)
    batch = put_in(by=grower, new=new, plan=plan, at=start - timedelta(hours=1))
    for dish in dishes:
        change_thing(dish, {"batch": batch}, by=grower, version=dish.version)
    begin_step(by=grower, batch=batch, step=step, at=start, client_id=drawn_id(draw))
    for n in range(WEEK, int(step.duration), WEEK):
        if gap and n == 3 * WEEK:
            continue
        last = n + WEEK >= step.duration
        seen = sprouted if last else 0
        new_look = NewBagLook(
            at=start + n * DAY, client_id=drawn_id(draw), misted=True, sprouted=seen, sprouts_go=SproutsGo.POTTED if seen else None
        )
        record_bag_look(by=helper, batch=batch, new=new_look)
    take_out(
        by=grower, batch=batch, how=LeavingHow.PICKED_OUT, at=sown - timedelta(minutes=30), found=batch.seeds - sprouted - (2 if gap else 0)
    )


def _logs(places: dict[str, Place], by: Person, now: datetime, draw: np.random.Generator) -> None:
    """The fridge's logger with its freeze, and the weather outside."""
    start = (now - LOG_DAYS * DAY).replace(minute=0, second=0, microsecond=0).astimezone(UTC)
    hours = LOG_DAYS * 24
    froze = hours - 24 * FROZE_DAYS_AGO
    fridge = log_csv(start, fridge_log(hours, draw, froze_at=froze, frozen_hours=FROZE_HOURS))
    import_log(by=by, place=places["Fridge"], name="fridge logger.csv", text=fridge, at=now, said={})
    mast = (now - MAST_DAYS * DAY).replace(minute=0, second=0, microsecond=0).astimezone(UTC)
    weather = log_csv(mast, outdoor_log(mast, MAST_DAYS * 24, np.random.default_rng(MAST_SEED))[::MAST_EVERY], timedelta(hours=MAST_EVERY))
    import_log(by=by, place=places["weather mast"], name="weather mast.csv", text=weather, at=now, said={})
    outside = log_csv(start, outdoor_log(start, hours, draw))
    import_log(by=by, place=places["cold frame"], name="cold frame logger.csv", text=outside, at=now, said={})
