"""Address of the tables of kinds."""

from django.urls import path

from server.record_kinds.api.views import KindsView

urlpatterns = [path("kinds/", KindsView.as_view())]
