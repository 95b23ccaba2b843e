"""The front end's own tests, each as one of ours: Vitest lists them when tests are found, and runs them once."""

import json
import subprocess
import tempfile
import unittest
from pathlib import Path
from typing import Any

from scripts import reached
from scripts.front_end import VITEST, WEB, node

PATIENCE_SECONDS = 600


def vitest(*arguments: str) -> "subprocess.CompletedProcess[str]":
    """Vitest with these arguments, in the folder of the front end."""
    command = [node(), str(VITEST), *arguments]
    return subprocess.run(command, cwd=WEB, capture_output=True, text=True, timeout=PATIENCE_SECONDS, check=False)


class FrontEnd(unittest.TestCase):
    """One test of the front end, by its file and its name."""

    found: dict[tuple[str, str], dict[str, Any]] = {}

    def __init__(self, file: str = "", name: str = "") -> None:
        super().__init__("runTest")
        self.file, self.name = file, name

    @classmethod
    def setUpClass(cls) -> None:
        with tempfile.TemporaryDirectory() as folder:
            written = Path(folder) / "results.json"
            measured = ["--coverage"] if reached.measuring() else []
            done = vitest("run", "--reporter=json", f"--outputFile={written}", *measured)
            if not written.is_file():
                raise RuntimeError(f"Vitest gave no results:\n{done.stdout[-3000:]}\n{done.stderr[-3000:]}")
            told = json.loads(written.read_text(encoding="utf-8"))
        for page in told["testResults"]:
            for case in page["assertionResults"]:
                cls.found[_short(page["name"]), " > ".join([*case["ancestorTitles"], case["title"]])] = case
        # an error outside of a test fails the run, and no test
        cls.rest = "" if done.returncode == 0 or told["numFailedTests"] else f"{done.stdout[-3000:]}\n{done.stderr[-3000:]}"

    def runTest(self) -> None:  # noqa: N802  # unittest's name for the one test of a case
        if not self.name:
            self.assertEqual(self.rest, "")
            return
        case = self.found.get((self.file, self.name))
        self.assertIsNotNone(case, "Vitest did not run it")
        if case and case["status"] != "passed":
            self.fail("\n".join(case["failureMessages"]) or case["status"])

    def __eq__(self, other: object) -> bool:
        # cases of one method are one to unittest, and a runner keeps one of each
        return isinstance(other, FrontEnd) and (self.file, self.name) == (other.file, other.name)

    def __hash__(self) -> int:
        return hash((self.file, self.name))

    def id(self) -> str:
        return f"{type(self).__module__}.FrontEnd.{self.file}: {self.name or 'nothing failed outside of a test'}"

    def __str__(self) -> str:
        return self.id()


def load_tests(loader: unittest.TestLoader, tests: unittest.TestSuite, pattern: str | None) -> unittest.TestSuite:
    """Every test that Vitest knows."""
    listed = vitest("list", "--json")
    if listed.returncode != 0:
        raise RuntimeError(f"Vitest cannot list its tests:\n{listed.stdout[-3000:]}\n{listed.stderr[-3000:]}")
    cases = [FrontEnd(_short(x["file"]), x["name"]) for x in json.loads(listed.stdout)]
    return unittest.TestSuite([*cases, FrontEnd()])


def _short(file: str) -> str:
    return Path(file).relative_to(WEB).as_posix()
