"""The demo's pictures: of seed on its lots, of stands on their latest visits, of dishes on their latest looks."""

from collections.abc import Mapping
from datetime import datetime, timedelta
from uuid import NAMESPACE_URL, uuid5
from zlib import crc32

from django.core.files.uploadedfile import SimpleUploadedFile

from server.demo.pictures import LOOKS, seed_picture
from server.lots.models import Lot
from server.lots.services.photos import keep_lot_photo
from server.people.models import Person
from server.reference.models import Photo
from server.reference.services.photos import keep_photo


def chance_of(name: str) -> int:
    """The seed of chance of a picture: the same for the same name."""
    return crc32(name.encode())


def as_upload(picture: bytes) -> SimpleUploadedFile:
    """A picture as a camera would send it."""
    return SimpleUploadedFile("photo.jpg", picture, "image/jpeg")


def as_photo(picture: bytes, name: str, *, by: Person, at: datetime) -> Photo:
    """A picture that is kept, under an id that two builds give alike."""
    return keep_photo(by=by, upload=as_upload(picture), at=at, client_id=uuid5(NAMESPACE_URL, f"demo/{name}"))


def picture_lots(lots: Mapping[str, Lot], by: Person, now: datetime) -> None:
    """A picture of its seed on each lot of a plant whose seed is known."""
    for code, lot in lots.items():
        if lot.common_name in LOOKS:
            photo = as_photo(seed_picture(lot.common_name, chance_of(code)), code, by=by, at=now - timedelta(days=1))
            keep_lot_photo(by=by, lot=lot, photo=photo, at=now - timedelta(days=1), words="seed as cleaned")
