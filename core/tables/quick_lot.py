"""A lot written in one line, as on a paper bag: “Lewis flax, north bed, 12 Aug, about 40 plants, 18 g” (docs/methods/reading-in.md)."""

import re
from collections.abc import Sequence
from dataclasses import dataclass, field
from datetime import date, timedelta

from core.seedstock.conversion import CALIBRATED_BY
from core.tables.cells import Moment, Unreadable, moment_of, number_of
from core.vocabulary import AmountKnown, AmountUnit, DatePrecision, DayOrder
from core.wording import GRAMS_PER_OUNCE

_ABOUT = r"(?:(?P<about>≈|~|about|approx\.?|ca\.?|circa)\s*)?"
_AMOUNT = re.compile(rf"^{_ABOUT}(?P<number>\d[\d\s,.']*)\s*(?P<unit>[a-zµ]+)$", re.IGNORECASE)
_NUMBER = re.compile(r"^(?:≈|~)?\s*\d[\d\s,.']*$")
_CLAIM = r"(?:(?:claim(?:ed|s)?|says|printed)\s*)"
_CLAIMED_PERCENT = re.compile(rf"^{_CLAIM}?(?P<number>\d{{1,3}}(?:[.,]\d+)?)\s*%(?:\s*(?:claim(?:ed)?|germination))?$", re.IGNORECASE)
_CLAIMED_DAYS = re.compile(rf"^{_CLAIM}?(?:in\s*)?(?:\d+\s*[-–]\s*)?(?P<number>\d+)\s*d(?:ays?)?$", re.IGNORECASE)
_CLAIM_WITHOUT_NUMBER = re.compile(rf"^{_CLAIM}[a-z\s]*$|^[a-z]*\s*%$", re.IGNORECASE)
_CODE = re.compile(r"^[A-Z]{1,4}-\d{1,5}[A-Z]?$")
_NEAR = {"today": 0, "yesterday": 1}
_UNITS: dict[str, tuple[AmountUnit, float]] = {
    "seed": (AmountUnit.SEEDS, 1),
    "g": (AmountUnit.GRAMS, 1),
    "gram": (AmountUnit.GRAMS, 1),
    "kg": (AmountUnit.GRAMS, 1000),
    "mg": (AmountUnit.GRAMS, 0.001),
    "oz": (AmountUnit.GRAMS, GRAMS_PER_OUNCE),
    "ounce": (AmountUnit.GRAMS, GRAMS_PER_OUNCE),
    "ml": (AmountUnit.MILLILITRES, 1),
    "head": (AmountUnit.HEADS, 1),
    "pod": (AmountUnit.HEADS, 1),
    "capsule": (AmountUnit.HEADS, 1),
}
_PARENTS = ("plant", "parent", "mother")


@dataclass(slots=True)
class QuickLot:
    """What was understood of a line.

    Attributes
    ----------
    plant : str
        The first piece that is nothing else; empty where there is none.
    amount, unit, known
        Seeds, grams, millilitres or heads, and how that is known; None without an amount.
    collected_on, precision
        The latest past day that the piece can mean; None without one.
    parents : int or None
        Plants that the seed came from.
    claimed_percent, claimed_days : float, int or None
        What a seller printed: the percentage, and the days it takes (the longest of a range).
    code, place, origin : str
        A code, and the names of a known place of the nursery and of a known origin, as they are known.
    notes : list of str
        The pieces that are left over.
    understood : list of (str, str)
        Each piece and what it was taken for, in the order of the line.
    questions : list of str
        What a person has to say more exactly; such a piece is in no field.
    """

    plant: str = ""
    amount: float | None = None
    unit: AmountUnit | None = None
    known: AmountKnown | None = None
    collected_on: date | None = None
    precision: DatePrecision | None = None
    parents: int | None = None
    claimed_percent: float | None = None
    claimed_days: int | None = None
    code: str = ""
    place: str = ""
    origin: str = ""
    notes: list[str] = field(default_factory=list)
    understood: list[tuple[str, str]] = field(default_factory=list)
    questions: list[str] = field(default_factory=list)


def read_lot(text: str, *, today: date, order: DayOrder, places: Sequence[str] = (), origins: Sequence[str] = ()) -> QuickLot:
    """Read a line, comma by comma.

    Parameters
    ----------
    order : DayOrder
        How the writer orders day, month and year.
    places, origins : sequence of str
        Names of places where seed is kept, and of places where seed was collected before; a part of a name between its
        own commas is enough where it is the only one.

    >>> found = read_lot("Lewis flax, 12 Aug, about 40 plants, 18 g", today=date(2026, 11, 29), order=DayOrder.DMY)
    >>> found.plant, found.amount, found.unit.value, found.parents, found.collected_on.isoformat()
    ('Lewis flax', 18.0, 'g', 40, '2026-08-12')
    """
    lot, reader = QuickLot(), _Reader(today, order, places, origins)
    for piece in (p.strip() for p in re.split(r",(?!\d{3}\b)|;|\n", text)):
        if piece:
            taken = reader.take(piece, lot)
            if taken:
                lot.understood.append((piece, taken))
    return lot


@dataclass(frozen=True, slots=True)
class _Reader:
    """What is known where a line is written. Each reading answers None for a piece that is not its own, and "" where it asked."""

    today: date
    order: DayOrder
    places: Sequence[str]
    origins: Sequence[str]

    def take(self, piece: str, lot: QuickLot) -> str:
        """What a piece was taken for; empty where it raised a question."""
        for reading in (_measured, _coded, _claimed, self._collected, _bare_number, self._somewhere):
            if (taken := reading(piece, lot)) is not None:
                return taken
        if not lot.plant:
            lot.plant = piece
            return "plant"
        lot.notes.append(piece)
        return "note"

    def _collected(self, piece: str, lot: QuickLot) -> str | None:
        if lot.collected_on is not None or (day := _day(piece, self.today, self.order)) is None:
            return None
        lot.collected_on, lot.precision = day.day, day.precision
        return "collected"

    def _somewhere(self, piece: str, lot: QuickLot) -> str | None:
        for names, name, words in ((self.origins, "origin", "origin"), (self.places, "place", "kept at")):
            found = _named(piece, names)
            if len(found) > 1:
                lot.questions.append(f"“{piece}” could be {' or '.join(found)}. Write more of its name.")
                return ""
            if found and not getattr(lot, name):
                setattr(lot, name, found[0])
                return words
        return None


def _measured(piece: str, lot: QuickLot) -> str | None:
    found = _AMOUNT.match(piece)
    if found is None:
        return None
    word = found["unit"].lower()
    singular = word if word in _UNITS else word.removesuffix("s")
    if singular in _PARENTS:
        return _parents(piece, found, lot)
    return _amount(piece, found, singular, lot) if singular in _UNITS else None


def _coded(piece: str, lot: QuickLot) -> str | None:
    if lot.code or not _CODE.match(piece):
        return None
    lot.code = piece
    return "code"


def _claimed(piece: str, lot: QuickLot) -> str | None:
    """A seller's claim: a percentage, or days."""
    if (found := _CLAIMED_PERCENT.match(piece)) is not None:
        lot.claimed_percent = float(found["number"].replace(",", "."))
        return "claimed germination"
    if (found := _CLAIMED_DAYS.match(piece)) is not None:
        lot.claimed_days = int(found["number"])
        return "claimed days"
    if _CLAIM_WITHOUT_NUMBER.match(piece):
        lot.questions.append(f"“{piece}” is a claim without a number. Write it as “85 %” or “14 days”, or leave it out.")
        return ""
    return None


def _bare_number(piece: str, lot: QuickLot) -> str | None:
    if not _NUMBER.match(piece):
        return None
    lot.questions.append(f"“{piece}”: of what? Write “{piece} seeds”, “{piece} g” or “{piece} plants”.")
    return ""


def _parents(piece: str, found: re.Match[str], lot: QuickLot) -> str:
    number = _number(found["number"])
    if number is None or number != int(number) or number < 1:
        lot.questions.append(f"“{piece}”: how many plants? Write a whole number.")
        return ""
    lot.parents = int(number)
    if found["about"]:
        # the field holds a number only
        lot.notes.append(piece)
    return "parent plants"


def _amount(piece: str, found: re.Match[str], word: str, lot: QuickLot) -> str:
    number = _number(found["number"])
    if number is None:
        lot.questions.append(f"“{piece}”: how much? Write a number such as 18 or 1.5.")
        return ""
    if lot.amount is not None:
        lot.questions.append(f"“{piece}” is a second amount. Enter one of them, or make two lots.")
        return ""
    unit, times = _UNITS[word]
    lot.amount, lot.unit = number * times, unit
    if kind := CALIBRATED_BY.get(unit):
        lot.known = AmountKnown(kind.value)
    else:
        lot.known = AmountKnown.GUESSED if found["about"] else AmountKnown.COUNTED
    return "amount"


def _number(text: str) -> float | None:
    try:
        return number_of(text.strip())
    except Unreadable:
        return None


def _day(piece: str, today: date, order: DayOrder) -> Moment | None:
    """The day of a piece; without a year the latest that is not to come."""
    if (ago := _NEAR.get(piece.lower())) is not None:
        return Moment(today - timedelta(days=ago))
    if not re.search(r"[a-z]", piece, re.IGNORECASE) and len(re.findall(r"\d+", piece)) < 2 and not re.fullmatch(r"(19|20)\d\d", piece):
        return None
    for text in (piece, f"{piece} {today.year}", f"{piece} {today.year - 1}"):
        try:
            found = moment_of(text, order)
        except Unreadable:
            continue
        if found.day <= today:
            return found
    return None


def _named(piece: str, names: Sequence[str]) -> list[str]:
    """Known names that a piece means: the whole name, else a part of it between commas."""
    wanted = piece.casefold()
    whole = sorted({n for n in names if n.casefold() == wanted})
    return whole or sorted({n for n in names if wanted in [part.strip().casefold() for part in n.split(",")]})
