"""The risk at a limit, sampled: benchmarks/risk.py draws many more of the same parts."""

from __future__ import annotations

import unittest

from hembit_core.tests.simulated_parts import CASES, risk

_PARTS = 300


class AtTheLimit(unittest.TestCase):
    def test_guarded_rules_keep_the_risk_and_u_covers(self) -> None:
        for case in CASES:
            with self.subTest(case.name):
                found = risk(case, _PARTS)
                self.assertLessEqual(found.accepted, found.allowed)
                self.assertLessEqual(found.rejected, found.allowed)
                self.assertGreaterEqual(found.covered, found.least_cover)
