"""Addresses of photos."""

from django.urls import path

from server.photos.api.views import PhotoFileView, PhotosView

urlpatterns = [path("photos/", PhotosView.as_view()), path("photos/<int:pk>/", PhotoFileView.as_view())]
