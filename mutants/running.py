"""Runs tests in a process of their own, which begins with the packages of others imported."""

from __future__ import annotations

import contextlib
import importlib
import json
import os
import resource
import shutil
import signal
import sqlite3
import subprocess
import sys
import time
import unittest
from collections.abc import Callable
from dataclasses import dataclass
from pathlib import Path
from typing import Any

from mutants.places import ROOT

SERVER = "hembit."
MEMORY = 8 << 30
"""What a run may take [bytes]: a change can make a loop that fills the machine."""


@dataclass(frozen=True)
class Outcome:
    """How a run of tests ended."""

    by: str
    """The first test that failed; "" when none did."""
    took: dict[str, float]
    """How long each test took [s]."""


class _FirstFailure(unittest.TestResult):
    """Stops at the first that fails, and knows how long each took."""

    def __init__(self) -> None:
        super().__init__()
        self.failfast = True
        self.took: dict[str, float] = {}
        self.by = ""

    def startTest(self, test: unittest.TestCase) -> None:  # noqa: N802, as unittest has it
        self._began = time.perf_counter()
        super().startTest(test)
        if self.on_start is not None:
            self.on_start(test.id())

    on_start: Callable[[str], None] | None = None

    def stopTest(self, test: unittest.TestCase) -> None:  # noqa: N802
        self.took[test.id()] = time.perf_counter() - self._began
        super().stopTest(test)

    def addError(self, test: Any, err: Any) -> None:  # noqa: N802
        super().addError(test, err)
        self._first(test)

    def addFailure(self, test: Any, err: Any) -> None:  # noqa: N802
        super().addFailure(test, err)
        self._first(test)

    def addSubTest(self, test: Any, subtest: Any, err: Any) -> None:  # noqa: N802
        super().addSubTest(test, subtest, err)
        if err is not None:
            self._first(test)
            self.stop()

    def _first(self, test: Any) -> None:
        self.by = self.by or test.id()


def preload() -> None:
    """Import what the tests import of others' packages, so that each process begins with it."""
    told = subprocess.run(
        [sys.executable, "-c", _NAMES], cwd=ROOT, capture_output=True, text=True, check=True
    ).stdout.split()
    for name in told:
        with contextlib.suppress(Exception):
            importlib.import_module(name)


_NAMES = """
import os, sys
os.environ["DJANGO_SETTINGS_MODULE"] = "hembit.site.settings"
import django; django.setup()
import hembit.site.urls, hembit_core.tests.test_judging
import unittest; unittest.defaultTestLoader.discover("hembit_core/tests", top_level_dir=".")
unittest.TestLoader().discover("hembit_circuits/tests", top_level_dir=".")
# Django and what stands on it read their settings when they are imported.
ours = ("hembit", "hembit_core", "hembit_circuits", "mutants", "benchmarks", "e2e", "__main__")
apart = (*ours, "django", "ninja")
print(*(name for name in list(sys.modules) if name.split(".")[0] not in apart))
"""


@dataclass
class Run:
    """A process that runs tests."""

    number: int
    process: int
    answer: Path
    until: float

    def ended(self) -> Outcome | None:
        """How it ended; None while it runs. One that takes too long is ended, and has failed."""
        done, _ = os.waitpid(self.process, os.WNOHANG)
        if not done:
            if time.monotonic() < self.until:
                return None
            with contextlib.suppress(ProcessLookupError):
                os.killpg(self.process, signal.SIGKILL)
            os.waitpid(self.process, 0)
            return Outcome("(did not end)", {})
        with contextlib.suppress(ProcessLookupError):
            os.killpg(self.process, signal.SIGKILL)  # what it started
        if not self.answer.exists():
            return Outcome("(ended itself)", {})
        return Outcome(**json.loads(self.answer.read_text()))


def begin(
    number: int, folder: Path, database: Path, seconds: float, work: Callable[[], Outcome]
) -> Run:
    """Start a process that works in a folder of its own, with a copy of the server's database."""
    shutil.rmtree(folder, ignore_errors=True)
    folder.mkdir(parents=True)
    answer = folder / "answer.json"
    process = os.fork()
    if not process:
        try:
            os.setsid()
            log = os.open(folder / "log", os.O_WRONLY | os.O_CREAT)
            os.dup2(log, 1)
            os.dup2(log, 2)
            resource.setrlimit(resource.RLIMIT_AS, (MEMORY, MEMORY))
            os.environ["HEMBIT_DATA"] = str(folder)
            shutil.copy(database, folder / "test.sqlite3")
            outcome = work()
            part = answer.with_suffix(".part")
            part.write_text(json.dumps({"by": outcome.by, "took": outcome.took}))
            part.rename(answer)
        except BaseException:
            import traceback

            traceback.print_exc()
        finally:
            sys.stdout.flush()
            sys.stderr.flush()
            os._exit(0)
    return Run(number, process, answer, time.monotonic() + seconds)


def run(
    names: list[str],
    suite_class: type[unittest.TestSuite] = unittest.TestSuite,
    on_start: Callable[[str], None] | None = None,
    failfast: bool = True,
) -> Outcome:
    """Run tests by their names, of the core or of the server, in this process."""
    server = any(name.startswith(SERVER) for name in names)
    try:
        if server:
            _set_up_server()
        import hypothesis

        import hembit_core.tests

        assert hembit_core.tests
        hypothesis.settings.register_profile(
            "again", hypothesis.settings(derandomize=True, database=None)
        )
        hypothesis.settings.load_profile("again")
        loader = unittest.TestLoader()
        loader.suiteClass = suite_class
        tests = suite_class(_load(loader, name) for name in names)
    except BaseException as broken:
        return Outcome(f"(import: {type(broken).__name__}: {broken})"[:200], {})
    result = _FirstFailure()
    result.failfast, result.on_start = failfast, on_start
    tests.run(result)
    for one, told in (*result.failures, *result.errors):
        print(one.id(), told, sep="\n")
    # What fails without any change, or by the order of the tests, says nothing of a change.
    failing = {one.id() for one, _ in (*result.failures, *result.errors)}
    took = {name: seconds for name, seconds in result.took.items() if failfast or name not in failing}
    return Outcome(result.by, took)


def _load(loader: unittest.TestLoader, name: str) -> unittest.TestSuite:
    folder = ROOT / name.replace(".", "/")
    if folder.is_dir():
        return loader.discover(str(folder), pattern="test_*.py", top_level_dir=str(ROOT))
    return loader.loadTestsFromName(name)


def _set_up_server() -> None:
    """What Django's runner does, but for making the database: a copy of it stands ready."""
    os.environ["DJANGO_SETTINGS_MODULE"] = "hembit.site.settings"
    import django
    from django.conf import settings
    from django.db import connection

    django.setup()
    from hembit.site.test_runner import CountingRunner

    CountingRunner(verbosity=0, interactive=False).setup_test_environment()
    database = str(Path(os.environ["HEMBIT_DATA"]) / "test.sqlite3")
    settings.DATABASES["default"]["NAME"] = database
    connection.settings_dict["NAME"] = database


def make_database(path: Path) -> None:
    """The server's database with its tables, once."""
    environment = {**os.environ, "HEMBIT_DATABASE": str(path), "HEMBIT_DATA": str(path.parent)}
    subprocess.run(
        [sys.executable, "manage.py", "migrate", "--verbosity", "0"],
        cwd=ROOT,
        env=environment,
        check=True,
    )
    with contextlib.closing(sqlite3.connect(path)) as made:  # what is still in the log of writes
        made.execute("PRAGMA wal_checkpoint(TRUNCATE)")
