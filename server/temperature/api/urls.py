"""Addresses of temperature logs."""

from rest_framework.routers import SimpleRouter

from server.temperature.api.views import PlaceTemperatureViewSet, TemperatureLogViewSet

router = SimpleRouter()
router.register("temperature-logs", TemperatureLogViewSet)
router.register("place-temperatures", PlaceTemperatureViewSet, basename="place-temperature")
urlpatterns = router.urls
