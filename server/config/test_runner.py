"""Django's runner with a last word: which tests were slow, and how many really ran."""

import os
import tempfile
import time
import traceback
import unittest
import warnings
from itertools import chain
from pathlib import Path
from typing import Any

from django.conf import settings
from django.db import connections
from django.db.migrations.recorder import MigrationRecorder
from django.db.models.signals import post_migrate
from django.test.runner import DiscoverRunner, ParallelTestSuite, RemoteTestResult, RemoteTestRunner
from hypothesis import settings as drawn
from hypothesis.errors import HypothesisWarning

from scripts import reached
from server.config.memory import search_seldom
from server.record_kinds.migration_names import migration_names

# No test asserts an absolute time: a loaded machine would fail what is right. And none fails by chance: the same cases are drawn
# each time; `make fuzz` draws others.
drawn.register_profile("settled", deadline=None, derandomize=True, database=None)
drawn.load_profile("settled")
# subtests of drawn cases are not reported one by one, and need not be
warnings.filterwarnings("ignore", "subTest per-test-case reporting", HypothesisWarning)

SLOWEST = int(os.environ.get("SLOW", "10"))


class TimedResult(unittest.TextTestResult):
    """Keeps how long each test took, also of those that ran in another process."""

    def __init__(self, *args: Any, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        self.seconds: dict[str, float] = {}
        self._begun = 0.0

    def startTest(self, test: unittest.TestCase) -> None:  # noqa: N802  # unittest's own
        self._begun = time.perf_counter()
        super().startTest(test)

    def stopTest(self, test: unittest.TestCase) -> None:  # noqa: N802
        super().stopTest(test)
        self.seconds.setdefault(test.id(), time.perf_counter() - self._begun)

    def addDuration(self, test: unittest.TestCase, elapsed: float) -> None:  # noqa: N802
        """What another process measured."""
        self.seconds[test.id()] = elapsed


class TimedRemoteResult(RemoteTestResult):
    """The events of tests in another process, with how long each took; what went wrong comes as words, for objects may not travel."""

    def startTest(self, test: unittest.TestCase) -> None:  # noqa: N802
        self._begun = time.perf_counter()
        super().startTest(test)

    def stopTest(self, test: unittest.TestCase) -> None:  # noqa: N802
        self.events.append(("addDuration", self.test_index, time.perf_counter() - self._begun))
        super().stopTest(test)

    def addError(self, test: unittest.TestCase, err: Any) -> None:  # noqa: N802
        super().addError(test, _in_words(err))

    def addFailure(self, test: unittest.TestCase, err: Any) -> None:  # noqa: N802
        super().addFailure(test, _in_words(err))

    def addSubTest(self, test: unittest.TestCase, subtest: unittest.TestCase, err: Any) -> None:  # noqa: N802
        if err is not None:
            super().addFailure(test, _in_words(err, f"{subtest}\n"))


def _in_words(err: Any, before: str = "") -> Any:
    return AssertionError, AssertionError(before + "".join(traceback.format_exception(*err))), None


class TimedRemoteRunner(RemoteTestRunner):
    resultclass = TimedRemoteResult

    def run(self, test: Any) -> Any:
        # each process has its own database, so benches of one would be orphans to the other
        settings.PRACTICE = settings.PRACTICE.with_name(f"practice-{os.getpid()}")
        if _is(test, "journey"):
            # journeys come last: nothing that is to be measured comes after
            reached.keep()
        else:
            reached.in_a_process_of_the_pool()
        return super().run(test)


class TimedParallelSuite(ParallelTestSuite):
    """What is long comes first, so that no process is left alone with it at the end; journeys come last, the longest before others."""

    runner_class = TimedRemoteRunner

    def __init__(self, subsuites: list[unittest.TestSuite], *args: Any, **kwargs: Any) -> None:

        def order(suite: unittest.TestSuite) -> tuple[bool, bool]:
            return _is(suite, "journey"), not _is(suite, "long")

        super().__init__(sorted(subsuites, key=order), *args, **kwargs)


class CountingRunner(DiscoverRunner):
    """Close with the slowest tests and ``N passed, N failed, N skipped``; a run that tested nothing fails."""

    parallel_test_suite = TimedParallelSuite

    def get_resultclass(self) -> Any:
        return super().get_resultclass() or TimedResult

    def __init__(self, *args: Any, **options: Any) -> None:
        # a database that an interrupted run left is the tests' own: nobody has to be asked about it
        super().__init__(*args, **options | {"interactive": False})

    def setup_test_environment(self, **kwargs: Any) -> None:
        super().setup_test_environment(**kwargs)
        self._media = tempfile.TemporaryDirectory()
        settings.MEDIA_ROOT = self._media.name
        settings.PRACTICE = Path(self._media.name) / "practice"

    def teardown_test_environment(self, **kwargs: Any) -> None:
        self._media.cleanup()
        super().teardown_test_environment(**kwargs)

    def setup_databases(self, **kwargs: Any) -> Any:
        """Tables as the models describe them; `test_migrations` shows that the migrations, which take much longer, make the same."""
        # a run without a database, as the core's, need not read them
        names = migration_names() if kwargs.get("aliases") else frozenset()

        def say_they_ran(using: str, **rest: Any) -> None:
            recorder = MigrationRecorder(connections[using])
            for name in names - set(recorder.applied_migrations()):
                recorder.record_applied(*name)

        post_migrate.connect(say_they_ran)
        try:
            return super().setup_databases(**kwargs)
        finally:
            post_migrate.disconnect(say_they_ran)

    def run_suite(self, suite: Any, **kwargs: Any) -> Any:
        # what all processes need is made once, before there are several
        for prepare in {getattr(type(test), "before_all", None) for test in _tests_of(suite)}:
            if prepare is not None:
                prepare()
        search_seldom()
        return super().run_suite(suite, **kwargs)

    def suite_result(self, suite: Any, result: unittest.TestResult, **kwargs: Any) -> int:
        bad = len(result.failures) + len(result.errors) + len(result.unexpectedSuccesses)
        skipped = len(result.skipped)
        self.ran = result.testsRun
        self._seconds: dict[str, float] = getattr(result, "seconds", {})
        self._line = f"{max(0, result.testsRun - bad - skipped)} passed, {bad} failed, {skipped} skipped"
        return bad if result.testsRun else 1

    def run_tests(self, *args: Any, **kwargs: Any) -> int:
        failures = super().run_tests(*args, **kwargs)
        lines, enough = reached.report()
        if lines:
            print("\nReached by tests, without journeys:", *lines, sep="\n")
        if self.ran > SLOWEST:
            slowest = sorted(self._seconds.items(), key=lambda x: -x[1])[:SLOWEST]
            print("\nBy part:", *_by_part(self._seconds), sep="\n")
            print("\nThe slowest:", *(f"{seconds:7.1f} s  {name}" for name, seconds in slowest), sep="\n")
        print(self._line, flush=True)
        return failures or int(not enough)


def _by_part(seconds: dict[str, float]) -> list[str]:
    """How many tests each part has, and how long they take one after the other."""
    parts: dict[str, list[float]] = {}
    for name, one in seconds.items():
        part = "front end" if ".FrontEnd." in name else name.split(".", 1)[0]
        parts.setdefault(part, []).append(one)
    return [f"{sum(each):7.0f} s  {len(each):5} tests  {part}" for part, each in sorted(parts.items())]


def _is(suite: Any, *tags: str) -> bool:
    return any(not getattr(test, "tags", set()).isdisjoint(tags) for test in _tests_of(suite))


def _tests_of(suite: Any) -> list[unittest.TestCase]:
    if isinstance(suite, unittest.TestCase):
        return [suite]
    return list(chain.from_iterable(_tests_of(part) for part in suite))
