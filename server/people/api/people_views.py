"""Who there is, invitations, and what the lead does about people."""

from django.utils.decorators import method_decorator
from django.views.decorators.csrf import csrf_protect
from drf_spectacular.utils import OpenApiResponse, extend_schema
from rest_framework import viewsets
from rest_framework.decorators import action
from rest_framework.generics import get_object_or_404
from rest_framework.permissions import AllowAny
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from core.vocabulary import Role
from server.http.bodies import read
from server.people import selectors
from server.people.api.account_serializers import (
    AcceptSerializer,
    AccountSerializer,
    InvitationMadeSerializer,
    InvitationSerializer,
    NewInvitationSerializer,
    OpenInvitationSerializer,
    PersonChangeSerializer,
    SignedOutSerializer,
    TokenSerializer,
)
from server.people.api.serializers import PersonRowSerializer, SessionSerializer
from server.people.api.views import enter, session_answer
from server.people.models import Invitation, Person
from server.people.permissions import Right, require
from server.people.requests import person_of
from server.people.services import accounts, invitations, sign_ins


class PeopleViewSet(viewsets.GenericViewSet[Person]):
    """People: whom a round can be given to; for the lead, who there is and as what."""

    people_only = True
    queryset = Person.objects.all()
    serializer_class = PersonRowSerializer
    pagination_class = None

    @extend_schema(operation_id="people_list", responses=PersonRowSerializer(many=True), filters=False)
    def list(self, request: Request) -> Response:
        return Response(PersonRowSerializer(selectors.people(), many=True).data)

    @extend_schema(operation_id="people_accounts", responses=AccountSerializer(many=True), filters=False)
    @action(detail=False)
    def accounts(self, request: Request) -> Response:
        require(person_of(request), Right.LEAD)
        return Response(AccountSerializer(selectors.everybody(), many=True).data)

    @extend_schema(operation_id="people_change", request=PersonChangeSerializer, responses=AccountSerializer)
    def partial_update(self, request: Request, pk: str) -> Response:
        changes = read(PersonChangeSerializer, request)
        return Response(AccountSerializer(accounts.change_person(by=person_of(request), person=self.get_object(), changes=changes)).data)

    @extend_schema(operation_id="people_sign_out", request=None, responses=SignedOutSerializer)
    @action(detail=True, methods=["post"], url_path="sign-out")
    def sign_out(self, request: Request, pk: str) -> Response:
        by, person = person_of(request), self.get_object()
        # on one's own line: everywhere but here
        here = request._request.session.session_key or "" if by.pk == person.pk else ""
        return Response(SignedOutSerializer({"devices": sign_ins.sign_out_elsewhere(by=by, person=person, but=here)}).data)


class InvitationViewSet(viewsets.GenericViewSet[Invitation]):
    """One-time links: make or withdraw; the token is returned once."""

    people_only = True
    queryset = Invitation.objects.all()
    serializer_class = InvitationSerializer
    pagination_class = None

    @extend_schema(operation_id="invitations_list", responses=InvitationSerializer(many=True), filters=False)
    def list(self, request: Request) -> Response:
        require(person_of(request), Right.LEAD)
        return Response(InvitationSerializer(selectors.open_invitations(), many=True).data)

    @extend_schema(operation_id="invitations_create", request=NewInvitationSerializer, responses={201: InvitationMadeSerializer})
    def create(self, request: Request) -> Response:
        given = read(NewInvitationSerializer, request)
        role = Role(given.pop("role", Role.READER))
        invitation, token = invitations.invite(by=person_of(request), role=role, **given)
        return Response(InvitationMadeSerializer({"invitation": invitation, "token": token}).data, status=201)

    @extend_schema(operation_id="invitations_withdraw", request=None, responses={204: OpenApiResponse(description="The link is useless")})
    @action(detail=True, methods=["post"])
    def withdraw(self, request: Request, pk: str) -> Response:
        invitations.withdraw(by=person_of(request), invitation=get_object_or_404(Invitation, pk=pk))
        return Response(status=204)


class OpenInvitationView(APIView):
    """Look up an invitation link."""

    permission_classes = [AllowAny]
    authentication_classes = []

    @extend_schema(operation_id="invitations_look", request=TokenSerializer, responses=OpenInvitationSerializer, auth=[])
    def post(self, request: Request) -> Response:
        return Response(OpenInvitationSerializer(invitations.open_invitation(read(TokenSerializer, request)["token"])).data)


@method_decorator(csrf_protect, name="post")
class AcceptInvitationView(APIView):
    """Using a link: somebody joins, or has a new password, and is signed in."""

    permission_classes = [AllowAny]

    @extend_schema(operation_id="invitations_accept", request=AcceptSerializer, responses=SessionSerializer)
    def post(self, request: Request) -> Response:
        person = invitations.accept(**read(AcceptSerializer, request))
        enter(request, person)
        return session_answer(person)
