"""What is done with a lot, over HTTP: cleaning, drying, tests, moves, troubles, its end, splitting and merging."""

from django.utils import timezone
from drf_spectacular.utils import OpenApiResponse, extend_schema
from rest_framework import viewsets
from rest_framework.decorators import action
from rest_framework.request import Request
from rest_framework.response import Response

from core.vocabulary import AmountUnit, CleaningGrade, CleaningKind, DryingKind, LotEnd, QualityKind, Trouble
from server.http.bodies import read
from server.lots.api import bench_serializers as b
from server.lots.api.serializers import LotSerializer
from server.lots.models import Lot
from server.lots.services import bench, descent, lots
from server.lots.services.photos import keep_lot_photo
from server.people.requests import person_of

LotsSerializer = LotSerializer(many=True)


class BenchActions(viewsets.GenericViewSet[Lot]):
    """Each answers with the lot as it is then, or with the lots that were made."""

    def _answer(self, status: int = 201) -> Response:
        return Response(LotSerializer(self.get_object()).data, status=status)

    @extend_schema(request=b.CleaningStepSerializer, responses={201: LotSerializer})
    @action(detail=True, methods=["post"])
    def clean(self, request: Request, pk: str) -> Response:
        given = read(b.CleaningStepSerializer, request)
        kind, grade = CleaningKind(given.pop("kind")), given.pop("grade")
        given["unit"], wanted = AmountUnit(given["unit"]), CleaningGrade(grade) if grade else None
        bench.record_cleaning(by=person_of(request), lot=self.get_object(), kind=kind, grade=wanted, at=timezone.now(), **given)
        return self._answer()

    @extend_schema(request=b.DryingLookSerializer, responses={201: LotSerializer})
    @action(detail=True, methods=["post"])
    def dry(self, request: Request, pk: str) -> Response:
        given = read(b.DryingLookSerializer, request)
        kind = DryingKind(given.pop("kind"))
        bench.record_drying(by=person_of(request), lot=self.get_object(), kind=kind, at=timezone.now(), **given)
        return self._answer()

    @extend_schema(request=b.QualityTestSerializer, responses={201: LotSerializer})
    @action(detail=True, methods=["post"])
    def test(self, request: Request, pk: str) -> Response:
        given = read(b.QualityTestSerializer, request)
        kind = QualityKind(given.pop("kind"))
        bench.record_quality(by=person_of(request), lot=self.get_object(), kind=kind, at=timezone.now(), **given)
        return self._answer()

    @extend_schema(request=b.RecordSerializer, responses={204: OpenApiResponse(description="The line is undone")})
    @action(detail=True, methods=["post"], url_path="take-back")
    def take_back(self, request: Request, pk: str) -> Response:
        given = read(b.RecordSerializer, request)
        bench.take_back_record(by=person_of(request), lot=self.get_object(), record=given["record"], pk=given["id"])
        return Response(status=204)

    @extend_schema(request=b.LotPhotoSerializer, responses={204: None})
    @action(detail=True, methods=["post"])
    def photos(self, request: Request, pk: str) -> Response:
        """Tie a photo that was sent before to the lot."""
        keep_lot_photo(by=person_of(request), lot=self.get_object(), at=timezone.now(), **read(b.LotPhotoSerializer, request))
        return Response(status=204)

    @extend_schema(request=b.MoveSerializer, responses=LotSerializer)
    @action(detail=True, methods=["post"])
    def move(self, request: Request, pk: str) -> Response:
        lots.move_lot(by=person_of(request), lot=self.get_object(), **read(b.MoveSerializer, request))
        return self._answer(200)

    @extend_schema(request=b.TroubleSerializer, responses=LotSerializer)
    @action(detail=True, methods=["post"])
    def trouble(self, request: Request, pk: str) -> Response:
        given = read(b.TroubleSerializer, request)
        found = given.pop("trouble")
        lots.note_trouble(by=person_of(request), lot=self.get_object(), trouble=Trouble(found) if found else None, **given)
        return self._answer(200)

    @extend_schema(request=b.EndSerializer, responses=LotSerializer)
    @action(detail=True, methods=["post"])
    def end(self, request: Request, pk: str) -> Response:
        given = read(b.EndSerializer, request)
        lots.end_lot(by=person_of(request), lot=self.get_object(), at=timezone.now(), ended=LotEnd(given.pop("ended")), **given)
        return self._answer(200)

    @extend_schema(request=b.VersionedSerializer, responses=LotSerializer)
    @action(detail=True, methods=["post"], url_path="take-up-again")
    def take_up_again(self, request: Request, pk: str) -> Response:
        lots.take_up_again(by=person_of(request), lot=self.get_object(), **read(b.VersionedSerializer, request))
        return self._answer(200)

    @extend_schema(request=b.SplitSerializer, responses={201: LotsSerializer}, filters=False, operation_id="lots_split")
    @action(detail=True, methods=["post"], pagination_class=None)
    def split(self, request: Request, pk: str) -> Response:
        parts = [descent.Part(**p) for p in read(b.SplitSerializer, request)["parts"]]
        made = descent.split_lot(by=person_of(request), lot=self.get_object(), parts=parts, at=timezone.now())
        return Response(LotSerializer(made, many=True).data, status=201)

    @extend_schema(request=b.FloatingSerializer, responses={201: LotsSerializer}, filters=False, operation_id="lots_float")
    @action(detail=True, methods=["post"], pagination_class=None)
    def float(self, request: Request, pk: str) -> Response:
        made = descent.float_lot(by=person_of(request), lot=self.get_object(), at=timezone.now(), **read(b.FloatingSerializer, request))
        return Response(LotSerializer(made, many=True).data, status=201)

    @extend_schema(request=b.MoveTogetherSerializer, responses={204: None}, operation_id="lots_move_together")
    @action(detail=False, methods=["post"], url_path="move")
    def move_together(self, request: Request) -> Response:
        """Put several lots into one place, all of them or none."""
        lots.move_lots(by=person_of(request), **read(b.MoveTogetherSerializer, request))
        return Response(status=204)

    @extend_schema(request=b.MergeSerializer, responses={201: LotSerializer})
    @action(detail=False, methods=["post"])
    def merge(self, request: Request) -> Response:
        made = descent.merge_lots(by=person_of(request), at=timezone.now(), **read(b.MergeSerializer, request))
        return Response(LotSerializer(made).data, status=201)
