"""The two kinds of record. Things are edited with a version and a history; happenings are only added and corrected."""

import uuid
from typing import TYPE_CHECKING, Any, ClassVar

from django.conf import settings
from django.db import models
from django.utils import timezone
from simple_history.models import HistoricalRecords

from server.record_kinds.models.recorded import Recorded, RecordedManager


class Present(RecordedManager[Any]):
    """Things that were not deleted."""

    def get_queryset(self) -> models.QuerySet[Any]:
        return super().get_queryset().filter(deleted_at__isnull=True)


class History(HistoricalRecords):  # type: ignore[misc]  # the library is untyped
    """The table of a thing's earlier states; where a thing's table has a name of its own, the history's is named after it."""

    def get_meta_options(self, model: type[models.Model]) -> dict[str, Any]:
        options: dict[str, Any] = super().get_meta_options(model)
        table = model._meta.original_attrs.get("db_table")
        if table:
            app, name = table.split("_", 1)
            options["db_table"] = f"{app}_historical{name}"
        return options


class Thing(Recorded):
    """Something that is edited: `version` counts its saves, `history` keeps who, when and what was before.

    Deleting hides: `objects` are those that are there, `everything` holds the deleted ones too, whose codes stay taken.
    """

    version = models.PositiveIntegerField(default=1, editable=False)
    deleted_at = models.DateTimeField(null=True, blank=True)
    history: ClassVar[Any] = History(inherit=True)

    objects = Present()
    everything: ClassVar[models.Manager[Any]] = RecordedManager()

    class Meta:
        abstract = True


class Happening(Recorded):
    """Something that was done or seen: never edited; a later one corrects it."""

    client_id = models.UUIDField(unique=True, default=uuid.uuid4, editable=False)
    at = models.DateTimeField()
    device_at = models.DateTimeField(null=True, blank=True)
    recorded_at = models.DateTimeField(default=timezone.now, editable=False)
    by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")

    if not TYPE_CHECKING:
        objects = RecordedManager()

    class Meta:
        abstract = True


class Correctable(Happening):
    """A happening that a later one can replace, or withdraw."""

    corrects = models.OneToOneField("self", null=True, blank=True, on_delete=models.PROTECT, related_name="corrected_by")
    withdrawn = models.BooleanField(default=False)

    class Meta:
        abstract = True
