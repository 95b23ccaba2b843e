"""Recipes over HTTP."""

from django.db.models import QuerySet
from drf_spectacular.utils import extend_schema
from rest_framework import mixins, viewsets
from rest_framework.decorators import action
from rest_framework.request import Request
from rest_framework.response import Response

from core.errors import CoreError
from core.treatment import STARTERS, recipe_advice
from core.vocabulary import Dormancy
from server.http.bodies import read
from server.http.filters import StrictFilters
from server.people.requests import person_of
from server.recipes import selectors, services
from server.recipes.api.serializers import (
    LadderSerializer,
    RecipeAdviceSerializer,
    RecipeCheckSerializer,
    RecipeSerializer,
    RungSerializer,
    StarterRecipeSerializer,
)
from server.recipes.models import Recipe, Step


class RecipeViewSet(mixins.ListModelMixin, mixins.RetrieveModelMixin, viewsets.GenericViewSet[Recipe]):
    """Recipes, latest editions only in the list."""

    queryset = Recipe.objects.prefetch_related("steps")
    serializer_class = RecipeSerializer
    filter_backends = [StrictFilters]

    def get_queryset(self) -> QuerySet[Recipe]:
        found = super().get_queryset().annotate(tested=selectors.sown_somewhere())
        return found.filter(replaced_by__isnull=True) if self.action == "list" else found

    @extend_schema(request=RecipeSerializer, responses={201: RecipeSerializer})
    def create(self, request: Request) -> Response:
        given = RecipeSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        recipe = services.write_recipe(by=person_of(request), **given.validated_data)
        return Response(RecipeSerializer(self.get_queryset().get(pk=recipe.pk)).data, status=201)

    @extend_schema(request=RecipeCheckSerializer, responses=RecipeAdviceSerializer(many=True), operation_id="recipes_check")
    @action(detail=False, methods=["post"], pagination_class=None)
    def check(self, request: Request) -> Response:
        """What the rules say of steps that are being written; half-typed steps are ignored."""
        given = read(RecipeCheckSerializer, request)
        dormancy = Dormancy(given["dormancy"]) if given["dormancy"] else None
        try:
            said = recipe_advice([Step(**s).as_core() for s in given["steps"]], dormancy)
        except CoreError:
            said = []  # a negative time, say: refused on saving, with its place
        return Response(RecipeAdviceSerializer(said, many=True).data)

    @extend_schema(responses=StarterRecipeSerializer(many=True), filters=False, operation_id="recipes_starters")
    @action(detail=False, pagination_class=None)
    def starters(self, request: Request) -> Response:
        """The schools and the starting points for plants."""
        return Response(StarterRecipeSerializer(list(STARTERS), many=True).data)

    @extend_schema(request=None, responses={201: RecipeSerializer(many=True)}, operation_id="recipes_add_starters")
    @starters.mapping.post
    def add_starters(self, request: Request) -> Response:
        """Add the general starter recipes that the nursery does not have."""
        added = [recipe.pk for recipe in services.add_starter_recipes(by=person_of(request))]
        return Response(RecipeSerializer(self.get_queryset().filter(pk__in=added), many=True).data, status=201)

    @extend_schema(request=LadderSerializer, responses={201: RungSerializer(many=True)}, operation_id="recipes_ladder")
    @action(detail=True, methods=["post"], pagination_class=None)
    def ladder(self, request: Request, pk: str) -> Response:
        """Ordered treatments from the doses of one step."""
        rungs = services.write_ladder(by=person_of(request), recipe=self.get_object(), **read(LadderSerializer, request))
        recipes = self.get_queryset().in_bulk([recipe.pk for _, _, recipe in rungs if recipe])
        made = [{"dose": dose, "name": name, "recipe": recipes[recipe.pk] if recipe else None} for dose, name, recipe in rungs]
        return Response(RungSerializer(made, many=True).data, status=201)
