"""What is told at the end of a run of what failed: where in the project, and why."""

from __future__ import annotations

import unittest

from hembit_core.tests.counts import in_short


class Counts(unittest.TestCase):
    def test_a_failure_is_told_by_its_place_and_by_both_ends_of_what_it_says(self) -> None:
        def broken() -> None:
            raise TimeoutError("\n".join(["no answer", *(f"  tried {one} times" for one in range(40))]))

        found = unittest.TestResult()
        unittest.FunctionTestCase(broken).run(found)
        told = in_short(found.errors[0][1]).splitlines()
        self.assertIn("test_counts.py", told[0])
        self.assertIn("raise TimeoutError(", told[0])
        self.assertEqual(told[1].strip(), "TimeoutError: no answer")
        self.assertEqual(told[-1].strip(), "tried 39 times")
        self.assertLess(len(told), 20)

    def test_what_is_no_traceback_is_told_by_its_last_line(self) -> None:
        self.assertEqual(in_short("the process ended\nKilled\n"), "  Killed")


if __name__ == "__main__":
    unittest.main()
