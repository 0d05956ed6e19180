"""The insulation test of any part with a case: its verdict, and the volts it is made at."""

from __future__ import annotations

import unittest

from hypothesis import given
from hypothesis import strategies as st

from hembit_core import DecisionRule, InputError, Judgement, Outcome, State, expectations, judge
from hembit_core.families.insulation import InsulationTest
from hembit_core.families.registry import FAMILIES, readings_of
from hembit_core.families.to_case import TerminalToCase
from hembit_core.tests.parts import BENCH, DECK_OVEN
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

    def test_the_volts_are_the_parts_own(self) -> None:
        coil = {"resistance": "86", "drive": "dc", "rated_voltage": "24"}
        low = part("winding", **coil)
        for spec, due in ((DECK_OVEN, 500), (low, 250), (part("winding", resistance="86"), None)):
            verdict = judge(spec, InsulationTest(display="40 M", connection="isolated"), here())
            self.assertIsNotNone(verdict.case)
            assert verdict.case
            self.assertEqual((verdict.case.due_volts, verdict.case.volts), (due, due or 500))
        told = {one.measurand: one.detail for one in expectations(low, here())}
        self.assertIn("250 V DC", told["insulation_test"])
        self.assertNotIn("500", told["insulation_test"])
        leak = judge(low, TerminalToCase(display="1.8 M", connection="isolated"), here())
        self.assertIn("250 V DC", leak.next_step)
        self.assertNotIn("500", leak.next_step)
        stressed = judge(low, InsulationTest(display="40 M", volts="500"), here())
        self.assertIn("other_test_volts", [one.code for one in stressed.warnings])

    def test_volts_that_are_known_of_the_supply_alone_count_too(self) -> None:
        unknown = part("unknown_part", what="coil")
        verdict = judge(unknown, InsulationTest(display="40 M"), here(supply="24"))
        assert verdict.case
        self.assertEqual(verdict.case.due_volts, 250)

    @given(st.floats(0.01, 500), st.floats(1.0, 50))
    def test_fewer_megohms_are_never_kinder(self, megohms: float, times: float) -> None:
        rank = [Outcome.ACCEPT, Outcome.UNDECIDED, Outcome.REJECT]
        less, more = (tested(f"{one:.2f} M").outcome for one in (megohms, megohms * times))
        self.assertGreaterEqual(rank.index(less), rank.index(more))
