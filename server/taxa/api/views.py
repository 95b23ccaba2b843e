"""Reading plants."""

from rest_framework import mixins, viewsets

from server.rest.filters import StrictFilters
from server.taxa.api.serializers import TaxonSerializer
from server.taxa.models import Taxon


class TaxonViewSet(mixins.ListModelMixin, mixins.RetrieveModelMixin, viewsets.GenericViewSet[Taxon]):
    """Plants."""

    queryset = Taxon.objects.all()
    serializer_class = TaxonSerializer
    filter_backends = [StrictFilters]
