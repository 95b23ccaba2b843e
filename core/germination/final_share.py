"""A treatment's final germination, honest about dishes (part 3).

Seeds in one dish are not independent, so the scatter between dishes over the whole trial widens every interval. A few
dishes that happen to agree are believed only in part: what dishes usually do weighs in as three degrees of freedom.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field

from core.errors import CoreError
from core.statistics import Interval, critical_value, upper_chi2, wilson
from core.vocabulary import Reason

USUAL_RHO = 0.05
USUAL_WEIGHT = 3
DISAGREE_BELOW = 0.025


@dataclass(frozen=True, slots=True)
class CountedDish:
    """Germinated `g` of `n` seeds."""

    g: int
    n: int

    def __post_init__(self) -> None:
        if self.n < 1 or not 0 <= self.g <= self.n:
            raise CoreError(
                f"{self.g} germinated of {self.n} seeds cannot be.",
                code="counted_dish_impossible",
                parameter="g",
                bound=self.n,
                value=self.g,
            )


@dataclass(frozen=True, slots=True)
class CountedTreatment:
    """A treatment's dishes; `estimate_cv` is the coefficient of variation of an estimated number of seeds, 0 if counted."""

    name: str
    dishes: tuple[CountedDish, ...]
    estimate_cv: float = 0.0

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
        """Share germinated, 0..1."""
        return self.g / self.n


@dataclass(frozen=True)
class TreatmentShare:
    """Final share of one treatment with its interval and whether its dishes agree."""

    name: str
    dishes: int
    g: int
    n: int
    p: float
    n_eff: float
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
    """Scatter between the dishes of a trial, and each treatment's share."""

    phi_hat: float | None
    nu: int
    mean_n: float
    rho0: float
    phi0: float
    phi: float
    df: float | None
    critical: float
    warnings: tuple[Reason, ...]
    rho: float | None
    reasons: Mapping[str, Reason]
    treatments: tuple[TreatmentShare, ...]


def final_shares(treatments: Sequence[CountedTreatment], rho0: float = USUAL_RHO) -> TrialShares:
    """Final germination of every treatment of a trial.

    Parameters
    ----------
    treatments : sequence of CountedTreatment
        The whole trial: the scatter is taken over all of it.
    rho0 : float
        The grower's usual dish correlation, 0..1.

    Returns
    -------
    TrialShares
        Without any replication `df` is None, the interval uses the normal, and `warnings` holds ``no_replication``.

    References
    ----------
    McCullagh & Nelder (1989) ch. 4.5 for the scatter; Wilson (1927) for the interval with the effective size.
    """
    if not treatments or any(not t.dishes for t in treatments):
        raise CoreError("Each treatment needs at least one dish.", code="no_dish", parameter="treatments")
    counted = [d for t in treatments for d in t.dishes]
    mean_n = sum(d.n for d in counted) / len(counted)
    phi0 = 1 + (mean_n - 1) * rho0
    replicated = [t for t in treatments if len(t.dishes) > 1 and 0 < t.g < t.n]
    nu = sum(len(t.dishes) - 1 for t in replicated)
    reasons: dict[str, Reason] = {}
    phi_hat: float | None = None
    df: float | None = None
    rho: float | None = None
    if nu == 0:
        phi = max(1.0, phi0)
        reasons |= dict.fromkeys(["phi_hat", "df", "rho"], Reason.NO_REPLICATION)
    else:
        phi_hat = sum(_scatter(t) for t in replicated) / nu
        if phi_hat > phi0:
            phi, df = max(1.0, phi_hat), nu + USUAL_WEIGHT * (phi0 / phi_hat) ** 2
        else:
            phi, df = max(1.0, (nu * phi_hat + USUAL_WEIGHT * phi0) / (nu + USUAL_WEIGHT)), float(nu + USUAL_WEIGHT)
        if mean_n == 1:
            reasons["rho"] = Reason.ONE_SEED_PER_DISH
        else:
            rho = min(1.0, (max(1.0, phi_hat) - 1) / (mean_n - 1))
    critical = critical_value(df)
    return TrialShares(
        phi_hat=phi_hat,
        nu=nu,
        mean_n=mean_n,
        rho0=rho0,
        phi0=phi0,
        phi=phi,
        df=df,
        critical=critical,
        warnings=(Reason.NO_REPLICATION,) if nu == 0 else (),
        rho=rho,
        reasons=reasons,
        treatments=tuple(_share(t, phi, critical) for t in treatments),
    )


def _scatter(t: CountedTreatment) -> float:
    return sum((d.g - d.n * t.p) ** 2 / (d.n * t.p * (1 - t.p)) for d in t.dishes)


def _share(t: CountedTreatment, phi: float, critical: float) -> TreatmentShare:
    own_phi = phi
    if t.estimate_cv:
        # With every seed up the term has no bound; one seed less keeps the interval finite and wide.
        p = min(t.p, 1 - 1 / (t.n + 1))
        own_phi += t.n * p * t.estimate_cv**2 / (1 - p)
    n_eff = t.n / own_phi
    interval = wilson(t.p, n_eff, critical)
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
        x2 = _scatter(t)
        agree_p = upper_chi2(x2, len(t.dishes) - 1)
        if agree_p < DISAGREE_BELOW:
            # In integers, so that the first of exact equals is named.
            odd = max(range(len(t.dishes)), key=lambda j: abs(t.dishes[j].g * t.n - t.dishes[j].n * t.g))
        else:
            reasons["odd_dish"] = Reason.DISHES_AGREE
    return TreatmentShare(
        name=t.name,
        dishes=len(t.dishes),
        g=t.g,
        n=t.n,
        p=t.p,
        n_eff=n_eff,
        lower=interval.lower,
        upper=interval.upper,
        agree_x2=x2,
        agree_df=None if x2 is None else len(t.dishes) - 1,
        agree_p=agree_p,
        dishes_disagree=None if agree_p is None else agree_p < DISAGREE_BELOW,
        odd_dish=odd,
        reasons=reasons,
    )


def usual_rho(trials: Sequence[TrialShares]) -> float | None:
    """What dishes of a grower's past trials usually do: ρ₀ for the next one, 0..1 (part 3, pooled uncut).

    max(0, Σ ν (φ̂ − 1)/(m̄ − 1) / Σ ν) over the trials with replication and more than one seed a dish; None without such.
    """
    known = [(t.phi_hat, t.nu, t.mean_n) for t in trials if t.phi_hat is not None and t.mean_n > 1]
    total = sum(nu for _, nu, _ in known)
    return max(0.0, min(1.0, sum(nu * (phi - 1) / (mean - 1) for phi, nu, mean in known) / total)) if total else None


def pool_rho(trials: Sequence[tuple[float | None, int]]) -> tuple[float | None, int]:
    """Pool dish correlations of past trials.

    Parameters
    ----------
    trials : sequence of (rho, nu)
        Dish correlation of each trial, None where it is undefined, and its degrees of freedom.

    Returns
    -------
    (rho, nu)
        Σ nu·rho / Σ nu over the trials with nu > 0, and Σ nu; rho is None where there is none.
    """
    known = [(rho, nu) for rho, nu in trials if nu > 0 and rho is not None]
    total = sum(nu for _, nu in known)
    return (sum(rho * nu for rho, nu in known) / total if total else None), total
