"""The tables of kinds as JSON."""

from dataclasses import fields

from rest_framework import serializers
from rest_framework_dataclasses.serializers import DataclassSerializer

from core.germination import IndexText
from core.records import FateRow
from core.seedstock import FieldKind, FormLine, LotField
from core.treatment import StepRow, UsualDose
from core.vocabulary import OriginKind
from server.record_kinds.api.things import CautionSerializer
from server.record_kinds.choices import choices_of
from server.record_kinds.registries import Kinds

# what the simulator lets a step do is no business of a form
SIMULATED = ("effect", "opens_share")


def plain(row: type, *others: str) -> list[str]:
    """Fields of a row but for `others`: read only, so that every row has every field, also where the core has a default."""
    return [f.name for f in fields(row) if f.name not in others]


class UsualDoseSerializer(DataclassSerializer[UsualDose]):
    class Meta:
        dataclass = UsualDose
        read_only_fields = plain(UsualDose)


class StepRowSerializer(DataclassSerializer[StepRow]):
    usual = UsualDoseSerializer(read_only=True)
    caution = CautionSerializer(read_only=True, allow_null=True)

    class Meta:
        dataclass = StepRow
        exclude = list(SIMULATED)
        read_only_fields = plain(StepRow, "usual", "caution", *SIMULATED)


class FateRowSerializer(DataclassSerializer[FateRow]):
    class Meta:
        dataclass = FateRow
        read_only_fields = plain(FateRow)


class IndexTextSerializer(DataclassSerializer[IndexText]):
    class Meta:
        dataclass = IndexText
        read_only_fields = plain(IndexText)


class LotFieldSerializer(DataclassSerializer[LotField]):
    kind = serializers.ChoiceField(choices=choices_of(FieldKind), read_only=True)
    line = serializers.ChoiceField(choices=choices_of(FormLine), read_only=True)
    asked_of = serializers.ListField(child=serializers.ChoiceField(choices=choices_of(OriginKind)), read_only=True)
    imported = serializers.BooleanField(read_only=True)

    class Meta:
        dataclass = LotField
        # what an import looks for is the core's business
        exclude = ["headings", "carried"]
        read_only_fields = plain(LotField, "kind", "line", "asked_of", "headings", "carried")


class KindsSerializer(serializers.Serializer[Kinds]):
    """All tables of kinds, one row per kind."""

    steps = StepRowSerializer(many=True)
    fates = FateRowSerializer(many=True)
    indices = serializers.DictField(child=IndexTextSerializer())
    lot_fields = LotFieldSerializer(many=True)
