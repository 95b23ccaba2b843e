"""How much dishes and bags usually differ in this grower's hands: every result and every plan rests on both."""

from collections import defaultdict
from collections.abc import Collection, Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import NamedTuple

from django.core.cache import cache
from django.db.models import Count, OuterRef, Subquery

from core.germination import (
    TYPICAL_BAG_RHO,
    TYPICAL_DISH_RHO,
    BaggedTreatment,
    BaggedTrial,
    CountedDish,
    CountedTreatment,
    TrialShares,
    bag_rho,
    final_shares,
    typical_dish_correlation,
)
from core.vocabulary import Layout, StepKind
from server.batches.selectors.courses import origins_of, sprouts_in
from server.evidence.selectors.made_from import own_records
from server.evidence.selectors.shared_bags import FilledDish, shared_bags
from server.recipes.models import Step
from server.record_kinds.by_revision import by_revision
from server.record_kinds.models import nursery_revision
from server.record_kinds.selectors import valid
from server.trials.models import Dish, Sown, Trial
from server.trials.selectors.sums import dish_sums

PAST_TRIALS = 60
LEAST_NU = 8
KEPT = "usual-scatter"
# a difference in further digits is below what a page shows
ABOUT_DIGITS = 3


@dataclass(frozen=True)
class TypicalScatter:
    """Typical dish correlation ρ₀ and bag correlation ρ_b, 0..1, and what the first rests on in words."""

    rho0: float
    rests_on: str
    rho_b: float = TYPICAL_BAG_RHO

    @property
    def about(self) -> tuple[float, str, float]:
        """The same to three decimals, for what may be kept although another trial was counted once more."""
        return round(self.rho0, ABOUT_DIGITS), self.rests_on, round(self.rho_b, ABOUT_DIGITS)


@dataclass(frozen=True)
class PastTrial:
    """What a past trial says of typical scatter: its shares, and its treatments by bag."""

    shares: TrialShares
    bagged: BaggedTrial


@dataclass(frozen=True)
class TypicalScatters:
    """The scatter in the grower's latest trials, read once for a page of several."""

    past: dict[int, PastTrial]

    def of(self, trial: Trial | None = None) -> TypicalScatter:
        """What the trials tell, but for `trial` itself; the usual 0.05 until they tell."""
        return _told(self.past, trial)


def typical_scatters() -> TypicalScatters:
    """Scatter in each of the latest trials: one query, and a few more when anything was changed since."""
    return TypicalScatters(_past())


def typical_scatter(trial: Trial | None = None) -> TypicalScatter:
    """ρ₀ for one trial, or for the next one."""
    return typical_scatters().of(trial)


def _told(past: dict[int, PastTrial], trial: Trial | None) -> TypicalScatter:
    others = [p for pk, p in past.items() if trial is None or pk != trial.pk]
    rho_b = _bags(others)
    shares = [p.shares for p in others]
    own = typical_dish_correlation(shares)
    if own is None or sum(s.nu for s in shares) < LEAST_NU:
        return TypicalScatter(TYPICAL_DISH_RHO, "the typical value, until your own trials give one", rho_b)
    trials = sum(s.nu > 0 for s in shares)
    return TypicalScatter(own, f"how much dishes differed in {trials} of your {'own' if trial is None else 'other'} trials", rho_b)


def _bags(past: Sequence[PastTrial]) -> float:
    """How much bags differ in the grower's own trials with several bags per treatment; the typical value until these tell enough."""
    found = bag_rho([p.bagged for p in past])
    return TYPICAL_BAG_RHO if found.rho_b is None or found.nu < LEAST_NU else found.rho_b


def _past() -> dict[int, PastTrial]:
    """Scatter in each of the latest trials; after a change only that of the trials it touched is computed again."""
    nursery = nursery_revision()
    kept: tuple[str, dict[int, PastTrial]] | None = cache.get(KEPT)
    if kept is not None and kept[0] == nursery:
        return kept[1]
    latest = list(Trial.objects.order_by("-sow_on", "-pk").only("pk")[:PAST_TRIALS])
    found = {pk: past for pk, past in by_revision(f"{KEPT}-trials", own_records(latest), _past_trials).items() if past is not None}
    cache.set(KEPT, (nursery, found), timeout=None)
    return found


def _past_trials(ids: Sequence[int]) -> dict[int, PastTrial]:
    return {pk: _past_trial(trial) for pk, trial in counted_of(ids).items()}


def _past_trial(trial: "CountedTrial") -> PastTrial:
    shares = final_shares(list(trial.values()))
    bagged = [BaggedTreatment([[(d.g, d.n) for d in bag] for bag in x.by_bag]) for x in trial.values() if len(x.by_bag) > 1]
    return PastTrial(shares, BaggedTrial(shares.rho_star, bagged))


@dataclass(frozen=True, slots=True)
class SummedTreatment(CountedTreatment):
    """A counted treatment with its dishes grouped by the bag they were filled from (`by_bag`), where bags are recorded."""

    by_bag: tuple[tuple[CountedDish, ...], ...] = ()


CountedTrial = dict[int, SummedTreatment]


def counted_of(trials: Sequence[int]) -> dict[int, CountedTrial]:
    """Counted treatments of trials, by trial and treatment, as sums: dishes that were looked at and stand.

    The same counts as the records of the dishes have (`DishCourse.record`): those of `dish_sums`, and what came up in a dish's own
    bag. Five queries; two more where there are bags.
    """
    sums = dish_sums(trials)
    rows = [
        _DishRow(*row)
        for row in Dish.objects.filter(treatment__trial__in=trials)
        .order_by("pk")
        .annotate(
            sown_at=Subquery(valid(Sown.objects.filter(dish=OuterRef("pk"))).values("at")[:1]),
        )
        .values_list(*_FIELDS)
    ]
    filled = _filled(rows)
    kinds = _kinds({r.recipe for r in rows if r.recipe is not None})
    groups: dict[tuple[int, int], list[_DishRow]] = defaultdict(list)
    for row in rows:
        groups[row.trial, row.treatment].append(row)
    out: dict[int, CountedTrial] = defaultdict(dict)
    for (trial, treatment), group in groups.items():
        counted = {r: _counted(r, sums[r.pk].germinated, filled[r.pk]) for r in group if r.pk in sums and not sums[r.pk].set_aside}
        if not counted:
            continue
        cv, known = max((r.seeds_cv, r.seeds_known) for r in counted)
        by_bag: dict[int, list[CountedDish]] = defaultdict(list)
        for r, dish in counted.items():
            if (origin := filled[r.pk].origin) is not None:
                by_bag[origin].append(dish)
        out[trial][treatment] = SummedTreatment(
            treatment,
            tuple(counted.values()),
            cv,
            calibration_of(known, cv),
            shared_bags(kinds.get(group[0].recipe or 0, []), [filled[r.pk] for r in group]),
            tuple(map(tuple, by_bag.values())),
        )
    return out


def calibration_of(known: str, cv: float) -> str:
    """What an estimated number of seeds rests on: within a lot, one way of measuring with one error is one calibration."""
    return f"{known}:{cv:g}" if cv else ""


def _counted(row: "_DishRow", up: int, filled: FilledDish) -> CountedDish:
    germinated = up + (filled.sprouted if filled.dishes_of_batch == 1 else 0)
    # an estimated number sown may be too small; a dish held at least what came up
    return CountedDish(germinated, max(row.seeds, germinated), str(row.block) if row.layout == Layout.BLOCKS else None)


_FIELDS = (
    *("pk", "seeds", "seeds_cv", "seeds_known", "block", "batch", "batch__seeds", "treatment"),
    *("treatment__recipe", "treatment__trial", "treatment__trial__layout", "sown_at"),
)


class _DishRow(NamedTuple):
    """What is read of a dish."""

    pk: int
    seeds: int
    seeds_cv: float
    seeds_known: str
    block: int
    batch: int | None
    batch_seeds: int | None
    treatment: int
    recipe: int | None
    trial: int
    layout: str
    sown_at: datetime | None


def _kinds(recipes: Collection[int]) -> dict[int, list[StepKind]]:
    """Kinds of step of recipes, by recipe."""
    found: dict[int, list[StepKind]] = defaultdict(list)
    for recipe, kind in Step.objects.filter(recipe__in=recipes).order_by("order").values_list("recipe", "kind") if recipes else ():
        found[recipe].append(StepKind(kind))
    return found


def _filled(rows: Sequence[_DishRow]) -> dict[int, FilledDish]:
    """The bag of each dish, by dish."""
    bags = {r.batch for r in rows if r.batch is not None}
    if not bags:
        return {r.pk: FilledDish(None, None, 0, 0, 0) for r in rows}
    sizes = dict(Dish.objects.filter(batch__in=bags).order_by().values_list("batch").annotate(n=Count("pk")).values_list("batch", "n"))
    sprouts, origins = sprouts_in(bags), origins_of(bags)
    return {
        r.pk: FilledDish(
            batch=r.batch,
            origin=origins.get(r.batch or 0),
            batch_seeds=r.batch_seeds or 0,
            dishes_of_batch=sizes.get(r.batch or 0, 0),
            sprouted=sum(x.sprouted for x in sprouts.get(r.batch or 0, ()) if r.sown_at is None or x.at < r.sown_at),
        )
        for r in rows
    }
