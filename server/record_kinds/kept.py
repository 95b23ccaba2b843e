"""Answers that are worked out once for the same records, whichever they rest on, and then handed out as they are."""

import hashlib
from collections.abc import Callable
from functools import cache
from typing import Any

from django.apps import apps
from django.core.cache import caches
from django.db import connection
from django.http import HttpResponse
from rest_framework.renderers import JSONRenderer

from server.record_kinds.models import Happening, Thing


@cache
def _newest_of_all() -> str:
    """One query for the time of the newest row of every kind of record; each is found by its index."""
    columns = []
    for model in apps.get_models():
        if issubclass(model, Happening):
            columns.append((model._meta.db_table, model._meta.pk.column, "recorded_at"))
        elif issubclass(model, Thing):
            columns.append((model.history.model._meta.db_table, "history_id", "history_date"))
    newest = (f"(SELECT {key} || '@' || {at} FROM {table} ORDER BY {key} DESC LIMIT 1)" for table, key, at in columns)  # our own names
    return f"SELECT {', '.join(newest)}"


def state_of_records() -> str:
    """A short text that is another one as soon as anything was recorded, changed or deleted.

    Happenings are only ever added, and every save of a thing leaves a row of its history: the newest row of each says it all.
    """
    with connection.cursor() as cursor:
        cursor.execute(_newest_of_all())
        return hashlib.sha256(repr(cursor.fetchone()).encode()).hexdigest()


def kept_answer(what: str, build: Callable[[], Any]) -> HttpResponse:
    """The JSON of `build`, kept until anything is recorded. `what` names the answer and all that was asked of it."""
    return kept_under(f"{what}:{state_of_records()}", build)


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
