"""Photos: re-encoded on arrival, without anything but the picture inside."""

from django.db import models

from server.record_kinds.models import Happening


def path_of(photo: "Photo", filename: str) -> str:
    """A name that says nothing of the sender's file."""
    return f"photos/{photo.client_id}.jpg"


class Photo(Happening):
    """A picture, tied to the happening that it shows."""

    # the look, visit or trial that shows it says that it is there
    apart = True

    image = models.FileField(upload_to=path_of)
    width = models.PositiveIntegerField()
    height = models.PositiveIntegerField()
    # seed that was found in it before it was made smaller (`core.pictures.SeedsFound` as JSON)
    seeds_found = models.JSONField(null=True, blank=True)

    class Meta:
        db_table = "photos_photo"
