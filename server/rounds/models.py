"""A person's calendar address."""

from django.db import models

from server.people.models import Person
from server.record_kinds.models import Thing


class CalendarFeed(Thing):
    """A secret address under which a calendar reads what is due. Without a token it is revoked. Only a digest is kept."""

    apart = True

    person = models.OneToOneField(Person, on_delete=models.CASCADE, related_name="calendar_feed")
    token_digest = models.CharField(max_length=64, blank=True)
