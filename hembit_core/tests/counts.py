"""How a run of tests went, for the last lines of bin/test: how many, and what failed, where and why."""

from __future__ import annotations

import json
import os
import unittest
from pathlib import Path

_ROOT = Path(__file__).resolve().parents[2]


def write_counts(result: unittest.TestResult) -> None:
    """Write the counts to the file named by HEMBIT_TEST_COUNTS, each failure with where and why."""
    path = os.environ.get("HEMBIT_TEST_COUNTS")
    if not path:
        return
    broken = [*result.failures, *result.errors]
    told = [f"{test.id()}:\n{in_short(trace)}" for test, trace in broken]
    told += [f"{test.id()}: passed, and was expected to fail" for test in result.unexpectedSuccesses]
    skipped = len(result.skipped)
    counts = {
        "passed": max(0, result.testsRun - len(told) - skipped),
        "failed": len(told),
        "skipped": skipped,
        "told": told,
    }
    Path(path).write_text(json.dumps(counts))


def in_short(trace: str) -> str:
    """The lines of the project that a traceback went through, and the ends of what it says."""
    lines = trace.strip().splitlines()
    ours = [
        f"  {line.strip()}: {lines[number + 1].strip()}"
        for number, line in enumerate(lines[:-1])
        if line.startswith(f'  File "{_ROOT}') and ".venv" not in line
    ]
    # What is said follows the last line of code, which is indented.
    said = next((n for n in range(len(lines) - 1, 0, -1) if lines[n].startswith("  File ")), 0)
    why = [f"  {line[:300]}" for line in lines[said + 2 :] if line.strip(" ^~")]
    if len(why) > 14:
        why = [*why[:6], "  …", *why[-7:]]
    return "\n".join([*ours[-4:], *(why or [f"  {lines[-1][:300]}"])])
