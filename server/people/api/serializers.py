"""Sign-in and the person signed in."""

from typing import Any

from rest_framework import serializers

from core.vocabulary import DayOrder, Role, Units
from server.people.api.account_serializers import DisplayNameField
from server.people.models import Person, WorkYear
from server.people.permissions import Right, may
from server.people.services.accounts import one_spaced
from server.record_kinds.choices import choices_of


class SignInSerializer(serializers.Serializer[None]):
    username = serializers.CharField()
    password = serializers.CharField(trim_whitespace=False)

    def validate_username(self, username: str) -> str:
        return one_spaced(username)


class PersonSerializer(serializers.ModelSerializer[Person]):
    role = serializers.ChoiceField(choices=choices_of(Role))
    may_read = serializers.SerializerMethodField()
    may_count = serializers.SerializerMethodField()
    may_plan = serializers.SerializerMethodField()
    may_lead = serializers.SerializerMethodField()

    class Meta:
        model = Person
        fields = [
            "id",
            "username",
            "display_name",
            "initials",
            "role",
            "units",
            "dates",
            "may_read",
            "may_count",
            "may_plan",
            "may_lead",
        ]
        read_only_fields = ["display_name", "units", "dates"]

    def get_may_read(self, person: Person) -> bool:
        return may(person, Right.READ)

    def get_may_count(self, person: Person) -> bool:
        return may(person, Right.COUNT)

    def get_may_plan(self, person: Person) -> bool:
        return may(person, Right.PLAN)

    def get_may_lead(self, person: Person) -> bool:
        return may(person, Right.LEAD)


class OwnSettingsSerializer(serializers.Serializer[Any]):
    """Changes; omitted fields stay."""

    display_name = DisplayNameField()
    units = serializers.ChoiceField(choices=choices_of(Units), required=False)
    dates = serializers.ChoiceField(choices=choices_of(DayOrder), required=False)


class SessionSerializer(serializers.Serializer[Any]):
    user = PersonSerializer(allow_null=True)
    first_start = serializers.BooleanField(default=False, help_text="The installation has no people yet; the first to join is its lead.")


class DayOffSerializer(serializers.Serializer[Any]):
    day = serializers.DateField()
    name = serializers.CharField(max_length=60, allow_blank=True, default="")

    def to_internal_value(self, data: Any) -> Any:
        given = super().to_internal_value(data)
        if "day" not in given:
            # a change may leave out fields, but not the day of a day off
            raise serializers.ValidationError({"day": "Which day is off?"})
        return {**given, "day": given["day"].isoformat()}


class WorkYearSerializer(serializers.ModelSerializer[WorkYear]):
    working_days = serializers.ListField(child=serializers.IntegerField(min_value=0, max_value=6))
    days_off = DayOffSerializer(many=True)

    band_usual = serializers.FloatField(min_value=0, max_value=1, required=False)
    band_thin = serializers.FloatField(min_value=0, max_value=1, required=False)
    week_cost = serializers.FloatField(min_value=0, max_value=100, required=False)
    hazard_cost = serializers.FloatField(min_value=0, max_value=100, required=False)

    class Meta:
        model = WorkYear
        fields = [
            "version",
            "working_days",
            "days_off",
            "hemisphere",
            "hands",
            "band_usual",
            "band_thin",
            "aim",
            "week_cost",
            "hazard_cost",
        ]


class WorkYearChangeSerializer(WorkYearSerializer):
    """A change of it: the version that was seen, and the fields that change."""

    version = serializers.IntegerField(min_value=1)


class PersonRowSerializer(serializers.ModelSerializer[Person]):
    class Meta:
        model = Person
        fields = ["id", "initials", "role"]
