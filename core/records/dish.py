"""One dish's count record. An impossible record cannot be made: construction refuses it with a sentence."""

import math
from dataclasses import dataclass, field
from functools import cached_property

from core.errors import RecordRefused
from core.records.fates import ClosingFates
from core.units import format_days
from core.vocabulary import CountKind


@dataclass(frozen=True, slots=True)
class Inspection:
    """One look: what was seen since the last one.

    Attributes
    ----------
    t : float
        Days on the incubation clock; 0 or less is before or at sowing (*early*).
    germinated, abnormal, rotted, lost : int
        New since the last look.
    further_sprouts : int
        Sprouts beyond the first of a unit that holds several seeds; never part of a share.
    """

    t: float
    germinated: int = 0
    abnormal: int = 0
    rotted: int = 0
    lost: int = 0
    further_sprouts: int = 0

    @property
    def taken(self) -> int:
        """Seeds this look accounts for."""
        return self.germinated + self.abnormal + self.rotted + self.lost


@dataclass(frozen=True)
class CountRecord:
    """The counts of one dish (any replicate: dish, bag, tray block, plug row).

    Parameters
    ----------
    sown : int
        Seeds in the dish, at least 1.
    inspections : tuple of Inspection
        In time order; may be empty.
    closing : ClosingFates or None
        None while the dish is not closed.
    name : str
        What a refusal calls the dish.
    sown_is_estimate : bool
        Where the number sown was weighed or scooped, more found than sown is a warning (`needs_recount`), no refusal,
        and the dish is taken to have held what was found.

    Raises
    ------
    RecordRefused
        ``sown_below_one``, ``time_not_increasing``, ``time_not_a_number``, ``count_negative``,
        ``count_not_integer``, ``more_than_sown``; it names dish, time and numbers.
    """

    sown: int
    inspections: tuple[Inspection, ...] = ()
    closing: ClosingFates | None = None
    name: str = "this dish"
    sown_is_estimate: bool = False
    needs_recount: bool = field(default=False, init=False)

    def __post_init__(self) -> None:
        _check_count(self.name, "sown", self.sown, None, "sown")
        if self.sown < 1:
            raise RecordRefused(
                f"Dish {self.name}: {self.sown} seeds sown. A dish needs at least 1 seed.",
                code="sown_below_one",
                parameter="sown",
                t_days=None,
                bound=1,
                value=self.sown,
            )
        found = self._check_inspections()
        if self.closing is not None:
            for fate, value in self.closing.counts.items():
                _check_count(self.name, fate, value, None, f"closing.{fate}")
            found += self.closing.total
            if found > self.sown and not self.sown_is_estimate:
                raise self._too_many(found, None, "closing", f"at the closing {self.closing.total} seeds left over bring the count")
        if found > self.sown:
            object.__setattr__(self, "needs_recount", True)
            object.__setattr__(self, "sown", found)

    def _check_inspections(self) -> int:
        previous = -math.inf
        found = 0
        for index, look in enumerate(self.inspections):
            if not math.isfinite(look.t):
                raise RecordRefused(
                    f"Dish {self.name}: look {index + 1} has no time.",
                    code="time_not_a_number",
                    parameter=f"inspections.{index}.t",
                    t_days=None,
                )
            if look.t <= previous:
                raise RecordRefused(
                    f"Dish {self.name}: a look at {format_days(look.t)} cannot follow the one at {format_days(previous)}. "
                    "Each look needs a later time than the one before.",
                    code="time_not_increasing",
                    parameter=f"inspections.{index}.t",
                    t_days=look.t,
                    bound=previous,
                    value=look.t,
                )
            previous = look.t
            for kind in _COUNTS:
                value = getattr(look, kind)
                # nearly all are: the words of a refusal are made for the others only
                if type(value) is not int or value < 0:
                    _check_count(self.name, kind, value, look.t, f"inspections.{index}.{kind}")
            found += look.taken
            if found > self.sown and not self.sown_is_estimate:
                raise self._too_many(found, look.t, f"inspections.{index}", f"at {format_days(look.t)} {look.taken} new bring the count")
        return found

    def _too_many(self, found: int, t: float | None, parameter: str, what: str) -> RecordRefused:
        return RecordRefused(
            f"Dish {self.name}: {what} to {found}, but only {self.sown} seeds were sown. Lower this look, or correct an earlier one.",
            code="more_than_sown",
            parameter=parameter,
            t_days=t,
            bound=self.sown,
            value=found,
        )

    @cached_property
    def germinated(self) -> int:
        """Germinated over all looks, early ones included."""
        return sum(i.germinated for i in self.inspections)

    @cached_property
    def abnormal(self) -> int:
        """Abnormal over all looks; never counted as germinated."""
        return sum(i.abnormal for i in self.inspections)

    @cached_property
    def rotted(self) -> int:
        """Rotted over all looks."""
        return sum(i.rotted for i in self.inspections)

    @cached_property
    def lost(self) -> int:
        """Lost over all looks."""
        return sum(i.lost for i in self.inspections)

    @cached_property
    def early(self) -> int:
        """Germinated at looks with t ≤ 0."""
        return sum(i.germinated for i in self.inspections if i.t <= 0)

    @property
    def remaining(self) -> int:
        """Seeds still in the dish after the last look."""
        return self.sown - self.germinated - self.abnormal - self.rotted - self.lost

    @property
    def fates(self) -> ClosingFates:
        """The closing, all zero where there is none yet."""
        return self.closing or ClosingFates()

    @property
    def unknown(self) -> int:
        """Seeds whose fate nobody found; all that remain while the dish is not closed."""
        return self.remaining - self.fates.total

    @property
    def base_filled(self) -> int:
        """Sown less unfilled and lost; without a closing an upper limit."""
        return self.sown - self.fates.unfilled - self.lost

    @property
    def base_viable(self) -> int | None:
        """Germinated, abnormal, and those left alive; None while any fate is unknown."""
        if self.unknown > 0:
            return None
        return self.germinated + self.abnormal + self.fates.viable

    @property
    def last_t(self) -> float | None:
        """Time of the last look in days, None without one."""
        return self.inspections[-1].t if self.inspections else None


_COUNTS = (*map(str, CountKind), "further_sprouts")


def _check_count(dish: str, kind: str, value: float, t: float | None, parameter: str) -> None:
    where = f"Dish {dish}" if t is None else f"Dish {dish}, {format_days(t)}"
    if isinstance(value, bool) or not math.isfinite(value) or value != int(value):
        raise RecordRefused(
            f"{where}: {value} {kind} is no whole number of seeds.",
            code="count_not_integer",
            parameter=parameter,
            t_days=t,
            value=value,
        )
    if value < 0 and parameter != "sown":
        raise RecordRefused(
            f"{where}: {value} {kind} is impossible. A count must be 0 or more. To lower an earlier count, correct that look.",
            code="count_negative",
            parameter=parameter,
            t_days=t,
            bound=0,
            value=value,
        )
