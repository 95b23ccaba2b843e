"""Answers that are worked out once for the same revisions, and then handed out as they are."""

import hashlib
from collections.abc import Callable
from typing import Any

from django.core.cache import caches
from django.http import HttpResponse
from rest_framework.renderers import JSONRenderer

from server.record_kinds.models import nursery_revision


def kept_answer(what: str, build: Callable[[], Any]) -> HttpResponse:
    """The JSON of `build`, kept for as long as the nursery stays as it is. `what` names the answer and all that was asked of it."""
    return kept_under(f"{what}:{nursery_revision()}", build)


def key_of(*made_from: object) -> str:
    """A key of fixed length for what an answer is made from."""
    return hashlib.sha256(repr(made_from).encode()).hexdigest()


def kept_under(key: str, build: Callable[[], Any]) -> HttpResponse:
    """The JSON of `build`, kept under a key that says all it is made from. Nothing that fails is kept."""
    kept, key = caches["answers"], key_of(key)
    found: bytes | None = kept.get(key)
    if found is None:
        found = JSONRenderer().render(build())
        kept.set(key, found, timeout=None)
    return HttpResponse(found, content_type="application/json")
