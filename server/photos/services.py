"""Taking in photos: the type is told by the content, the size is limited, and only the picture itself is kept."""

import io
import warnings
from datetime import datetime
from typing import Any
from uuid import UUID

from django.core.files.base import ContentFile
from django.core.files.uploadedfile import UploadedFile
from django.db import transaction
from PIL import Image, ImageOps, UnidentifiedImageError

from server.people.models import Person
from server.people.permissions import Right, require
from server.photos.models import Photo
from server.rest.problems import Refused, refused

MOST_BYTES = 12 * 2**20
MOST_PIXELS = 50_000_000
LONGEST_SIDE = 1600
QUALITY = 82
TYPES = ("JPEG", "PNG", "WEBP")


@transaction.atomic
def keep_photo(*, by: Person, upload: "UploadedFile[Any]", at: datetime, pointer: str = "/photo", client_id: UUID | None = None) -> Photo:
    """Keep an uploaded photo: turned upright, at most 1600 pixels long, as JPEG without place, camera or time inside.

    The same client_id twice is one photo.
    """
    require(by, Right.COUNT)
    if client_id is not None and (known := Photo.objects.filter(client_id=client_id).first()) is not None:
        return known
    if upload.size is None or upload.size > MOST_BYTES:
        size = (upload.size or 0) / 2**20
        raise _too_large(pointer, f"{size:.1f} MB", f"{MOST_BYTES // 2**20} MB")
    picture = _decoded(upload, pointer)
    photo = Photo(by=by, at=at, width=picture.width, height=picture.height)
    if client_id is not None:
        photo.client_id = client_id
    out = io.BytesIO()
    picture.save(out, "JPEG", quality=QUALITY)
    photo.image.save("photo.jpg", ContentFile(out.getvalue()), save=False)
    photo.save()
    return photo


def _decoded(upload: "UploadedFile[Any]", pointer: str) -> Image.Image:
    with warnings.catch_warnings():
        warnings.simplefilter("error", Image.DecompressionBombWarning)
        try:
            opened = Image.open(upload, formats=TYPES)
            if opened.width * opened.height > MOST_PIXELS:
                raise _too_large(pointer, f"{opened.width} × {opened.height} pixels", f"{MOST_PIXELS // 10**6} million")
            upright = ImageOps.exif_transpose(opened)
            upright.thumbnail((LONGEST_SIDE, LONGEST_SIDE))
            return _only_pixels(upright)
        except (UnidentifiedImageError, Image.DecompressionBombWarning, Image.DecompressionBombError, OSError, SyntaxError) as error:
            raise _not_a_photo(pointer) from error


def _too_large(pointer: str, size: str, most: str) -> Refused:
    return refused(pointer, "photo_too_large", f"This photo has {size}; the most is {most}. Send a smaller one.")


def _not_a_photo(pointer: str) -> Refused:
    return refused(pointer, "not_a_photo", f"This file is no photo that can be read. Send one of these: {', '.join(TYPES)}.")


def _only_pixels(picture: Image.Image) -> Image.Image:
    """A new picture of the same pixels: whatever else came with the file stays behind."""
    plain = picture.convert("RGB")
    clean = Image.new("RGB", plain.size)
    clean.paste(plain)
    return clean
