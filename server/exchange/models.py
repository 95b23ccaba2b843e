"""Imported files, so that the same file is noticed, and each import can be undone as one."""

from django.db import models

from core.vocabulary import FileKind
from server.record_kinds.choices import choices_of
from server.record_kinds.models import Correctable


class FileRead(Correctable):
    """An imported file: what it was, how it was settled, and what came of it.

    `content` is the file itself, packed, so that an undone import can be repeated. `made` are ids by what they are
    (``lots``, ``trials``, ``stock``, ``taxa``). One that withdraws another undid it.
    """

    apart = True

    name = models.CharField(max_length=200)
    digest = models.CharField(max_length=64, db_index=True)
    kind = models.CharField(max_length=10, choices=choices_of(FileKind))
    settled = models.JSONField(default=dict)
    content = models.BinaryField()
    made = models.JSONField(default=dict)
    sentence = models.CharField(max_length=300, blank=True)

    class Meta:
        ordering = ["-at", "-pk"]
