"""Addresses of places."""

from rest_framework.routers import SimpleRouter

from server.places.api.views import PlaceViewSet

router = SimpleRouter()
router.register("places", PlaceViewSet)
urlpatterns = router.urls
