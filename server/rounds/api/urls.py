"""Address of Today."""

from django.urls import path

from server.rounds.api.views import TodayView

urlpatterns = [path("today/", TodayView.as_view())]
