"""Reading the body of a request."""

from typing import Any

from rest_framework import serializers
from rest_framework.request import Request


def read(serializer: type[serializers.BaseSerializer[Any]], request: Request) -> dict[str, Any]:
    """The body of a request, checked for its form."""
    given = serializer(data=request.data)
    given.is_valid(raise_exception=True)
    return dict(given.validated_data)
