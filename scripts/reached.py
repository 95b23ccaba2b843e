"""How much of the code the tests reach, journeys left out: lines and branches of Python, lines of the front end's logic.

`manage.py test` measures where AWAKE_FURROW_COVERAGE is set, as `make test` does, and its runner prints what `report` finds.
SlipCover measures: it takes its probes out again once they were reached, so that the tests stay almost as quick as without.
"""

import json
import os
from multiprocessing.util import Finalize
from pathlib import Path
from typing import Any

import slipcover

ROOT = Path(__file__).resolve().parents[1]
FOLDER = ROOT / "var" / "reached"
FRONT_END = ROOT / "web" / "node_modules" / ".coverage" / "coverage-summary.json"
PARTS = ("core", "server")
ASKED = {"core": 95.0, "server": 90.0, "front end": 85.0}

_measured: list[slipcover.Slipcover] = []


def begin() -> None:
    """Measure from here on, in this process and in those that are forked from it; before anything is imported that is measured."""
    FOLDER.mkdir(parents=True, exist_ok=True)
    for old in (*FOLDER.iterdir(), FRONT_END):
        old.unlink(missing_ok=True)
    folders = [str(ROOT / part) for part in PARTS]
    omitted = ["*/tests/*", "*/migrations/*"]
    _measured.append(slipcover.Slipcover(branch=True, source=folders, omit=omitted))
    slipcover.ImportManager(_measured[0], slipcover.FileMatcher(sources=folders, omit=omitted)).__enter__()


def _own_file() -> Path:
    return FOLDER / f"{os.getpid()}.json"


def measuring() -> bool:
    """Whether anything is measured in this process."""
    return bool(_measured)


def in_a_process_of_the_pool() -> None:
    """Keep what this process finds when it ends; an ended process of a pool runs no other code of ours."""
    if measuring() and not _own_file().exists():
        _measured[0].signal_child_process()
        _own_file().touch()
        Finalize(None, keep, exitpriority=1)


def keep() -> None:
    """Write down what was reached so far, and measure no further: what a journey comes past is not tested by that."""
    if measuring():
        _own_file().write_text(json.dumps(_measured.pop().get_coverage()), encoding="utf-8")


def report() -> tuple[list[str], bool]:
    """A line for each part, and whether all parts reach what is asked of them."""
    if not measuring():
        return [], True
    keep()
    found: dict[str, Any] | None = None
    for path in sorted(FOLDER.glob("*.json")):
        text = path.read_text(encoding="utf-8")
        if not text:
            continue
        if found is None:
            found = json.loads(text)
        else:
            slipcover.merge_coverage(found, json.loads(text))
    files = (found or {"files": {}})["files"]
    shares = {part: _share([f for name, f in files.items() if Path(name).parts[0] == part]) for part in PARTS}
    if FRONT_END.is_file():
        shares["front end"] = float(json.loads(FRONT_END.read_text(encoding="utf-8"))["total"]["lines"]["pct"])
    (FOLDER / "reached.json").write_text(json.dumps(found), encoding="utf-8")
    lines = [f"{share:6.1f} %  ({ASKED[part]:.0f} % asked)  {part}" for part, share in shares.items()]
    return lines, all(share >= ASKED[part] for part, share in shares.items())


def _share(files: list[dict[str, Any]]) -> float:
    """Lines and branches that were reached, of all, in percent."""
    reached = sum(len(f["executed_lines"]) + len(f["executed_branches"]) for f in files)
    missed = sum(len(f["missing_lines"]) + len(f["missing_branches"]) for f in files)
    return 100 * reached / max(1, reached + missed)
