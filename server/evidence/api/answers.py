"""Answers about a trial that are worked out once for the same records of it, and then handed out as they are."""

from collections.abc import Callable
from typing import Any

from django.http import HttpResponse

from server.evidence.selectors.made_from import made_from
from server.evidence.selectors.typical_scatter import typical_scatter
from server.record_kinds.kept import kept_under
from server.trials.models import Trial


def answer_of(trial: Trial, what: str, build: Callable[[], Any]) -> HttpResponse:
    """The JSON of `build`, kept for as long as the revisions it is made from and the scatter of the other trials stay.

    `what` names the answer and all that was asked of it. Counts of other trials leave it as it is.
    """
    return kept_under(f"{what}:{made_from([trial])[trial.pk]}:{typical_scatter(trial)!r}", build)
