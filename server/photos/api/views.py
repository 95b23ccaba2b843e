"""Photos over HTTP, for those who are signed in."""

from django.http import FileResponse
from django.shortcuts import get_object_or_404
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema
from rest_framework.request import Request
from rest_framework.views import APIView

from server.photos.models import Photo


class PhotoFileView(APIView):
    """The picture itself."""

    @extend_schema(operation_id="photos_file", responses={(200, "image/jpeg"): OpenApiTypes.BINARY})
    def get(self, request: Request, pk: int) -> FileResponse:
        photo = get_object_or_404(Photo, pk=pk)
        headers = {"Cache-Control": "private, max-age=31536000, immutable", "X-Content-Type-Options": "nosniff"}
        return FileResponse(photo.image.open("rb"), content_type="image/jpeg", headers=headers)
