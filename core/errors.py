"""How the core refuses input: with a code, the parameter, its bound, and a sentence."""

import math


class CoreError(ValueError):
    """Bad input to the core.

    Attributes
    ----------
    code : str
        Stable name of the broken rule.
    parameter : str
        Name of the argument or field at fault, dotted (``inspections.2.germinated``).
    bound, value : float or None
        The limit that was broken and the value that broke it, where there are such numbers.
    """

    def __init__(
        self,
        message: str,
        *,
        code: str,
        parameter: str = "",
        bound: float | None = None,
        value: float | None = None,
    ) -> None:
        super().__init__(message)
        self.message = message
        self.code = code
        self.parameter = parameter
        self.bound = bound
        self.value = value


def check_finite(value: float, parameter: str, *, least: float | None = None, above: float | None = None) -> None:
    """Refuse what is no finite number (``not_finite``), and what lies below `least` or not above `above` (``too_small``)."""
    if not math.isfinite(value):
        raise CoreError(f"{value} is no number for {parameter.replace('_', ' ')}.", code="not_finite", parameter=parameter, value=value)
    if (least is not None and value < least) or (above is not None and value <= above):
        bound = least if least is not None else above
        limit = f"{bound:g} or more" if least is not None else f"more than {bound:g}"
        message = f"{value:g} is impossible for {parameter.replace('_', ' ')}: it is {limit}."
        raise CoreError(message, code="too_small", parameter=parameter, bound=bound, value=value)


def check_share(value: float, parameter: str) -> None:
    """Refuse a share outside 0..1 (``share_out_of_range``)."""
    if not 0 <= value <= 1:
        message = f"A share of {value:g} is impossible. It must lie between 0 and 1."
        raise CoreError(message, code="share_out_of_range", parameter=parameter, value=value)


def check_correlation(value: float, parameter: str, of: str) -> None:
    """Refuse a correlation `of` dishes, bags or trays outside 0..1 (``rho_out_of_range``)."""
    if not 0 <= value <= 1:
        message = f"A {of} correlation of {value:g} is impossible. It must lie between 0 and 1."
        raise CoreError(message, code="rho_out_of_range", parameter=parameter, bound=1 if value > 1 else 0, value=value)


def check_size(value: float, parameter: str) -> None:
    """Refuse an effective number of seeds that is not above 0 (``n_not_positive``)."""
    if not (value > 0 and math.isfinite(value)):
        message = f"A share of {value:g} seeds is impossible. The sample size must be more than 0."
        raise CoreError(message, code="n_not_positive", parameter=parameter, bound=0, value=value)


class RecordRefused(CoreError):
    """A count record that cannot be; ``t_days`` is the time of the look at fault, None if it is in no look."""

    def __init__(
        self,
        message: str,
        *,
        code: str,
        parameter: str,
        t_days: float | None,
        bound: float | None = None,
        value: float | None = None,
    ) -> None:
        super().__init__(message, code=code, parameter=parameter, bound=bound, value=value)
        self.t_days = t_days
