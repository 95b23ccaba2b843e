"""Addresses of what leaves the application."""

from django.urls import path
from rest_framework.routers import SimpleRouter

from server.exchange.api import views
from server.exchange.api.import_views import EverythingView, FileReadViewSet
from server.exchange.api.standard_views import OpenFormatsView, OpenFormatView

router = SimpleRouter()
router.register("files", FileReadViewSet)
urlpatterns = [
    *router.urls,
    path("everything/", EverythingView.as_view()),
    path("trials/<int:pk>/export/<str:name>/", views.ExportView.as_view()),
    path("trials/<int:pk>/report/", views.ReportView.as_view()),
    path("trials/<int:pk>/report/making/", views.ReportMakingView.as_view()),
    path("trials/<int:pk>/report.pdf/", views.ReportPdfView.as_view()),
    path("sowing-plans/<int:pk>/sheet.pdf/", views.TrayPlanView.as_view()),
    path("lots/export/lots.csv/", views.LotTableView.as_view()),
    path("lots/<int:pk>/card.pdf/", views.SeedCardView.as_view()),
    path("standard-files/", OpenFormatsView.as_view()),
    path("standard-files/<str:name>/", OpenFormatView.as_view()),
    path("export-schema/", views.ExportSchemaView.as_view()),
]
