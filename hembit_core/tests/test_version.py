"""The core's version moves when it says something else of any example."""

from __future__ import annotations

import unittest

from hembit_core import BetweenTerminals, HeatingElement, judge
from hembit_core.conformity.states import Outcome, State
from hembit_core.records.said_again import said_again
from hembit_core.tests.judged_examples import digest_of, digests, written
from hembit_core.version import CORE_VERSION


class Version(unittest.TestCase):
    def test_this_version_says_of_every_example_what_it_said(self) -> None:
        kept = written()
        self.assertIn(CORE_VERSION, kept, "run python -m hembit_core.tests.judged_examples")
        now = digests()
        changed = sorted(
            name
            for name in kept[CORE_VERSION].keys() | now
            if kept[CORE_VERSION].get(name) != now.get(name)
        )
        self.assertEqual(
            changed,
            [],
            f"{len(changed)} examples are judged otherwise than core {CORE_VERSION} judged them. Give "
            "the core the next version, then run python -m hembit_core.tests.judged_examples",
        )

    def test_a_word_and_a_figure_change_a_digest_and_a_last_bit_does_not(self) -> None:
        self.assertNotEqual(digest_of({"headline": "a"}), digest_of({"headline": "b"}))
        self.assertNotEqual(digest_of({"value": 0.1}), digest_of({"value": 0.1000001}))
        self.assertEqual(digest_of({"value": 0.1 + 0.2}), digest_of({"value": 0.3}))

    def test_what_is_said_otherwise_is_told(self) -> None:
        element = HeatingElement.by_plate(2200, 230)
        now = judge(element, BetweenTerminals(display="24.6", lead_zero="0.2"))
        self.assertTrue(said_again(now, now).same)
        then = now.model_copy(update={"state": State.OUTSIDE, "outcome": Outcome.REJECT})
        told = said_again(then, now)
        self.assertFalse(told.same)
        self.assertEqual(
            [(one.what, one.then, one.now) for one in told.differences],
            [("State", "outside", "within"), ("Outcome", "reject", "accept")],
        )


if __name__ == "__main__":
    unittest.main()
