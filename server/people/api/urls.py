"""Addresses of the session."""

from django.urls import path

from server.people.api.views import PeopleView, SessionView, WorkYearView

urlpatterns = [
    path("session/", SessionView.as_view()),
    path("people/", PeopleView.as_view()),
    path("work-year/", WorkYearView.as_view()),
]
