"""Addresses of lots, harvests and the balance."""

from django.urls import path
from rest_framework.routers import SimpleRouter

from server.lots.api.balance_views import BalanceView
from server.lots.api.harvest_views import HarvestViewSet, StandNamingViewSet
from server.lots.api.photo_count_views import PhotoCountsView, PhotoFoundView, ReadMarksView, StopPhotoCountView
from server.lots.api.views import LotViewSet

router = SimpleRouter()
router.register("lots", LotViewSet)
router.register("harvests", HarvestViewSet, basename="harvest")
router.register("stands", StandNamingViewSet, basename="stand-naming")
urlpatterns = [
    *router.urls,
    path("balance/readings/", BalanceView.as_view()),
    path("photo-counts/", PhotoCountsView.as_view()),
    path("photo-counts/stop/", StopPhotoCountView.as_view()),
    path("photo-counts/read/", ReadMarksView.as_view()),
    path("photo-counts/<uuid:client_id>/", PhotoFoundView.as_view()),
]
