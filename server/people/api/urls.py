"""Addresses of the session."""

from django.urls import path

from server.people.api.views import SessionView

urlpatterns = [path("session/", SessionView.as_view())]
