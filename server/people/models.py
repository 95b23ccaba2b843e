"""People: who may do what, and whose initials stand in the record."""

from django.contrib.auth.models import AbstractUser
from django.db import models

from core.vocabulary import Role
from server.record_kinds.choices import choices_of


class Person(AbstractUser):
    """Somebody who signs in."""

    initials = models.CharField(max_length=6)
    role = models.CharField(max_length=12, choices=choices_of(Role), default=Role.READER)
