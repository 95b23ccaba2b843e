"""Addresses of photos."""

from django.urls import path

from server.photos.api.views import PhotoFileView

urlpatterns = [path("photos/<int:pk>/", PhotoFileView.as_view())]
