"""What comes of the trays: counts at dates, and seedlings potted from a trial's dishes."""

from dataclasses import dataclass
from datetime import datetime
from typing import Any
from uuid import UUID

from django.db import transaction

from core.vocabulary import OutcomeStage
from core.wording import day_value
from server.errors import DomainError, question, refused
from server.lots.models import Lot
from server.people.models import Person
from server.people.permissions import Right, require
from server.record_kinds.selectors import valid
from server.record_kinds.services import change_thing, check_not_in_future, create_thing, take_back
from server.reference.models import Place
from server.sowing.models import Outcome, Tray, TraySown
from server.sowing.selectors.trays import STANDING, latest, seedlings_waiting
from server.trials.models import Trial

STAGE_WORDS = {
    OutcomeStage.EMERGED: "emerged",
    OutcomeStage.THINNED: "thinned out",
    OutcomeStage.POTTED: "potted",
    OutcomeStage.PLANTED: "planted",
    OutcomeStage.ALIVE: "alive",
}


@dataclass(frozen=True)
class NewOutcome:
    """A count of one stage in a tray: the total so far."""

    stage: OutcomeStage
    count: int
    at: datetime
    client_id: UUID
    device_at: datetime | None = None
    note: str = ""


@transaction.atomic
def record_outcome(*, by: Person, tray: Tray, new: NewOutcome, sure: bool = False) -> tuple[Outcome, bool]:
    """Record a count; the same `client_id` again is the same count. What is unlikely is asked about with its numbers."""
    require(by, Right.PLAN)
    known = Outcome.objects.filter(client_id=new.client_id).first()
    if known is not None:
        if (known.tray_id, known.stage, known.count) != (tray.pk, new.stage, new.count):
            raise DomainError("A count with this client_id is already recorded, with another number.", code="client_id_reused")
        return known, False
    check_not_in_future(new.at)
    sown = valid(TraySown.objects.filter(tray=tray)).first()
    if sown is None and tray.trial_id is None:
        raise DomainError(f"{tray.code} is not sown yet: nothing can have emerged.", code="not_sown")
    if sown is not None and new.at < sown.at:
        raise refused("/at", "before_sowing", f"{tray.code} was sown on {day_value(sown.at)}: nothing can be counted before.")
    if not sure:
        _question(tray, sown, new)
    made = Outcome.objects.create(
        tray=tray, stage=new.stage, count=new.count, at=new.at, by=by, client_id=new.client_id, device_at=new.device_at, note=new.note
    )
    return made, True


def _question(tray: Tray, sown: TraySown | None, new: NewOutcome) -> None:
    """Ask about a count that can hardly be."""
    there = {s: o.count for s, o in latest(valid(Outcome.objects.filter(tray=tray, at__lte=new.at)).order_by("at", "pk")).items()}
    there[new.stage] = new.count
    emerged, thinned = there.get(OutcomeStage.EMERGED), there.get(OutcomeStage.THINNED, 0)
    if sown is not None and emerged is not None and emerged > sown.seeds:
        message = f"{emerged} emerged in {tray.code}, and {sown.seeds} seeds were sown. Does one seed give several plants? Then confirm it."
        raise question("/count", "more_than_sown", message)
    if emerged is not None and thinned > emerged:
        message = f"{thinned} thinned out in {tray.code}, and {emerged} had emerged. Count the emerged seedlings again, or confirm it."
        raise question("/count", "more_thinned_than_emerged", message)
    if new.stage in STANDING and emerged is not None and new.count > emerged - thinned:
        word = STAGE_WORDS[new.stage]
        left = emerged - thinned
        message = f"{new.count} {word} in {tray.code}, and {left} were left standing. Count the emerged seedlings again, or confirm it."
        raise question("/count", "more_than_emerged", message)


def take_back_outcome(*, by: Person, outcome: Outcome) -> Outcome:
    """Take a count back; it stays to be seen in the record, and the one before it stands again."""
    require(by, Right.PLAN)
    return take_back(outcome, by=by)


@transaction.atomic
def pot_from_dishes(
    *, by: Person, trial: Trial, seedlings: int, at: datetime, lot: Lot | None = None, place: Place | None = None, sure: bool = False
) -> Tray:
    """Put seedlings that were potted from a trial's dishes into a tray of their own; of a trial of several lots `lot` says of which."""
    require(by, Right.PLAN)
    check_not_in_future(at)
    if seedlings < 1:
        raise refused("/seedlings", "no_seedlings", f"{seedlings} seedlings fill no tray: at least 1.")
    of = lot or trial.one_lot
    if of is None or of.pk not in (x.pk for x in trial.lots):
        codes = ", ".join(x.code for x in trial.lots)
        raise refused("/lot", "which_lot", f"{trial.code} tests several lots ({codes}). Choose the lot of these seedlings.")
    left = next((x.seedlings for x in seedlings_waiting(trial.pk) if x.lot == of.pk), 0)
    if seedlings > left and not sure:
        message = f"{seedlings} seedlings, and the looks of {trial.code} say that {left} were potted and are in no tray yet. Is that right?"
        raise question("/seedlings", "more_than_potted", message)
    number = Tray.objects.filter(trial=trial).count() + 1
    tray = create_thing(Tray(code=f"{trial.code}-P{number}", lot=of, trial=trial, place=place, cells=seedlings), by=by)
    Outcome.objects.create(tray=tray, stage=OutcomeStage.POTTED, count=seedlings, at=at, by=by)
    return tray


def change_tray(*, by: Person, tray: Tray, version: int, changes: dict[str, Any]) -> Tray:
    """Move a tray, or change its note."""
    require(by, Right.PLAN)
    return change_thing(tray, changes, by=by, version=version)
