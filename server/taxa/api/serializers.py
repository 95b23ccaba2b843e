"""Plants as JSON."""

from rest_framework import serializers

from server.taxa.models import Taxon


class TaxonSerializer(serializers.ModelSerializer[Taxon]):
    class Meta:
        model = Taxon
        fields = ["id", "version", "scientific_name", "common_name", "caution", "note", "note_source", "note_confidence"]
        read_only_fields = fields
