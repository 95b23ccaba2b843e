"""People: who may do what, and whose initials stand in the record."""

from typing import Any, ClassVar

from django.contrib.auth.models import AbstractUser
from django.db import models
from django.dispatch import Signal
from django.utils import timezone
from simple_history.models import HistoricalRecords

from core.vocabulary import DayOrder, DecisionAim, Hemisphere, Role, Units
from server.record_kinds.choices import choices_of
from server.record_kinds.models import Recorded, Thing

# sent with the `lead` when the first person of an empty installation has joined
nursery_begun = Signal()


class Person(AbstractUser, Recorded):
    """Somebody who signs in."""

    # whoever signs in changes nothing that is shown
    unseen = frozenset({"last_login", "password"})

    # what others call somebody; signing in has a name of its own, and the records have the initials
    display_name = models.CharField(max_length=60, blank=True)
    initials = models.CharField(max_length=6)
    role = models.CharField(max_length=12, choices=choices_of(Role), default=Role.READER)
    units = models.CharField(max_length=6, choices=choices_of(Units), default=Units.METRIC)
    dates = models.CharField(max_length=3, choices=choices_of(DayOrder), default=DayOrder.DMY)
    history: ClassVar[Any] = HistoricalRecords(excluded_fields=["password", "last_login"])


class SignIn(models.Model):
    """A device on which somebody signed in; `ended_at` once it was signed out, by whom and wherever."""

    person = models.ForeignKey(Person, on_delete=models.CASCADE, related_name="sign_ins")
    session_key = models.CharField(max_length=40, db_index=True)
    at = models.DateTimeField(default=timezone.now)
    device = models.CharField(max_length=200, blank=True)
    ended_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["-at", "-pk"]


class Invitation(models.Model):
    """A one-time link: to join with a role, or, with a `person`, to choose a new password. Only the token's digest is kept."""

    token_digest = models.CharField(max_length=64, unique=True)
    role = models.CharField(max_length=12, choices=choices_of(Role))
    initials = models.CharField(max_length=6, blank=True)
    person = models.ForeignKey(Person, null=True, blank=True, on_delete=models.CASCADE, related_name="invitations")
    by = models.ForeignKey(Person, on_delete=models.PROTECT, related_name="+")
    at = models.DateTimeField(default=timezone.now)
    expires_at = models.DateTimeField()
    used_at = models.DateTimeField(null=True, blank=True)
    used_by = models.ForeignKey(Person, null=True, blank=True, on_delete=models.PROTECT, related_name="+")
    withdrawn_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["-at", "-pk"]


class ApiToken(models.Model):
    """A secret by which a program acts in a person's name, with that person's role; `read_only` ones change nothing.

    Only the digest is kept, and the `start` of the secret so that a person knows it again.
    """

    person = models.ForeignKey(Person, on_delete=models.CASCADE, related_name="api_tokens")
    name = models.CharField(max_length=60)
    token_digest = models.CharField(max_length=64, unique=True)
    start = models.CharField(max_length=16)
    read_only = models.BooleanField(default=True)
    at = models.DateTimeField(default=timezone.now)
    expires_at = models.DateTimeField(null=True, blank=True)
    last_used_at = models.DateTimeField(null=True, blank=True)
    revoked_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["-at", "-pk"]


def weekdays() -> list[int]:
    """Monday to Friday."""
    return [0, 1, 2, 3, 4]


class WorkYear(Thing):
    """When this nursery works: weekdays (Monday = 0), days off with their names, and on which half of the earth it lies. There is one.

    `hands` is how many starts and ends of treatments one day bears. From the share `band_usual` on a lot is sown as usual, below
    `band_thin` better seed is looked for (0..1). `aim` is what decisions weigh; with the nursery's own aim a week costs `week_cost`
    and a hazardous treatment `hazard_cost` points of 100.
    """

    working_days = models.JSONField(default=weekdays)
    days_off = models.JSONField(default=list, blank=True)
    hemisphere = models.CharField(max_length=5, choices=choices_of(Hemisphere), default=Hemisphere.NORTH)
    hands = models.PositiveIntegerField(default=6)
    band_usual = models.FloatField(default=0.75)
    band_thin = models.FloatField(default=0.40)
    aim = models.CharField(max_length=8, choices=choices_of(DecisionAim), default=DecisionAim.BALANCED)
    week_cost = models.FloatField(default=0.5)
    hazard_cost = models.FloatField(default=5)
