"""What people concluded from a trial."""

from django.db import models

from core.vocabulary import DecisionAim
from server.record_kinds.choices import choices_of
from server.record_kinds.models import Correctable
from server.trials.models import Treatment, Trial


class Conclusion(Correctable):
    """A person's conclusion on a trial, with what the rules said then, their version, and the aim they were asked under.

    `treatment` is the one they chose; None where they chose none. `aim` is empty under the first version of the rules.
    """

    trial = models.ForeignKey(Trial, on_delete=models.PROTECT, related_name="conclusions")
    treatment = models.ForeignKey(Treatment, null=True, blank=True, on_delete=models.PROTECT, related_name="conclusions")
    words = models.CharField(max_length=1000)
    verdict = models.JSONField(default=list)
    rules_version = models.PositiveIntegerField()
    aim = models.CharField(max_length=8, choices=choices_of(DecisionAim), blank=True)

    class Meta:
        ordering = ["-at", "-pk"]
