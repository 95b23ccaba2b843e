"""What is done with a lot, as JSON."""

from rest_framework import serializers

from core.vocabulary import (
    AmountKnown,
    AmountUnit,
    CalibrationKind,
    CleaningGrade,
    CleaningKind,
    Container,
    DatePrecision,
    DryingKind,
    Hazard,
    LotEnd,
    Purpose,
    QualityKind,
    Ripeness,
    StockKind,
    Trouble,
)
from server.lots.models import Lot
from server.lots.services.bench import RECORDS
from server.record_kinds.choices import choices_of
from server.reference.models import Photo, Place, Taxon
from server.stands.models import Stand


class SureSerializer(serializers.Serializer[None]):
    """A record that may be asked about; `sure` answers the question."""

    sure = serializers.BooleanField(default=False)


class VersionedSerializer(serializers.Serializer[None]):
    version = serializers.IntegerField(min_value=1)


class AmountSerializer(serializers.Serializer[None]):
    """An amount as it was measured."""

    amount = serializers.FloatField()
    unit = serializers.ChoiceField(choices=choices_of(AmountUnit), default=AmountUnit.SEEDS)
    known = serializers.ChoiceField(choices=choices_of(AmountKnown), default=AmountKnown.COUNTED)
    reason = serializers.CharField(max_length=200, allow_blank=True, default="")


class StockEntrySerializer(AmountSerializer):
    """A new line of the ledger."""

    kind = serializers.ChoiceField(choices=choices_of(StockKind))


class CorrectionSerializer(AmountSerializer):
    """The corrected line of the ledger."""

    entry = serializers.IntegerField()


class EntrySerializer(serializers.Serializer[None]):
    entry = serializers.IntegerField()


class CalibrationSerializer(serializers.Serializer[None]):
    """Counted samples: seeds in each, and its size in g or ml (heads need none)."""

    kind = serializers.ChoiceField(choices=choices_of(CalibrationKind))
    counts = serializers.ListField(child=serializers.IntegerField())
    amounts = serializers.ListField(child=serializers.FloatField(), default=list)


class CleaningStepSerializer(SureSerializer):
    kind = serializers.ChoiceField(choices=choices_of(CleaningKind))
    amount_in = serializers.FloatField(allow_null=True, default=None)
    amount_out = serializers.FloatField(allow_null=True, default=None)
    unit = serializers.ChoiceField(choices=choices_of(AmountUnit), default=AmountUnit.GRAMS)
    minutes = serializers.FloatField(min_value=0, allow_null=True, default=None)
    kept = serializers.CharField(max_length=200, allow_blank=True, default="")
    note = serializers.CharField(max_length=300, allow_blank=True, default="")
    grade = serializers.ChoiceField(choices=choices_of(CleaningGrade), allow_null=True, default=None)


class DryingLookSerializer(serializers.Serializer[None]):
    kind = serializers.ChoiceField(choices=choices_of(DryingKind))
    humidity_percent = serializers.FloatField(allow_null=True, default=None)
    note = serializers.CharField(max_length=300, allow_blank=True, default="")


class QualityTestSerializer(serializers.Serializer[None]):
    """Counts of seeds opened, masses of a purity sample, or masses before and after an imbibition test."""

    kind = serializers.ChoiceField(choices=choices_of(QualityKind))
    tested = serializers.IntegerField(min_value=0, allow_null=True, default=None)
    full = serializers.IntegerField(min_value=0, allow_null=True, default=None)
    empty = serializers.IntegerField(min_value=0, allow_null=True, default=None)
    eaten = serializers.IntegerField(min_value=0, allow_null=True, default=None)
    pure_g = serializers.FloatField(allow_null=True, default=None)
    sample_g = serializers.FloatField(allow_null=True, default=None)
    intact_start_g = serializers.FloatField(allow_null=True, default=None)
    intact_end_g = serializers.FloatField(allow_null=True, default=None)
    nicked_start_g = serializers.FloatField(allow_null=True, default=None)
    nicked_end_g = serializers.FloatField(allow_null=True, default=None)
    note = serializers.CharField(max_length=300, allow_blank=True, default="")


class RecordSerializer(serializers.Serializer[None]):
    """One line of the log."""

    record = serializers.ChoiceField(choices=sorted(RECORDS))
    id = serializers.IntegerField()


class MoveSerializer(VersionedSerializer, SureSerializer):
    place = serializers.PrimaryKeyRelatedField(queryset=Place.objects.select_related("parent__parent"), allow_null=True)
    container = serializers.ChoiceField(choices=choices_of(Container), allow_blank=True, default="")
    drying_agent = serializers.BooleanField(default=False)


class LotPhotoSerializer(serializers.Serializer[None]):
    """A photo that was sent before, named by its `client_id`."""

    photo = serializers.SlugRelatedField(slug_field="client_id", queryset=Photo.objects.all())
    words = serializers.CharField(max_length=200, allow_blank=True, default="")


class MoveTogetherSerializer(SureSerializer):
    lots = serializers.PrimaryKeyRelatedField(
        queryset=Lot.objects.select_related("taxon", "harvest__stand__taxon"), many=True, allow_empty=False
    )
    place = serializers.PrimaryKeyRelatedField(queryset=Place.objects.select_related("parent__parent"))


class TroubleSerializer(VersionedSerializer):
    trouble = serializers.ChoiceField(choices=choices_of(Trouble), allow_null=True)
    note = serializers.CharField(max_length=200, allow_blank=True, default="")


class EndSerializer(VersionedSerializer):
    ended = serializers.ChoiceField(choices=choices_of(LotEnd))
    on = serializers.DateField()
    why = serializers.CharField(max_length=200, allow_blank=True, default="")


class PartSerializer(serializers.Serializer[None]):
    amount_seeds = serializers.IntegerField(min_value=1, allow_null=True, default=None)
    code = serializers.CharField(max_length=12, allow_blank=True, default="")
    form = serializers.CharField(max_length=60, allow_blank=True, default="")
    note = serializers.CharField(max_length=300, allow_blank=True, default="")


class SplitSerializer(serializers.Serializer[None]):
    parts = PartSerializer(many=True)


class FloatingSerializer(serializers.Serializer[None]):
    """Seeds that floated, if known."""

    floated_seeds = serializers.IntegerField(min_value=1, allow_null=True, default=None)
    note = serializers.CharField(max_length=300, allow_blank=True, default="")


class MergeSerializer(serializers.Serializer[None]):
    lots = serializers.PrimaryKeyRelatedField(queryset=Lot.objects.select_related("taxon"), many=True)
    code = serializers.CharField(max_length=12, allow_blank=True, default="")
    note = serializers.CharField(max_length=300, allow_blank=True, default="")


class HarvestedLotSerializer(serializers.Serializer[None]):
    code = serializers.CharField(max_length=12, allow_blank=True, default="")
    form = serializers.CharField(max_length=60, allow_blank=True, default="")
    ripeness = serializers.ChoiceField(choices=choices_of(Ripeness), default=Ripeness.RIPE)
    parents = serializers.IntegerField(min_value=1, allow_null=True, default=None)
    amount = serializers.FloatField(allow_null=True, default=None)
    unit = serializers.ChoiceField(choices=choices_of(AmountUnit), default=AmountUnit.SEEDS)
    known = serializers.ChoiceField(choices=choices_of(AmountKnown), default=AmountKnown.GUESSED)
    hazards = serializers.ListField(child=serializers.ChoiceField(choices=choices_of(Hazard)), default=list)
    note = serializers.CharField(max_length=300, allow_blank=True, default="")


class HarvestSerializer(SureSerializer):
    """A harvest and its lots."""

    stand = serializers.PrimaryKeyRelatedField(queryset=Stand.objects.select_related("taxon"))
    collected_on = serializers.DateField()
    collected_precision = serializers.ChoiceField(choices=choices_of(DatePrecision), default=DatePrecision.DAY)
    collector = serializers.CharField(max_length=60, allow_blank=True, default="")
    leave = serializers.CharField(max_length=200, allow_blank=True, default="")
    purpose = serializers.ChoiceField(choices=choices_of(Purpose), default=Purpose.TRIAL)
    parents = serializers.IntegerField(min_value=1, allow_null=True, default=None)
    ripe_seeds = serializers.IntegerField(min_value=1, allow_null=True, default=None)
    taken_seeds = serializers.IntegerField(min_value=0, allow_null=True, default=None)
    weather = serializers.CharField(max_length=120, allow_blank=True, default="")
    note = serializers.CharField(max_length=300, allow_blank=True, default="")
    more_to_come = serializers.BooleanField(default=False)
    lots = HarvestedLotSerializer(many=True)


class NameStandSerializer(VersionedSerializer):
    taxon = serializers.PrimaryKeyRelatedField(queryset=Taxon.objects.all())
