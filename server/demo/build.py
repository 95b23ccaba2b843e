"""Make the demo's records through the services, relative to `now`, from one fixed seed."""

from collections.abc import Sequence
from datetime import date, datetime, timedelta

import numpy as np
from django.db import transaction
from django.utils import timezone

from core.design import counting_plan
from core.simulate import SimulatedDish, fates_after, simulate_dish
from core.treatment import STARTER_SOURCE, RecipeStep
from core.vocabulary import AmountKnown, Container, OriginKind, Purpose, Ripeness, Role, StockKind, Trouble
from server.demo.build_counting import build_counting
from server.demo.build_evidence import lay_out_conclusions
from server.demo.build_lots import NEEDED_DAYS_AGO, build_lots
from server.demo.build_pictures import as_photo, chance_of, picture_lots
from server.demo.build_seed_in import build_stands, harvest_for, work_at_the_bench
from server.demo.build_sowings import build_sowings
from server.demo.build_treat import build_treat
from server.demo.drawn_id import drawn_id
from server.demo.pictures import dish_picture
from server.demo.scenario_lots import LOTS, PLACES, LotSpec
from server.demo.scenario_trials import RECIPES, TRIALS, TrialSpec
from server.lots.models import Lot
from server.lots.services import add_lot, enter_stock
from server.people.models import Person
from server.people.services import add_person
from server.recipes.models import Recipe
from server.recipes.services import write_recipe
from server.reference.models import Place, Taxon
from server.reference.services.places import add_place
from server.reference.services.plants import add_starter_plant
from server.reference.starters import STARTER_PLANTS
from server.stands.models import Stand
from server.trials.models import Dish, Trial
from server.trials.services.closings import close_dish, open_trial
from server.trials.services.layout import lay_out_trial
from server.trials.services.looks import record_course
from server.trials.services.new_look import NewLook
from server.trials.services.new_treatments import NewTreatment

SEED = 20_400
DAYS_TO_CLEAN = 7
# the lot whose dishes are pictured
PICTURED = "HR-114"
LOGINS = [("rk", "RK", Role.LEAD), ("tm", "TM", Role.COUNTER), ("vo", "VO", Role.READER), ("ws", "WS", Role.GROWER)]
ESTIMATE_CV = {AmountKnown.COUNTED: None, AmountKnown.WEIGHED: 0.03, AmountKnown.SCOOPED: 0.12, AmountKnown.GUESSED: 0.4}


def password_of(username: str) -> str:
    """The demo's passwords are no secret."""
    return f"awake-{username}"


@transaction.atomic
def build_demo(now: datetime, *, pictures: bool = True) -> None:
    """Fill an empty database with the scenario; `pictures` go into the folder of photos, which every database of a nursery shares."""
    draw = np.random.default_rng(SEED)
    people = [add_person(username=u, initials=i, role=r, password=password_of(u)) for u, i, r in LOGINS]
    grower, helper, second = people[0], people[1], people[3]
    taxa = {p.common_name: add_starter_plant(by=grower, plant=p) for p in STARTER_PLANTS}
    places: dict[str, Place] = {}
    for spec in PLACES:
        parent = places.get(spec.parent)
        places[spec.name] = add_place(by=grower, parent=parent, **{k: v for k, v in vars(spec).items() if k != "parent"})
    # the stands' own seed: what is added here must not move the dishes' draws
    stands = build_stands(grower, second, taxa, places, now, np.random.default_rng(SEED + 1), pictures=pictures)
    lots = {spec.code: _lot(spec, grower, taxa, places, stands.get(spec.code), now) for spec in LOTS}
    recipes = {
        name: write_recipe(by=grower, name=name, steps=[vars(s) for s in steps], source=STARTER_SOURCE) for name, steps in RECIPES.items()
    }
    for trial in TRIALS:
        _trial(trial, grower, helper, lots, places, recipes, now, draw, pictured=pictures and trial.lot == PICTURED)
    if pictures:
        picture_lots(lots, grower, now)
    work_at_the_bench(lots, grower, second, now)
    build_treat(lots, places, grower, helper, now, np.random.default_rng(SEED + 2))
    build_counting(lots, places, grower, helper, now, np.random.default_rng(SEED + 3))
    lay_out_conclusions(grower)
    build_lots(lots, taxa, places, grower, helper, now)
    build_sowings(lots, places, grower, second, now)


def _needed_by(code: str, now: datetime) -> date:
    """The day before which a lot must have been collected: its first trial's longest treatment began then."""
    days_ago = [float(NEEDED_DAYS_AGO[code] + DAYS_TO_CLEAN) if code in NEEDED_DAYS_AGO else 0.0]
    for trial in TRIALS:
        if trial.lot == code:
            longest = max(sum(RecipeStep(s.kind, s.duration, s.unit).days for s in RECIPES.get(t.recipe, [])) for t in trial.treatments)
            days_ago.append(trial.sown_days_ago + longest + DAYS_TO_CLEAN)
    return (now - timedelta(days=max(days_ago))).date()


def _lot(spec: LotSpec, by: Person, taxa: dict[str, Taxon], places: dict[str, Place], stand: Stand | None, now: datetime) -> Lot:
    collected = date(now.year - spec.years_ago, spec.month, 1 + sum(map(ord, spec.code)) % 27)
    while collected >= _needed_by(spec.code, now):
        collected = collected.replace(year=collected.year - 1)
    if spec.collected_days_ago is not None:
        collected = timezone.localtime(now).date() - timedelta(days=spec.collected_days_ago)
    harvest = (
        harvest_for(stand, by, collected, spec.parents, spec.seeds, more_to_come=spec.collected_days_ago is not None) if stand else None
    )
    lot = add_lot(
        by=by,
        code=spec.code,
        harvest=harvest,
        taxon=taxa.get(spec.plant),
        field_name=spec.field_name,
        origin_kind=spec.origin_kind,
        origin_place=spec.origin_place,
        collected_on=collected,
        collected_precision=spec.precision,
        collector="RK",
        leave=harvest.leave if harvest else spec.leave if spec.origin_kind is OriginKind.WILD else "",
        grade=spec.grade,
        container=spec.container,
        drying_agent=spec.container is Container.JAR,
        trouble=Trouble(spec.trouble) if spec.trouble else "",
        trouble_note="weevils in the pods" if spec.trouble else "",
        claimed_percent=spec.claimed_percent,
        claimed_days=spec.claimed_days,
        purpose=Purpose.RESTORATION if spec.origin_kind is OriginKind.WILD else "",
        ripeness=Ripeness.RIPE if spec.parents else "",
        parents=spec.parents,
        hazard=spec.hazard,
        note=spec.note,
        place=places[spec.place],
    )
    if spec.seeds is not None:
        enter_stock(
            by=by,
            lot=lot,
            kind=StockKind.IN,
            amount=spec.seeds,
            known=spec.known,
            se_seeds=None if ESTIMATE_CV[spec.known] is None else spec.seeds * (ESTIMATE_CV[spec.known] or 0),
            at=timezone.make_aware(datetime(collected.year, collected.month, collected.day, 17)),  # noqa: DTZ001
            reason="harvest" if spec.parents else "received",
        )
    return lot


def _trial(
    spec: TrialSpec,
    grower: Person,
    helper: Person,
    lots: dict[str, Lot],
    places: dict[str, Place],
    recipes: dict[str, Recipe],
    now: datetime,
    draw: np.random.Generator,
    *,
    pictured: bool,
) -> None:
    sown_at = (now - timedelta(days=spec.sown_days_ago)).replace(second=0, microsecond=0)
    if spec.every_days >= 1:
        sown_at = sown_at.replace(hour=7, minute=30)
    trial = lay_out_trial(
        by=grower,
        lot=lots[spec.lot],
        question=spec.question,
        treatments=[
            NewTreatment(t.name, recipes.get(t.recipe), is_control=i == 0 and len(spec.treatments) > 1)
            for i, t in enumerate(spec.treatments)
        ],
        dishes_per_treatment=spec.dishes,
        seeds_per_dish=spec.seeds,
        sow_on=timezone.localtime(sown_at).date(),
        at=min(sown_at, now) - timedelta(days=1),
        places=[places[spec.place]],
        layout_seed=int(draw.integers(2**40)),
        criterion=spec.criterion,
        light=spec.light,
        temperature_c=spec.temperature_c,
        night_temperature_c=spec.night_temperature_c,
        first_look_days=spec.first_look_days,
        every_days=spec.every_days,
        daily_for_days=spec.daily_for_days,
        length_days=spec.length_days,
        sure=True,
    )
    if spec.sown_days_ago < 0:
        return
    looks = [*spec.early_looks, *_look_days(spec)]
    dishes = list(Dish.objects.filter(treatment__trial=trial).select_related("treatment__recipe").order_by("position"))
    for index, dish in enumerate(dishes):
        found = _grow(spec, dish, looks, draw, mouldy=index == spec.mouldy_dish)
        _record(found, dish, sown_at, grower, helper, draw, plant=lots[spec.lot].common_name if pictured else "")
        if spec.finished and found.record.closing is not None:
            at = sown_at + timedelta(days=spec.length_days, hours=2)
            close_dish(by=helper, dish=dish, at=at, client_id=drawn_id(draw), found=found.record.closing)
    if spec.opened:
        _open(trial, grower, sown_at + timedelta(days=spec.length_days + 1))


def _open(trial: Trial, by: Person, at: datetime) -> None:
    open_trial(by=by, trial=trial, at=at, version=trial.version)


def _look_days(spec: TrialSpec) -> list[float]:
    """Days on which somebody looked: the plan, as it went on once the first came up."""
    until = spec.length_days if spec.finished else spec.sown_days_ago - spec.unlooked_days
    sparse = counting_plan(spec.first_look_days, spec.every_days, until, spec.daily_for_days)
    first = next((d for d in sparse if d >= 0.6 * spec.biology.days_to_come_up), None)
    return counting_plan(spec.first_look_days, spec.every_days, until, spec.daily_for_days, first)


def _grow(spec: TrialSpec, dish: Dish, looks: Sequence[float], draw: np.random.Generator, *, mouldy: bool) -> SimulatedDish:
    recipe = dish.treatment.recipe
    steps: list[RecipeStep] = [s.as_core() for s in recipe.steps.all()] if recipe else []
    # sprouts before sowing are only to be seen where there was a cold to sprout in
    seen = [d for d in looks if d > 0 or steps]
    fates = fates_after(spec.biology, steps)
    return simulate_dish(
        spec.biology,
        fates,
        seeds=dish.seeds,
        looks=seen,
        draw=draw,
        rho=spec.rho,
        mould_share=0.35 if mouldy else 0.0,
        close=spec.finished,
        name=dish.code,
    )


def _record(
    found: SimulatedDish, dish: Dish, sown_at: datetime, by: Person, counted_by: Person, draw: np.random.Generator, *, plant: str
) -> None:
    looks = found.record.inspections
    # the latest look has a picture of the dish, where its plant is to be drawn
    photo = None
    if plant and looks:
        name = f"dish/{dish.treatment.trial_id}/{dish.position}"
        up, rotted = sum(i.germinated for i in looks), sum(i.rotted for i in looks)
        picture = dish_picture(plant, dish.seeds, up, rotted, chance_of(name))
        photo = as_photo(picture, name, by=counted_by, at=sown_at + timedelta(days=looks[-1].t))
    record_course(
        by=by,
        counted_by=counted_by,
        dish=dish,
        sown_at=sown_at,
        looks=[
            NewLook(
                at=sown_at + timedelta(days=i.t),
                client_id=drawn_id(draw),
                new_germinated=i.germinated,
                new_abnormal=i.abnormal,
                new_rotted=i.rotted,
                new_lost=i.lost,
                note="mould at the rim" if i.rotted > 1 else "",
                photo=photo if i is looks[-1] else None,
            )
            for i in looks
        ],
    )
