"""A lot, and how one came from another."""

from functools import partial

from django.db import models

from core.seedstock import LOT_FIELDS
from core.vocabulary import (
    CleaningGrade,
    Container,
    DatePrecision,
    DescentKind,
    Hazard,
    LotEnd,
    OriginKind,
    Purpose,
    Ripeness,
    StorageBehaviour,
    StorageClass,
    Trouble,
)
from server.record_kinds.choices import choices_of
from server.record_kinds.models import Happening, RevisionOf, Thing
from server.reference.models import NamedByPlant, Place, Taxon
from server.stands.models import Harvest

HAZARD_OF = {Trouble.MOULDY.value: Hazard.MOULDY, Trouble.SEED_EATERS.value: Hazard.INFESTED}


def words_of_field(name: str) -> list[tuple[str, str]]:
    """The words that a field may hold, as choices; by reference, so that a new word needs no migration."""
    return list(LOT_FIELDS[name].words.items())


def storage_class_of(word: str | None) -> StorageClass:
    """How long seed keeps, roughly, from the word of its plant; None while the species is unknown."""
    return StorageClass(word) if word else StorageClass.MEDIUM


class Lot(NamedByPlant, Thing):
    """A lot. Where the species is unknown, `field_name` names it; a field name stays when the plant is named later."""

    revision_of = RevisionOf.LOT

    code = models.CharField(max_length=12, unique=True)
    taxon = models.ForeignKey(Taxon, null=True, blank=True, on_delete=models.PROTECT, related_name="lots")
    field_name = models.CharField(max_length=120, blank=True)

    harvest = models.ForeignKey(Harvest, null=True, blank=True, on_delete=models.PROTECT, related_name="lots")
    origin_kind = models.CharField(max_length=8, choices=choices_of(OriginKind))
    origin_place = models.CharField(max_length=120, blank=True)
    altitude_band = models.CharField(max_length=12, choices=partial(words_of_field, "altitude_band"), blank=True)
    collected_on = models.DateField(null=True, blank=True)
    collected_precision = models.CharField(max_length=5, choices=choices_of(DatePrecision), default=DatePrecision.DAY)
    collector = models.CharField(max_length=60, blank=True)
    leave = models.CharField(max_length=200, blank=True)
    parents = models.PositiveIntegerField(null=True, blank=True)
    form = models.CharField(max_length=60, blank=True)
    ripeness = models.CharField(max_length=16, choices=choices_of(Ripeness), blank=True)
    purpose = models.CharField(max_length=12, choices=choices_of(Purpose), blank=True)
    hybrid = models.BooleanField(default=False)
    crossed_with = models.CharField(max_length=120, blank=True)

    claimed_percent = models.FloatField(null=True, blank=True)
    claimed_days = models.PositiveIntegerField(null=True, blank=True)
    claim_note = models.CharField(max_length=200, blank=True)
    use_by = models.DateField(null=True, blank=True)

    grade = models.CharField(max_length=10, choices=choices_of(CleaningGrade), default=CleaningGrade.UNCLEANED)
    hazard = models.CharField(max_length=300, blank=True)
    hazards = models.JSONField(default=list, blank=True)
    trouble = models.CharField(max_length=12, choices=choices_of(Trouble), blank=True)
    trouble_note = models.CharField(max_length=200, blank=True)
    note = models.TextField(blank=True)

    place = models.ForeignKey(Place, null=True, blank=True, on_delete=models.PROTECT, related_name="lots")
    container = models.CharField(max_length=6, choices=choices_of(Container), blank=True)
    drying_agent = models.BooleanField(default=False)

    ended = models.CharField(max_length=10, choices=choices_of(LotEnd), blank=True)
    ended_on = models.DateField(null=True, blank=True)
    ended_why = models.CharField(max_length=200, blank=True)

    class Meta:
        ordering = ["code"]
        constraints = [
            models.CheckConstraint(condition=models.Q(taxon__isnull=False) | ~models.Q(field_name=""), name="lot_has_a_name"),
        ]

    @property
    def storage_behaviour(self) -> StorageBehaviour:
        """Whether the seed bears drying; not known while the species is unknown."""
        return StorageBehaviour(self.taxon.storage_behaviour) if self.taxon else StorageBehaviour.UNKNOWN

    @property
    def storage_class(self) -> StorageClass:
        """How long it keeps, roughly."""
        return storage_class_of(self.taxon.storage_class if self.taxon else None)

    @property
    def hazard_words(self) -> list[Hazard]:
        """The lot's own hazards, the plant's, and what an unknown species or a trouble in the lot adds."""
        of_trouble = [HAZARD_OF[self.trouble]] if self.trouble in HAZARD_OF else []
        of_plant = self.taxon.hazard_words if self.taxon else [Hazard.POSSIBLY_POISONOUS]
        return list(dict.fromkeys([*(Hazard(h) for h in self.hazards), *of_plant, *of_trouble]))


class Descent(Happening):
    """One lot came from another. A lot may come from several, and several from one."""

    parent = models.ForeignKey(Lot, on_delete=models.PROTECT, related_name="descents_to")
    child = models.ForeignKey(Lot, on_delete=models.PROTECT, related_name="descents_from")
    kind = models.CharField(max_length=7, choices=choices_of(DescentKind))
    amount_seeds = models.PositiveIntegerField(null=True, blank=True)

    class Meta:
        ordering = ["at", "pk"]
