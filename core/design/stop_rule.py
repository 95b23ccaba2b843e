"""When a dish may be closed: advice with its reason, never an order."""

from dataclasses import dataclass

from core.germination import mean_germination_time
from core.records import CountRecord
from core.vocabulary import StopReason

LEAST_QUIET_DAYS = 7.0
QUIET_MEAN_TIMES = 3
QUIET_GAPS = 3


@dataclass(frozen=True, slots=True)
class StopAdvice:
    """Days are on the incubation clock; both None where all seeds are accounted for."""

    stop: bool
    reason: StopReason
    quiet_days: float | None
    needed_quiet: float | None


def stop_rule(dish: CountRecord, planned: float, gap: float | None = None, expected: float | None = None) -> StopAdvice:
    """Advise on one dish: stop when quiet for max(7 days, 3 × mean time so far) and the planned days are reached.

    `expected` is the length in days of the whole course, where the plant's past trials show a second flush or a median beyond
    the planned length: then half of it must be over too.

    `planned` is the planned length in days. `gap` is the planned time between looks in days; where looks are in hours
    (below a day) three gaps take the place of the 7 days. Quiet days run from the last look that found something
    (early = 0; none ever: from 0) to the last look, not to now.
    """
    if dish.remaining <= 0:
        return StopAdvice(stop=True, reason=StopReason.ALL_ACCOUNTED, quiet_days=None, needed_quiet=None)
    last = max(dish.last_t or 0.0, 0.0)
    found = max((i.t for i in dish.inspections if i.germinated > 0), default=0.0)
    quiet = last - max(found, 0.0)
    mgt = mean_germination_time([dish])
    least = QUIET_GAPS * gap if gap is not None and gap < 1 else LEAST_QUIET_DAYS
    needed = max(least, QUIET_MEAN_TIMES * mgt) if mgt is not None else least
    if quiet < needed:
        return StopAdvice(stop=False, reason=StopReason.STILL_COMING, quiet_days=quiet, needed_quiet=needed)
    reached = last >= planned
    reason = StopReason.QUIET_AND_LENGTH if reached else StopReason.LENGTH_NOT_REACHED
    if reached and expected is not None and last < expected / 2:
        reached, reason = False, StopReason.MORE_EXPECTED
    return StopAdvice(stop=reached, reason=reason, quiet_days=quiet, needed_quiet=needed)
