"""Plants over HTTP."""

from drf_spectacular.utils import extend_schema
from rest_framework import mixins, viewsets
from rest_framework.request import Request
from rest_framework.response import Response

from server.http.bodies import read
from server.http.filters import StrictFilters
from server.people.requests import person_of
from server.record_kinds.api.things import given_change
from server.taxa.api.serializers import TaxonChangeSerializer, TaxonSerializer
from server.taxa.models import Taxon
from server.taxa.services import add_taxon, change_taxon


class TaxonViewSet(mixins.ListModelMixin, mixins.RetrieveModelMixin, viewsets.GenericViewSet[Taxon]):
    """Plants, with what is said of them."""

    queryset = Taxon.objects.all()
    serializer_class = TaxonSerializer
    filter_backends = [StrictFilters]

    def create(self, request: Request) -> Response:
        made = add_taxon(by=person_of(request), **read(TaxonSerializer, request))
        return Response(TaxonSerializer(made).data, status=201)

    @extend_schema(request=TaxonChangeSerializer, responses=TaxonSerializer)
    def partial_update(self, request: Request, pk: str) -> Response:
        taxon = self.get_object()
        version, changes = given_change(TaxonChangeSerializer, taxon, request.data)
        return Response(TaxonSerializer(change_taxon(by=person_of(request), taxon=taxon, version=version, changes=changes)).data)
