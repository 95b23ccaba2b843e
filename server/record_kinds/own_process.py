"""Work on what came from outside, in a process of its own: with so much memory and time and no more, and without our secrets."""

import json
import os
import subprocess
import sys
import threading
from collections.abc import Callable, Sequence
from typing import Any

from django.conf import settings

# pieces of work at a time; more wait
AT_ONCE = threading.Semaphore(2)
# waiting for a processor is no fault of the work
PATIENCE = 3
# the process needs to find its modules, and nothing else of what this one knows
PASSED_ON = ("PATH", "PYTHONPYCACHEPREFIX", "LANG", "LC_ALL")
Hear = Callable[[dict[str, Any]], None]


class GaveUp(Exception):
    """It ended without an answer: it needed more memory or time than there is for one piece of work."""


def answer_apart(
    module: str, arguments: Sequence[str], content: bytes, *, seconds: float, hear: Hear = lambda line: None
) -> dict[str, Any]:
    """Run ``python -m module arguments`` with `content` as its input; return the last line of JSON that it writes.

    `hear` is given each line before that; what it raises ends the process and is raised here.
    """
    environment = {name: os.environ[name] for name in PASSED_ON if name in os.environ}
    with (
        AT_ONCE,
        subprocess.Popen(
            [sys.executable, "-m", module, *arguments],
            stdin=subprocess.PIPE,
            stdout=subprocess.PIPE,
            stderr=subprocess.DEVNULL,
            env=environment,
            cwd=settings.ROOT,
        ) as process,
    ):
        late = threading.Timer(seconds * PATIENCE, process.kill)
        late.start()
        try:
            _give(process, content)
            last = _read(process, hear)
        finally:
            late.cancel()
            process.kill()
    if last is None:
        raise GaveUp
    return last


def _give(process: "subprocess.Popen[bytes]", content: bytes) -> None:
    """All of the input: the process reads it before it writes anything."""
    assert process.stdin is not None
    try:
        process.stdin.write(content)
        process.stdin.close()
    except BrokenPipeError as error:
        raise GaveUp from error


def _read(process: "subprocess.Popen[bytes]", hear: Hear) -> dict[str, Any] | None:
    """The last line, the others given to `hear`; None where it did not come to its end."""
    assert process.stdout is not None
    last: dict[str, Any] | None = None
    for line in process.stdout:
        if last is not None:
            hear(last)
        last = json.loads(line) if line.endswith(b"\n") else None
    return last if process.wait() == 0 else None
