"""What a dish that was set aside, or that stands out, does to its treatment: before and after, side by side."""

from collections.abc import Sequence

from core.germination import TrialShares, final_shares, indices
from core.verdict import percent
from server.evidence.selectors.comparison.views import Effect
from server.evidence.selectors.shares import TreatmentCourses
from server.trials.selectors.courses import DishCourse


def effects_of(treatments: Sequence[TreatmentCourses], shares: TrialShares, *, hidden: bool) -> list[Effect]:
    """One entry for each dish set aside, and for each that stands out; of sown."""
    out = []
    for t, share in zip(treatments, shares.treatments, strict=True):
        suspects = [(d, True, d.set_aside.why) for d in t.dishes if d.set_aside is not None]
        if share.odd_dish is not None:
            suspects.append((t.counted[share.odd_dish], False, "differs from the others"))
        for dish, aside, why in suspects:
            effect = _effect(treatments, t, dish, shares, why, aside=aside, hidden=hidden)
            if effect is not None:
                out.append(effect)
    return out


def _effect(
    treatments: Sequence[TreatmentCourses],
    t: TreatmentCourses,
    dish: DishCourse,
    shares: TrialShares,
    why: str,
    *,
    aside: bool,
    hidden: bool,
) -> Effect | None:
    without = [d for d in t.counted if d is not dish]
    with_it = [*without, dish]
    if not without:
        return None
    before, after = _share(treatments, t, with_it, shares), _share(treatments, t, without, shares)
    half = [indices([d.record for d in found]).t50 for found in (with_it, without)]
    name = "One dish" if hidden else f"Dish {dish.dish.code}"
    sentence = (
        f"{name} of “{t.name}”: with it {percent(before[0])} % ({percent(before[1])}–{percent(before[2])}), "
        f"without it {percent(after[0])} % ({percent(after[1])}–{percent(after[2])})."
    )
    return Effect(
        treatment=t.name,
        dish="" if hidden else dish.dish.code,
        why=why,
        set_aside=aside,
        share_with=before[0],
        lower_with=before[1],
        upper_with=before[2],
        share_without=after[0],
        lower_without=after[1],
        upper_without=after[2],
        t50_with=half[0],
        t50_without=half[1],
        sentence=sentence,
    )


def _share(
    treatments: Sequence[TreatmentCourses], t: TreatmentCourses, dishes: Sequence[DishCourse], shares: TrialShares
) -> tuple[float, float, float]:
    """The treatment's share over `dishes`, in a trial that is otherwise as it is counted."""
    every = [x.counted_as(dishes) if x is t else x.as_counted() for x in treatments]
    found = final_shares(every, shares.rho0, shares.rho_b).treatments[list(treatments).index(t)]
    return found.share, found.lower, found.upper
