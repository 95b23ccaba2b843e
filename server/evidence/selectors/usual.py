"""How much dishes usually differ in this grower's hands: the ρ₀ that every result and every plan rests on (part 3)."""

from collections import defaultdict
from collections.abc import Sequence
from dataclasses import dataclass

from django.core.cache import cache
from django.db.models import Sum

from core.germination import USUAL_RHO, CountedDish, CountedTreatment, TrialShares, final_shares, usual_rho
from server.evidence.selectors.fingerprint import NewestCounts, newest_counts
from server.record_kinds.selectors import valid
from server.trials.models import Dish, Look, SetAside, Trial

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
    """Counted treatments of trials, by trial and treatment, as sums: dishes that were looked at and stand."""
    up = dict(
        valid(Look.objects.filter(dish__treatment__trial__in=trials))
        .order_by()
        .values_list("dish")
        .annotate(n=Sum("new_germinated"))
        .values_list("dish", "n")
    )
    aside = set(valid(SetAside.objects.filter(dish__treatment__trial__in=trials)).values_list("dish", flat=True))
    fields = ("pk", "seeds", "treatment", "treatment__name", "treatment__trial")
    rows = Dish.objects.filter(treatment__trial__in=trials).order_by().values_list(*fields)
    dishes: dict[tuple[int, int, str], list[CountedDish]] = defaultdict(list)
    for pk, seeds, treatment, name, trial in rows:
        if pk in up and pk not in aside:
            # an estimated number sown may be too small; a dish held at least what came up
            dishes[trial, treatment, name].append(CountedDish(up[pk], max(seeds, up[pk])))
    out: dict[int, dict[int, CountedTreatment]] = defaultdict(dict)
    for (trial, treatment, name), found in dishes.items():
        out[trial][treatment] = CountedTreatment(name, tuple(found))
    return out
