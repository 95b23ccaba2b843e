"""The front end's own tests, each as one of ours: Vitest lists them when tests are found, and runs them once meanwhile."""

import json
import subprocess
import tempfile
import unittest
from pathlib import Path
from typing import Any

from scripts import reached
from scripts.front_end import VITEST, WEB, node

PATIENCE_SECONDS = 600


def _vitest(*arguments: str) -> list[str]:
    return [node(), str(VITEST), *arguments]


class Running:
    """Vitest at work beside what else is made ready; its output goes to files, so that no full pipe holds it up."""

    def __init__(self, *arguments: str) -> None:
        self._folder = tempfile.TemporaryDirectory()
        self.written = Path(self._folder.name) / "results.json"
        self._said = Path(self._folder.name) / "said"
        command = _vitest("run", "--reporter=json", f"--outputFile={self.written}", *arguments)
        with self._said.open("w") as said:
            self._process = subprocess.Popen(command, cwd=WEB, stdout=said, stderr=said)

    def results(self) -> tuple[dict[str, Any], str]:
        """What it found, and what it said where it failed over something else than a test."""
        code = self._process.wait(PATIENCE_SECONDS)
        said = self._said.read_text(encoding="utf-8")[-6000:]
        if not self.written.is_file():
            raise RuntimeError(f"Vitest gave no results:\n{said}")
        told: dict[str, Any] = json.loads(self.written.read_text(encoding="utf-8"))
        self._folder.cleanup()
        return told, "" if code == 0 or told["numFailedTests"] else said


class FrontEnd(unittest.TestCase):
    """One test of the front end, by its file and its name."""

    running: Running | None = None
    found: dict[tuple[str, str], dict[str, Any]] = {}
    rest = ""

    def __init__(self, file: str = "", name: str = "") -> None:
        super().__init__("runTest")
        self.file, self.name = file, name

    @staticmethod
    def before_all() -> None:
        """Wait for Vitest; processes that are forked from here know what it found."""
        if FrontEnd.running is None:
            return
        told, FrontEnd.rest = FrontEnd.running.results()
        FrontEnd.running = None
        for page in told["testResults"]:
            for case in page["assertionResults"]:
                FrontEnd.found[_short(page["name"]), " > ".join([*case["ancestorTitles"], case["title"]])] = case

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
    """Every test that Vitest knows; it begins with them at once."""
    listed = subprocess.run(_vitest("list", "--json"), cwd=WEB, capture_output=True, text=True, timeout=PATIENCE_SECONDS, check=False)
    if listed.returncode != 0:
        raise RuntimeError(f"Vitest cannot list its tests:\n{listed.stdout[-3000:]}\n{listed.stderr[-3000:]}")
    cases = [FrontEnd(_short(x["file"]), x["name"]) for x in json.loads(listed.stdout)]
    FrontEnd.running = Running(*(["--coverage"] if reached.measuring() else []))
    return unittest.TestSuite([*cases, FrontEnd()])


def _short(file: str) -> str:
    return Path(file).relative_to(WEB).as_posix()
