"""Whose page is on the practice bench, is answered from there: the same addresses and screens, another database."""

import re
from collections.abc import Callable

from django.http import HttpRequest, HttpResponseBase

from server.errors import DomainError
from server.http.problems import problem_answer
from server.people.models import Person
from server.practice.files import on_bench
from server.practice.models import Attempt

HEADER, PARAMETER = "X-Practice-Bench", "bench"
API = "/api/v1/"
# these belong to the nursery and its people, wherever the page is
REAL = tuple(
    f"{API}{p}/"
    for p in ("session", "people", "invitations", "api-tokens", "practice", "backups", "schema", "docs", "calendar", "calendar-feed")
)
# these work with files, or in threads of their own: there is nothing of that kind to practise
NOT_HERE = tuple(f"{API}{p}/" for p in ("files", "everything", "photos", "photo-counts"))
STREAMED = "/report/making/"
# a number that the database can hold; other digits than these are digits too
NUMBER = re.compile(r"[0-9]{1,18}")


class NotOnBench(DomainError):
    """What cannot be asked from a page on a bench (409)."""

    title = "Not on the practice bench"


class PracticeBench:
    """Let a request that names a bench work there, for its own person only."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponseBase]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponseBase:
        number = request.headers.get(HEADER) or request.GET.get(PARAMETER, "")
        if not number or not request.path.startswith(API) or request.path.startswith(REAL):
            return self.get_response(request)
        person = request.user
        if not isinstance(person, Person):
            return self.get_response(request)
        if request.path.startswith(NOT_HERE) or request.path.endswith(STREAMED):
            return problem_answer(
                NotOnBench("This works with the nursery's own records only. Leave the practice bench for it.", code="not_on_the_bench")
            )
        attempt = Attempt.objects.filter(pk=number, person=person).first() if NUMBER.fullmatch(number) else None
        if attempt is None:
            return problem_answer(
                NotOnBench("This practice bench no longer exists. Leave it, and start the exercise again.", code="no_bench")
            )
        if PARAMETER in request.GET:
            asked = request.GET.copy()
            asked.pop(PARAMETER)
            request.GET = asked  # type: ignore[assignment]  # Django's own way to change it
        try:
            with on_bench(attempt) as there:
                request.user = there
                return self.get_response(request)
        except DomainError as problem:
            return problem_answer(problem)
