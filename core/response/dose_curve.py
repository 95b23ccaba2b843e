"""Dose and response: whether germination follows the dose, and the dose that is enough (docs/methods/dose-and-response.md)."""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field, replace
from typing import Any

from core.germination import TrialShares
from core.response.curves import ENOUGH, Curve, DoseFit, best_doses, lowest_dose, tried
from core.response.fit import Series, criterion
from core.response.interval import DoseInterval, dose_interval
from core.vocabulary import DoseShape, Reason

FEWEST_CURVE_DOSES = 4
# shapes that fit within so much of the best are not told from it
EQUAL = 2.0


@dataclass(frozen=True)
class DoseCurve:
    """What a dose series says of the dose.

    Attributes
    ----------
    shape : DoseShape or None
        The shape that fits best; None with the reason of ``shape``.
    no_effect : bool or None
        Whether a flat line fits about as well: then no effect of the dose is shown.
    qaicc : mapping of DoseShape to float
        Of each shape that was tried; rising and falling are one.
    top : float or None
        Highest fitted share within the tried doses, 0..1.
    dose, lower, upper : float or None
        The lowest dose that reaches the wanted share, in the unit of the doses, and its 95 % interval.
    lower_open, upper_open : bool
        The interval ends at no dose, or at the largest tried.
    best_dose, best_lower, best_upper : float or None
        Of a hump: where it is highest, and the doses between which it is within 5 points of that.
    fit : DoseFit or None
        The curve itself, to be drawn.
    reasons : mapping of str to Reason
        Why an attribute that is None has no value.
    """

    shape: DoseShape | None = None
    no_effect: bool | None = None
    qaicc: Mapping[DoseShape, float] = field(default_factory=dict)
    top: float | None = None
    dose: float | None = None
    lower: float | None = None
    upper: float | None = None
    lower_open: bool = False
    upper_open: bool = False
    best_dose: float | None = None
    best_lower: float | None = None
    best_upper: float | None = None
    fit: DoseFit | None = None
    reasons: Mapping[str, Reason] = field(default_factory=dict)


_ENOUGH, _BEST = ("dose", "lower", "upper"), ("best_dose", "best_lower", "best_upper")
_ALL = ("shape", "no_effect", "qaicc", "top", *_ENOUGH, *_BEST)
# shapes that have no dose that is enough
WITHOUT_DOSE: Mapping[DoseShape | None, Reason] = {
    DoseShape.FLAT: Reason.NO_DOSE_EFFECT,
    DoseShape.FALLING: Reason.FALLS_WITH_DOSE,
}


def dose_curve(doses: Sequence[float], shares: TrialShares, share: float | None = None) -> DoseCurve:
    """Fit a curve over the doses of one step, and find the dose that is enough.

    Parameters
    ----------
    doses : sequence of float
        The dose of each treatment of `shares`, in its order and in one unit; one of them 0.
    shares : TrialShares
        The treatments of the series, with the scatter of their trial.
    share : float, optional
        The share wanted, 0..1; without it 90 % of the highest fitted share within the tried doses.

    Returns
    -------
    DoseCurve
        Without a curve where there are fewer than four doses, none without treatment, or no replication.

    References
    ----------
    Ritz, Baty, Streibig & Gerhard (2015), PLoS ONE 10:e0146021, for curves over log doses; Burnham & Anderson (2002) ch. 2 for
    QAICc; the interval is by profile of the quasi-likelihood. Bounds and limits are ours (docs/methods/dose-and-response.md).
    """
    if len({*doses}) < FEWEST_CURVE_DOSES or min(doses) > 0:
        return without_curve(Reason.TOO_FEW_DOSES)
    if shares.df is None:
        return without_curve(Reason.NO_REPLICATION)
    series = Series.of(doses, shares)
    fits = series.fits()
    scores = {s: criterion(s, loglik, series.dishes) for s, (loglik, _) in fits.items()}
    best = min(scores, key=scores.__getitem__)
    loglik, fit = fits[best]

    def interval(dose: float) -> DoseInterval:
        return dose_interval(series, fit, loglik, dose, shares.critical, share)

    return answered(scores, fit, fit.share_at, series.largest, share, interval)


def without_curve(reason: Reason) -> DoseCurve:
    """No curve, with the reason."""
    return DoseCurve(reasons=dict.fromkeys(_ALL, reason))


def answered(
    scores: Mapping[DoseShape, float],
    fit: DoseFit,
    curve: Curve,
    largest: float,
    share: float | None,
    interval: Callable[[float], DoseInterval],
) -> DoseCurve:
    """The best curve with the dose that is enough, and of a hump the best dose, or the reasons why there is none.

    `curve` gives the share at each dose; `interval` is asked for a rise only.
    """
    falling = fit.shape is DoseShape.RISING and fit.p1 < fit.p0
    shape = DoseShape.FALLING if falling else fit.shape
    at = tried(fit.delta, largest)
    top = float(curve(at).max())
    found = DoseCurve(shape, scores[DoseShape.FLAT] - scores[fit.shape] <= EQUAL, scores, top, fit=fit)
    told: dict[str, Any] = {}
    reasons: dict[str, Reason] = {}
    if shape in WITHOUT_DOSE:
        reasons |= dict.fromkeys(_ENOUGH, WITHOUT_DOSE[shape])
    else:
        dose = lowest_dose(curve, at, ENOUGH * top if share is None else share)
        told["dose"] = dose
        if dose is None:
            reasons |= dict.fromkeys(_ENOUGH, Reason.BEYOND_TRIED_DOSES)
        elif shape is DoseShape.HUMPED:
            reasons |= dict.fromkeys(("lower", "upper"), Reason.HUMP_WITHOUT_INTERVAL)
        else:
            told |= vars(interval(dose))
    if shape is DoseShape.HUMPED:
        told |= dict(zip(_BEST, best_doses(curve, at), strict=True))
    else:
        reasons |= dict.fromkeys(_BEST, Reason.NO_HUMP)
    return replace(found, **told, reasons=reasons)
