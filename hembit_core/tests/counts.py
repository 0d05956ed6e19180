"""How a run of tests went, for the last lines of bin/test: how many, and what failed and why."""

from __future__ import annotations

import json
import os
import unittest
from pathlib import Path


def write_counts(result: unittest.TestResult) -> None:
    """Write the counts to the file named by HEMBIT_TEST_COUNTS, each failure with its last line."""
    path = os.environ.get("HEMBIT_TEST_COUNTS")
    if not path:
        return
    broken = [*result.failures, *result.errors]
    told = [f"{test.id()}: {trace.strip().rpartition(chr(10))[2]}"[:300] for test, trace in broken]
    told += [f"{test.id()}: passed, and was expected to fail" for test in result.unexpectedSuccesses]
    skipped = len(result.skipped)
    counts = {
        "passed": max(0, result.testsRun - len(told) - skipped),
        "failed": len(told),
        "skipped": skipped,
        "told": told,
    }
    Path(path).write_text(json.dumps(counts))
