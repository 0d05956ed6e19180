"""Django's test runner, which also writes how many tests passed, failed and were skipped."""

from __future__ import annotations

import json
import logging
import os
import tempfile
import time
import unittest
from pathlib import Path
from typing import Any

from django.conf import settings
from django.test.runner import DiscoverRunner

import hembit_core.tests  # noqa: F401, its profile holds before any property of the server is read


class TimedResult(unittest.TextTestResult):
    """Knows how long each test took [s]."""

    def __init__(self, *args: Any, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        self.took: list[tuple[float, str]] = []

    def startTest(self, test: unittest.TestCase) -> None:  # noqa: N802, as unittest has it
        """The clock starts."""
        self._started = time.perf_counter()
        super().startTest(test)

    def stopTest(self, test: unittest.TestCase) -> None:  # noqa: N802, as unittest has it
        """The clock stops."""
        super().stopTest(test)
        self.took.append((time.perf_counter() - self._started, test.id()))


class CountingRunner(DiscoverRunner):
    """Writes the counts to the file named by HEMBIT_TEST_COUNTS, for bin/test's last line."""

    def get_resultclass(self) -> type[unittest.TextTestResult]:
        """One that knows how long each test took."""
        return TimedResult

    def setup_test_environment(self, **kwargs: Any) -> None:
        super().setup_test_environment(**kwargs)
        # Slow on purpose elsewhere: a stretched hash at every test's sign-in would be most of its time.
        settings.PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]
        logging.getLogger("axes").setLevel(logging.CRITICAL)  # the tests of the door knock often
        self.media = tempfile.TemporaryDirectory()
        settings.MEDIA_ROOT = Path(self.media.name)

    def teardown_test_environment(self, **kwargs: Any) -> None:
        self.media.cleanup()
        super().teardown_test_environment(**kwargs)

    def suite_result(self, suite: Any, result: Any, **kwargs: Any) -> int:
        failed = len(result.failures) + len(result.errors) + len(result.unexpectedSuccesses)
        skipped = len(result.skipped)
        counts = {
            "passed": max(0, result.testsRun - failed - skipped),
            "failed": failed,
            "skipped": skipped,
        }
        path = os.environ.get("HEMBIT_TEST_COUNTS")
        if path:
            Path(path).write_text(json.dumps(counts))
            print("The ten slowest tests:")
            for seconds, name in sorted(result.took, reverse=True)[:10]:
                print(f"{seconds:7.1f} s  {name}")
        return super().suite_result(suite, result, **kwargs)
