"""The examples in docstrings and in docs/core.md run and say what they say."""

from __future__ import annotations

import unittest

from hembit_core.tests.alone import core_doctests


class Examples(unittest.TestCase):
    """One test of all: a case of the standard library's own cannot be sent to another process."""

    def test_every_one_says_what_it_says(self) -> None:
        cases = list(core_doctests())
        self.assertGreater(len(cases), 20)
        for case in cases:
            result = unittest.TestResult()
            case(result)
            with self.subTest(str(case)):
                self.assertEqual([told for _, told in (*result.failures, *result.errors)], [])
