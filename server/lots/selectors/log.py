"""What was done with a lot and seen of it, in one log."""

from collections.abc import Callable, Iterable
from dataclasses import dataclass
from datetime import datetime
from typing import TypeVar

from django.db.models import QuerySet

from core.seedstock import fill, imbibition, purity, thousand_seed_weight
from core.vocabulary import CalibrationKind, QualityKind
from core.wording import mass_value
from server.lots.models import Calibration, CleaningStep, DryingLook, Lot, QualityTest

R = TypeVar("R", CleaningStep, DryingLook, QualityTest, Calibration)


@dataclass(frozen=True)
class LogLine:
    """One line of the log: `record` and `id` name it, `word` is its kind, `said` what was measured. `stands`: not taken back."""

    record: str
    id: int
    at: datetime
    by: str
    word: str
    said: str
    note: str
    stands: bool


def log(lot: Lot) -> list[LogLine]:
    """Cleaning, drying, tests and counted samples of a lot, the latest first."""
    lines = [
        *_lines("cleaning", lot.cleaning_steps.all(), _cleaned),
        *_lines("drying", lot.drying_looks.all(), _dried),
        *_lines("quality", lot.quality_tests.all(), _tested),
        *_lines("calibration", lot.calibrations.all(), _counted),
    ]
    return sorted(lines, key=lambda x: (x.at, x.id), reverse=True)


def _lines(record: str, found: QuerySet[R], say: Callable[[R], str]) -> Iterable[LogLine]:
    for happening in found.filter(withdrawn=False).select_related("by", "corrected_by"):
        yield LogLine(
            record=record,
            id=happening.pk,
            at=happening.at,
            by=happening.by.initials,
            word=happening.kind,
            said=say(happening),
            note=getattr(happening, "note", ""),
            stands=not hasattr(happening, "corrected_by"),
        )


def _cleaned(step: CleaningStep) -> str:
    said = []
    if step.amount_in is not None and step.amount_out is not None:
        kept = f", {100 * step.amount_out / step.amount_in:.0f} % kept" if step.amount_in else ""
        said.append(f"{step.amount_in:g} {step.unit} in, {step.amount_out:g} {step.unit} out{kept}")
    elif step.amount_out is not None:
        said.append(f"{step.amount_out:g} {step.unit} out")
    if step.minutes:
        said.append(f"{step.minutes:g} min")
    if step.kept:
        said.append(f"kept: {step.kept}")
    return "; ".join(said)


def _dried(look: DryingLook) -> str:
    return "" if look.humidity_percent is None else f"{look.humidity_percent:g} % humidity around the seed"


def _tested(test: QualityTest) -> str:
    if test.kind == QualityKind.PURITY:
        pure, sample = test.pure_g or 0, test.sample_g or 0
        return f"{mass_value(pure)} pure of {mass_value(sample)}: {100 * purity(pure, sample):.0f} %"
    if test.kind == QualityKind.IMBIBITION:
        found = imbibition(test.intact_start_g or 0, test.intact_end_g or 0, test.nicked_start_g or 0, test.nicked_end_g or 0)
        return f"intact gained {found.intact_gain:.0f} %, nicked {found.nicked_gain:.0f} %"
    share = fill(test.full or 0, test.tested or 0)
    eaten = f", {test.eaten} eaten" if test.eaten else ""
    return f"{test.full} full of {test.tested}{eaten}: {100 * share.lower:.0f}–{100 * share.upper:.0f} % full"


def _counted(samples: Calibration) -> str:
    total, size = sum(samples.counts), sum(samples.amounts)
    if samples.kind == CalibrationKind.WEIGHED and len(set(samples.counts)) == 1:
        found = thousand_seed_weight(samples.amounts, samples.counts[0])
        return f"{len(samples.counts)} × {samples.counts[0]} seeds: {mass_value(found.tsw_g)} per 1,000"
    if samples.kind == CalibrationKind.HEADS:
        return f"{len(samples.counts)} heads: {total / len(samples.counts):.0f} seeds a head"
    unit = "g" if samples.kind == CalibrationKind.WEIGHED else "ml"
    return f"{len(samples.counts)} samples: {total / size:.0f} seeds a {unit}"
