"""A verdict whose rows say worse than it does takes the state of the worst of them."""

from __future__ import annotations

import unittest

from hembit_core.conformity.states import DecisionRule, Outcome, Side, State
from hembit_core.judging.codes import Code
from hembit_core.judging.judgement import Judgement, Row
from hembit_core.judging.verdict import Verdict
from hembit_core.tests.parts import ohms

BEFORE = ohms("24.4")


def row(state: State | None, side: Side | None = None, *, premise: bool = False) -> Row:
    return Row(
        label="one",
        due="24 Ω",
        rail=BEFORE.rail,
        state=state,
        side=side,
        value=BEFORE.value if state else None,
        premise=premise,
    )


def built(*rows: Row, state: State = State.WITHIN) -> Judgement:
    return Verdict(Code.PLACED, state, "Within", "Nothing to do").build(
        BEFORE.expectation, DecisionRule.SIMPLE, rail=BEFORE.rail, read_as=(), rows=rows
    )


class OfRows(unittest.TestCase):
    def test_the_worst_of_them_gives_state_and_side(self) -> None:
        low, high = row(State.OUTSIDE, Side.LOW), row(State.JUST_OUTSIDE, Side.HIGH)
        for rows in ((low, high, row(State.WITHIN)), (row(State.WITHIN), high, low)):
            said = built(*rows)
            self.assertEqual(
                (said.state, said.side, said.outcome), (State.OUTSIDE, Side.LOW, Outcome.REJECT)
            )

    def test_a_premise_is_no_verdict_on_the_part(self) -> None:
        said = built(row(State.OUTSIDE, Side.LOW, premise=True), row(State.WITHIN))
        self.assertEqual((said.state, said.outcome), (State.WITHIN, Outcome.ACCEPT))

    def test_its_own_state_stays_where_none_is_worse(self) -> None:
        said = built(row(State.OUTSIDE, Side.LOW), state=State.OPEN)
        self.assertEqual((said.state, said.outcome), (State.OPEN, Outcome.REJECT))

    def test_one_that_was_not_read_leaves_it_undecided(self) -> None:
        said = built(row(State.WITHIN), row(None))
        self.assertEqual((said.outcome, said.undecided_by), (Outcome.UNDECIDED, ("not_all_read",)))
        self.assertIn("not every figure was read", said.outcome_text)
        for rows in ((row(State.WITHIN),), (row(State.WITHIN), row(None, premise=True))):
            self.assertEqual(built(*rows).undecided_by, ())


if __name__ == "__main__":
    unittest.main()
