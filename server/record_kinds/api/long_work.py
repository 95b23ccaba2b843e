"""Long work over HTTP: a line of JSON for each step begun, and a last one with what came of it."""

import json
from collections.abc import Callable, Iterator
from queue import Queue
from threading import Thread
from typing import Any

from django.db import connection
from django.http import StreamingHttpResponse

from core.errors import CoreError
from server.errors import DomainError, refused_by_core
from server.http.problems import problem_body, told
from server.record_kinds.gate import writing

Tell = Callable[[int, int, str], None]
FAILED = "It could not be finished, and nothing half done was left. Try again, and say so if it fails twice."


def told_as_lines(work: Callable[[Tell], dict[str, Any]]) -> StreamingHttpResponse:
    """Run `work` in a thread of its own, so that each step is told as it begins; what it returns is the last line.

    A refusal is a line too, ``{"problem": …}``, in the form every refusal has.
    """
    return StreamingHttpResponse(_lines(work), content_type="application/x-ndjson", headers={"Cache-Control": "no-store"})


def _lines(work: Callable[[Tell], dict[str, Any]]) -> Iterator[bytes]:
    lines: Queue[dict[str, Any] | None] = Queue()

    def tell(done: int, of: int, doing: str) -> None:
        lines.put({"done": done, "of": of, "doing": doing})

    def run() -> None:
        try:
            # the answer has begun by now, so the gate before writes is passed here again
            with writing():
                lines.put(work(tell))
        except Exception as error:
            problem = refused_by_core(error, "/file") if isinstance(error, CoreError) else told(error)
            if not isinstance(problem, DomainError):
                lines.put({"failed": FAILED})
                raise
            lines.put({"problem": problem_body(problem)})
        finally:
            lines.put(None)
            connection.close()

    worker = Thread(target=run, daemon=True)
    worker.start()
    while (line := lines.get()) is not None:
        yield json.dumps(line, default=str).encode() + b"\n"
    worker.join()
