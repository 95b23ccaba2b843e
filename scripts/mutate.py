"""Change the core in one small place at a time, and see whether the tests of its subject notice: ``python -m scripts.mutate [COUNT]``.

A survivor is a change that no test noticed. Each has to be looked at: a test is missing, or the change alters nothing. Two runs
of one state of the code draw the same places.
"""

import ast
import importlib.abc
import importlib.machinery
import importlib.util
import multiprocessing
import os
import random
import signal
import sys
import tempfile
from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass
from difflib import unified_diff
from hashlib import sha256
from itertools import groupby
from linecache import getline
from pathlib import Path
from types import CodeType, ModuleType

import django
from cosmic_ray.ast import ast_nodes, get_ast
from cosmic_ray.mutating import mutate_code
from cosmic_ray.plugins import get_operator, operator_names

ROOT = Path(__file__).resolve().parents[1]
SEED = 18
COUNT = 300
ASKED = 0.85
# a change may loop for ever; the slowest subject takes a fraction of this
PATIENCE_SECONDS = 180
# these want to be told which names to use
NEED_SETTINGS = ("core/VariableReplacer", "core/VariableInserter")

Span = tuple[tuple[int, int], tuple[int, int]]


@dataclass(frozen=True, order=True)
class Change:
    """One operator at its nth occurrence in a file of the core."""

    file: str
    span: Span
    operator: str
    occurrence: int

    @property
    def module(self) -> str:
        """Dotted name of the file."""
        return self.file.removesuffix(".py").removesuffix("/__init__").replace("/", ".")

    @property
    def subject(self) -> str:
        """Whose tests have to notice it."""
        parts = self.file.split("/")
        return f"core.{parts[1]}" if len(parts) > 2 else "core.tests"

    @property
    def tests(self) -> list[str]:
        """The worked cases and the examples in docstrings, which hold for every subject, and then the subject's own tests."""
        return ["core.tests.test_vectors", "core.tests.test_docstrings", self.subject]


def changes() -> list[Change]:
    """Every change that could be made, in a fixed order; what no test can notice is left out."""
    found = []
    for path in sorted(ROOT.glob("core/**/*.py")):
        if "tests" in path.parts:
            continue
        source = path.read_text(encoding="utf-8")
        idle = _idle(source)
        nodes = list(ast_nodes(get_ast(source)))
        for name in sorted(n for n in operator_names() if n not in NEED_SETTINGS):
            operator = get_operator(name)()
            spans = [span for node in nodes for span in operator.mutation_positions(node)]
            file = path.relative_to(ROOT).as_posix()
            found += [Change(file, span, name, n) for n, span in enumerate(spans) if not _inside(span, idle)]
    return sorted(found)


def _idle(source: str) -> list[Span]:
    """Annotations, which nothing runs, and what decorators are told, such as the size of a cache or that nothing may be assigned."""
    spans = []
    for node in ast.walk(ast.parse(source)):
        notes = [getattr(node, "annotation", None), getattr(node, "returns", None)]
        for decorator in getattr(node, "decorator_list", ()):
            if isinstance(decorator, ast.Call):
                notes += [*decorator.args, *(keyword.value for keyword in decorator.keywords)]
        for note in notes:
            if isinstance(note, ast.expr):
                spans.append(((note.lineno, note.col_offset), (note.end_lineno or 0, note.end_col_offset or 0)))
    return spans


def _inside(span: Span, others: Sequence[Span]) -> bool:
    return any(other[0] <= span[0] and span[1] <= other[1] for other in others)


def drawn(count: int) -> list[Change]:
    """So many places, and one change in each: an operator with ten replacements weighs no more than one with a single one.

    What is drawn depends on the line itself, so that a change of the core elsewhere leaves the rest of the sample as it was.
    """

    def place(change: Change) -> tuple[str, Span, str]:
        return change.file, change.span, change.operator.rsplit("_", 2)[0]

    seen: Counter[str] = Counter()
    found = []
    for (file, ((row, column), _), kind), each in groupby(sorted(changes(), key=place), key=place):
        name = f"{SEED} {file} {getline(str(ROOT / file), row).strip()} {column} {kind}"
        seen[name] += 1
        lot = sha256(f"{name} {seen[name]}".encode()).hexdigest()
        found.append((lot, random.Random(lot).choice(list(each))))
    return [change for _, change in sorted(found)[:count]]


class _ChangedLoader(importlib.machinery.SourceFileLoader):
    """Loads a module from other words than those of its file."""

    def __init__(self, name: str, path: str, source: str) -> None:
        super().__init__(name, path)
        self._source = source

    def get_code(self, fullname: str) -> CodeType:
        return compile(self._source, self.path, "exec")


class _ChangedFinder(importlib.abc.MetaPathFinder):
    def __init__(self, module: str, path: Path, source: str) -> None:
        self._module, self._path, self._source = module, path, source

    def find_spec(
        self, fullname: str, path: Sequence[str] | None, target: ModuleType | None = None
    ) -> importlib.machinery.ModuleSpec | None:
        if fullname != self._module:
            return None
        loader = _ChangedLoader(fullname, str(self._path), self._source)
        return importlib.util.spec_from_file_location(fullname, self._path, loader=loader)


def _test(change: Change, source: str) -> int:
    """Run the subject's tests on the changed core, in a process that ends with it."""
    from server.config.test_runner import CountingRunner

    for name in [n for n in sys.modules if n == "core" or n.startswith("core.")]:
        del sys.modules[name]
    sys.meta_path.insert(0, _ChangedFinder(change.module, ROOT / change.file, source))
    return CountingRunner(verbosity=0, failfast=True, interactive=False).run_tests(change.tests)


def judge(change: Change) -> tuple[Change, str, str]:
    """What the tests said: noticed, survived, or timed out; and the change as a difference of two lines."""
    before = (ROOT / change.file).read_text(encoding="utf-8")
    after = mutate_code(before, get_operator(change.operator)(), change.occurrence)
    if after is None:
        raise RuntimeError(f"{change} cannot be made")
    lines = unified_diff(before.splitlines(), after.splitlines(), lineterm="", n=0)
    words = "\n".join(line for line in lines if not line.startswith(("---", "+++", "@@")))
    if not (child := os.fork()):
        signal.alarm(PATIENCE_SECONDS)
        status = 1
        try:
            # what the tests print says nothing here
            with tempfile.TemporaryFile() as rest:
                os.dup2(rest.fileno(), 1)
                os.dup2(rest.fileno(), 2)
                status = int(bool(_test(change, after)))
        finally:
            os._exit(status)
    _, told = os.waitpid(child, 0)
    if os.WIFSIGNALED(told):
        return change, "timed out", words
    return change, "noticed" if os.WEXITSTATUS(told) else "survived", words


def main() -> int:
    """Judge the drawn changes, print the survivors and the share that was noticed."""
    os.environ |= {"AWAKE_FURROW_TESTING": "1", "DJANGO_SETTINGS_MODULE": "server.config.settings"}
    django.setup()
    sample = drawn(int(sys.argv[1]) if len(sys.argv) > 1 else COUNT)
    noticed = 0
    with multiprocessing.get_context("fork").Pool(2) as pool:
        for n, (change, outcome, words) in enumerate(pool.imap_unordered(judge, sample), 1):
            noticed += outcome != "survived"
            if outcome == "survived":
                print(f"survived  {change.file}:{change.span[0][0]}  {change.operator.removeprefix('core/')}\n{words}", flush=True)
            if sys.stderr.isatty():
                print(f"\r{n} of {len(sample)}", end="", file=sys.stderr, flush=True)
    share = noticed / len(sample)
    print(f"{noticed} of {len(sample)} changes noticed, {100 * share:.0f} % ({100 * ASKED:.0f} % asked); {len(sample) - noticed} survived.")
    return int(share < ASKED)


if __name__ == "__main__":
    sys.exit(main())
