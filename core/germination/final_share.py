"""A treatment's final germination, allowing for differences between dishes and bags (docs/methods/final-share.md).

Seeds in one dish are not independent, so the scatter between dishes over the whole trial widens every interval. A few
dishes that happen to agree are believed only in part: the typical scatter weighs in as three degrees of freedom.
"""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace

from core.errors import CoreError, check_correlation
from core.germination.bag import NO_BAGS, TYPICAL_BAG_RHO, SharedBags, bag_share
from core.germination.block_model import BlockDish, BlockModel, block_model
from core.statistics import Interval, critical_value, self_weighted, shrunk, upper_chi2, wilson
from core.vocabulary import Reason, TreatmentId

TYPICAL_DISH_RHO = 0.05
DISAGREE_BELOW = 0.025


@dataclass(frozen=True, slots=True)
class CountedDish:
    """Germinated `g` of `n` seeds; `block` is the shelf or tray it was laid in, None without blocks."""

    g: int
    n: int
    block: str | None = None

    def __post_init__(self) -> None:
        if not _whole(self.g) or not _whole(self.n) or self.n < 1 or not 0 <= self.g <= self.n:
            raise CoreError(
                f"{self.g} germinated of {self.n} seeds is impossible: both are whole numbers, and no more can germinate than were sown.",
                code="counted_dish_impossible",
                parameter="g",
                bound=self.n,
                value=self.g,
            )


def _whole(value: float) -> bool:
    return not isinstance(value, bool) and math.isfinite(value) and value == int(value)


@dataclass(frozen=True, slots=True)
class CountedTreatment:
    """A treatment's dishes.

    Attributes
    ----------
    estimate_cv : float
        Coefficient of variation of an estimated number of seeds; 0 if counted.
    calibration : str
        What the estimate rests on (a scoop, a thousand-seed weight): treatments that share it share its error. Empty if counted.
    bags : SharedBags
        The bags its seed was treated in.
    """

    id: TreatmentId
    dishes: tuple[CountedDish, ...]
    estimate_cv: float = 0.0
    calibration: str = ""
    bags: SharedBags = NO_BAGS

    def __post_init__(self) -> None:
        if not (math.isfinite(self.estimate_cv) and self.estimate_cv >= 0):
            message = f"Treatment {self.id}: an error of {self.estimate_cv} of the number sown is impossible. It must be 0 or more."
            raise CoreError(message, code="cv_negative", parameter="estimate_cv", bound=0, value=self.estimate_cv)

    @property
    def g(self) -> int:
        """Germinated over the dishes."""
        return sum(d.g for d in self.dishes)

    @property
    def n(self) -> int:
        """Seeds over the dishes."""
        return sum(d.n for d in self.dishes)

    @property
    def p(self) -> float:
        """Share germinated in the dishes, 0..1."""
        return self.g / self.n

    @property
    def mean_size(self) -> float:
        """Seeds per dish as its seeds see them: Σn²/Σn."""
        return self_weighted([d.n for d in self.dishes])


@dataclass(frozen=True)
class TreatmentShare:
    """Final share of one treatment with its interval, and whether its dishes agree.

    Attributes
    ----------
    g, n, p
        Germinated and sown over the dishes, and their ratio.
    phi : float
        The treatment's own scatter factor, the error of an estimated number sown included.
    share : float
        Share germinated with what sprouted in its bags, 0..1; `p` where nothing did.
    n_eff : float
        Effective number of seeds behind `share`: dishes, bags and the error of an estimated number sown.
    n_eff_counted : float
        The same without the error of an estimated number sown.
    lower, upper : float
        95 % interval of `share`.
    """

    id: TreatmentId
    dishes: int
    g: int
    n: int
    p: float
    phi: float
    share: float
    n_eff: float
    n_eff_counted: float
    calibration: str
    bags: SharedBags
    lower: float
    upper: float
    agree_x2: float | None
    agree_df: int | None
    agree_p: float | None
    dishes_disagree: bool | None
    odd_dish: int | None
    reasons: Mapping[str, Reason] = field(default_factory=dict)

    @property
    def interval(self) -> Interval:
        """The 95 % interval of the share."""
        return Interval(self.lower, self.upper)


@dataclass(frozen=True)
class TrialShares:
    """Scatter between the dishes of a trial, and each treatment's share.

    Attributes
    ----------
    mean_n : float
        Mean seeds per dish over all dishes.
    m_a : float
        Seeds per dish as the measured scatter sees them.
    rho_star : float
        Dish correlation that gives each treatment its own scatter.
    rho_b : float
        Bag correlation used.
    blocks : BlockModel or None
        The model treatment + block, where the trial has blocks and it has a finite fit; the scatter is then its own.
    block_reason : Reason or None
        Why a trial with blocks is analysed as without.
    """

    phi_hat: float | None
    nu: int
    mean_n: float
    m_a: float
    rho0: float
    phi0: float
    phi: float
    df: float | None
    critical: float
    rho_star: float
    rho_b: float
    warnings: tuple[Reason, ...]
    rho: float | None
    reasons: Mapping[str, Reason]
    treatments: tuple[TreatmentShare, ...]
    blocks: BlockModel | None = None
    block_reason: Reason | None = None

    @property
    def test_sizes(self) -> list[float]:
        """Effective seeds of each treatment in a test over all: an estimate of the number sown that all share cancels out."""
        shared = bool(self.treatments[0].calibration) and len({t.calibration for t in self.treatments}) == 1
        return [t.n_eff_counted if shared else t.n_eff for t in self.treatments]

    def select(self, places: Sequence[int]) -> "TrialShares":
        """Return some treatments of the trial, with the scatter of the whole trial."""
        blocks = None if self.blocks is None else self.blocks.select(places)
        return replace(self, treatments=tuple(self.treatments[i] for i in places), blocks=blocks)


@dataclass(frozen=True)
class _Scatter:
    phi_hat: float | None
    nu: int
    m_a: float
    blocks: BlockModel | None
    block_reason: Reason | None


def final_shares(treatments: Sequence[CountedTreatment], rho0: float = TYPICAL_DISH_RHO, rho_b: float = TYPICAL_BAG_RHO) -> TrialShares:
    """Return the final germination of every treatment of a trial.

    Parameters
    ----------
    treatments : sequence of CountedTreatment
        The whole trial: the scatter is taken over all of it. Where dishes lie in two blocks or more, the scatter is
        that of the model treatment + block.
    rho0, rho_b : float
        The grower's typical dish and bag correlation, 0..1.

    Returns
    -------
    TrialShares
        Without any replication `df` is None, the interval uses the normal, and `warnings` holds ``no_replication``.

    Raises
    ------
    CoreError
        ``no_dish``, ``rho_out_of_range``.

    References
    ----------
    McCullagh & Nelder (1989) ch. 4.5 for the scatter; Wilson (1927) for the interval with the effective size.
    """
    if not treatments or any(not t.dishes for t in treatments):
        raise CoreError("Each treatment needs at least one dish.", code="no_dish", parameter="treatments")
    check_correlation(rho0, "rho0", "dish")
    counted = [d for t in treatments for d in t.dishes]
    seen = _scatter(treatments)
    phi0 = 1 + (seen.m_a - 1) * rho0
    phi, df = shrunk(seen.phi_hat, seen.nu, phi0)
    critical = critical_value(df)
    reasons: dict[str, Reason] = {}
    rho: float | None = None
    if seen.phi_hat is None:
        reasons |= dict.fromkeys(["phi_hat", "df", "rho"], Reason.NO_REPLICATION)
    elif seen.m_a == 1:
        reasons["rho"] = Reason.ONE_SEED_PER_DISH
    else:
        rho = min(1.0, (max(1.0, seen.phi_hat) - 1) / (seen.m_a - 1))
    rho_star = rho0 if seen.phi_hat is None or seen.m_a == 1 else min(1.0, (phi - 1) / (seen.m_a - 1))
    return TrialShares(
        phi_hat=seen.phi_hat,
        nu=seen.nu,
        mean_n=sum(d.n for d in counted) / len(counted),
        m_a=seen.m_a,
        rho0=rho0,
        phi0=phi0,
        phi=phi,
        df=df,
        critical=critical,
        rho_star=rho_star,
        rho_b=rho_b,
        warnings=(Reason.NO_REPLICATION,) if seen.nu == 0 else (),
        rho=rho,
        reasons=reasons,
        treatments=tuple(_share(t, rho_star, rho_b, critical) for t in treatments),
        blocks=seen.blocks,
        block_reason=seen.block_reason,
    )


def _scatter(treatments: Sequence[CountedTreatment]) -> _Scatter:
    replicated = [t for t in treatments if len(t.dishes) > 1 and 0 < t.g < t.n]
    nu = sum(len(t.dishes) - 1 for t in replicated)
    if nu == 0:
        every = [d.n for t in treatments for d in t.dishes]
        return _Scatter(None, 0, self_weighted(every), None, _why_no_blocks(treatments, Reason.NO_REPLICATION))
    m_a = 1 + sum((d.n - 1) * (1 - d.n / t.n) for t in replicated for d in t.dishes) / nu
    blocks = _blocks(treatments)
    if isinstance(blocks, BlockModel):
        return _Scatter(blocks.pearson / blocks.df, blocks.df, m_a, blocks, None)
    return _Scatter(sum(_x2(t) for t in replicated) / nu, nu, m_a, None, blocks)


def _has_blocks(treatments: Sequence[CountedTreatment]) -> bool:
    return len({d.block for t in treatments for d in t.dishes}) > 1


def _why_no_blocks(treatments: Sequence[CountedTreatment], reason: Reason) -> Reason | None:
    return reason if _has_blocks(treatments) else None


def _blocks(treatments: Sequence[CountedTreatment]) -> BlockModel | Reason | None:
    """The model treatment + block; the reason why a trial with blocks has none, None for a trial without blocks."""
    if not _has_blocks(treatments) or len(treatments) < 2:
        return None
    if any(t.bags.sprouted for t in treatments):
        return Reason.SPROUTED_IN_BAG
    dishes = [BlockDish(i, d.block or "", d.g, d.n) for i, t in enumerate(treatments) for d in t.dishes]
    return block_model(dishes, len(treatments))


def _x2(t: CountedTreatment) -> float:
    return sum((d.g - d.n * t.p) ** 2 / (d.n * t.p * (1 - t.p)) for d in t.dishes)


def _share(t: CountedTreatment, rho_star: float, rho_b: float, critical: float) -> TreatmentShare:
    between_dishes = 1 + (t.mean_size - 1) * rho_star
    q = (t.g + 0.5) / (t.n + 1)
    phi = between_dishes + t.n * q * t.estimate_cv**2 / (1 - q)
    whole = bag_share(t.p, t.n / phi, t.bags, rho_b)
    interval = wilson(whole.share, whole.n_eff, critical)
    names = ["agree_x2", "agree_df", "agree_p", "dishes_disagree", "odd_dish"]
    reasons: dict[str, Reason] = {}
    x2: float | None = None
    agree_p: float | None = None
    odd: int | None = None
    if len(t.dishes) == 1:
        reasons = dict.fromkeys(names, Reason.ONE_DISH)
    elif t.g in (0, t.n):
        reasons = dict.fromkeys(names, Reason.ALL_OR_NONE)
    else:
        x2 = _x2(t)
        agree_p = upper_chi2(x2, len(t.dishes) - 1)
        if agree_p < DISAGREE_BELOW:
            # In integers, so that the first of exact equals is named.
            odd = max(range(len(t.dishes)), key=lambda j: abs(t.dishes[j].g * t.n - t.dishes[j].n * t.g))
        else:
            reasons["odd_dish"] = Reason.DISHES_AGREE
    return TreatmentShare(
        id=t.id,
        dishes=len(t.dishes),
        g=t.g,
        n=t.n,
        p=t.p,
        phi=phi,
        share=whole.share,
        n_eff=whole.n_eff,
        n_eff_counted=bag_share(t.p, t.n / between_dishes, t.bags, rho_b).n_eff,
        calibration=t.calibration if t.estimate_cv else "",
        bags=t.bags,
        lower=interval.lower,
        upper=interval.upper,
        agree_x2=x2,
        agree_df=None if x2 is None else len(t.dishes) - 1,
        agree_p=agree_p,
        dishes_disagree=None if agree_p is None else agree_p < DISAGREE_BELOW,
        odd_dish=odd,
        reasons=reasons,
    )


def typical_dish_correlation(trials: Sequence[TrialShares]) -> float | None:
    """Return ρ₀ for a grower's next trial from the past ones, 0..1.

    max(0, Σ ν (φ̂ − 1)/(m_a − 1) / Σ ν) over the trials with replication and more than one seed per dish; None without such.
    """
    known = [(t.phi_hat, t.nu, t.m_a) for t in trials if t.phi_hat is not None and t.m_a > 1]
    rho = pool_rho([((phi - 1) / (m_a - 1), nu) for phi, nu, m_a in known])[0]
    return None if rho is None else min(1.0, rho)


def pool_rho(trials: Sequence[tuple[float | None, int]]) -> tuple[float | None, int]:
    """Pool dish correlations of past trials.

    Parameters
    ----------
    trials : sequence of (rho, nu)
        Dish correlation of each trial, uncut, None where it is undefined, and its degrees of freedom.

    Returns
    -------
    (rho, nu)
        max(0, Σ nu·rho / Σ nu) over the trials with nu > 0, and Σ nu; rho is None where there is none.
    """
    known = [(rho, nu) for rho, nu in trials if nu > 0 and rho is not None]
    total = sum(nu for _, nu in known)
    return (max(0.0, sum(rho * nu for rho, nu in known) / total) if total else None), total
