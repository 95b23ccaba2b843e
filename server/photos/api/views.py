"""Photos over HTTP, for those who are signed in."""

from django.http import FileResponse, Http404, HttpResponseBase, HttpResponseNotModified
from django.utils import timezone
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema
from rest_framework.generics import get_object_or_404
from rest_framework.parsers import MultiPartParser
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from server.http.bodies import read
from server.people.requests import person_of
from server.photos.api.serializers import NewPhotoSerializer, PhotoKeptSerializer
from server.photos.models import Photo
from server.photos.services import keep_photo


class PhotosView(APIView):
    """Taking in a photo before the record that it belongs to."""

    parser_classes = [MultiPartParser]
    counters = ("post",)

    @extend_schema(request=NewPhotoSerializer, responses={201: PhotoKeptSerializer}, operation_id="photos_create")
    def post(self, request: Request) -> Response:
        given = read(NewPhotoSerializer, request)
        kept = keep_photo(by=person_of(request), upload=given["photo"], at=timezone.now(), client_id=given["client_id"])
        return Response(PhotoKeptSerializer(kept).data, status=201)


class PhotoFileView(APIView):
    """The picture itself."""

    counters = ("get",)

    @extend_schema(operation_id="photos_file", responses={(200, "image/jpeg"): OpenApiTypes.BINARY})
    def get(self, request: Request, pk: int) -> HttpResponseBase:
        photo = get_object_or_404(Photo, pk=pk)
        # a number says which photo only within one database, so a kept copy is asked about each time
        mark = f'"{photo.client_id}"'
        headers = {"Cache-Control": "private, no-cache", "ETag": mark, "X-Content-Type-Options": "nosniff"}
        if mark in request.headers.get("If-None-Match", ""):
            return HttpResponseNotModified(headers=headers)
        try:
            return FileResponse(photo.image.open("rb"), content_type="image/jpeg", headers=headers)
        except FileNotFoundError:
            raise Http404 from None
