"""People, invitations, passwords and devices as JSON."""

from typing import Any

from rest_framework import serializers

from core.vocabulary import Role
from server.people.models import Invitation, Person, SignIn
from server.record_kinds.choices import choices_of


class UsernameField(serializers.RegexField):
    """A name to sign in with; a space in it is fine."""

    default_error_messages = {"invalid": "Use letters, digits, spaces, dots, dashes and underscores in a username."}

    def __init__(self, **kwargs: Any) -> None:
        super().__init__(r"^[\w. -]+$", min_length=2, max_length=40, **kwargs)


class DisplayNameField(serializers.CharField):
    """What others call somebody."""

    def __init__(self, **kwargs: Any) -> None:
        super().__init__(max_length=60, required=False, allow_blank=True, **kwargs)


class JoinSerializer(serializers.Serializer[Any]):
    """A username, a display name, initials for the records, and a password."""

    username = UsernameField()
    display_name = DisplayNameField()
    initials = serializers.CharField(max_length=6)
    password = serializers.CharField(trim_whitespace=False, max_length=200)


class TokenSerializer(serializers.Serializer[Any]):
    token = serializers.CharField(max_length=100)


class AcceptSerializer(TokenSerializer):
    """A link used: names and initials count only where somebody new joins."""

    username = UsernameField(required=False)
    display_name = DisplayNameField()
    initials = serializers.CharField(max_length=6, required=False)
    password = serializers.CharField(trim_whitespace=False, max_length=200)


class OpenInvitationSerializer(serializers.Serializer[Any]):
    """An invitation link."""

    role = serializers.ChoiceField(choices=choices_of(Role))
    initials = serializers.CharField()
    by = serializers.CharField(source="by.initials")
    expires_at = serializers.DateTimeField()
    username = serializers.CharField(
        source="person.username", default="", help_text="Whose new password it is; empty where somebody joins."
    )


class NewInvitationSerializer(serializers.Serializer[Any]):
    role = serializers.ChoiceField(choices=choices_of(Role), required=False)
    initials = serializers.CharField(max_length=6, required=False, allow_blank=True)
    person = serializers.PrimaryKeyRelatedField(queryset=Person.objects.filter(is_active=True), required=False, allow_null=True)

    def validate(self, attrs: dict[str, Any]) -> dict[str, Any]:
        if not attrs.get("person") and not attrs.get("role"):
            raise serializers.ValidationError({"role": "As what shall they join? Choose a role."})
        return attrs


class InvitationSerializer(serializers.ModelSerializer[Invitation]):
    by = serializers.CharField(source="by.initials")
    for_person = serializers.CharField(source="person.initials", default="")
    role = serializers.ChoiceField(choices=choices_of(Role))

    class Meta:
        model = Invitation
        fields = ["id", "role", "initials", "by", "at", "expires_at", "for_person"]


class InvitationMadeSerializer(serializers.Serializer[Any]):
    invitation = InvitationSerializer()
    token = serializers.CharField(help_text="Shown once: the link is /join#token.")


class AccountSerializer(serializers.ModelSerializer[Person]):
    """A person's account."""

    role = serializers.ChoiceField(choices=choices_of(Role))

    class Meta:
        model = Person
        fields = ["id", "username", "display_name", "initials", "role", "is_active", "last_login", "date_joined"]


class PersonChangeSerializer(serializers.Serializer[Any]):
    """Changes to a person; omitted fields stay."""

    role = serializers.ChoiceField(choices=choices_of(Role), required=False)
    display_name = DisplayNameField()
    initials = serializers.CharField(max_length=6, min_length=1, required=False)
    is_active = serializers.BooleanField(required=False)


class PasswordSerializer(serializers.Serializer[Any]):
    old = serializers.CharField(trim_whitespace=False, max_length=200)
    new = serializers.CharField(trim_whitespace=False, max_length=200)


class DeviceSerializer(serializers.ModelSerializer[SignIn]):
    """A device that is signed in; `this` is the one that asks."""

    this = serializers.SerializerMethodField()

    class Meta:
        model = SignIn
        fields = ["id", "at", "device", "this"]

    def get_this(self, sign_in: SignIn) -> bool:
        return sign_in.session_key == self.context.get("session_key")


class SignedOutSerializer(serializers.Serializer[Any]):
    devices = serializers.IntegerField(help_text="Number of devices signed out.")
