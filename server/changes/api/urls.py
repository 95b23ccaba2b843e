"""Addresses of changes and deletions."""

from django.urls import path

from server.changes.api.views import ChangesView, DeletionsView, HistoryView, UndoDeletionView

urlpatterns = [
    path("history/", HistoryView.as_view()),
    path("changes/", ChangesView.as_view()),
    path("deletions/", DeletionsView.as_view()),
    path("deletions/undo/", UndoDeletionView.as_view()),
]
