"""Tries on the practice bench. Everything else of a try lies in a database file of its own, apart from the records."""

from pathlib import Path

from django.conf import settings
from django.db import models
from django.utils import timezone

from server.people.models import Person

# in place of a brief: the nursery of made-up records that is explored, not concluded
DEMO = "demo"


class Attempt(models.Model):
    """One person's try at a brief. Who shares the `code` has the same hidden seed, each with own dishes.

    `days` is how far time was moved on; `concluded` is what the person said, `result` what it was worth.
    """

    person = models.ForeignKey(Person, on_delete=models.CASCADE, related_name="attempts")
    brief = models.CharField(max_length=40)
    code = models.CharField(max_length=8, db_index=True)
    seed_of_lot = models.PositiveBigIntegerField()
    seed_of_dishes = models.PositiveBigIntegerField()
    started_at = models.DateTimeField(default=timezone.now)
    days = models.FloatField(default=0)
    finished_at = models.DateTimeField(null=True, blank=True)
    concluded = models.JSONField(default=dict, blank=True)
    result = models.JSONField(default=dict, blank=True)

    class Meta:
        ordering = ["-started_at", "-pk"]

    @property
    def file(self) -> Path:
        """The database of this try."""
        # a number may be given out again after a restore: the seed tells the two apart
        return Path(settings.PRACTICE) / f"{self.pk}-{self.seed_of_dishes:08x}.sqlite3"
