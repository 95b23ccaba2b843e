"""Every error as application/problem+json, from this one module."""

from typing import Any

from django.conf import settings
from django.core.exceptions import ObjectDoesNotExist, PermissionDenied, RequestDataTooBig
from django.http import Http404, HttpRequest, JsonResponse
from rest_framework import exceptions
from rest_framework.renderers import JSONRenderer
from rest_framework.response import Response
from rest_framework.views import set_rollback

from core.errors import CoreError
from server.errors import (
    DomainError,
    FieldError,
    NoRoom,
    NotNow,
    Refused,
    disk_full,
    field_error,
    no_room_left,
    refused_by_core,
)

CONTENT_TYPE = "application/problem+json"
# the first that fits decides
STATUS: tuple[tuple[type[DomainError], int], ...] = ((Refused, 422), (NoRoom, 507), (NotNow, 503), (DomainError, 409))


def body(status: int, title: str, detail: str, code: str, errors: list[FieldError], **extra: Any) -> dict[str, Any]:
    """The members of a problem."""
    return {"type": f"/problems/{code}", "title": title, "status": status, "detail": detail, "code": code, "errors": errors, **extra}


def problem_body(error: DomainError) -> dict[str, Any]:
    """An error of the work as it is answered, for answers that are lines of a stream."""
    status = next(number for kind, number in STATUS if isinstance(error, kind))
    return body(status, error.title, error.detail, error.code, error.errors, **error.extra)


def problem_answer(error: DomainError) -> JsonResponse:
    """An error of the work as an answer of its own, where no view of REST framework gives it."""
    return _json(problem_body(error), _headers(error))


def _headers(error: Exception) -> dict[str, str]:
    """What an answer says beside its body: how to sign in, and when to try again."""
    found = {}
    if header := getattr(error, "auth_header", None):
        found["WWW-Authenticate"] = header
    if wait := getattr(error, "wait", None) or getattr(error, "retry_after", None):
        found["Retry-After"] = str(int(wait))
    return found


def _json(content: dict[str, Any], headers: dict[str, str] | None = None) -> JsonResponse:
    return JsonResponse(content, status=content["status"], content_type=CONTENT_TYPE, headers=headers)


def told(error: Exception) -> Exception:
    """An error of computation or of the machine, as the problem that says so; any other stays what it is."""
    if isinstance(error, CoreError):
        return refused_by_core(error, "/" + error.parameter.replace(".", "/"))
    if isinstance(error, OverflowError):
        detail = "A number or a day in this request lies beyond what can be worked with. Check its years and amounts."
        return Refused(detail, code="out_of_range")
    if no_room_left(error):
        return disk_full()
    return error


def handle(error: Exception, context: dict[str, Any]) -> Response | None:
    """Turn any exception of a view into a problem; anything unknown stays an exception, for Django to log."""
    error = told(error)
    content = _content(error)
    if content is None:
        return None
    set_rollback()
    # a problem is JSON whatever form of answer was asked for
    context["request"].accepted_renderer = JSONRenderer()
    return Response(content, status=content["status"], headers=_headers(error), content_type=CONTENT_TYPE)


def _content(error: Exception) -> dict[str, Any] | None:
    if isinstance(error, DomainError):
        return problem_body(error)
    if isinstance(error, (Http404, ObjectDoesNotExist)):
        return body(404, "Not found", "There is nothing at this address. The list it belongs to shows what there is.", "not_found", [])
    if isinstance(error, (PermissionDenied, exceptions.PermissionDenied)):
        return body(403, "Not allowed", str(error) or "You may not do this.", "not_allowed", [])
    if isinstance(error, exceptions.ValidationError):
        errors = _field_errors(error.detail)
        detail = errors[0]["message"] if len(errors) == 1 else f"{len(errors)} fields need another look."
        return body(400, "The request is not well formed", detail, "malformed", errors)
    if isinstance(error, exceptions.APIException):
        code = error.get_codes()
        return body(error.status_code, str(error.default_detail).rstrip("."), str(error.detail), str(code), [])
    return None


def _field_errors(detail: Any, path: str = "") -> list[FieldError]:
    if isinstance(detail, dict):
        return [e for k, v in detail.items() for e in _field_errors(v, path if k == "non_field_errors" else f"{path}/{k}")]
    if isinstance(detail, list) and detail and not isinstance(detail[0], (dict, list)):
        return [field_error(path, getattr(d, "code", "invalid"), str(d)) for d in detail]
    if isinstance(detail, list):
        return [e for i, v in enumerate(detail) for e in _field_errors(v, f"{path}/{i}")]
    return [field_error(path, "invalid", str(detail))]


def no_such_address(request: HttpRequest, *args: object, **kwargs: object) -> JsonResponse:
    """Answer an unknown address below /api/."""
    detail = f"{request.path} is no address of this API. /api/v1/docs/ lists those there are."
    return _json(body(404, "Not found", detail, "not_found", []))


def malformed(request: HttpRequest, exception: Exception | None = None) -> JsonResponse:
    """Answer a request that no view saw, because it is broken or too large."""
    if isinstance(exception, RequestDataTooBig):
        detail = "This request is larger than anything that is recorded here. Send less at once."
        return _json(body(413, "Too large", detail, "too_large", []))
    return _json(
        body(400, "The request is not well formed", "This request cannot be read. Reload the page and try again.", "malformed", [])
    )


def not_allowed(request: HttpRequest, exception: Exception | None = None) -> JsonResponse:
    """Answer somebody whom no view let in."""
    return _json(body(403, "Not allowed", "You may not do this.", "not_allowed", []))


def failed(request: HttpRequest) -> JsonResponse:
    """Answer after an error that nobody foresaw; Django has logged it."""
    detail = (
        "The server made an error, and nothing half done was kept. Try again; if it happens again, tell the person who runs the server."
    )
    return _json(body(500, "Something went wrong", detail, "failed", []))


def too_many_tries(request: HttpRequest, response: object = None, credentials: object = None) -> JsonResponse:
    """Answer somebody who tried too many wrong passwords."""
    minutes = int(settings.AXES_COOLOFF_TIME.total_seconds() // 60)
    detail = f"Too many wrong tries with this name. Wait {minutes} minutes, then try again; or ask the lead for a link to a new password."
    return _json(body(429, "Too many tries", detail, "too_many_tries", []), {"Retry-After": str(60 * minutes)})


def csrf_failed(request: HttpRequest, reason: str = "") -> JsonResponse:
    """Answer a write without its token."""
    detail = "The page's token is missing or old. Reload the page and try again."
    return _json(body(403, "Not allowed", detail, "csrf_failed", []))
