"""How much dishes usually differ in this grower's hands: the ρ₀ that every result and every plan rests on (part 3)."""

from collections import defaultdict
from collections.abc import Sequence
from dataclasses import dataclass

from django.core.cache import cache
from django.db.models import Sum

from core.germination import USUAL_RHO, CountedDish, CountedTreatment, TrialShares, final_shares, usual_rho
from server.evidence.selectors.fingerprint import counts_fingerprint
from server.record_kinds.selectors import valid
from server.trials.models import Dish, Look, SetAside, Trial

PAST_TRIALS = 60
LEAST_NU = 8


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
    """Scatter in each of the latest trials: two queries, and three more when anything was counted since."""
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


def _past() -> dict[int, TrialShares]:
    """Scatter in each of the latest trials; read again when anything was counted since."""
    key = f"usual-scatter:{counts_fingerprint()}"
    found: dict[int, TrialShares] | None = cache.get(key)
    if found is None:
        latest = list(Trial.objects.order_by("-sow_on", "-pk").values_list("pk", flat=True)[:PAST_TRIALS])
        found = {pk: final_shares(list(treatments.values())) for pk, treatments in counted_of(latest).items()}
        cache.set(key, found, timeout=None)
    return found


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
