"""What every request goes through on its way to the records."""

from collections.abc import Callable

from django.http import HttpRequest, HttpResponseBase

from server.http.problems import problem_answer
from server.record_kinds.gate import Closed, writing

SAFE = {"GET", "HEAD", "OPTIONS", "TRACE"}
# a restore closes the gate itself
RESTORES = "/api/v1/backups/restore"


class GateBeforeWrites:
    """Let a request that writes pass while no backup is being restored."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponseBase]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponseBase:
        if request.method in SAFE or request.path.startswith(RESTORES):
            return self.get_response(request)
        try:
            with writing():
                return self.get_response(request)
        except Closed as closed:
            return problem_answer(closed)
