"""Reading in, as JSON. A file comes as a form with what was settled about it as JSON beside it."""

from typing import Any

from drf_spectacular.utils import extend_schema_field
from rest_framework import serializers
from rest_framework_dataclasses.serializers import DataclassSerializer

from core.tables import MEANINGS, meaning_of
from core.vocabulary import AmountKnown, AmountUnit, CountsAre, Criterion, DayOrder, OriginKind, SheetShape
from server.exchange.reading.settled import Settled
from server.exchange.selectors.importing import ColumnView, FilePreview
from server.exchange.selectors.readings import ReadingView
from server.http.parsers import SafeJsonField
from server.lots.models import Lot
from server.record_kinds.choices import choices_of


class ColumnViewSerializer(DataclassSerializer[ColumnView]):
    meaning = serializers.ChoiceField(choices=MEANINGS)
    guessed = serializers.ChoiceField(choices=MEANINGS)

    class Meta:
        dataclass = ColumnView


class FilePreviewSerializer(DataclassSerializer[FilePreview]):
    columns = ColumnViewSerializer(many=True)

    class Meta:
        dataclass = FilePreview


class ReadingSerializer(DataclassSerializer[ReadingView]):
    class Meta:
        dataclass = ReadingView


class SettledSerializer(serializers.Serializer[Any]):
    """What was settled about a table; what is left out is guessed, and a guess never settles what is ambiguous."""

    sheet = serializers.CharField(allow_blank=True, default="")
    header_row = serializers.IntegerField(min_value=0, max_value=100_000, allow_null=True, default=None)
    shape = serializers.ChoiceField(choices=choices_of(SheetShape), allow_null=True, default=None)
    columns = serializers.ListField(child=serializers.ChoiceField(choices=MEANINGS), default=list, max_length=2000)
    day_order = serializers.ChoiceField(choices=choices_of(DayOrder), allow_null=True, default=None)
    counts_are = serializers.ChoiceField(choices=choices_of(CountsAre), default=CountsAre.NEW)
    seeds = serializers.IntegerField(min_value=1, max_value=100_000, allow_null=True, default=None)
    sown_on = serializers.DateField(allow_null=True, default=None)
    lot = serializers.PrimaryKeyRelatedField(queryset=Lot.objects.select_related("taxon"), allow_null=True, default=None)
    question = serializers.CharField(max_length=200, allow_blank=True, default="")
    control = serializers.CharField(max_length=60, allow_blank=True, default="")
    criterion = serializers.ChoiceField(choices=choices_of(Criterion), default=Criterion.ROOT_2_MM)
    origin_kind = serializers.ChoiceField(choices=choices_of(OriginKind), allow_null=True, default=None)
    leave = serializers.CharField(max_length=200, allow_blank=True, default="")
    amount_unit = serializers.ChoiceField(choices=choices_of(AmountUnit), allow_null=True, default=None)
    amount_known = serializers.ChoiceField(choices=choices_of(AmountKnown), default=AmountKnown.GUESSED)

    def settled(self) -> Settled:
        """It as the reading takes it."""
        x = dict(self.validated_data)
        words = {"shape": SheetShape, "day_order": DayOrder, "counts_are": CountsAre, "criterion": Criterion}
        words |= {"origin_kind": OriginKind, "amount_unit": AmountUnit, "amount_known": AmountKnown}
        for name, kind in words.items():
            x[name] = kind(x[name]) if x[name] else None
        return Settled(**(x | {"columns": [meaning_of(c) for c in x["columns"]]}))


@extend_schema_field(SettledSerializer)
class SettledField(SafeJsonField):
    """What was settled, as JSON beside the file."""


class FileSerializer(serializers.Serializer[Any]):
    """A file, with `settled` as JSON of the shape of `Settled`."""

    file = serializers.FileField(allow_empty_file=True)
    settled = SettledField(default=dict)


class NewReadingSerializer(FileSerializer):
    client_id = serializers.UUIDField()
    sure = serializers.BooleanField(default=False)


class StopSerializer(serializers.Serializer[Any]):
    client_id = serializers.UUIDField()


class AgainSerializer(serializers.Serializer[Any]):
    client_id = serializers.UUIDField()
