"""Reading places."""

from rest_framework import mixins, viewsets

from server.places.api.serializers import PlaceSerializer
from server.places.models import Place
from server.rest.filters import StrictFilters


class PlaceViewSet(mixins.ListModelMixin, viewsets.GenericViewSet[Place]):
    """Places in the order of a round."""

    queryset = Place.objects.select_related("parent__parent__parent")
    serializer_class = PlaceSerializer
    filter_backends = [StrictFilters]
