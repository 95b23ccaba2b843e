"""Labels and codes as JSON."""

from rest_framework import serializers
from rest_framework_dataclasses.serializers import DataclassSerializer

from core.vocabulary import LabelKind, LabelSheet
from server.batches.models import Batch
from server.labels.models import LabelPrint
from server.labels.selectors import CodeTarget
from server.lots.models import Lot
from server.record_kinds.choices import choices_of
from server.sowing.models import SowingPlan
from server.trials.models import Trial


class LabelsSerializer(serializers.Serializer[None]):
    """Labels to print; `skip` leaves the first ones of a begun sheet free."""

    lots = serializers.PrimaryKeyRelatedField(queryset=Lot.objects.select_related("taxon"), many=True, default=list)
    batches = serializers.PrimaryKeyRelatedField(queryset=Batch.objects.select_related("lot__taxon"), many=True, default=list)
    trial = serializers.PrimaryKeyRelatedField(queryset=Trial.objects.all(), allow_null=True, default=None)
    sowing = serializers.PrimaryKeyRelatedField(queryset=SowingPlan.objects.select_related("lot__taxon"), allow_null=True, default=None)
    kind = serializers.ChoiceField(choices=choices_of(LabelKind), default=LabelKind.STORED)
    sheet = serializers.ChoiceField(choices=choices_of(LabelSheet))
    copies = serializers.IntegerField(min_value=1, max_value=100, default=1)
    skip = serializers.IntegerField(min_value=0, max_value=100, default=0)


class LabelPrintSerializer(serializers.ModelSerializer[LabelPrint]):
    by = serializers.CharField(source="by.initials", read_only=True)

    class Meta:
        model = LabelPrint
        fields = ["id", "lot", "batch", "trial", "kind", "sheet", "copies", "at", "by"]
        read_only_fields = fields


class CodeTargetSerializer(DataclassSerializer[CodeTarget]):
    class Meta:
        dataclass = CodeTarget
