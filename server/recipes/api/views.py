"""Recipes over HTTP."""

from drf_spectacular.utils import extend_schema
from rest_framework import mixins, viewsets
from rest_framework.request import Request
from rest_framework.response import Response

from server.people.requests import person_of
from server.recipes import services
from server.recipes.api.serializers import RecipeSerializer
from server.recipes.models import Recipe
from server.rest.filters import StrictFilters


class RecipeViewSet(mixins.ListModelMixin, mixins.RetrieveModelMixin, viewsets.GenericViewSet[Recipe]):
    """Recipes, latest editions only in the list."""

    queryset = Recipe.objects.prefetch_related("steps")
    serializer_class = RecipeSerializer
    filter_backends = [StrictFilters]

    def get_queryset(self):  # type: ignore[no-untyped-def]
        found = super().get_queryset()
        return found.filter(replaced_by__isnull=True) if self.action == "list" else found

    @extend_schema(request=RecipeSerializer, responses={201: RecipeSerializer})
    def create(self, request: Request) -> Response:
        given = RecipeSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        recipe = services.write_recipe(by=person_of(request), **given.validated_data)
        return Response(RecipeSerializer(recipe).data, status=201)
