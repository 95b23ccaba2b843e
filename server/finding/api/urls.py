"""The address of Find."""

from django.urls import path

from server.finding.api.views import FindView

urlpatterns = [path("find/", FindView.as_view())]
