"""Addresses of lots."""

from rest_framework.routers import SimpleRouter

from server.lots.api.views import LotViewSet

router = SimpleRouter()
router.register("lots", LotViewSet)
urlpatterns = router.urls
