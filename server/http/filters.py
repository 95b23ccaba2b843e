"""Filters that refuse what they do not know: a typing error must not look like an empty list."""

from typing import Any

from django.db.models import QuerySet
from django.http import HttpRequest
from django_filters.rest_framework import DjangoFilterBackend
from rest_framework.exceptions import ValidationError
from rest_framework.views import APIView

PAGE_PARAMETERS = {"page", "page_size"}


class StrictFilters(DjangoFilterBackend):
    """django-filter, but an unknown parameter is a 400 that names it."""

    def filter_queryset(self, request: HttpRequest, queryset: QuerySet[Any], view: APIView) -> QuerySet[Any]:
        filterset_class = self.get_filterset_class(view, queryset)
        known = PAGE_PARAMETERS | set(filterset_class.base_filters if filterset_class else ())
        unknown = sorted(set(request.GET) - known)
        if unknown:
            raise ValidationError({name: f"There is no filter “{name}” here; there are {', '.join(sorted(known))}." for name in unknown})
        filtered: QuerySet[Any] = super().filter_queryset(request, queryset, view)
        return filtered
