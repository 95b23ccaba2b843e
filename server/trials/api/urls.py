"""Addresses of trials, looks and dishes."""

from rest_framework.routers import SimpleRouter

from server.trials.api.views import DeviationViewSet, DishViewSet, LookViewSet, TrialViewSet

router = SimpleRouter()
router.register("trials", TrialViewSet)
router.register("looks", LookViewSet)
router.register("dishes", DishViewSet)
router.register("deviations", DeviationViewSet)
urlpatterns = router.urls
