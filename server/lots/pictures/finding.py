"""Seed found in a photo that somebody sends: in a process of its own, told as it goes, stopped when asked."""

from typing import Any
from uuid import UUID

from django.core.files.uploadedfile import UploadedFile

from server.errors import refused
from server.lots.pictures.limits import MOST_SECONDS, NOT_A_PHOTO
from server.record_kinds.own_process import GaveUp, answer_apart
from server.record_kinds.stopping import Tell, over, watched
from server.reference.services.photos import TYPES, check_bytes, not_a_photo

POINTER = "/photo"


def find_in(upload: "UploadedFile[Any]", work: UUID, tell: Tell) -> dict[str, Any]:
    """What was found (`core.pictures.SeedsFound` as JSON); refused with the reason where the photo is of no use."""
    check_bytes(upload, POINTER)
    told = watched(work, tell)
    told(0, 100, "Reading the photo")
    upload.seek(0)
    try:
        answer = answer_apart(
            "server.lots.pictures.worker",
            TYPES,
            upload.read(),
            seconds=MOST_SECONDS,
            hear=lambda line: told(round(100 * line["share"]), 100, "Finding the seeds"),
        )
    except GaveUp:
        message = "This photo could not be read with the memory and the time there is for one. Send a smaller one."
        raise refused(POINTER, "photo_too_large", message) from None
    finally:
        over(work)
    if answer.get("code") == NOT_A_PHOTO:
        raise not_a_photo(POINTER)
    if "code" in answer:
        raise refused(POINTER, answer["code"], answer["words"])
    found: dict[str, Any] = answer["found"]
    return found
