"""Addresses of labels and codes."""

from django.urls import path
from rest_framework.routers import SimpleRouter

from server.labels.api.views import CodeView, LabelViewSet, PhotoSheetView

router = SimpleRouter()
router.register("labels", LabelViewSet)
urlpatterns = [*router.urls, path("codes/<str:code>/", CodeView.as_view()), path("photo-sheet/<str:name>/", PhotoSheetView.as_view())]
