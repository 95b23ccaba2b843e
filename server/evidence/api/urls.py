"""Addresses of results."""

from django.urls import path

from server.evidence.api.views import (
    BatchPageView,
    ComparisonView,
    DormancyView,
    LotPageView,
    OverviewView,
    PlanQuestionView,
    TrialStoryView,
)

urlpatterns = [
    path("lots/<int:pk>/page/", LotPageView.as_view()),
    path("lots/<int:pk>/dormancy/", DormancyView.as_view()),
    path("batches/<int:pk>/page/", BatchPageView.as_view()),
    path("trials/plan-question/", PlanQuestionView.as_view()),
    path("trials/<int:pk>/story/", TrialStoryView.as_view()),
    path("trials/<int:pk>/overview/", OverviewView.as_view()),
    path("trials/<int:pk>/comparison/", ComparisonView.as_view()),
]
