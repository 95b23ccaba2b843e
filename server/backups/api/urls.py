"""Addresses of backups."""

from django.urls import path

from server.backups.api.views import BackupFileView, BackupsView, HealthView, RestoreFileView, RestoreView

urlpatterns = [
    path("backups/", BackupsView.as_view()),
    path("backups/health/", HealthView.as_view()),
    path("backups/restore/", RestoreView.as_view()),
    path("backups/restore-file/", RestoreFileView.as_view()),
    path("backups/<str:name>/", BackupFileView.as_view()),
]
