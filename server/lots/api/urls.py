"""Addresses of lots, harvests and the balance."""

from django.urls import path
from rest_framework.routers import SimpleRouter

from server.lots.api.balance_views import BalanceView
from server.lots.api.harvest_views import HarvestViewSet, StandNamingViewSet
from server.lots.api.views import LotViewSet

router = SimpleRouter()
router.register("lots", LotViewSet)
router.register("harvests", HarvestViewSet, basename="harvest")
router.register("stands", StandNamingViewSet, basename="stand-naming")
urlpatterns = [*router.urls, path("balance/readings/", BalanceView.as_view())]
