"""Map each function name of a vector file to the core, and rename keys. Names in here are the files', not ours.

A refusal of the core is a value: ``{"refused": true, "code": …}``.
"""

from collections.abc import Callable, Mapping

from core.errors import CoreError
from scripts.adapters.courses import COURSE_ADAPTERS
from scripts.adapters.decisions import DECISION_ADAPTERS
from scripts.adapters.planning import PLANNING_ADAPTERS
from scripts.adapters.records import RECORD_ADAPTERS, Json
from scripts.adapters.seed import SEED_ADAPTERS
from scripts.adapters.sowing import SOWING_ADAPTERS
from scripts.adapters.trials import TRIAL_ADAPTERS

ADAPTERS: Mapping[str, Callable[..., Json]] = {
    **RECORD_ADAPTERS,
    **TRIAL_ADAPTERS,
    **COURSE_ADAPTERS,
    **DECISION_ADAPTERS,
    **PLANNING_ADAPTERS,
    **SEED_ADAPTERS,
    **SOWING_ADAPTERS,
}


def answer(function: str, given: Json) -> Json:
    """Return the core's answer to one case.

    Raises
    ------
    KeyError
        For a function that is not built.
    """
    adapter = ADAPTERS[function]
    try:
        return adapter(**given)
    except CoreError as refusal:
        return {"refused": True, "code": refusal.code, "message": refusal.message}
