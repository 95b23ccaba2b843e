"""What the second fuzzer asks of every answer; it loads this by SCHEMATHESIS_HOOKS, in an environment of its own."""

from typing import Any

import schemathesis

PROBLEM = "application/problem+json"


@schemathesis.check  # type: ignore[untyped-decorator]
def errors_are_problems(_context: Any, response: Any, _case: Any) -> None:
    """Whatever is refused says so as problem+json, with a sentence."""
    if response.status_code >= 400:
        kind = response.headers.get("content-type", [""])[0]
        assert kind == PROBLEM, f"{response.status_code} came as {kind}"
        assert response.json()["detail"], "a problem without a sentence"
