"""One's own API tokens over HTTP."""

from typing import Any

from django.db.models import QuerySet
from django.utils import timezone
from drf_spectacular.utils import extend_schema
from rest_framework import serializers, viewsets
from rest_framework.decorators import action
from rest_framework.request import Request
from rest_framework.response import Response

from server.http.bodies import read
from server.people.models import ApiToken
from server.people.requests import person_of
from server.people.selectors import api_tokens_of
from server.people.services.api_tokens import make_api_token, revoke_api_token


class ApiTokenSerializer(serializers.ModelSerializer[ApiToken]):
    """A token without its secret."""

    class Meta:
        model = ApiToken
        fields = ["id", "name", "start", "read_only", "at", "expires_at", "last_used_at"]
        read_only_fields = fields


class NewApiTokenSerializer(serializers.Serializer[Any]):
    """What a token is for, whether it `may_write` as its person may, and the `days` that it lasts (null: until it is revoked)."""

    name = serializers.CharField(max_length=60)
    may_write = serializers.BooleanField(default=False)
    days = serializers.IntegerField(allow_null=True, default=None)


class ApiTokenMadeSerializer(serializers.Serializer[Any]):
    """A new token, and its secret, which is shown this once."""

    token = ApiTokenSerializer()
    secret = serializers.CharField()


class ApiTokenViewSet(viewsets.GenericViewSet[ApiToken]):
    """Make, list and revoke one's own API tokens; a token itself may do none of it."""

    queryset = ApiToken.objects.all()
    serializer_class = ApiTokenSerializer
    pagination_class = None
    people_only = True
    counters = ("list", "create", "revoke")

    def get_queryset(self) -> QuerySet[ApiToken]:
        return ApiToken.objects.filter(person=person_of(self.request))

    @extend_schema(operation_id="api_tokens_list", responses=ApiTokenSerializer(many=True), filters=False)
    def list(self, request: Request) -> Response:
        return Response(ApiTokenSerializer(api_tokens_of(person_of(request)), many=True).data)

    @extend_schema(operation_id="api_tokens_create", request=NewApiTokenSerializer, responses={201: ApiTokenMadeSerializer})
    def create(self, request: Request) -> Response:
        token, secret = make_api_token(by=person_of(request), **read(NewApiTokenSerializer, request))
        return Response(ApiTokenMadeSerializer({"token": token, "secret": secret}).data, status=201)

    @extend_schema(operation_id="api_tokens_revoke", request=None, responses=ApiTokenSerializer)
    @action(detail=True, methods=["post"])
    def revoke(self, request: Request, pk: str) -> Response:
        return Response(ApiTokenSerializer(revoke_api_token(by=person_of(request), token=self.get_object(), at=timezone.now())).data)
