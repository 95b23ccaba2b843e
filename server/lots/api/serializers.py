"""Lots as JSON."""

from typing import Any

from drf_spectacular.utils import extend_schema_field
from rest_framework import serializers
from rest_framework_dataclasses.serializers import DataclassSerializer

from server.lots.models import Lot
from server.lots.selectors import LotRow, Stock, StockLine, stocks
from server.taxa.models import Taxon


class StockSerializer(DataclassSerializer[Stock]):
    class Meta:
        dataclass = Stock


class StockLineSerializer(DataclassSerializer[StockLine]):
    class Meta:
        dataclass = StockLine


class LotRowSerializer(DataclassSerializer[LotRow]):
    stock = StockSerializer()

    class Meta:
        dataclass = LotRow


class LotPlantSerializer(serializers.ModelSerializer[Taxon]):
    """What a lot's page says of its plant."""

    class Meta:
        model = Taxon
        fields = ["scientific_name", "common_name", "caution", "note", "note_source"]
        read_only_fields = fields


class LotSerializer(serializers.ModelSerializer[Lot]):
    """A lot with its plant and what is left; `version` must be sent back with a change."""

    name = serializers.CharField(read_only=True)
    common_name = serializers.CharField(read_only=True)
    plant = LotPlantSerializer(source="taxon", read_only=True)
    place_name = serializers.CharField(source="place.full_name", default="", read_only=True)
    stock = serializers.SerializerMethodField()

    class Meta:
        model = Lot
        fields = [
            "id",
            "version",
            "code",
            "taxon",
            "plant",
            "field_name",
            "name",
            "common_name",
            "origin_kind",
            "origin_place",
            "collected_on",
            "collected_precision",
            "collector",
            "parents",
            "hazard",
            "note",
            "place",
            "place_name",
            "stock",
        ]
        # the service says in a sentence that a code is taken
        extra_kwargs: dict[str, dict[str, Any]] = {"code": {"validators": []}}

    @extend_schema_field(StockSerializer)
    def get_stock(self, lot: Lot) -> Any:
        return StockSerializer(stocks([lot.pk])[lot.pk]).data


class LotChangeSerializer(LotSerializer):
    """A change of a lot: the version that was seen, and the fields that change."""

    version = serializers.IntegerField(min_value=1)

    class Meta(LotSerializer.Meta):
        read_only_fields = ["code"]


class StockEntrySerializer(serializers.Serializer[None]):
    """A new line of the ledger."""

    kind = serializers.ChoiceField(choices=["in", "lost", "recount"])
    amount_seeds = serializers.IntegerField(min_value=0)
    known = serializers.ChoiceField(choices=["counted", "weighed", "scooped", "guessed"])
    reason = serializers.CharField(max_length=200, allow_blank=True, required=False)
