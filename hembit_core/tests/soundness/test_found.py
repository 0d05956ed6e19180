"""What is found of every example by its reading alone: verdict and call do not pull apart unsaid."""

from __future__ import annotations

import unittest

from hembit_core import judge
from hembit_core.conformity.states import Outcome, State
from hembit_core.families.registry import about
from hembit_core.findings.find import find
from hembit_core.findings.finding import Conclusion, FindingCode
from hembit_core.judging.measurand import Role
from hembit_core.soundness.evidence import evidence_of
from hembit_core.tests.test_every_example import every_reading

_KEPT = (Conclusion.SOUND, Conclusion.PASSED_SO_FAR)
_CONDEMNED = (Conclusion.REPLACE, Conclusion.REPAIR, Conclusion.WRONG_PART)
_GONE = (State.OPEN, State.SHORT, State.LEAKING)


class Found(unittest.TestCase):
    def test_every_example_by_its_reading_alone(self) -> None:
        for name, spec, reading, conditions in every_reading():
            verdict = judge(spec, reading, conditions)
            weighed = [evidence_of(spec, reading, conditions, verdict)]
            found = find(spec, [verdict], conditions=conditions, weighed=weighed)
            with self.subTest(f"{name}: {verdict.headline} → {found.headline}"):
                self.assertIsNot(found.code, FindingCode.NOTHING_MEASURED)
                self.assertTrue(found.headline and found.next_step)
                if verdict.state is State.WITHIN and verdict.outcome is Outcome.ACCEPT:
                    self.assertNotIn(found.conclusion, _CONDEMNED)
                if verdict.state in _GONE and about(verdict.measurand).role is not Role.SHOWN:
                    self.assertNotIn(found.conclusion, _KEPT)

    def test_by_its_verdict_alone_it_is_never_kept_where_the_reading_condemns(self) -> None:
        for name, spec, reading, conditions in every_reading():
            verdict = judge(spec, reading, conditions)
            weighed = [evidence_of(spec, reading, conditions, verdict)]
            found = find(spec, [verdict], conditions=conditions, weighed=weighed)
            plain = find(spec, [verdict], conditions=conditions)
            with self.subTest(f"{name}: {found.headline} / {plain.headline}"):
                if found.conclusion in _CONDEMNED and verdict.outcome is Outcome.REJECT:
                    self.assertNotIn(plain.conclusion, _KEPT)


if __name__ == "__main__":
    unittest.main()
