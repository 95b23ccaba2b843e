"""Sign-in and the person signed in."""

from typing import Any

from rest_framework import serializers

from core.vocabulary import Role
from server.people.models import Person
from server.people.permissions import Right, may
from server.record_kinds.choices import choices_of


class SignInSerializer(serializers.Serializer[None]):
    username = serializers.CharField()
    password = serializers.CharField(trim_whitespace=False)


class PersonSerializer(serializers.ModelSerializer[Person]):
    role = serializers.ChoiceField(choices=choices_of(Role))
    may_count = serializers.SerializerMethodField()
    may_plan = serializers.SerializerMethodField()

    class Meta:
        model = Person
        fields = ["id", "username", "initials", "role", "may_count", "may_plan"]

    def get_may_count(self, person: Person) -> bool:
        return may(person, Right.COUNT)

    def get_may_plan(self, person: Person) -> bool:
        return may(person, Right.PLAN)


class SessionSerializer(serializers.Serializer[Any]):
    user = PersonSerializer(allow_null=True)
