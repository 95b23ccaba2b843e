"""Plants as JSON."""

from rest_framework import serializers

from core.vocabulary import Hazard, StepKind
from server.record_kinds.choices import choices_of
from server.taxa.models import Taxon


class TaxonSerializer(serializers.ModelSerializer[Taxon]):
    hazards = serializers.ListField(child=serializers.ChoiceField(choices=choices_of(Hazard)))
    woken_by = serializers.ListField(child=serializers.ChoiceField(choices=choices_of(StepKind)))

    class Meta:
        model = Taxon
        fields = [
            "id",
            "version",
            "scientific_name",
            "common_name",
            "caution",
            "note",
            "note_source",
            "note_confidence",
            "shedding",
            "storage_behaviour",
            "storage_class",
            "hazards",
            "chaffy",
            "embryo",
            "sow_season",
            "woken_by",
        ]
        read_only_fields = fields
