"""Lots as JSON."""

from typing import Any

from drf_spectacular.utils import extend_schema_field
from rest_framework import serializers
from rest_framework_dataclasses.serializers import DataclassSerializer

from core.seedstock import LOT_FIELDS
from core.vocabulary import AmountKnown, AmountUnit, Hazard
from server.lots.models import Lot
from server.lots.selectors import LotRow, Stock, StockLine, stocks
from server.lots.selectors.label import Conclusions, LineRead
from server.lots.selectors.together import LotsTogether
from server.record_kinds.choices import choices_of
from server.reference.models import Taxon


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
        fields = ["scientific_name", "common_name", "caution", "note", "note_source", "storage_behaviour", "storage_class"]
        read_only_fields = fields


class LotSerializer(serializers.ModelSerializer[Lot]):
    """A lot with its plant and what is left; `version` must be sent back with a change. An empty code is filled in."""

    name = serializers.CharField(read_only=True)
    common_name = serializers.CharField(read_only=True)
    plant = LotPlantSerializer(source="taxon", read_only=True)
    place_name = serializers.CharField(source="place.full_name", default="", read_only=True)
    stand = serializers.IntegerField(source="harvest.stand_id", default=None, read_only=True, allow_null=True)
    hazards = serializers.ListField(child=serializers.ChoiceField(choices=choices_of(Hazard)), required=False)
    stock = serializers.SerializerMethodField()

    class Meta:
        model = Lot
        fields = [
            "id",
            "version",
            "code",
            "taxon",
            "plant",
            "name",
            "common_name",
            "stand",
            *LOT_FIELDS,
            "grade",
            "hazard",
            "hazards",
            "trouble",
            "trouble_note",
            "place",
            "place_name",
            "container",
            "drying_agent",
            "ended",
            "ended_on",
            "ended_why",
            "stock",
        ]
        read_only_fields = ["trouble", "trouble_note", "ended", "ended_on", "ended_why"]
        # the service says in a sentence that a code is taken, and makes one where none is given
        extra_kwargs: dict[str, dict[str, Any]] = {"code": {"validators": [], "required": False, "allow_blank": True}}

    @extend_schema_field(StockSerializer)
    def get_stock(self, lot: Lot) -> Any:
        return StockSerializer(stocks([lot.pk])[lot.pk]).data


class NewLotSerializer(LotSerializer):
    """A lot to add, with the amount on its label where it is known."""

    amount = serializers.FloatField(write_only=True, required=False, allow_null=True, min_value=0)
    unit = serializers.ChoiceField(choices=choices_of(AmountUnit), write_only=True, default=AmountUnit.SEEDS)
    known = serializers.ChoiceField(choices=choices_of(AmountKnown), write_only=True, default=AmountKnown.COUNTED)

    class Meta(LotSerializer.Meta):
        fields = [*LotSerializer.Meta.fields, "amount", "unit", "known"]


class LotsTogetherSerializer(DataclassSerializer[LotsTogether]):
    class Meta:
        dataclass = LotsTogether


class LotLineSerializer(serializers.Serializer[None]):
    """One line of text about a lot, as it would stand on a paper bag."""

    text = serializers.CharField(max_length=500)


class LineReadSerializer(DataclassSerializer[LineRead]):
    class Meta:
        dataclass = LineRead


class ConcludeSerializer(serializers.Serializer[None]):
    """What is known of a lot that is being written."""

    taxon = serializers.PrimaryKeyRelatedField(queryset=Taxon.objects.all(), allow_null=True, default=None)
    amount = serializers.FloatField(min_value=0, allow_null=True, default=None)
    unit = serializers.ChoiceField(choices=choices_of(AmountUnit), default=AmountUnit.SEEDS)


class ConclusionsSerializer(DataclassSerializer[Conclusions]):
    class Meta:
        dataclass = Conclusions


class LotChangeSerializer(LotSerializer):
    """A change of a lot: the version that was seen, and the fields that change. Place and container change by a move."""

    version = serializers.IntegerField(min_value=1)

    class Meta(LotSerializer.Meta):
        read_only_fields = ["code", "place", "container", "drying_agent", *LotSerializer.Meta.read_only_fields]
