"""Trials, count sheets, looks and closings as JSON."""

from dataclasses import asdict
from typing import Any

from drf_spectacular.utils import extend_schema_field
from rest_framework import serializers
from rest_framework_dataclasses.serializers import DataclassSerializer

from core.records import FATES, ClosingFates
from core.vocabulary import (
    AmountKnown,
    AmountUnit,
    DatePrecision,
    DeviationKind,
    DurationUnit,
    Layout,
    Light,
    OriginKind,
    PlanMode,
    SeenHow,
)
from server.lots.models import Lot
from server.recipes.models import Recipe
from server.recipes.requests import StepSerializer
from server.record_kinds.choices import choices_of
from server.reference.models import Photo, Place, Taxon
from server.trials.models import CONDITIONS, Deviation, Dish, Look, Trial
from server.trials.selectors.lots import LotBrief, brief
from server.trials.selectors.rows import TrialRow
from server.trials.selectors.set_up import SetUpSheet
from server.trials.selectors.sheets import CountSheet, LookView
from server.trials.services.new_look import UNSAID


class TrialSerializer(serializers.ModelSerializer[Trial]):
    """A trial's own fields; `version` must be sent back with a change."""

    lot = serializers.IntegerField(source="one_lot.pk", read_only=True, allow_null=True, default=None)
    lots = serializers.SerializerMethodField()
    codes_hidden = serializers.BooleanField(read_only=True)

    class Meta:
        model = Trial
        exclude = ["layout_seed"]
        read_only_fields = ["code", "kind", "layout", "blind", "opened_at", "sow_on", "copied_from"]

    @extend_schema_field(DataclassSerializer(dataclass=LotBrief, many=True))
    def get_lots(self, trial: Trial) -> list[dict[str, Any]]:
        return [asdict(brief(lot)) for lot in trial.lots]


class TrialRowSerializer(DataclassSerializer[TrialRow]):
    class Meta:
        dataclass = TrialRow


class TrialChangeSerializer(TrialSerializer):
    """A change of a trial: the version that was seen, and the fields that change."""

    version = serializers.IntegerField(min_value=1)


class NewTreatmentSerializer(serializers.Serializer[None]):
    """A treatment to lay out, of the trial's lot if it names none.

    `steps` vary `recipe`, or are those of a recipe that is written as `recipe_name` where none does them.
    """

    name = serializers.CharField(max_length=60, allow_blank=True)
    recipe = serializers.PrimaryKeyRelatedField(queryset=Recipe.objects.all(), allow_null=True, default=None)
    is_control = serializers.BooleanField(default=False)
    dose = serializers.FloatField(required=False, allow_null=True, default=None, min_value=0)
    dose_unit = serializers.ChoiceField(choices=choices_of(DurationUnit), allow_blank=True, default="")
    light = serializers.ChoiceField(choices=choices_of(Light), allow_blank=True, default="")
    level_a = serializers.CharField(max_length=40, allow_blank=True, default="")
    level_b = serializers.CharField(max_length=40, allow_blank=True, default="")
    bags = serializers.IntegerField(min_value=1, max_value=100, default=1)
    steps = StepSerializer(many=True, required=False)
    recipe_name = serializers.CharField(max_length=80, allow_blank=True, default="")
    lot = serializers.PrimaryKeyRelatedField(queryset=Lot.objects.select_related("taxon"), allow_null=True, default=None)
    seeds_per_dish = serializers.IntegerField(min_value=1, max_value=10_000, allow_null=True, default=None)
    length_days = serializers.FloatField(min_value=1, max_value=1000, allow_null=True, default=None)


class NewTrialSerializer(serializers.ModelSerializer[Trial]):
    """A trial to lay out. `lot` is of every treatment that names none; `sure`: also where a lot is in quarantine."""

    lot = serializers.PrimaryKeyRelatedField(queryset=Lot.objects.select_related("taxon"), allow_null=True, default=None)
    sure = serializers.BooleanField(default=False)
    treatments = NewTreatmentSerializer(many=True)
    dishes_per_treatment = serializers.IntegerField(max_value=100)
    seeds_per_dish = serializers.IntegerField(max_value=10_000)
    places = serializers.PrimaryKeyRelatedField(queryset=Place.objects.all(), many=True, default=list)
    copied_from = serializers.PrimaryKeyRelatedField(queryset=Trial.objects.all(), allow_null=True, default=None)
    layout = serializers.ChoiceField(choices=choices_of(Layout), default=Layout.RANDOM)

    class Meta:
        model = Trial
        fields = [
            "lot",
            "sure",
            "kind",
            "question",
            "asks",
            "copied_from",
            "factor_a",
            "factor_b",
            "treatments",
            "dishes_per_treatment",
            "seeds_per_dish",
            "sow_on",
            "places",
            "layout",
            *CONDITIONS,
            "blind",
        ]


class NewPacketSerializer(serializers.Serializer[None]):
    """A packet: a lot that is here, or what is printed on one that is not; `amount` are the seeds left in it."""

    lot = serializers.PrimaryKeyRelatedField(queryset=Lot.objects.select_related("taxon"), allow_null=True, default=None)
    taxon = serializers.PrimaryKeyRelatedField(queryset=Taxon.objects.all(), allow_null=True, default=None)
    plant = serializers.CharField(max_length=120, allow_blank=True, default="", help_text="Its name while the plant is not in the list")
    code = serializers.CharField(max_length=12, allow_blank=True, default="")
    collected_on = serializers.DateField(allow_null=True, default=None)
    collected_precision = serializers.ChoiceField(choices=choices_of(DatePrecision), default=DatePrecision.YEAR)
    origin_kind = serializers.ChoiceField(choices=choices_of(OriginKind), default=OriginKind.BOUGHT)
    origin_place = serializers.CharField(max_length=120, allow_blank=True, default="")
    leave = serializers.CharField(max_length=200, allow_blank=True, default="")
    claimed_percent = serializers.FloatField(allow_null=True, default=None)
    claimed_days = serializers.IntegerField(min_value=1, allow_null=True, default=None)
    note = serializers.CharField(max_length=1000, allow_blank=True, default="")
    amount = serializers.FloatField(allow_null=True, default=None, min_value=0)
    unit = serializers.ChoiceField(choices=choices_of(AmountUnit), default=AmountUnit.SEEDS)
    known = serializers.ChoiceField(choices=choices_of(AmountKnown), default=AmountKnown.COUNTED)
    seeds = serializers.IntegerField(min_value=0, max_value=10_000)
    length_days = serializers.FloatField(min_value=1, max_value=1000, allow_null=True, default=None)

    def validate(self, attrs: dict[str, Any]) -> dict[str, Any]:
        """What the packet gives, apart from what it is."""
        own = {k: attrs.pop(k) for k in ("lot", "seeds", "length_days")}
        attrs["field_name"] = attrs.pop("plant")
        return own | {"new": None if own["lot"] else attrs}


class NewPacketDaySerializer(serializers.ModelSerializer[Trial]):
    """Many packets to test by themselves; `sure`: also where one is in quarantine."""

    packets = NewPacketSerializer(many=True)
    dishes = serializers.IntegerField(min_value=1, max_value=10, default=1)
    place = serializers.PrimaryKeyRelatedField(queryset=Place.objects.all(), allow_null=True, default=None)
    question = serializers.CharField(max_length=200, allow_blank=True, default="")
    sure = serializers.BooleanField(default=False)

    class Meta:
        model = Trial
        fields = [
            "packets",
            "question",
            "dishes",
            "place",
            "sow_on",
            *CONDITIONS,
            "sure",
        ]


class VersionSerializer(serializers.Serializer[None]):
    version = serializers.IntegerField(min_value=1)


class CountSheetSerializer(DataclassSerializer[CountSheet]):
    class Meta:
        dataclass = CountSheet


class LookViewSerializer(DataclassSerializer[LookView]):
    class Meta:
        dataclass = LookView


class NewLookSerializer(serializers.Serializer[None]):
    """A look to record. Send it again with the same `client_id` as often as needed: it is recorded once.

    `corrects` names the `client_id` of an earlier look, so that a correction can be made before that one has left the device.
    `photo` names one likewise. `after` names the last look that the device knew of, null for none: another one standing there
    is a conflict for a person (409 `counted_meanwhile`); left out, nothing is compared. `early` answers `before_sowing`.
    """

    client_id = serializers.UUIDField()
    dish = serializers.PrimaryKeyRelatedField(queryset=Dish.objects.all())
    at = serializers.DateTimeField()
    device_at = serializers.DateTimeField(allow_null=True, default=None)
    new_germinated = serializers.IntegerField(default=0, min_value=-10_000, max_value=10_000)
    new_abnormal = serializers.IntegerField(default=0, min_value=-10_000, max_value=10_000)
    new_rotted = serializers.IntegerField(default=0, min_value=-10_000, max_value=10_000)
    new_lost = serializers.IntegerField(default=0, min_value=-10_000, max_value=10_000)
    seen_how = serializers.ChoiceField(choices=choices_of(SeenHow), default=SeenHow.OPENED)
    potted = serializers.IntegerField(default=0, min_value=0, max_value=10_000)
    thrown_out = serializers.IntegerField(default=0, min_value=0, max_value=10_000)
    watered = serializers.BooleanField(default=False)
    photo = serializers.SlugRelatedField(slug_field="client_id", queryset=Photo.objects.all(), allow_null=True, default=None)
    marks = serializers.ListField(
        child=serializers.ListField(child=serializers.FloatField(), min_length=2, max_length=2), max_length=2000, default=list
    )
    after = serializers.UUIDField(allow_null=True, default=UNSAID)
    early = serializers.BooleanField(default=False)
    note = serializers.CharField(max_length=300, allow_blank=True, default="")
    corrects = serializers.SlugRelatedField(slug_field="client_id", queryset=Look.objects.all(), allow_null=True, default=None)
    withdrawn = serializers.BooleanField(default=False)


class NewClosingSerializer(serializers.Serializer[None]):
    """Fates of the ungerminated seeds in a dish."""

    client_id = serializers.UUIDField()
    dish = serializers.PrimaryKeyRelatedField(queryset=Dish.objects.all())
    at = serializers.DateTimeField()
    note = serializers.CharField(max_length=300, allow_blank=True, default="")

    def get_fields(self) -> dict[str, serializers.Field]:  # type: ignore[type-arg]
        """A number for each fate beside the rest."""
        return super().get_fields() | {str(fate): serializers.IntegerField(default=0, min_value=-10_000) for fate in FATES}

    def validate(self, attrs: dict[str, Any]) -> dict[str, Any]:
        """Gather the fates."""
        return attrs | {"found": ClosingFates.of({fate: attrs.pop(fate) for fate in FATES})}


class SetAsideRequestSerializer(serializers.Serializer[None]):
    why = serializers.CharField(max_length=200)


class PutInBagsSerializer(serializers.Serializer[None]):
    """How a planned trial's treated seed goes into bags; without `bags`, as each treatment is planned."""

    mode = serializers.ChoiceField(choices=choices_of(PlanMode), default=PlanMode.SOW_TOGETHER)
    place = serializers.PrimaryKeyRelatedField(
        queryset=Place.objects.select_related("parent__parent__parent"), allow_null=True, default=None
    )
    bag_for_each_dish = serializers.BooleanField(default=False)
    bags = serializers.IntegerField(min_value=1, max_value=100, allow_null=True, default=None)
    sure = serializers.BooleanField(default=False)


class BagMadeSerializer(serializers.Serializer[Any]):
    id = serializers.IntegerField()
    code = serializers.CharField()


class SowSerializer(serializers.Serializer[None]):
    """Sowing, of all dishes or of those named, now or at a moment that has passed; `sure`: bags still in treatment are out now."""

    dishes = serializers.PrimaryKeyRelatedField(queryset=Dish.objects.all(), many=True, allow_null=True, default=None)
    at = serializers.DateTimeField(allow_null=True, default=None)
    sure = serializers.BooleanField(default=False)


class SetUpSheetSerializer(DataclassSerializer[SetUpSheet]):
    class Meta:
        dataclass = SetUpSheet


class AddTreatmentSerializer(NewTreatmentSerializer):
    """A treatment to add to an existing trial; of a trial of several lots it names its own."""

    dishes = serializers.IntegerField(min_value=1, max_value=100)
    seeds_per_dish = serializers.IntegerField(min_value=1, max_value=10_000)


class NewDeviationSerializer(serializers.Serializer[None]):
    """A deviation; a part of a dish that was moved needs the dish, its seeds and the place."""

    client_id = serializers.UUIDField()
    kind = serializers.ChoiceField(choices=choices_of(DeviationKind))
    words = serializers.CharField(max_length=300, allow_blank=True, default="")
    dish = serializers.PrimaryKeyRelatedField(queryset=Dish.objects.select_related("treatment"), allow_null=True, default=None)
    seeds = serializers.IntegerField(allow_null=True, default=None, min_value=0, max_value=10_000)
    place = serializers.PrimaryKeyRelatedField(queryset=Place.objects.all(), allow_null=True, default=None)
    at = serializers.DateTimeField(allow_null=True, default=None)


class DeviationNotedSerializer(serializers.ModelSerializer[Deviation]):
    class Meta:
        model = Deviation
        fields = ["id", "client_id", "kind", "words", "dish", "seeds", "place", "at"]


class TrialPhotoRequestSerializer(serializers.Serializer[None]):
    """A photo that was sent before, named by its `client_id`."""

    photo = serializers.SlugRelatedField(slug_field="client_id", queryset=Photo.objects.all())
    words = serializers.CharField(max_length=200, allow_blank=True, default="")


class RetreatSerializer(serializers.Serializer[None]):
    """Treat the ungerminated seeds of these dishes again."""

    dishes = serializers.PrimaryKeyRelatedField(queryset=Dish.objects.select_related("treatment__trial"), many=True, allow_empty=False)
    name = serializers.CharField(max_length=60)
    recipe = serializers.PrimaryKeyRelatedField(queryset=Recipe.objects.all(), allow_null=True, default=None)
    at = serializers.DateTimeField(allow_null=True, default=None)


class TrialDesignSerializer(NewTrialSerializer):
    """A trial as it was laid out, to repeat it with another lot; recipes in the editions it used."""

    class Meta(NewTrialSerializer.Meta):
        fields = [f for f in NewTrialSerializer.Meta.fields if f not in ("sow_on", "copied_from", "sure")]
