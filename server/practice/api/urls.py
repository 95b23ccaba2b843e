"""Addresses of the practice bench."""

from rest_framework.routers import SimpleRouter

from server.practice.api.views import PracticeViewSet

router = SimpleRouter()
router.register("practice", PracticeViewSet, basename="practice")
urlpatterns = router.urls
