"""Plants."""

from django.db import models

from core.vocabulary import (
    Confidence,
    EmbryoSize,
    Hazard,
    LightNeed,
    SeedSize,
    Shedding,
    SowSeason,
    StepKind,
    StorageBehaviour,
    StorageClass,
)
from server.record_kinds.choices import choices_of
from server.record_kinds.models import Thing


class NamedByPlant:
    """What is called by its plant, and by its field name while the species is unknown; the field name stays."""

    taxon: "Taxon | None"
    field_name: str

    @property
    def name(self) -> str:
        """The plant's name, or the field name while the species is unknown."""
        return self.taxon.scientific_name if self.taxon else self.field_name

    @property
    def common_name(self) -> str:
        """The plant's common name, or the field name."""
        return (self.taxon.common_name or self.taxon.scientific_name) if self.taxon else self.field_name


class Taxon(Thing):
    """A plant. All that is said of it (notes, hazards, shedding, keeping) is a starting point, with source and confidence."""

    scientific_name = models.CharField(max_length=120, unique=True)
    common_name = models.CharField(max_length=120, blank=True)
    caution = models.CharField(max_length=300, blank=True)
    note = models.TextField(blank=True)
    note_source = models.CharField(max_length=200, blank=True)
    note_confidence = models.CharField(max_length=8, choices=choices_of(Confidence), default=Confidence.GUESS)
    shedding = models.CharField(max_length=12, choices=choices_of(Shedding), default=Shedding.HOLDS)
    storage_behaviour = models.CharField(max_length=12, choices=choices_of(StorageBehaviour), default=StorageBehaviour.UNKNOWN)
    storage_class = models.CharField(max_length=6, choices=choices_of(StorageClass), default=StorageClass.MEDIUM)
    hazards = models.JSONField(default=list, blank=True)
    chaffy = models.BooleanField(default=False)
    embryo = models.CharField(max_length=5, choices=choices_of(EmbryoSize), blank=True)
    sow_season = models.CharField(max_length=6, choices=choices_of(SowSeason), blank=True)
    woken_by = models.JSONField(default=list, blank=True)
    seed_size = models.CharField(max_length=8, choices=choices_of(SeedSize), blank=True)
    light_need = models.CharField(max_length=6, choices=choices_of(LightNeed), blank=True)
    woody = models.BooleanField(default=False)
    years_to_flower = models.PositiveIntegerField(null=True, blank=True)

    class Meta:
        db_table = "taxa_taxon"
        ordering = ["scientific_name"]

    @property
    def hazard_words(self) -> list[Hazard]:
        """The plant's hazards as words of the core."""
        return [Hazard(h) for h in self.hazards]

    @property
    def woken_by_words(self) -> list[StepKind]:
        """The kinds of step that the notes name, as words of the core."""
        return [StepKind(k) for k in self.woken_by]
