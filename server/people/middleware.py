"""Answers in JSON, with the values in their sentences written for who asks."""

from collections.abc import Callable, Iterable, Iterator
from typing import cast

from django.http import HttpRequest, HttpResponse, StreamingHttpResponse
from django.http.response import HttpResponseBase

from core.wording import MARK
from server.people.reader import answer_to, written_for_reader

ANSWERS = ("application/json", "application/problem+json")
STREAMS = "application/x-ndjson"


class InReadersUnits:
    """Write the values in the sentences of every answer in JSON."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponseBase]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponseBase:
        answer_to(lambda: request.user)
        response = self.get_response(request)
        kind = response.headers.get("Content-Type", "")
        if isinstance(response, StreamingHttpResponse):
            # a file that is downloaded stays as it is, whatever it holds
            if kind.startswith(STREAMS):
                response.streaming_content = _lines(cast(Iterable[bytes], response.streaming_content))
        elif isinstance(response, HttpResponse) and kind.startswith(ANSWERS) and not response.has_header("Content-Disposition"):
            response.content = _bytes(response.content)
        return response


def _lines(content: Iterable[bytes]) -> Iterator[bytes]:
    for line in content:
        yield _bytes(line)


def _bytes(content: bytes) -> bytes:
    return written_for_reader(content.decode()).encode() if MARK.encode() in content else content
