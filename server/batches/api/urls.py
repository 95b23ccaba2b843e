"""Addresses of batches, plans, looks at bags, supplies and turns."""

from django.urls import path
from rest_framework.routers import SimpleRouter

from server.batches.api.supply_views import SupplyViewSet, TurnViewSet
from server.batches.api.views import BagLookViewSet, BatchViewSet, PlanView

router = SimpleRouter()
router.register("batches", BatchViewSet)
router.register("bag-looks", BagLookViewSet)
router.register("supplies", SupplyViewSet)
router.register("turns", TurnViewSet)
urlpatterns = [*router.urls, path("plan/", PlanView.as_view())]
