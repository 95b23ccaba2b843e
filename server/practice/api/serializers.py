"""The practice bench as JSON."""

from typing import Any

from drf_spectacular.utils import extend_schema_serializer
from rest_framework import serializers
from rest_framework_dataclasses.serializers import DataclassSerializer

from core.vocabulary import PracticeMark, PracticeSays
from server.practice.selectors import AttemptView, BenchView, BriefView, DishSeen, MarkView, ResultView, TruthView
from server.record_kinds.choices import choices_of


class BriefViewSerializer(DataclassSerializer[BriefView]):
    class Meta:
        dataclass = BriefView


class MarkViewSerializer(DataclassSerializer[MarkView]):
    mark = serializers.ChoiceField(choices=choices_of(PracticeMark))

    class Meta:
        dataclass = MarkView


class TruthViewSerializer(DataclassSerializer[TruthView]):
    class Meta:
        dataclass = TruthView


class ResultViewSerializer(DataclassSerializer[ResultView]):
    marks = MarkViewSerializer(many=True)
    truths = TruthViewSerializer(many=True)

    class Meta:
        dataclass = ResultView


class AttemptViewSerializer(DataclassSerializer[AttemptView]):
    result = ResultViewSerializer(allow_null=True)

    class Meta:
        dataclass = AttemptView


class BenchViewSerializer(DataclassSerializer[BenchView]):
    attempt = AttemptViewSerializer()

    class Meta:
        dataclass = BenchView


class DishSeenSerializer(DataclassSerializer[DishSeen]):
    class Meta:
        dataclass = DishSeen


@extend_schema_serializer(many=False)
class PracticePageSerializer(serializers.Serializer[Any]):
    briefs = BriefViewSerializer(many=True)
    attempts = AttemptViewSerializer(many=True)
    demo = serializers.IntegerField(allow_null=True, help_text="The bench with the demo, where one was begun.")


class ExploreSerializer(serializers.Serializer[Any]):
    bench = serializers.IntegerField()


class BeginSerializer(serializers.Serializer[Any]):
    """An exercise to start, or a group code to join."""

    brief = serializers.CharField(max_length=40, required=False)
    code = serializers.CharField(max_length=12, required=False)

    def validate(self, attrs: dict[str, Any]) -> dict[str, Any]:
        if not attrs.get("brief") and not attrs.get("code"):
            raise serializers.ValidationError({"brief": "Choose an exercise, or enter the code of a group."})
        return attrs


class GoOnSerializer(serializers.Serializer[Any]):
    days = serializers.IntegerField()


class BenchTrialSerializer(serializers.Serializer[Any]):
    trial = serializers.IntegerField()


class DoneSerializer(serializers.Serializer[Any]):
    """How many days went by, or how many dishes were counted or cut."""

    count = serializers.IntegerField()


class SaysSerializer(serializers.Serializer[Any]):
    treatment = serializers.CharField(max_length=60)
    says = serializers.ChoiceField(choices=choices_of(PracticeSays))


class ConcludePracticeSerializer(serializers.Serializer[Any]):
    """What is believed of each treatment, and of one share between what and what (0..1)."""

    trial = serializers.IntegerField()
    says = SaysSerializer(many=True, default=list)
    of = serializers.CharField(max_length=60, required=False, allow_blank=True)
    low = serializers.FloatField(required=False, allow_null=True)
    high = serializers.FloatField(required=False, allow_null=True)


class LetGoSerializer(serializers.Serializer[Any]):
    """Whether the result of a finished try goes with its bench."""

    result_too = serializers.BooleanField(default=False)
