"""Run one test, whatever kind it is: ``python -m scripts.test_one NAME``.

A dotted name, or a Python file, goes to Django's runner; a file of the front end, or a part of a name there, to Vitest.
"""

import subprocess
import sys
from pathlib import Path

from scripts.front_end import VITEST, WEB, node

FRONT_END = (".ts", ".vue")


def main() -> int:
    """Run it; what it returns is what the test's runner returned."""
    if len(sys.argv) < 2:
        raise SystemExit("Which test? For example: make test-one NAME=server.trials.tests.test_counting, or NAME=outbox.test.ts")
    name = sys.argv[1]
    if name.endswith(FRONT_END):
        return subprocess.run([node(), str(VITEST), "run", Path(name).name], cwd=WEB, check=False).returncode
    dotted = name.removesuffix(".py").replace("/", ".")
    return subprocess.run([sys.executable, "manage.py", "test", dotted], check=False).returncode


if __name__ == "__main__":
    sys.exit(main())
