"""Addresses of sowings and of what is known."""

from django.urls import path
from rest_framework.routers import SimpleRouter

from server.sowing.api import views

router = SimpleRouter()
router.register("sowing-plans", views.SowingPlanViewSet)
router.register("outcomes", views.OutcomeViewSet)
router.register("trays", views.TrayViewSet)
urlpatterns = [
    *router.urls,
    path("lots/<int:pk>/sowing-bases/", views.SowingBasesView.as_view()),
    path("lots/<int:pk>/knowledge/", views.LotKnowledgeView.as_view()),
    path("taxa/<int:pk>/knowledge/", views.TaxonKnowledgeView.as_view()),
    path("lots/<int:pk>/weigh-test/", views.WeighTestView.as_view()),
    path("trials/<int:pk>/worth/", views.TrialWorthView.as_view()),
    path("seedlings/", views.SeedlingsView.as_view()),
    path("knowledge/", views.KnowledgeListView.as_view()),
    path("open-questions/", views.QuestionListView.as_view()),
]
