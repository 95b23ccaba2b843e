"""Labels and codes over HTTP."""

from django.http import Http404, HttpResponse
from django.utils import timezone
from django_filters import rest_framework as filters
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema
from rest_framework import mixins, viewsets
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from core.pictures import SHEETS
from core.vocabulary import LabelKind, LabelSheet
from server.http.bodies import read
from server.http.filters import StrictFilters
from server.labels import services
from server.labels.api.serializers import CodeTargetSerializer, LabelPrintSerializer, LabelsSerializer
from server.labels.models import LabelPrint
from server.labels.photo_sheet import photo_sheet_pdf
from server.labels.selectors import find_code
from server.people.requests import person_of


class LabelPrintFilter(filters.FilterSet):
    class Meta:
        model = LabelPrint
        fields = ["lot"]


class LabelViewSet(mixins.ListModelMixin, viewsets.GenericViewSet[LabelPrint]):
    """List printed labels, or print some."""

    queryset = LabelPrint.objects.select_related("by").order_by("-at", "-pk")
    serializer_class = LabelPrintSerializer
    filter_backends = [StrictFilters]
    filterset_class = LabelPrintFilter

    @extend_schema(request=LabelsSerializer, responses={(200, "application/pdf"): OpenApiTypes.BINARY})
    def create(self, request: Request) -> HttpResponse:
        wanted = read(LabelsSerializer, request)
        kind, sheet = LabelKind(wanted.pop("kind")), LabelSheet(wanted.pop("sheet"))
        made = services.print_labels(by=person_of(request), kind=kind, sheet=sheet, at=timezone.now(), **wanted)
        return HttpResponse(made, content_type="application/pdf", headers={"Content-Disposition": 'inline; filename="labels.pdf"'})


class CodeView(APIView):
    """Resolve a scanned or typed code."""

    counters = ("get",)

    @extend_schema(responses=CodeTargetSerializer, operation_id="codes_read")
    def get(self, request: Request, code: str) -> Response:
        target = find_code(code)
        if target is None:
            raise Http404
        return Response(CodeTargetSerializer(target).data)


class PhotoSheetView(APIView):
    """The sheet on which seed is photographed, with marks that give the scale: `large`, or `small` for seed under 2 mm."""

    @extend_schema(responses={(200, "application/pdf"): OpenApiTypes.BINARY}, operation_id="photo_sheet")
    def get(self, request: Request, name: str) -> HttpResponse:
        sheet = next((s for s in SHEETS if s.name == name), None)
        if sheet is None:
            raise Http404
        headers = {"Content-Disposition": f'inline; filename="photo-sheet-{name}.pdf"'}
        return HttpResponse(photo_sheet_pdf(sheet), content_type="application/pdf", headers=headers)
