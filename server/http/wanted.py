"""Ids of some things in an address: `ids=3,7,12`."""

from rest_framework import serializers
from rest_framework.request import Request

MOST = 500


class WantedSerializer(serializers.Serializer[None]):
    """Ids of the things that are asked for, parted by commas."""

    ids = serializers.RegexField(
        rf"^\d{{1,9}}(,\d{{1,9}}){{0,{MOST - 1}}}$", error_messages={"invalid": f"Give 1 to {MOST} ids, parted by commas."}
    )

    def validate_ids(self, value: str) -> list[int]:
        return [int(x) for x in value.split(",")]


def wanted_ids(request: Request) -> list[int]:
    """The ids that an address asks for."""
    given = WantedSerializer(data=request.query_params)
    given.is_valid(raise_exception=True)
    wanted: list[int] = given.validated_data["ids"]
    return wanted
