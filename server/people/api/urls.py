"""Addresses of the session and of people."""

from django.urls import path
from rest_framework.routers import SimpleRouter

from server.people.api.people_views import AcceptInvitationView, InvitationViewSet, OpenInvitationView, PeopleViewSet
from server.people.api.token_views import ApiTokenViewSet
from server.people.api.views import DevicesView, FirstLeadView, PasswordView, SessionView
from server.people.api.work_year_views import WorkYearView

router = SimpleRouter()
router.register("people", PeopleViewSet)
router.register("invitations", InvitationViewSet)
router.register("api-tokens", ApiTokenViewSet)

urlpatterns = [
    path("session/", SessionView.as_view()),
    path("session/first-lead/", FirstLeadView.as_view()),
    path("session/password/", PasswordView.as_view()),
    path("session/devices/", DevicesView.as_view()),
    path("invitations/look/", OpenInvitationView.as_view()),
    path("invitations/accept/", AcceptInvitationView.as_view()),
    path("work-year/", WorkYearView.as_view()),
    *router.urls,
]
