"""Igniters by three schools; high-tension leads; anything else resistive."""

from __future__ import annotations

import unittest
from typing import Any

from pydantic import ValidationError

from hembit_core import (
    HighTensionLead,
    Igniter,
    IgniterResistance,
    Judgement,
    Outcome,
    PartResistance,
    ResistivePart,
    State,
    expectations,
    judge,
)
from hembit_core.tests.parts import BENCH

USUAL = {"usual_lower": "45", "usual_upper": "85", "lenient_upper": "190"}


def igniter(display: str, school: str, settled: bool = True, **changes: Any) -> Judgement:
    spec = Igniter.model_validate({**USUAL, "school": school, **changes})
    return judge(spec, IgniterResistance(display=display, leads_nulled=True, settled=settled), BENCH)


class Igniters(unittest.TestCase):
    def test_high_but_finite_by_each_school(self) -> None:
        strict = igniter("128.0", "strict")
        self.assertEqual((strict.state, strict.outcome), (State.OUTSIDE, Outcome.REJECT))
        lenient = igniter("128.0", "lenient")
        self.assertEqual((lenient.state, lenient.outcome), (State.WATCH, Outcome.ACCEPT))
        self.assertIn("spare", lenient.next_step)
        function = igniter("128.0", "function_first")
        self.assertEqual((function.state, function.outcome), (State.NOT_DECIDABLE, Outcome.UNDECIDED))
        self.assertIn("volts at the plug", function.next_step)
        for verdict, word in ((strict, "strict"), (lenient, "lenient"), (function, "function first")):
            self.assertIn(word, verdict.policy[0])

    def test_beyond_every_school(self) -> None:
        for school in ("strict", "lenient", "function_first"):
            self.assertEqual(igniter("240.0", school).state, State.OUTSIDE, school)
            self.assertEqual(igniter("OL", school).state, State.OPEN, school)
            self.assertEqual(igniter("60.0", school).state, State.WITHIN, school)

    def test_a_cracked_one_that_shows_kilohms_is_questioned_then_judged(self) -> None:
        asked = igniter("6.1 k", "strict")
        self.assertEqual(asked.state, State.PLEASE_CONFIRM)
        spec = Igniter.model_validate(USUAL)
        reading = IgniterResistance(
            display="6.1 k", leads_nulled=True, answers={"power_of_ten": "as_typed"}
        )
        self.assertEqual(judge(spec, reading, BENCH).state, State.OUTSIDE)

    def test_warm_carbide_reads_low_and_warm_nitride_high(self) -> None:
        self.assertEqual(igniter("30.0", "strict", settled=False).state, State.NOT_READY)
        self.assertEqual(igniter("128.0", "strict", settled=False).state, State.OUTSIDE)
        nitride = {"material": "silicon_nitride"}
        self.assertEqual(igniter("128.0", "strict", False, **nitride).state, State.NOT_READY)
        self.assertEqual(igniter("30.0", "strict", False, **nitride).state, State.OUTSIDE)

    def test_contradictions(self) -> None:
        for changes, words in (
            ({"usual_lower": "90"}, "must be the smaller"),
            ({"lenient_upper": "70"}, "above the usual"),
            ({"lenient_upper": None, "school": "lenient"}, "needs its limit"),
        ):
            with self.assertRaises(ValidationError) as caught:
                Igniter.model_validate({**USUAL, **changes})
            self.assertIn(words, str(caught.exception))


class Resistive(unittest.TestCase):
    lead = HighTensionLead.model_validate(
        {
            "length": "0.42 m",
            "per_metre": "7.1 k",
            "caps": ["5 k"],
            "tolerance": {"school": "percent_of_resistance", "percent": "20"},
        }
    )

    def test_a_high_tension_lead(self) -> None:
        expected = expectations(self.lead)[0]
        self.assertEqual(expected.detail, "7.98 kΩ nominal")
        self.assertEqual(expected.text, "6.386–9.578 kΩ")
        self.assertIn("spark", expected.probes.disconnect)
        self.assertEqual(self.read("8.10 k").state, State.WITHIN)
        self.assertEqual(self.read("14.2 k").state, State.OUTSIDE)
        self.assertEqual(self.read("OL").state, State.OPEN)
        self.assertEqual(self.read("8.10").state, State.PLEASE_CONFIRM)

    def read(self, display: str) -> Judgement:
        return judge(self.lead, PartResistance(display=display, leads_nulled=True), BENCH)

    def test_anything_else(self) -> None:
        spec = ResistivePart.model_validate({"resistance": "4k7"})
        self.assertEqual(expectations(spec)[0].text, "4.230–5.170 kΩ")
        verdict = judge(spec, PartResistance(display="4.71k", lead_zero="0.2"), BENCH)
        self.assertEqual(verdict.state, State.WITHIN)
