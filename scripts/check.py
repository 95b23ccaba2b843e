"""What a change must pass before it is worth a whole test: ``python -m scripts.check``. Python and the front end side by side.

With ``--all``, as `make test` begins: every check that runs no test, of the database and of the API too, but not the core's tests.
"""

import subprocess
import sys
import time
from concurrent.futures import ThreadPoolExecutor

PYTHON = (
    ("ruff", "check", "."),
    ("ruff", "format", "--check", "."),
    ("lint-imports",),
    ("mypy",),
    (sys.executable, "-m", "scripts.check_locks"),
)
# each of these takes about as long as the other
LINT = (("npm", "run", "--silent", "lint"),)
TYPES = (("npm", "run", "--silent", "types"), ("npm", "run", "--silent", "format:check"))
SERVER = (
    (sys.executable, "manage.py", "makemigrations", "--check", "--dry-run"),
    (sys.executable, "-m", "scripts.check_schema"),
)
CORE = ((sys.executable, "manage.py", "test", "core", "--parallel", "2"),)


def run(commands: tuple[tuple[str, ...], ...], folder: str = ".") -> list[str]:
    """Run one after the other; what failed, each with what it said."""
    failed = []
    for command in commands:
        begun = time.monotonic()
        done = subprocess.run(command, cwd=folder, capture_output=True, text=True, check=False)
        words = " ".join(command).replace(sys.executable, "python")
        print(f"{time.monotonic() - begun:6.1f} s  {'ok' if done.returncode == 0 else 'FAILED'}  {words}", flush=True)
        if done.returncode:
            failed.append(f"{words}\n{done.stdout}{done.stderr}")
    return failed


def main() -> int:
    """Say what failed."""
    last = SERVER if "--all" in sys.argv else CORE
    with ThreadPoolExecutor() as side_by_side:
        parts = [side_by_side.submit(run, LINT, "web"), side_by_side.submit(run, TYPES, "web"), side_by_side.submit(run, (*PYTHON, *last))]
        failed = [problem for part in parts for problem in part.result()]
    print("\n\n".join(failed) or "All is well.")
    return 1 if failed else 0


if __name__ == "__main__":
    sys.exit(main())
