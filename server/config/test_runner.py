"""Django's runner with a last line that says how many tests really ran."""

import tempfile
import unittest
from pathlib import Path
from typing import Any

from django.conf import settings
from django.test.runner import DiscoverRunner
from hypothesis import settings as drawn

# no test asserts an absolute time: a loaded machine would fail what is right
drawn.register_profile("untimed", deadline=None)
drawn.load_profile("untimed")


class CountingRunner(DiscoverRunner):
    """Close with ``N passed, N failed, N skipped``; a run that tested nothing fails."""

    def setup_test_environment(self, **kwargs: Any) -> None:
        super().setup_test_environment(**kwargs)
        self._media = tempfile.TemporaryDirectory()
        settings.MEDIA_ROOT = self._media.name
        settings.PRACTICE = Path(self._media.name) / "practice"

    def teardown_test_environment(self, **kwargs: Any) -> None:
        self._media.cleanup()
        super().teardown_test_environment(**kwargs)

    def suite_result(self, suite: Any, result: unittest.TestResult, **kwargs: Any) -> int:
        bad = len(result.failures) + len(result.errors) + len(result.unexpectedSuccesses)
        skipped = len(result.skipped)
        self.ran = result.testsRun
        self._line = f"{max(0, result.testsRun - bad - skipped)} passed, {bad} failed, {skipped} skipped"
        return bad if result.testsRun else 1

    def run_tests(self, *args: Any, **kwargs: Any) -> int:
        failures = super().run_tests(*args, **kwargs)
        print(self._line, flush=True)
        return failures
