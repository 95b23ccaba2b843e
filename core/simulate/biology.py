"""What a lot of seed hides, and what the steps of a recipe do to it, in shares of the lot.

A first form: enough for invented lots whose trials behave as growers know them. Longer cold never lowers the share that
is ready except by germination in the cold; acid and hot water open coats and, past an optimum, kill.
"""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from scipy import special

from core.errors import CoreError
from core.treatment import RecipeStep, StepEffect


@dataclass(frozen=True, slots=True)
class Biology:
    """The hidden nature of one lot.

    Attributes
    ----------
    share_empty, share_hard, share_needs_smoke : float
        Shares 0..1: without an embryo; with a coat that keeps water out; waiting for smoke.
    cold_days_needed, cold_days_spread : float
        Median days of moist cold that wake a seed, and the sigma of its log; 0 days: not deep asleep.
    share_without_cold : float
        Share of the seed that needs no cold at all.
    days_to_come_up, days_spread : float
        Median days from sowing, and the sigma of its log.
    germinates_in_cold_after : float or None
        Median days of cold after which ready seed sprouts in it; None if it never does.
    smoke_hours_needed, smoke_hours_deadly, coat_minutes_needed, coat_minutes_deadly : float
        Half-way doses: what wakes half, what kills half.
    vigour : float
        Share of sound, awake seed that comes up.
    """

    share_empty: float = 0.03
    share_hard: float = 0.0
    share_needs_smoke: float = 0.0
    cold_days_needed: float = 0.0
    cold_days_spread: float = 0.4
    share_without_cold: float = 0.0
    days_to_come_up: float = 8.0
    days_spread: float = 0.35
    germinates_in_cold_after: float | None = None
    smoke_hours_needed: float = 4.0
    smoke_hours_deadly: float = 40.0
    coat_minutes_needed: float = 20.0
    coat_minutes_deadly: float = 90.0
    vigour: float = 0.92

    def __post_init__(self) -> None:
        for name in ("share_empty", "share_hard", "share_needs_smoke", "share_without_cold", "vigour"):
            value = getattr(self, name)
            if not 0 <= value <= 1:
                raise CoreError(
                    f"{name} is a share: {value} is not between 0 and 1.", code="share_out_of_range", parameter=name, value=value
                )


@dataclass(frozen=True, slots=True)
class Fates:
    """What becomes of the seeds of a lot under a recipe; the shares add up to 1.

    `early` sprouts in the cold, `ready` comes up after sowing, `hard` and `dormant` stay, `dead` was killed or weak.
    """

    empty: float
    dead: float
    hard: float
    dormant: float
    early: float
    ready: float


# frost cracks half of the hard coats in so many cycles: a starting point
FREEZE_CYCLES_NEEDED = 10.0


def fates_after(biology: Biology, steps: Sequence[RecipeStep]) -> Fates:
    """Shares of the lot after the steps, taken in order: cold before the coat is open does nothing to hard seed."""
    hard, alive, need_smoke = biology.share_hard, 1.0, biology.share_needs_smoke
    cold_days_soft = 0.0
    cold_days_opened = 0.0
    for step in steps:
        match step.row.effect:
            case StepEffect.OPENS_SHARE:
                hard *= 1 - step.row.opens_share
            case StepEffect.OPENS_BY_MINUTES:
                minutes = step.days * 24 * 60
                hard *= 1 - _dose(minutes, biology.coat_minutes_needed)
                alive *= 1 - _dose(minutes, biology.coat_minutes_deadly)
            case StepEffect.OPENS_BY_CYCLES:
                hard *= 1 - _dose(step.days, FREEZE_CYCLES_NEEDED)
            case StepEffect.SMOKES:
                need_smoke *= 1 - _dose(step.hours, biology.smoke_hours_needed)
                alive *= 1 - _dose(step.hours, biology.smoke_hours_deadly)
            case StepEffect.CHILLS:
                cold_days_soft += step.days
                cold_days_opened += step.days if hard < biology.share_hard or biology.share_hard == 0 else 0.0
            case StepEffect.NONE:
                pass
    sound = 1 - biology.share_empty
    kept_out = sound * hard
    awake_soft = _chilled(biology, cold_days_soft)
    awake_opened = _chilled(biology, cold_days_opened)
    opened = sound * (biology.share_hard - hard)
    awake = (sound * (1 - biology.share_hard) * awake_soft + opened * awake_opened) * (1 - need_smoke)
    living = awake * alive * biology.vigour
    early_share = 0.0
    if biology.germinates_in_cold_after:
        early_share = _dose(cold_days_soft, biology.germinates_in_cold_after, steep=6)
    # rounding may leave a hair below nothing
    dormant = max(0.0, sound - kept_out - awake) * alive
    return Fates(
        empty=biology.share_empty,
        dead=max(0.0, 1 - biology.share_empty - kept_out * alive - dormant - living),
        hard=kept_out * alive,
        dormant=dormant,
        early=living * early_share,
        ready=living * (1 - early_share),
    )


def _dose(dose: float, half: float, steep: float = 4) -> float:
    """Share reached by a dose: log-logistic with half at `half`."""
    return 0.0 if dose <= 0 else 1 / (1 + (half / dose) ** steep)


def _chilled(biology: Biology, days: float) -> float:
    """Share whose need for cold is met after `days`."""
    if biology.cold_days_needed == 0:
        return 1.0
    met = 0.0 if days <= 0 else float(special.ndtr(np.log(days / biology.cold_days_needed) / biology.cold_days_spread))
    return biology.share_without_cold + (1 - biology.share_without_cold) * met
