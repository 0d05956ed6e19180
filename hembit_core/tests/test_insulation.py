"""The insulation test of any part with a case: its verdict, and what it settles."""

from __future__ import annotations

import unittest
from itertools import permutations

from hypothesis import given
from hypothesis import strategies as st

from hembit_core import DecisionRule, InputError, Judgement, Outcome, State, expectations, find, judge
from hembit_core.families.insulation import InsulationTest
from hembit_core.families.registry import FAMILIES, readings_of
from hembit_core.families.to_case import TerminalToCase
from hembit_core.findings.finding import Conclusion
from hembit_core.tests.parts import BENCH, DECK_OVEN, ohms, to_case
from hembit_core.tests.readers import here, part


def tested(display: str, rule: DecisionRule = DecisionRule.SIMPLE, **how: str) -> Judgement:
    """An insulation test of the deck oven's element."""
    reading = InsulationTest.model_validate({"display": display, "connection": "isolated", **how})
    return judge(DECK_OVEN, reading, BENCH, rule)


class Verdicts(unittest.TestCase):
    def test_the_limit_is_the_shops_and_the_tester_has_an_error(self) -> None:
        for display, state, outcome in (
            ("210 M", State.WITHIN, Outcome.ACCEPT),
            ("OL", State.WITHIN, Outcome.ACCEPT),
            ("2.1 M", State.WITHIN, Outcome.ACCEPT),
            ("1.2 M", State.JUST_WITHIN, Outcome.ACCEPT),
            ("1.0 M", State.JUST_WITHIN, Outcome.ACCEPT),
            ("0.98 M", State.LEAKING, Outcome.REJECT),
            ("0.06 M", State.LEAKING, Outcome.REJECT),
            ("0.0 M", State.LEAKING, Outcome.REJECT),
        ):
            with self.subTest(display):
                verdict = tested(display)
                self.assertEqual((verdict.state, verdict.outcome), (state, outcome))

    def test_below_the_limit_leaks_by_every_rule(self) -> None:
        for rule in DecisionRule:
            self.assertEqual(tested("0.9 M", rule).outcome, Outcome.REJECT)
        self.assertEqual(tested("1.2 M", DecisionRule.GUARDED_ACCEPTANCE).outcome, Outcome.UNDECIDED)

    def test_what_stands_beside_it_may_leak_but_cannot_hide_a_leak(self) -> None:
        self.assertEqual(tested("40 M", connection="in_circuit").outcome, Outcome.ACCEPT)
        low = tested("0.4 M", connection="in_circuit")
        self.assertEqual((low.state, low.outcome), (State.NOT_COMPARABLE, Outcome.UNDECIDED))
        self.assertIn("do not energise", low.next_step)

    def test_the_shops_limit_and_the_testers_volts_are_said(self) -> None:
        rules = BENCH.rules.model_copy(update={"insulation_at_least_ohm": 300e3})
        shop = BENCH.model_copy(update={"rules": rules})
        verdict = judge(DECK_OVEN, InsulationTest(display="0.5 M", volts="250"), shop)
        self.assertEqual(verdict.outcome, Outcome.ACCEPT)
        self.assertIn("250 V", " ".join(verdict.policy))
        self.assertEqual(verdict.expectation.text, "at least 300 kΩ")

    def test_it_belongs_to_every_part_that_is_read_to_its_case_and_to_no_other(self) -> None:
        for kind, family in FAMILIES.items():
            self.assertEqual(
                InsulationTest in readings_of(kind), TerminalToCase in family.own, kind.__name__
            )
        told = [one.measurand for one in expectations(DECK_OVEN, BENCH)]
        self.assertLess(told.index("terminal_to_case"), told.index("insulation_test"))
        with self.assertRaises(InputError):
            judge(part("contact"), InsulationTest(display="5 M"), here())

    @given(st.floats(0.01, 500), st.floats(1.0, 50))
    def test_fewer_megohms_are_never_kinder(self, megohms: float, times: float) -> None:
        rank = [Outcome.ACCEPT, Outcome.UNDECIDED, Outcome.REJECT]
        less, more = (tested(f"{one:.2f} M").outcome for one in (megohms, megohms * times))
        self.assertGreaterEqual(rank.index(less), rank.index(more))


class Settling(unittest.TestCase):
    """P7: a leak is settled by an insulation test that passed, and by nothing else."""

    def test_one_that_passed_settles_what_a_multimeter_showed(self) -> None:
        readings = [ohms("24.4"), to_case("1.8 M"), tested("210 M")]
        for order in permutations(readings):
            found = find(DECK_OVEN, order)
            self.assertEqual(found.conclusion, Conclusion.SOUND)
            self.assertIn("a leak to the case", found.rules_out)

    def test_a_multimeter_that_shows_nothing_settles_nothing(self) -> None:
        for order in permutations([to_case("1.8 M"), to_case("OL"), ohms("24.4")]):
            self.assertEqual(find(DECK_OVEN, order).conclusion, Conclusion.DO_NOT_ENERGISE)

    def test_one_that_failed_stands_whatever_else_was_read(self) -> None:
        for order in permutations([tested("0.2 M"), tested("300 M"), to_case("OL")]):
            found = find(DECK_OVEN, order)
            self.assertEqual(found.conclusion, Conclusion.DO_NOT_ENERGISE)
            self.assertIn("insulation", found.headline)

    def test_one_in_circuit_that_says_nothing_settles_nothing(self) -> None:
        unsaid = tested("0.4 M", connection="in_circuit")
        found = find(DECK_OVEN, [to_case("1.8 M"), unsaid])
        self.assertEqual(found.conclusion, Conclusion.DO_NOT_ENERGISE)
