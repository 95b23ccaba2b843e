"""Visits: recorded once each, whenever the device has signal again."""

from dataclasses import dataclass, field
from datetime import datetime
from typing import Any
from uuid import UUID

from django.core.files.uploadedfile import UploadedFile
from django.db import transaction

from core.vocabulary import RipeSign, VisitOutcome
from server.errors import DomainError, refused
from server.people.models import Person
from server.people.permissions import Right, require
from server.record_kinds.services import check_not_in_future, take_back
from server.reference.services.photos import keep_photo
from server.stands.models import Stand, Visit


@dataclass(frozen=True)
class NewVisit:
    """A visit to record."""

    at: datetime
    client_id: UUID
    share_ripe: float = 0.0
    outcome: VisitOutcome = VisitOutcome.WATCHING
    signs: list[RipeSign] = field(default_factory=list)
    sick: bool = False
    eaten: bool = False
    heads: int | None = None
    opened: list[int] = field(default_factory=list)
    note: str = ""
    device_at: datetime | None = None


@transaction.atomic
def record_visit(*, by: Person, stand: Stand, new: NewVisit, photo: "UploadedFile[Any] | None" = None) -> tuple[Visit, bool]:
    """Record one visit; the same `client_id` a second time is the same visit and changes nothing.

    Returns
    -------
    (visit, created)
    """
    require(by, Right.PLAN)
    if (known := Visit.objects.filter(client_id=new.client_id).first()) is not None:
        if known.stand_id == stand.pk and known.at == new.at and known.share_ripe == new.share_ripe:
            return known, False
        raise DomainError("A visit with this client_id is already recorded.", code="client_id_reused")
    check_not_in_future(new.at)
    if not 0 <= new.share_ripe <= 1:
        raise refused(
            "/share_ripe", "share_out_of_range", f"{100 * new.share_ripe:g} % ripe is impossible. It must lie between 0 and 100 %."
        )
    if new.opened and new.heads is None:
        raise refused("/heads", "heads_missing", "You counted the seeds of opened pods. How many pods or heads does the stand have?")
    kept = keep_photo(by=by, upload=photo, at=new.at) if photo is not None else None
    signs = [s.value for s in dict.fromkeys(new.signs)]
    visit = Visit(**{**vars(new), "signs": signs}, stand=stand, by=by, photo=kept)
    visit.save()
    return visit, True


def take_back_visit(*, by: Person, visit: Visit) -> Visit:
    """Undo a visit that was a slip; it stays in the record, withdrawn."""
    require(by, Right.PLAN)
    return take_back(visit, by=by)
