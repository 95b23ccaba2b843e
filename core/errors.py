"""How the core refuses input: with a code, the parameter, its bound, and a sentence."""


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
