"""What people concluded from a trial."""

from django.db import models

from server.record_kinds.models import Correctable
from server.trials.models import Treatment, Trial


class Conclusion(Correctable):
    """A person's words on a trial, with the verdict as it stood then and the version of its rules.

    `treatment` is the one they chose; None where they chose none.
    """

    trial = models.ForeignKey(Trial, on_delete=models.PROTECT, related_name="conclusions")
    treatment = models.ForeignKey(Treatment, null=True, blank=True, on_delete=models.PROTECT, related_name="conclusions")
    words = models.CharField(max_length=1000)
    verdict = models.JSONField(default=list)
    rules_version = models.PositiveIntegerField()

    class Meta:
        ordering = ["-at", "-pk"]
