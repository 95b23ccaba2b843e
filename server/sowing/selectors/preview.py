"""What a sowing takes and gives, worked out while it is planned; nothing is kept."""

import math
from dataclasses import dataclass
from datetime import date
from typing import Any

from django.utils import timezone

from core.errors import CoreError
from core.seedstock import (
    GroundSowing,
    HazardCare,
    PlantShare,
    PureLiveSeed,
    SowingChoice,
    SowingChoices,
    TrayExperience,
    cares,
    direct_sowing,
    pure_live_seed,
    sowing_choices,
)
from core.treatment import Sowing, SowingCalendar, SowingDay, WorkCalendar, sowing_calendar, years_sentence
from core.verdict import choice_sentence, percent, plain_sentence, plant_share_sentence
from core.vocabulary import AmountUnit, LightNeed, Reason, SeedSize, Soil, SowingWay
from core.wording import day_value
from server.errors import refused, refused_by_core
from server.lots.models import Lot
from server.lots.selectors import Stock, stocks
from server.lots.services.stock import Conversion, conversion_of
from server.people.selectors import work_calendar
from server.recipes.models import Recipe
from server.sowing.selectors.tested import TestedTreatment, n_eff_of_count, tested
from server.sowing.selectors.trays import learned_plant_share
from server.trials.models import Treatment

SCARCE = 0.5
GRAMS_A_THOUSAND = 1000.0


@dataclass(frozen=True)
class SowingWish:
    """What is wanted: plants by a day from a lot, resting on a treatment's result, or on a share that was typed (0..1)."""

    lot: Lot
    plants_wanted: int
    wanted_on: date
    treatment: Treatment | None = None
    recipe: Recipe | None = None
    typed_share: float | None = None
    typed_seeds: int | None = None
    weeks_growing: float = 10
    target_fill: float = 0.9
    assurance: float = 0.9
    cells_per_tray: int = 72
    plant_share: float | None = None
    way: SowingWay = SowingWay.CELLS
    seeds_per_cell: int | None = None
    plants_per_m2: float | None = None
    area_m2: float | None = None


@dataclass(frozen=True)
class ChoiceView:
    """One way in cells, with grams where a thousand-seed weight is known and the share of the lot it takes (0..1)."""

    choice: SowingChoice
    grams: float | None
    share_of_lot: float | None
    too_many: bool
    sentence: str


@dataclass(frozen=True)
class GroundView:
    """Sowing into the ground: seeds and grams, whether the lot has them, and the pure live seed. None: not asked or not known."""

    sowing: GroundSowing
    seeds: int | None
    pls: PureLiveSeed | None
    why_no_mass: Reason | None
    too_many: bool


@dataclass(frozen=True)
class SowingPreview:
    """Everything the planning page shows. `begin_in` is in days from today, negative where it has passed.

    `seeds`, `cells`, `trays` and `grams` are those of the way that is chosen, or proposed; None where there is none.
    """

    tested: TestedTreatment | None
    share: float
    n_eff: float
    rests_on: str
    plant_share: PlantShare
    plant_share_used: float
    plant_share_sentence: str
    way: SowingWay
    seeds_per_cell: int
    seeds: int | None
    cells: int | None
    trays: int | None
    grams: float | None
    choices: list[ChoiceView]
    proposed: int | None
    pan_advised: bool
    pan_seeds: int | None
    fill_share: float | None
    plain_sentence: str
    plain_seeds: int | None
    ground: GroundView | None
    stock: Stock
    remains: int | None
    share_of_lot: float | None
    days: list[SowingDay]
    begin: date
    sow: date
    begin_in: int
    notes: list[str]
    cares: list[HazardCare]


@dataclass(frozen=True)
class Basis:
    """The share a plan rests on, with what becomes a plant of it."""

    tested: TestedTreatment | None
    share: float
    n_eff: float
    rests_on: str
    learned: PlantShare
    trays: TrayExperience


def basis_of(wish: SowingWish) -> Basis:
    """The result a wish rests on; refused where there is none and none was typed."""
    learned = learned_plant_share(wish.lot)
    typed = wish.plant_share
    trays = learned.experience if typed is None else TrayExperience(typed, rho_t=learned.experience.rho_t)
    if wish.treatment is not None:
        found = tested(wish.treatment, wish.lot)
        if found is None:
            raise refused(
                "/treatment", "nothing_counted", "Nothing of this treatment was counted yet. Choose another, or type a percentage."
            )
        where = f"lot {found.lot_code}, not this one" if found.other_lot else "this lot"
        rests_on = (
            f"“{found.name}” in {found.trial_code} on {where}: {found.germinated} of {found.sown} "
            f"({percent(found.lower)}–{percent(found.upper)} %){_planned(found)}"
        )
        return Basis(found, found.sowing_share, found.n_eff, rests_on, learned, trays)
    if wish.typed_share is None or wish.typed_seeds is None:
        message = "Choose what the sowing is based on: a treatment that was tried, or a percentage and the number of seeds tested."
        raise refused("/treatment", "no_basis", message)
    rests_on = f"{percent(wish.typed_share)} % typed by hand, of {wish.typed_seeds} seeds taken as one dish"
    return Basis(None, wish.typed_share, n_eff_of_count(wish.typed_seeds), rests_on, learned, trays)


def _planned(found: TestedTreatment) -> str:
    """What share is planned with where it is not the tested one: of another lot where this one will fall, else drawn in for luck."""
    if found.next_lower is not None and found.next_upper is not None:
        ends = f"between {percent(found.next_lower)} and {percent(found.next_upper)} %"
        return f"; this lot will fall {ends}, 19 times in 20, and is planned with {percent(found.sowing_share)} %"
    if percent(found.sowing_share) == percent(found.share):
        return ""
    return f"; planned with {percent(found.sowing_share)} %, because the best of several treatments is partly luck"


def recipe_of(wish: SowingWish) -> Recipe | None:
    """How the seed is treated before sowing: as it was when it was tested, unless another recipe was chosen."""
    return wish.recipe or (wish.treatment.recipe if wish.treatment else None)


def preview(wish: SowingWish, today: date) -> SowingPreview:
    """Work out a wish."""
    try:
        return _preview(wish, basis_of(wish), today)
    except CoreError as error:
        raise refused_by_core(error, _FIELDS.get(error.parameter, f"/{error.parameter}")) from error


_FIELDS = {
    "plants": "/plants_wanted",
    "s": "/plant_share",
    "target": "/target_fill",
    "p": "/typed_share",
    "n_eff": "/typed_seeds",
    "seeds": "/seeds_per_cell",
    "tsw": "/plants_per_m2",
    "purity": "/plants_per_m2",
}


def _preview(wish: SowingWish, basis: Basis, today: date) -> SowingPreview:
    found = sowing_choices(
        basis.share,
        basis.n_eff,
        wish.plants_wanted,
        trays=basis.trays,
        target=wish.target_fill,
        assurance=wish.assurance,
        cells_a_tray=wish.cells_per_tray,
    )
    stock, weight = stocks([wish.lot.pk])[wish.lot.pk], conversion_of(wish.lot, AmountUnit.GRAMS)
    grams_a_seed = 1 / (weight.rate.per_unit * weight.purity) if weight and weight.rate.per_unit else None
    choices = [_choice(c, grams_a_seed, stock, wish.plants_wanted) for c in found.choices]
    seeds_per_cell = wish.seeds_per_cell or found.proposed or (choices[0].choice.seeds if choices else 1)
    ground = _ground(wish, basis, weight, stock) if wish.way is SowingWay.GROUND else None
    chosen = next((c.choice for c in choices if c.choice.seeds == seeds_per_cell), None)
    seeds, cells, trays = _amounts(wish.way, found, chosen, ground)
    calendar = calendar_of(wish, basis.tested.days_to_half if basis.tested else None, seeds_per_cell, work_calendar())
    remains = stock.seeds - seeds if stock.seeds is not None and seeds is not None else None
    return SowingPreview(
        tested=basis.tested,
        share=basis.share,
        n_eff=basis.n_eff,
        rests_on=basis.rests_on,
        plant_share=basis.learned,
        plant_share_used=basis.trays.mean,
        plant_share_sentence=plant_share_sentence(basis.learned),
        way=wish.way,
        seeds_per_cell=seeds_per_cell,
        seeds=seeds,
        cells=cells,
        trays=trays,
        grams=None if seeds is None or grams_a_seed is None else seeds * grams_a_seed,
        choices=choices,
        proposed=found.proposed,
        pan_advised=found.pan_advised,
        pan_seeds=found.pan_seeds,
        fill_share=found.fill.share_filled,
        plain_sentence=plain_sentence(found, wish.plants_wanted),
        plain_seeds=None if found.plain.cells is None else found.plain.cells * found.plain.seeds,
        ground=ground,
        stock=stock,
        remains=remains,
        share_of_lot=_share_of(seeds, stock),
        days=list(calendar.days),
        begin=calendar.begin,
        sow=calendar.sow,
        begin_in=(calendar.begin - today).days,
        notes=_notes(wish, calendar, seeds, stock, today),
        cares=cares(wish.lot.hazard_words),
    )


def _choice(choice: SowingChoice, grams_a_seed: float | None, stock: Stock, plants: int) -> ChoiceView:
    share = _share_of(choice.seeds_in_all, stock)
    grams = None if grams_a_seed is None else choice.seeds_in_all * grams_a_seed
    return ChoiceView(choice, grams, share, share is not None and share > 1, choice_sentence(choice, plants))


def _share_of(seeds: int | None, stock: Stock) -> float | None:
    return seeds / stock.seeds if seeds is not None and stock.seeds else None


def _amounts(
    way: SowingWay, found: SowingChoices, chosen: SowingChoice | None, ground: GroundView | None
) -> tuple[int | None, int | None, int | None]:
    """Seeds, cells and trays of the way that is chosen."""
    if way is SowingWay.GROUND:
        return (ground.seeds if ground else None), 0, 1
    if way is SowingWay.PAN:
        return found.pan_seeds, 0, 1
    return (chosen.seeds_in_all, chosen.cells, chosen.trays) if chosen else (None, None, None)


def _ground(wish: SowingWish, basis: Basis, weight: Conversion | None, stock: Stock) -> GroundView:
    if wish.plants_per_m2 is None or wish.area_m2 is None:
        raise refused("/plants_per_m2", "no_area", "Enter plants per square metre, and the area.")
    tsw = GRAMS_A_THOUSAND / weight.rate.per_unit if weight and weight.rate.per_unit else None
    pure = weight.purity if weight else 1.0
    # without a thousand-seed weight the seeds are still known, the grams are not
    found = direct_sowing(basis.share, wish.plants_per_m2, tsw or 1.0, pure, basis.trays.mean, wish.area_m2)
    if tsw is None:
        found = GroundSowing(found.seeds_per_m2, None, None, found.reasons)
    seeds = None if found.seeds_per_m2 is None else math.ceil(found.seeds_per_m2 * wish.area_m2)
    pls = pure_live_seed(pure, basis.share, found.mass * pure * basis.share) if found.mass else None
    too_many = stock.seeds is not None and seeds is not None and seeds > stock.seeds
    return GroundView(found, seeds, pls, Reason.NO_THOUSAND_SEED_WEIGHT if tsw is None else None, too_many)


def calendar_of(wish: SowingWish, days_to_half: float | None, seeds_per_cell: int, works: WorkCalendar) -> SowingCalendar:
    """The days of a wish, back from the day its plants are wanted."""
    taxon, recipe = wish.lot.taxon, recipe_of(wish)
    steps = list(recipe.steps.all()) if recipe else []
    soil = next((s.soil for s in steps if s.as_core().row.sows and s.soil), "")
    sowing = Sowing(
        wanted_on=wish.wanted_on,
        weeks_growing=wish.weeks_growing,
        steps=[core for s in steps if not (core := s.as_core()).row.sows],
        way=wish.way,
        days_to_come_up=days_to_half,
        seeds_a_cell=seeds_per_cell,
        size=SeedSize(taxon.seed_size) if taxon and taxon.seed_size else None,
        light=LightNeed(taxon.light_need) if taxon and taxon.light_need else None,
        soil=Soil(soil) if soil else None,
    )
    return sowing_calendar(sowing, works, timezone.get_current_timezone())


def _notes(wish: SowingWish, calendar: SowingCalendar, seeds: int | None, stock: Stock, today: date) -> list[str]:
    out: list[str] = []
    late = (today - calendar.begin).days
    if late > 0:
        first = "the treatment" if calendar.begin != calendar.sow else "the sowing"
        after = wish.wanted_on.toordinal() + late
        out.append(
            f"For {day_value(wish.wanted_on)} {first} would have had to start on {day_value(calendar.begin)}, {late} days ago. "
            f"If you start today, plants are ready about {day_value(date.fromordinal(after))}."
        )
    if stock.seeds is None:
        out.append("The amount of this lot is unknown. Count, weigh or scoop it before you draw seed.")
    elif seeds is not None and seeds > stock.seeds:
        there = f"{'≈ ' if stock.estimated else ''}{stock.seeds:,}"
        out.append(f"This takes {seeds:,} seeds, and the lot holds {there}. Plan fewer plants, or find more seed.")
    elif seeds is not None and seeds > SCARCE * stock.seeds:
        out.append(f"This takes {100 * seeds / stock.seeds:.0f} % of what is left of the lot. Keep some for a bad year.")
    if not calendar.coming_up_known:
        out.append("No trial shows when it emerges; two weeks are assumed.")
    taxon = wish.lot.taxon
    if taxon and (said := years_sentence(taxon.years_to_flower, tree=taxon.woody)):
        out.append(said)
    if wish.lot.trouble:
        out.append("This lot has a problem. Look at its page before you sow it.")
    return out


def wish_fields(wish: SowingWish) -> dict[str, Any]:
    """The fields of a plan that come from the wish as it stands."""
    names = ("lot", "treatment", "way", "plants_wanted", "wanted_on", "weeks_growing", "target_fill", "assurance", "cells_per_tray")
    return {n: getattr(wish, n) for n in (*names, "plants_per_m2", "area_m2", "typed_seeds")} | {"recipe": recipe_of(wish)}
