"""Answers that are worked out once for the same records, and then handed out as they are."""

from collections.abc import Callable
from typing import Any

from django.core.cache import caches
from django.http import HttpResponse
from rest_framework.renderers import JSONRenderer

from server.evidence.selectors.fingerprint import trial_fingerprint
from server.evidence.selectors.usual import usual_scatter
from server.trials.models import Trial


def answer_of(trial: Trial, what: str, build: Callable[[], Any]) -> HttpResponse:
    """The JSON of `build`, kept by what it is made from: the trial's records and the scatter of the other trials.

    `what` names the answer and all that was asked of it. Nothing that fails is kept.
    """
    key = f"{what}:{trial_fingerprint(trial)}:{usual_scatter(trial)!r}".replace(" ", "_")
    kept = caches["answers"]
    found: bytes | None = kept.get(key)
    if found is None:
        found = JSONRenderer().render(build())
        kept.set(key, found, timeout=None)
    return HttpResponse(found, content_type="application/json")
