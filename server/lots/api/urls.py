"""Addresses of lots and harvests."""

from rest_framework.routers import SimpleRouter

from server.lots.api.harvest_views import HarvestViewSet, StandNamingViewSet
from server.lots.api.views import LotViewSet

router = SimpleRouter()
router.register("lots", LotViewSet)
router.register("harvests", HarvestViewSet, basename="harvest")
router.register("stands", StandNamingViewSet, basename="stand-naming")
urlpatterns = router.urls
