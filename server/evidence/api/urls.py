"""Addresses of results."""

from django.urls import path

from server.evidence.api.views import (
    BatchPageView,
    ComparisonView,
    ConclusionsView,
    ConclusionTakeBackView,
    DecisionView,
    DormancyView,
    EarlierView,
    LotFiguresView,
    LotPageView,
    NextPlanView,
    OverviewView,
    PacketDayView,
    PlanQuestionView,
    RecipeConclusionsView,
    RecipeResultsView,
    TrialFiguresView,
    TrialTimelineView,
)

urlpatterns = [
    path("figures/lots/", LotFiguresView.as_view()),
    path("figures/trials/", TrialFiguresView.as_view()),
    path("lots/<int:pk>/page/", LotPageView.as_view()),
    path("lots/<int:pk>/dormancy/", DormancyView.as_view()),
    path("batches/<int:pk>/page/", BatchPageView.as_view()),
    path("trials/plan-question/", PlanQuestionView.as_view()),
    path("trials/<int:pk>/timeline/", TrialTimelineView.as_view()),
    path("trials/<int:pk>/overview/", OverviewView.as_view()),
    path("trials/<int:pk>/comparison/", ComparisonView.as_view()),
    path("trials/<int:pk>/packets/", PacketDayView.as_view()),
    path("trials/<int:pk>/earlier/", EarlierView.as_view()),
    path("trials/<int:pk>/decision/", DecisionView.as_view()),
    path("trials/<int:pk>/conclusions/", ConclusionsView.as_view()),
    path("trials/<int:pk>/next/", NextPlanView.as_view()),
    path("conclusions/<int:pk>/take-back/", ConclusionTakeBackView.as_view()),
    path("recipes/<int:pk>/conclusions/", RecipeConclusionsView.as_view()),
    path("recipes/<int:pk>/results/", RecipeResultsView.as_view()),
]
