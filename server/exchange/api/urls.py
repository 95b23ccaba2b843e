"""Addresses of what leaves the application."""

from django.urls import path

from server.exchange.api.views import ExportSchemaView, ExportView, ReportMakingView, ReportPdfView, ReportView

urlpatterns = [
    path("trials/<int:pk>/export/<str:name>/", ExportView.as_view()),
    path("trials/<int:pk>/report/", ReportView.as_view()),
    path("trials/<int:pk>/report/making/", ReportMakingView.as_view()),
    path("trials/<int:pk>/report.pdf/", ReportPdfView.as_view()),
    path("export-schema/", ExportSchemaView.as_view()),
]
