"""Addresses of devices."""

from django.urls import path

from server.devices.api.views import BalanceView

urlpatterns = [path("balance/readings/", BalanceView.as_view())]
