"""Addresses: the API, its schema and the page to read it, and the built front end for everything else."""

import os
from pathlib import Path

from django.conf import settings
from django.http import FileResponse, HttpRequest, HttpResponse
from django.urls import URLPattern, URLResolver, include, path, re_path
from django.views.decorators.http import require_safe
from drf_spectacular.views import SpectacularAPIView, SpectacularSwaggerSplitView

from server.http.problems import no_such_address


@require_safe
def web_app(request: HttpRequest) -> FileResponse | HttpResponse:
    """The front end's page; it routes from there, and says itself when it does not know an address."""
    page = settings.WEB_DIST / "index.html"
    if not page.is_file():
        return HttpResponse("The front end is not built yet: run `make demo`.", status=503, content_type="text/plain")
    return FileResponse(page.open("rb"), headers={"Cache-Control": "no-cache"}, content_type="text/html; charset=utf-8")


@require_safe
def authority(request: HttpRequest) -> FileResponse | HttpResponse:
    """The certificate that a phone must trust; there is one only while this machine serves to its network."""
    file = os.environ.get("AWAKE_FURROW_AUTHORITY", "")
    if not file or not Path(file).is_file():
        return HttpResponse("There is no such certificate: this machine serves itself only.", status=404, content_type="text/plain")
    return FileResponse(Path(file).open("rb"), content_type="application/x-x509-ca-cert", as_attachment=True, filename="awake-furrow.crt")


api: list[URLPattern | URLResolver] = [
    *(
        path("", include(f"server.{app}.api.urls"))
        for app in (
            "record_kinds",
            "people",
            "reference",
            "temperature",
            "stands",
            "lots",
            "recipes",
            "batches",
            "evidence",
            "trials",
            "sowing",
            "rounds",
            "labels",
            "exchange",
            "changes",
            "finding",
            "backups",
            "practice",
        )
    ),
    path("schema/", SpectacularAPIView.as_view(), name="schema"),
    path("docs/", SpectacularSwaggerSplitView.as_view(url_name="schema"), name="docs"),
]

urlpatterns = [
    path("api/v1/", include(api)),
    re_path(r"^api(/|$)", no_such_address),
    path("authority.crt", authority),
    re_path(r"^(?!static/|assets/)", web_app),
]

handler400 = "server.http.problems.malformed"
handler403 = "server.http.problems.not_allowed"
handler404 = "server.http.problems.no_such_address"
handler500 = "server.http.problems.failed"
