"""The risk at a limit, sampled: benchmarks/core/risk.py draws many more of the same parts."""

from __future__ import annotations

import unittest

from hembit_core.tests.simulated_parts import CASES, passes, risk

_PARTS = 200


class AtTheLimit(unittest.TestCase):
    def test_guarded_rules_keep_the_risk_and_u_covers(self) -> None:
        for case in CASES:
            with self.subTest(case.name):
                found = risk(case, _PARTS)
                self.assertLessEqual(found.accepted, found.allowed)
                self.assertLessEqual(found.rejected, found.allowed)
                self.assertGreaterEqual(found.covered, found.least_cover)

    def test_none_of_them_is_only_ever_undecided(self) -> None:
        for case in CASES:
            with self.subTest(case.name):
                self.assertGreater(passes(case, 40), 0.2)
