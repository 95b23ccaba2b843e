"""Addresses of plants."""

from rest_framework.routers import SimpleRouter

from server.taxa.api.views import TaxonViewSet

router = SimpleRouter()
router.register("taxa", TaxonViewSet)
urlpatterns = router.urls
