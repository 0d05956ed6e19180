"""The examples in docstrings and in docs/core.md run and say what they say."""

from __future__ import annotations

import unittest

from hembit_core.tests.alone import core_doctests


def load_tests(
    loader: unittest.TestLoader, tests: unittest.TestSuite, pattern: str | None
) -> unittest.TestSuite:
    tests.addTests(core_doctests())
    return tests
