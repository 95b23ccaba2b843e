"""Stands to watch, the visits to them, and the harvests from them."""

from django.db import models

from core.vocabulary import DatePrecision, Purpose, RipeSign, Shedding, VisitOutcome
from server.record_kinds.choices import choices_of
from server.record_kinds.models import Correctable, Thing
from server.reference.models import NamedByPlant, Photo, Place, Taxon


class Stand(NamedByPlant, Thing):
    """A population of one plant. Coordinates are kept exactly, and shown exactly only where `show_exact` says so."""

    taxon = models.ForeignKey(Taxon, null=True, blank=True, on_delete=models.PROTECT, related_name="stands")
    field_name = models.CharField(max_length=120, blank=True)
    place_name = models.CharField(max_length=120)
    latitude = models.FloatField(null=True, blank=True)
    longitude = models.FloatField(null=True, blank=True)
    show_exact = models.BooleanField(default=False)
    elevation_m = models.IntegerField(null=True, blank=True)
    ecoregion = models.CharField(max_length=80, blank=True)
    habitat = models.CharField(max_length=200, blank=True)
    plants = models.PositiveIntegerField(null=True, blank=True)
    own_ground = models.BooleanField(default=False)
    leave_by = models.CharField(max_length=160, blank=True)
    leave_until = models.DateField(null=True, blank=True)
    protected = models.BooleanField(default=False)
    licence = models.CharField(max_length=160, blank=True)
    invasive = models.BooleanField(default=False)
    may_be_mown = models.BooleanField(default=False)
    mown_from = models.DateField(null=True, blank=True)
    shedding = models.CharField(max_length=12, choices=choices_of(Shedding), default=Shedding.HOLDS)
    watch_from = models.DateField(null=True, blank=True)
    weather_place = models.ForeignKey(Place, null=True, blank=True, on_delete=models.PROTECT, related_name="+")
    note = models.TextField(blank=True)

    class Meta:
        ordering = ["place_name", "pk"]
        constraints = [
            models.CheckConstraint(condition=models.Q(taxon__isnull=False) | ~models.Q(field_name=""), name="stand_has_a_name"),
        ]


class Visit(Correctable):
    """A look at a stand. `share_ripe` is 0..1; `heads` and `opened` (seeds in each opened one) estimate the ripe seed."""

    apart = True

    stand = models.ForeignKey(Stand, on_delete=models.PROTECT, related_name="visits")
    outcome = models.CharField(max_length=12, choices=choices_of(VisitOutcome), default=VisitOutcome.WATCHING)
    share_ripe = models.FloatField(default=0)
    signs = models.JSONField(default=list, blank=True)
    sick = models.BooleanField(default=False)
    eaten = models.BooleanField(default=False)
    heads = models.PositiveIntegerField(null=True, blank=True)
    opened = models.JSONField(default=list, blank=True)
    note = models.CharField(max_length=300, blank=True)
    photo = models.OneToOneField(Photo, null=True, blank=True, on_delete=models.PROTECT, related_name="visit")

    class Meta:
        ordering = ["at", "pk"]

    @property
    def sign_words(self) -> frozenset[RipeSign]:
        """The signs as words of the core."""
        return frozenset(RipeSign(s) for s in self.signs)


class Harvest(Correctable):
    """Seed taken from a stand on a day. `taken_seeds` and `ripe_seeds` are estimates, None where nobody made one."""

    stand = models.ForeignKey(Stand, on_delete=models.PROTECT, related_name="harvests")
    collected_on = models.DateField()
    collected_precision = models.CharField(max_length=5, choices=choices_of(DatePrecision), default=DatePrecision.DAY)
    collector = models.CharField(max_length=60, blank=True)
    leave = models.CharField(max_length=200)
    purpose = models.CharField(max_length=12, choices=choices_of(Purpose), default=Purpose.TRIAL)
    parents = models.PositiveIntegerField(null=True, blank=True)
    ripe_seeds = models.PositiveIntegerField(null=True, blank=True)
    taken_seeds = models.PositiveIntegerField(null=True, blank=True)
    weather = models.CharField(max_length=120, blank=True)
    note = models.CharField(max_length=300, blank=True)
    more_to_come = models.BooleanField(default=False)

    class Meta:
        ordering = ["collected_on", "pk"]
