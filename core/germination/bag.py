"""Seed treated together in one bag: it shares what happened to the bag, and sprouts in it (docs/methods/bags.md)."""

import math
from collections.abc import Sequence
from dataclasses import dataclass

from core.errors import CoreError, check_correlation, check_finite
from core.statistics import self_weighted
from core.vocabulary import Reason

# how much bags of one treatment usually differ, as a correlation; until a grower's own trials give a value
TYPICAL_BAG_RHO = 0.03


@dataclass(frozen=True, slots=True)
class SharedBags:
    """The bags in which a treatment's seed was treated.

    Attributes
    ----------
    bags : int
        Bags that the treatment rests on; 0 where nothing was done in a shared bag, or each dish had a bag of its own.
    sprouted, seeds : int
        Seeds that sprouted in the bags before the dishes were sown, and seeds put into them; 0 and 0 where none sprouted.
    """

    bags: int = 0
    sprouted: int = 0
    seeds: int = 0

    def __post_init__(self) -> None:
        if self.bags < 0:
            raise CoreError(f"{self.bags} bags are impossible.", code="bags_negative", parameter="bags", bound=0, value=self.bags)
        if self.sprouted or self.seeds:
            _check(self.sprouted, self.seeds)

    @property
    def sprouted_share(self) -> float:
        """Share of the seed put into the bags that sprouted there, 0..1."""
        return self.sprouted / self.seeds if self.seeds else 0.0


NO_BAGS = SharedBags()


@dataclass(frozen=True, slots=True)
class BagShare:
    """A treatment's share, 0..1, and its effective number of seeds, both with its bags taken into account."""

    share: float
    n_eff: float


def bag_share(p: float, n_eff: float, bags: SharedBags, rho_b: float = TYPICAL_BAG_RHO) -> BagShare:
    """Return a treatment's share with sprouts in its bags, and the effective size that the bags leave it.

    Parameters
    ----------
    p : float
        Share germinated in the dishes, 0..1.
    n_eff : float
        Effective number of seeds from the dishes, > 0.
    bags : SharedBags
        Without bags and sprouts, `p` and `n_eff` come back as they are.
    rho_b : float
        Correlation of seeds within a bag, 0..1.

    References
    ----------
    docs/methods/bags.md.

    Examples
    --------
    >>> found = bag_share(0.5, 50, SharedBags(bags=1))
    >>> round(found.share, 2), round(found.n_eff, 1)
    (0.5, 20.0)
    """
    check_correlation(rho_b, "rho_b", "bag")
    check_finite(n_eff, "n_eff", above=0)
    check_finite(p, "p", least=0)
    early = bags.sprouted_share
    if not bags.bags and not early:
        return BagShare(p, n_eff)
    share = early + (1 - early) * p
    between = rho_b / bags.bags if bags.bags else 0.0
    if share in (0.0, 1.0):
        return BagShare(share, 1 / (1 / n_eff + between))
    variance = (1 - early) ** 2 * p * (1 - p) / n_eff + between * share * (1 - share)
    if early:
        variance += (1 - p) ** 2 * early * (1 - early) / bags.seeds
    return BagShare(share, share * (1 - share) / variance if variance else n_eff)


@dataclass(frozen=True, slots=True)
class BaggedTreatment:
    """A treatment's dishes grouped by the bag they were filled from: (germinated, seeds) of each dish, bag by bag."""

    bags: Sequence[Sequence[tuple[int, int]]]


@dataclass(frozen=True, slots=True)
class BaggedTrial:
    """The bagged treatments of one trial, and the trial's dish correlation ρ*."""

    rho_star: float
    treatments: Sequence[BaggedTreatment]


@dataclass(frozen=True, slots=True)
class BagRho:
    """Correlation of seeds within a bag, and the degrees of freedom it rests on; None with its reason."""

    rho_b: float | None
    nu: int
    reason: Reason | None


def bag_rho(trials: Sequence[BaggedTrial]) -> BagRho:
    """Estimate how much bags of one treatment differ, from trials with several bags per treatment.

    Treatments with one bag, and those in which all or none germinated, say nothing about it.

    References
    ----------
    Moment estimator of a variance between groups: DerSimonian & Laird (1986), Control. Clin. Trials 7:177, on shares.
    """
    above = below = 0.0
    nu = 0
    for trial in trials:
        for treatment in trial.treatments:
            found = _between_bags(treatment, trial.rho_star)
            if found is not None:
                above, below, nu = above + found[0], below + found[1], nu + len(treatment.bags) - 1
    if not nu:
        return BagRho(None, 0, Reason.NO_REPLICATION)
    return BagRho(min(1.0, max(0.0, above / below)), nu, None)


def _between_bags(treatment: BaggedTreatment, rho_star: float) -> tuple[float, float] | None:
    """Q − B + 1 and Σw − Σw²/Σw of one treatment; None where it says nothing."""
    seeds = [sum(n for _, n in bag) for bag in treatment.bags]
    up = [sum(g for g, _ in bag) for bag in treatment.bags]
    if len(seeds) < 2 or sum(up) in (0, sum(seeds)):
        return None
    w = [n / (1 + (self_weighted([x for _, x in bag]) - 1) * rho_star) for n, bag in zip(seeds, treatment.bags, strict=True)]
    total = math.fsum(w)
    shares = [g / n for g, n in zip(up, seeds, strict=True)]
    mean = math.fsum(a * b for a, b in zip(w, shares, strict=True)) / total
    q = math.fsum(a * (b - mean) ** 2 for a, b in zip(w, shares, strict=True)) / (mean * (1 - mean))
    return q - len(w) + 1, total - math.fsum(a * a for a in w) / total


@dataclass(frozen=True, slots=True)
class NotFound:
    """Seed put in and not found again: between none of it and all of it may have germinated. 0..1."""

    seeds: int
    lowest: float
    highest: float


def not_found(share: float, put_in: int, found: int, out: int = 0) -> NotFound:
    """Return the range of a share that seed not found again leaves open.

    Parameters
    ----------
    share : float
        Share of the seed that was found.
    put_in, found : int
        Seeds put into the bag, and found again at its end.
    out : int
        Seeds that left it before: sprouts potted, parts split off.
    """
    _check(found + out, put_in)
    missing = put_in - found - out
    known = 1 - missing / put_in
    return NotFound(missing, share * known, share * known + missing / put_in)


def _check(part: int, whole: int) -> None:
    if whole < 1:
        raise CoreError(f"A bag of {whole} seeds holds nothing.", code="put_in_below_one", parameter="put_in", bound=1, value=whole)
    if not 0 <= part <= whole:
        message = f"{part} of {whole} seeds is impossible: at most {whole} were put in."
        raise CoreError(message, code="more_than_put_in", parameter="found", bound=whole, value=part)
