"""Pictures of a lot."""

from datetime import datetime

from django.db import transaction

from server.lots.models import Lot, LotPhoto
from server.people.models import Person
from server.people.permissions import Right, require
from server.record_kinds.selectors import valid
from server.reference.models import Photo


@transaction.atomic
def keep_lot_photo(*, by: Person, lot: Lot, photo: Photo, at: datetime, words: str = "") -> LotPhoto:
    """Tie a picture to the lot; the same picture twice is one."""
    require(by, Right.COUNT)
    known = valid(LotPhoto.objects.filter(lot=lot, photo=photo)).first()
    return known or LotPhoto.objects.create(lot=lot, photo=photo, by=by, at=at, words=words)
