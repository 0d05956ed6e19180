"""A part without figures: what holds of it all the same, and what does not."""

from __future__ import annotations

import unittest

from hypothesis import given
from hypothesis import strategies as st

from hembit_core import Judgement, Outcome, State, find
from hembit_core.conformity.missing import Lacking
from hembit_core.findings.finding import Conclusion
from hembit_core.judging.codes import Code
from hembit_core.tests.readers import part, read

COIL = part("unknown_part", what="coil")


def ohms(display: str, what: str = "coil", **how: str) -> Judgement:
    """Ohms of a part without figures."""
    return read(part("unknown_part", what=what), "unknown_resistance", display=display, **how)


def row(*displays: str, what: str = "coil") -> Judgement:
    """Several of them in a row."""
    return read(part("unknown_part", what=what), "siblings", displays=displays)


class Alone(unittest.TestCase):
    @given(st.floats(1, 9e5), st.sampled_from(["coil", "element", "igniter", "sensor", "other"]))
    def test_a_figure_is_neither_accepted_nor_rejected(self, value: float, what: str) -> None:
        value = min(value, 9e4) if what in ("element", "igniter") else value
        verdict = ohms(f"{value / 1e3:.4f}k", what)
        self.assertEqual(verdict.outcome, Outcome.UNDECIDED, verdict.headline)

    def test_a_break_is_a_break_where_such_a_part_always_has_a_path(self) -> None:
        for what in ("coil", "element", "igniter"):
            self.assertEqual(ohms("OL", what).state, State.OPEN)
        for what in ("sensor", "other"):
            self.assertEqual(ohms("OL", what).state, State.NOT_DECIDABLE)

    def test_more_ohms_than_any_such_part_has(self) -> None:
        self.assertEqual(ohms("4.1 M").outcome, Outcome.REJECT)
        self.assertEqual(ohms("4.1 M", "sensor").outcome, Outcome.UNDECIDED)

    def test_near_zero_may_be_all_it_has(self) -> None:
        self.assertEqual(ohms("0.0").state, State.NOT_DECIDABLE)

    def test_a_leak_is_a_leak(self) -> None:
        leak = read(COIL, "terminal_to_case", display="0.4 M")
        self.assertEqual(find(COIL, [ohms("86.2"), leak]).conclusion, Conclusion.DO_NOT_ENERGISE)

    def test_it_is_never_sound(self) -> None:
        whole = [ohms("86.2"), read(COIL, "terminal_to_case", display="OL")]
        self.assertEqual(find(COIL, whole).conclusion, Conclusion.UNDECIDED)


class InARow(unittest.TestCase):
    def test_those_that_agree_say_so_and_no_more(self) -> None:
        verdict = row("86.2", "86.9", "86.4", "86.6")
        self.assertEqual(verdict.code, Code.NOTHING_ELSE_KNOWN)
        self.assertEqual(verdict.outcome, Outcome.UNDECIDED)
        self.assertIn("agree", verdict.headline)
        self.assertIn("nothing is known", verdict.outcome_text)

    def test_an_odd_one_is_watched(self) -> None:
        verdict = row("352", "349", "355", "351", "418", what="element")
        self.assertEqual((verdict.state, verdict.outcome), (State.WATCH, Outcome.UNDECIDED))
        self.assertEqual(verdict.pattern, "off:5")
        self.assertEqual(verdict.undecided_by, (Lacking.FIGURES,))

    def test_a_broken_one_among_them_is_rejected(self) -> None:
        verdict = row("86.2", "OL", "86.4", "86.6")
        self.assertEqual((verdict.state, verdict.outcome), (State.OPEN, Outcome.REJECT))

    def test_two_that_differ_do_not_say_which(self) -> None:
        self.assertIn("far apart", row("86.2", "118").headline)
        self.assertIn("agree", row("86.2", "86.4").headline)

    @given(st.lists(st.floats(40, 200).map(lambda one: f"{one:.1f}"), min_size=2, max_size=6))
    def test_a_row_accepts_nothing(self, displays: list[str]) -> None:
        self.assertIsNot(row(*displays).outcome, Outcome.ACCEPT)
