"""Write the core's answers to a file of cases: ``make answers FILE=cases.json OUT=answers.json``.

The cases have the vectors' format (``{"cases": [{"id", "function", "input"}]}``; expectations are not read), or are a list of
cases, or of such files. Out comes ``{"answers": [{"id", "function", "answer"}]}`` in the same order. An answer may also be
``{"refused": true, "code": …}`` (bad input, with a sentence in ``message``), ``{"error": "not_built"}`` for an area that the
core does not have, or ``{"error": "failed", "detail": …}`` for a defect of ours. No case stops the run.
"""

import json
import math
import sys
from collections.abc import Mapping
from pathlib import Path
from typing import Any

from scripts.adapters import ADAPTERS, answer

Json = dict[str, Any]
# what Python raises where a value has the wrong type or a key is missing
MALFORMED = (KeyError, TypeError, AttributeError, IndexError, ValueError)


def answer_to(case: Json) -> Json:
    """Return one entry of the answers."""
    return {"id": case.get("id"), "function": case.get("function"), "answer": _answer(case)}


def _answer(case: Json) -> Json:
    function = str(case.get("function"))
    if function not in ADAPTERS:
        return {"error": "not_built"}
    given = case.get("input") or {}
    if not finite(given):
        return {"refused": True, "code": "not_finite", "message": "The input holds a number that is not finite."}
    try:
        found: Json = plain(answer(function, given))
    except MALFORMED as fault:
        return {"refused": True, "code": "malformed_input", "message": f"The input cannot be read: {type(fault).__name__}: {fault}"}
    except Exception as fault:  # a defect of ours is named in the answer, and the run goes on to the next case
        return {"error": "failed", "detail": f"{type(fault).__name__}: {fault}"}
    if not finite(found):
        return {"error": "failed", "detail": "the answer holds a number that is not finite"}
    return found


def plain(value: Any) -> Any:
    """Return a value as JSON has it: words as text, tuples and arrays as lists."""
    if isinstance(value, Mapping):
        return {str(k): plain(v) for k, v in value.items()}
    if hasattr(value, "tolist"):
        return value.tolist()
    if isinstance(value, (list, tuple)):
        return [plain(v) for v in value]
    return str(value) if isinstance(value, str) else value


def finite(value: Any) -> bool:
    """Whether every number in a value is finite."""
    if isinstance(value, dict):
        return all(map(finite, value.values()))
    if isinstance(value, list):
        return all(map(finite, value))
    return not isinstance(value, float) or math.isfinite(value)


def cases_in(found: Any) -> list[Json]:
    """Return the cases of a file, of a list of files, or a list of cases."""
    if isinstance(found, list):
        return [c for part in found for c in cases_in(part)]
    return list(found["cases"]) if "cases" in found else [found]


def main(names: list[str]) -> int:
    """Read the first file named, write the second."""
    if len(names) != 2:
        print("Say both: make answers FILE=cases.json OUT=answers.json", file=sys.stderr)
        return 2
    source, target = map(Path, names)
    try:
        cases = cases_in(json.loads(source.read_text(encoding="utf-8")))
    except (OSError, ValueError, KeyError, TypeError) as fault:
        print(f"{source} cannot be read as cases: {fault}", file=sys.stderr)
        return 2
    answers = [answer_to(c) for c in cases]
    target.write_text(json.dumps({"answers": answers}, allow_nan=False, ensure_ascii=False) + "\n", encoding="utf-8")
    refused = sum(a["answer"].get("refused") is True for a in answers)
    failed = [a for a in answers if a["answer"].get("error") == "failed"]
    unbuilt = sum(a["answer"].get("error") == "not_built" for a in answers)
    for a in failed:
        print(f"FAILED {a['id']} ({a['function']}): {a['answer']['detail']}", file=sys.stderr)
    print(f"{len(answers)} answers in {target}: {refused} refused, {unbuilt} not built, {len(failed)} failed")
    return 1 if failed else 0


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
