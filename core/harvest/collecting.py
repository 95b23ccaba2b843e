"""How much of a stand's ripe seed may be taken (docs/methods/harvest-watch.md). The limits are defaults: permit and local rule go first."""

from collections.abc import Sequence
from dataclasses import dataclass

from core.errors import CoreError, check_finite

SHARE_LIMIT = 0.10
LEAST_PARENTS = 50


@dataclass(frozen=True, slots=True)
class CollectingLimit:
    """Share of the ripe seed taken this season, 0..1, seeds still allowed, and which limits are passed."""

    share: float
    left: float
    over_limit: bool
    too_few_parents: bool


def collecting_limit(
    ripe: int, taken: Sequence[int], parents: int, limit: float = SHARE_LIMIT, least_parents: int = LEAST_PARENTS
) -> CollectingLimit:
    """Compare what was taken over all visits of a season with the limits; exactly at a limit is allowed.

    Parameters
    ----------
    ripe : int
        Ripe seeds of the stand, at least 1.
    taken : sequence of int
        Seeds taken on each visit of the season.

    Raises
    ------
    CoreError
        ``no_ripe_seed``.

    Examples
    --------
    >>> collecting_limit(4000, [250, 300], 18).share
    0.1375
    """
    if ripe < 1:
        raise CoreError(
            f"A stand with {ripe} ripe seeds has nothing to take: estimate the ripe seed first.",
            code="no_ripe_seed",
            parameter="ripe",
            bound=1,
            value=ripe,
        )
    check_finite(ripe, "ripe")
    for i, seeds in enumerate(taken):
        check_finite(seeds, f"taken.{i}", least=0)
    share = sum(taken) / ripe
    # compared in seeds with a guard, so that exactly at the limit is allowed
    over = sum(taken) > limit * ripe + 1e-9
    return CollectingLimit(share, max(0.0, limit * ripe - sum(taken)), over, parents < least_parents)
