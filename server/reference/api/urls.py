"""Addresses of plants, places and photos."""

from django.urls import path
from rest_framework.routers import SimpleRouter

from server.reference.api.views import PhotoFileView, PhotosView, PlaceViewSet, TaxonViewSet

router = SimpleRouter()
router.register("taxa", TaxonViewSet)
router.register("places", PlaceViewSet)
urlpatterns = [*router.urls, path("photos/", PhotosView.as_view()), path("photos/<int:pk>/", PhotoFileView.as_view())]
