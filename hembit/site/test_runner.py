"""Django's test runner, which also writes how many tests passed, failed and were skipped."""

from __future__ import annotations

import os
import pickle
import sys
import tempfile
import time
import unittest
from collections.abc import Callable
from pathlib import Path
from typing import Any

from django.conf import settings
from django.db import connection
from django.test import LiveServerTestCase
from django.test.runner import (
    DiscoverRunner,
    ParallelTestSuite,
    RemoteTestResult,
    RemoteTestRunner,
)

# Its package holds the profile of the properties, which is read before any property of the server.
from hembit_core.tests.counts import write_counts


class _Clock(unittest.TestResult):
    """Says how long each test took; the standard library's own results do since Python 3.12."""

    addDuration: Callable[[unittest.TestCase, float], None]  # noqa: N815, as unittest has it

    if sys.version_info < (3, 12):

        def startTest(self, test: unittest.TestCase) -> None:  # noqa: N802, as unittest has it
            self._started = time.perf_counter()
            super().startTest(test)

        def stopTest(self, test: unittest.TestCase) -> None:  # noqa: N802, as unittest has it
            self.addDuration(test, time.perf_counter() - self._started)
            super().stopTest(test)


class TimedResult(_Clock, unittest.TextTestResult):
    """Knows how long each test took [s]."""

    def __init__(self, *args: Any, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        self.took: dict[str, float] = {}

    def addDuration(self, test: unittest.TestCase, elapsed: float) -> None:  # noqa: N802
        # What another process ran is told in one go: its own time is the longer of the two.
        self.took[test.id()] = max(elapsed, self.took.get(test.id(), 0.0))


class _NoDurations(unittest.TestResult):
    """Where the line of those ends that are told how long a test took."""

    if sys.version_info < (3, 12):

        def addDuration(self, test: unittest.TestCase, elapsed: float) -> None:  # noqa: N802
            pass


def _that_can_be_sent(err: Any) -> Any:
    """What went wrong, in words where it holds something that another process cannot be sent: an
    answer that is still open, say. Else the whole run would end with it.
    """
    kind, error, where = err
    try:
        pickle.loads(pickle.dumps(error))
    except Exception:
        told = AssertionError(f"{kind.__name__}: {error}")
        return type(told), told, where
    return err


class _TimedRemoteResult(_Clock, RemoteTestResult, _NoDurations):
    """What a process of the parallel run sends back, with the times."""

    def addError(self, test: Any, err: Any) -> None:  # noqa: N802
        super().addError(test, _that_can_be_sent(err))

    def addFailure(self, test: Any, err: Any) -> None:  # noqa: N802
        super().addFailure(test, _that_can_be_sent(err))

    def addSubTest(self, test: Any, subtest: Any, err: Any) -> None:  # noqa: N802
        # A part of a test holds all that the test does, which another process cannot be sent.
        if err is not None:
            kind, error, where = err
            told = test.failureException(f"{subtest.id()}: {kind.__name__}: {error}")
            self.addFailure(test, (type(told), told, where))


class _TimedRemoteRunner(RemoteTestRunner):
    resultclass = _TimedRemoteResult


def _init_worker_with_photos(*args: Any) -> None:
    """Each process has a database of its own, and photos of its own."""
    ParallelTestSuite.init_worker(*args)
    settings.MEDIA_ROOT = Path(tempfile.mkdtemp(dir=settings.MEDIA_ROOT))


def _is_in_a_browser(classwise: unittest.TestSuite) -> bool:
    return any(isinstance(one, LiveServerTestCase) for one in classwise)


class _SideBySide(ParallelTestSuite):
    """Classes in a browser come last: most are short. What starts processes of its own takes a minute
    in one piece, and at the end the other processes of the run would wait for it.
    """

    init_worker = _init_worker_with_photos
    runner_class = _TimedRemoteRunner

    def __init__(self, subsuites: list[unittest.TestSuite], *args: Any, **kwargs: Any) -> None:
        super().__init__(sorted(subsuites, key=_is_in_a_browser), *args, **kwargs)


class CountingRunner(DiscoverRunner):
    """Writes how the run went for the last lines of bin/test, and the slowest tests."""

    parallel_test_suite = _SideBySide

    def get_resultclass(self) -> type[unittest.TextTestResult]:
        """One that knows how long each test took."""
        return TimedResult

    def setup_test_environment(self, **kwargs: Any) -> None:
        super().setup_test_environment(**kwargs)
        # Slow on purpose elsewhere: a stretched hash at every test's sign-in would be most of its time.
        settings.PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]
        self.media = tempfile.TemporaryDirectory()
        settings.MEDIA_ROOT = Path(self.media.name)

    def setup_databases(self, **kwargs: Any) -> Any:
        parallel, self.parallel = self.parallel, 0
        made = super().setup_databases(**kwargs)
        self.parallel = parallel
        if parallel > 1 and made:
            connection.close()  # what is still in the log of writes would not be in a copy of the file
            for number in range(1, parallel + 1):
                connection.creation.clone_test_db(str(number), verbosity=self.verbosity)
        return made

    def teardown_test_environment(self, **kwargs: Any) -> None:
        self.media.cleanup()
        super().teardown_test_environment(**kwargs)

    def suite_result(self, suite: Any, result: Any, **kwargs: Any) -> int:
        write_counts(result)
        if os.environ.get("HEMBIT_TEST_COUNTS"):
            print("The ten slowest tests:")
            for name, seconds in sorted(result.took.items(), key=lambda one: -one[1])[:10]:
                print(f"{seconds:7.1f} s  {name}")
        return super().suite_result(suite, result, **kwargs)
