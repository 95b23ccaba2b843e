"""How much dishes usually differ in this grower's hands: the ρ₀ that every result and every plan rests on (part 3)."""

from collections import defaultdict
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import NamedTuple

from django.core.cache import cache
from django.db.models import Count, OuterRef, QuerySet, Subquery, Sum

from core.germination import USUAL_RHO, CountedDish, CountedTreatment, TrialShares, final_shares, usual_rho
from server.batches.selectors.courses import sprouts_in
from server.evidence.selectors.fingerprint import NewestCounts, newest_counts
from server.record_kinds.selectors import valid
from server.trials.models import Dish, Look, SetAside, Sown, Stretch, Trial

PAST_TRIALS = 60
LEAST_NU = 8
KEPT = "usual-scatter"


@dataclass(frozen=True)
class UsualScatter:
    """ρ₀, 0..1, and what it rests on in words."""

    rho0: float
    rests_on: str


@dataclass(frozen=True)
class UsualScatters:
    """The scatter in the grower's latest trials, read once for a page of several."""

    past: dict[int, TrialShares]

    def of(self, trial: Trial | None = None) -> UsualScatter:
        """What the trials tell, but for `trial` itself; the usual 0.05 until they tell."""
        return _told(self.past, trial)


def usual_scatters() -> UsualScatters:
    """Scatter in each of the latest trials: one query, and a few more when anything was counted since."""
    return UsualScatters(_past())


def usual_scatter(trial: Trial | None = None) -> UsualScatter:
    """ρ₀ for one trial, or for the next one."""
    return usual_scatters().of(trial)


def _told(past: dict[int, TrialShares], trial: Trial | None) -> UsualScatter:
    shares = [s for pk, s in past.items() if trial is None or pk != trial.pk]
    own = usual_rho(shares)
    if own is None or sum(s.nu for s in shares) < LEAST_NU:
        return UsualScatter(USUAL_RHO, "what dishes usually do, until your own trials tell")
    trials = sum(s.nu > 0 for s in shares)
    return UsualScatter(own, f"how much dishes differed in {trials} of your {'own' if trial is None else 'other'} trials")


@dataclass(frozen=True)
class _Kept:
    """The scatter of the latest trials as it stood at some newest count."""

    newest: NewestCounts
    trials: tuple[int, ...]
    shares: dict[int, TrialShares]


def _past() -> dict[int, TrialShares]:
    """Scatter in each of the latest trials; after a count only that of the trials it touched is worked out anew."""
    newest = newest_counts()
    kept: _Kept | None = cache.get(KEPT)
    if kept is not None and kept.newest == newest:
        return kept.shares
    latest = tuple(Trial.objects.order_by("-sow_on", "-pk").values_list("pk", flat=True)[:PAST_TRIALS])
    still = _untouched(kept, latest) if kept is not None else {}
    counted = counted_of([pk for pk in latest if pk not in still])
    shares = {pk: s for pk, s in still.items() if s is not None} | {pk: final_shares(list(t.values())) for pk, t in counted.items()}
    cache.set(KEPT, _Kept(newest, latest, shares), timeout=None)
    return shares


def _untouched(kept: _Kept, latest: Sequence[int]) -> dict[int, TrialShares | None]:
    """What still holds of what was kept: None for a trial without counts. Nothing, where the newest look then is no more the same."""
    before = kept.newest
    if before.look is None or before.look_at is None or not Look.objects.filter(pk=before.look, recorded_at=before.look_at).exists():
        return {}
    touched = set(Look.objects.filter(pk__gt=before.look).order_by().values_list("dish__treatment__trial", flat=True).distinct())
    later = SetAside.objects.filter(pk__gt=before.set_aside or 0).order_by()
    touched |= set(later.values_list("dish__treatment__trial", flat=True))
    return {pk: kept.shares.get(pk) for pk in latest if pk in kept.trials and pk not in touched}


def counted_of(trials: Sequence[int]) -> dict[int, dict[int, CountedTreatment]]:
    """Counted treatments of trials, by trial and treatment, as sums: dishes that were looked at and stand.

    The same counts as the records of the dishes have (`DishCourse.record`): what came up in a dish's own bag is in, what came up
    after the dish went on into a further treatment is not. Four queries; two more where there are bags of one dish or dishes sent on.
    """
    looks = valid(Look.objects.filter(dish__treatment__trial__in=trials)).order_by()
    up = dict(looks.values_list("dish").annotate(n=Sum("new_germinated")).values_list("dish", "n"))
    aside = set(valid(SetAside.objects.filter(dish__treatment__trial__in=trials)).values_list("dish", flat=True))
    rows = [
        _DishRow(*row)
        for row in Dish.objects.filter(treatment__trial__in=trials)
        .order_by()
        .annotate(
            sown_at=Subquery(valid(Sown.objects.filter(dish=OuterRef("pk"))).values("at")[:1]),
            sent_on_at=Subquery(valid(Stretch.objects.filter(dish=OuterRef("pk"))).order_by("at", "pk").values("at")[:1]),
        )
        .values_list("pk", "seeds", "seeds_cv", "batch", "treatment", "treatment__name", "treatment__trial", "sown_at", "sent_on_at")
    ]
    counts = up | _before_sent_on(looks, rows)
    in_bags = _in_own_bags(rows)
    dishes: dict[tuple[int, int, str], list[CountedDish]] = defaultdict(list)
    doubt: dict[tuple[int, int, str], float] = defaultdict(float)
    for row in rows:
        if row.pk in up and row.pk not in aside:
            germinated = counts[row.pk] + in_bags.get(row.pk, 0)
            # an estimated number sown may be too small; a dish held at least what came up
            key = row.trial, row.treatment, row.name
            dishes[key].append(CountedDish(germinated, max(row.seeds, germinated)))
            doubt[key] = max(doubt[key], row.seeds_cv)
    out: dict[int, dict[int, CountedTreatment]] = defaultdict(dict)
    for (trial, treatment, name), found in dishes.items():
        out[trial][treatment] = CountedTreatment(name, tuple(found), doubt[trial, treatment, name])
    return out


class _DishRow(NamedTuple):
    """What is read of a dish."""

    pk: int
    seeds: int
    seeds_cv: float
    batch: int | None
    treatment: int
    name: str
    trial: int
    sown_at: datetime | None
    sent_on_at: datetime | None


def _before_sent_on(looks: "QuerySet[Look]", rows: Sequence[_DishRow]) -> dict[int, int]:
    """What came up in dishes that went on into a further treatment, before they did."""
    sent = {r.pk: r.sent_on_at for r in rows if r.sent_on_at is not None}
    found = dict.fromkeys(sent, 0)
    for dish, at, new in looks.filter(dish__in=sent).values_list("dish", "at", "new_germinated") if sent else ():
        found[dish] += new if at <= sent[dish] else 0
    return found


def _in_own_bags(rows: Sequence[_DishRow]) -> dict[int, int]:
    """What sprouted, before the sowing, in bags that filled one dish alone."""
    bags = {r.batch: r for r in rows if r.batch is not None}
    if not bags:
        return {}
    sizes = dict(Dish.objects.filter(batch__in=bags).order_by().values_list("batch").annotate(n=Count("pk")).values_list("batch", "n"))
    own = {batch: r for batch, r in bags.items() if sizes.get(batch) == 1 and r.sown_at is not None}
    return {
        r.pk: sum(x.sprouted for x in sprouts if r.sown_at and x.at < r.sown_at) for b, sprouts in sprouts_in(own).items() if (r := own[b])
    }
