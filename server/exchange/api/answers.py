"""Answers that are files."""

from django.http import HttpResponse
from django.utils.http import content_disposition_header


def file_answer(content: bytes, kind: str, name: str, *, inline: bool = False) -> HttpResponse:
    """A file to keep, or to look at where it is shown `inline`."""
    # a name with quotes, line breaks or letters of another script is written so that it cannot end the header
    shown = content_disposition_header(not inline, name) or ""
    return HttpResponse(content, content_type=kind, headers={"Content-Disposition": shown})
