"""Taking in photos: the type is told by the content, the size is limited, and only the picture itself is kept."""

import io
import threading
from datetime import datetime
from typing import Any
from uuid import UUID

from django.core.files.base import ContentFile
from django.core.files.uploadedfile import UploadedFile
from django.db import transaction
from PIL import Image, ImageOps

from server.errors import Refused, refused
from server.people.models import Person
from server.people.permissions import Right, require
from server.reference.models import Photo

MOST_BYTES = 12 * 2**20
# a JPEG is read at a fraction of its size; the others lie in memory whole
MOST_PIXELS = {"JPEG": 120_000_000, "PNG": 25_000_000, "WEBP": 25_000_000}
# the library's own limit, above which it does not even begin, is twice this
Image.MAX_IMAGE_PIXELS = max(MOST_PIXELS.values())
# pictures that are opened at a time: more would fill the memory of a small machine
AT_ONCE = threading.Semaphore(2)
LONGEST_SIDE = 1600
QUALITY = 82
TYPES = tuple(MOST_PIXELS)


def keep_photo(
    *,
    by: Person,
    upload: "UploadedFile[Any]",
    at: datetime,
    pointer: str = "/photo",
    client_id: UUID | None = None,
    longest_side: int = LONGEST_SIDE,
    seeds_found: dict[str, Any] | None = None,
) -> Photo:
    """Keep an uploaded photo: turned upright, made no longer than that, as JPEG without place, camera or time inside.

    The same client_id twice is one photo.
    """
    require(by, Right.COUNT)
    if client_id is not None and (known := Photo.objects.filter(client_id=client_id).first()) is not None:
        return known
    check_bytes(upload, pointer)
    out = io.BytesIO()
    # before the transaction: nobody who counts waits for a picture to be made small
    with AT_ONCE:
        picture = _decoded(upload, pointer, longest_side)
        picture.save(out, "JPEG", quality=QUALITY)
    photo = Photo(by=by, at=at, width=picture.width, height=picture.height, seeds_found=seeds_found)
    if client_id is not None:
        photo.client_id = client_id
    with transaction.atomic():
        # sent twice at a time, the first is kept
        if (known := Photo.objects.filter(client_id=photo.client_id).first()) is not None:
            return known
        photo.image.save("photo.jpg", ContentFile(out.getvalue()), save=False)
        photo.save()
    return photo


def check_bytes(upload: "UploadedFile[Any]", pointer: str) -> None:
    """Refuse a file that is larger than a photo may be."""
    if upload.size is None or upload.size > MOST_BYTES:
        size = (upload.size or 0) / 2**20
        raise _too_large(pointer, f"{size:.1f} MB", f"{MOST_BYTES // 2**20} MB")


def _decoded(upload: "UploadedFile[Any]", pointer: str, longest_side: int) -> Image.Image:
    try:
        opened = Image.open(upload, formats=TYPES)
        most = MOST_PIXELS[str(opened.format)]
        if opened.width * opened.height > most:
            raise _too_large(pointer, f"{opened.width} × {opened.height} pixels", f"{most // 10**6} million")
        opened.draft("RGB", (longest_side, longest_side))
        upright = ImageOps.exif_transpose(opened)
        upright.thumbnail((longest_side, longest_side))
        return _only_pixels(upright)
    except (Refused, MemoryError):
        raise
    except Image.DecompressionBombError as error:
        raise _too_large(pointer, "far more pixels than any camera takes", f"{max(MOST_PIXELS.values()) // 10**6} million") from error
    except Exception as error:  # a damaged file makes the decoders raise whatever they meet in it
        raise not_a_photo(pointer) from error


def _too_large(pointer: str, size: str, most: str) -> Refused:
    return refused(pointer, "photo_too_large", f"This photo has {size}; the most is {most}. Send a smaller one.")


def not_a_photo(pointer: str) -> Refused:
    """A refusal of a file that no decoder makes a picture of."""
    return refused(pointer, "not_a_photo", f"This file is no photo that can be read. Send one of these: {', '.join(TYPES)}.")


def _only_pixels(picture: Image.Image) -> Image.Image:
    """A new picture of the same pixels: whatever else came with the file stays behind."""
    plain = picture.convert("RGB")
    clean = Image.new("RGB", plain.size)
    clean.paste(plain)
    return clean
