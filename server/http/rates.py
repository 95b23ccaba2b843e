"""How many requests one person, or one machine that is not signed in, may make in a minute."""

from django.core.cache import caches
from rest_framework.throttling import AnonRateThrottle, UserRateThrottle


class PersonRate(UserRateThrottle):
    """Far above any round at the bench; a program gone wild is slowed."""

    cache = caches["rates"]


class StrangerRate(AnonRateThrottle):
    """For whoever is not signed in: signing in, links, calendars."""

    cache = caches["rates"]
