"""Addresses of Today, the rounds of bags, timers and calendars."""

from django.urls import path

from server.rounds.api.views import BagRoundsView, CalendarFeedView, CalendarFileView, CalendarView, RouteView, TimersView, TodayView

urlpatterns = [
    path("today/", TodayView.as_view()),
    path("today/route/", RouteView.as_view()),
    path("bag-rounds/", BagRoundsView.as_view()),
    path("timers/", TimersView.as_view()),
    path("calendar-feed/", CalendarFeedView.as_view()),
    path("calendar-file/", CalendarFileView.as_view()),
    path("calendar/<str:token>/", CalendarView.as_view()),
]
