"""Addresses of stands and visits."""

from rest_framework.routers import SimpleRouter

from server.stands.api.views import StandViewSet, VisitViewSet

router = SimpleRouter()
router.register("stands", StandViewSet)
router.register("visits", VisitViewSet)
urlpatterns = router.urls
