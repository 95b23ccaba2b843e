"""Plants as JSON."""

from rest_framework import serializers

from core.vocabulary import Hazard, StepKind
from server.record_kinds.choices import choices_of
from server.taxa.models import Taxon


class TaxonSerializer(serializers.ModelSerializer[Taxon]):
    hazards = serializers.ListField(child=serializers.ChoiceField(choices=choices_of(Hazard)), required=False)
    woken_by = serializers.ListField(child=serializers.ChoiceField(choices=choices_of(StepKind)), required=False)

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
            "seed_size",
            "light_need",
            "woody",
            "years_to_flower",
        ]
        read_only_fields = ["id", "version"]


class TaxonChangeSerializer(TaxonSerializer):
    """A change of a plant: the version that was seen, and the fields that change."""

    version = serializers.IntegerField(min_value=1)

    class Meta(TaxonSerializer.Meta):
        read_only_fields = ["id"]
