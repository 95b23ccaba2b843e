"""When a dish may be closed (part 11): advice with its reason, never an order."""

from dataclasses import dataclass

from core.germination import mean_germination_time
from core.records import CountRecord
from core.vocabulary import StopReason

LEAST_QUIET_DAYS = 7.0
QUIET_MEAN_TIMES = 3


@dataclass(frozen=True, slots=True)
class StopAdvice:
    """Days are on the incubation clock; both None where all seeds are accounted for."""

    stop: bool
    reason: StopReason
    quiet_days: float | None
    needed_quiet: float | None


def stop_rule(dish: CountRecord, planned: float) -> StopAdvice:
    """Advise on one dish: stop when quiet for max(7 days, 3 × mean time so far) and the planned days are reached.

    Quiet days run from the last look that found something (early = 0; none ever: from 0) to the last look, not to now.
    """
    if dish.remaining <= 0:
        return StopAdvice(stop=True, reason=StopReason.ALL_ACCOUNTED, quiet_days=None, needed_quiet=None)
    last = max(dish.last_t or 0.0, 0.0)
    found = max((i.t for i in dish.inspections if i.germinated > 0), default=0.0)
    quiet = last - max(found, 0.0)
    mgt = mean_germination_time([dish])
    needed = max(LEAST_QUIET_DAYS, QUIET_MEAN_TIMES * mgt) if mgt is not None else LEAST_QUIET_DAYS
    if quiet < needed:
        return StopAdvice(stop=False, reason=StopReason.STILL_COMING, quiet_days=quiet, needed_quiet=needed)
    reached = last >= planned
    reason = StopReason.QUIET_AND_LENGTH if reached else StopReason.LENGTH_NOT_REACHED
    return StopAdvice(stop=reached, reason=reason, quiet_days=quiet, needed_quiet=needed)
