"""Node, and the front end's packages: where they are, or what is missing and how to get it."""

import shutil
import sys
from pathlib import Path

WEB = Path(__file__).parents[1] / "web"
VITE = WEB / "node_modules" / "vite" / "bin" / "vite.js"
VITEST = WEB / "node_modules" / "vitest" / "vitest.mjs"


def node() -> str:
    """The Node of the environment where it has one, else the machine's; ends the process with a sentence where something is missing."""
    found = shutil.which("node", path=str(Path(sys.executable).parent)) or shutil.which("node")
    if found is None:
        raise SystemExit("Node is missing. `make dev` and `make test` install it into .venv.")
    if not VITE.is_file() or not VITEST.is_file():
        raise SystemExit("The packages of the front end are missing or broken. Install them again: rm -f .venv/stamps/npm && make dev")
    return found
