"""Addresses of results."""

from django.urls import path

from server.evidence.api.views import ComparisonView, LotPageView, OverviewView

urlpatterns = [
    path("lots/<int:pk>/page/", LotPageView.as_view()),
    path("trials/<int:pk>/overview/", OverviewView.as_view()),
    path("trials/<int:pk>/comparison/", ComparisonView.as_view()),
]
