"""Windings: worked by hand, with the temperature taken in."""

from __future__ import annotations

import unittest
from typing import Any

from hypothesis import given
from hypothesis import strategies as st

from hembit_core import (
    BetweenTerminals,
    Conditions,
    InputError,
    Judgement,
    Outcome,
    State,
    TerminalToCase,
    Winding,
    WindingResistance,
    expectations,
    judge,
)
from hembit_core.tests.parts import BENCH_METER

VALVE = {"resistance": "118", "tolerance": {"school": "percent_of_resistance", "percent": "8"}}


def valve(**changes: Any) -> Winding:
    """The valve coil: 118 Ω ±8 % at 20 °C, copper."""
    return Winding.model_validate({**VALVE, **changes})


def at(celsius: str, limit: str = "0.5") -> Conditions:
    """The bench meter, the part at ``celsius`` within ``limit`` kelvin."""
    return Conditions(meter=BENCH_METER, part_temperature=celsius, thermometer_limit=limit)


def read(
    display: str, spec: Winding | None = None, conditions: Conditions | None = None, **how: Any
) -> Judgement:
    reading = WindingResistance(display=display, **{"leads_nulled": True, **how})
    return judge(spec or valve(), reading, conditions or at("6.0"))


class InTodaysFrame(unittest.TestCase):
    def test_the_valve_coil_in_the_cold(self) -> None:
        verdict = read("112.4")
        self.assertEqual((verdict.state, verdict.outcome), (State.WITHIN, Outcome.ACCEPT))
        self.assertEqual(verdict.value.text if verdict.value else "", "112.4 ± 1.4 Ω")
        self.assertEqual(verdict.expectation.text, "102.6–120.4 Ω")
        self.assertIn("111.5 Ω", verdict.expectation.detail)
        lines = {line.label: line.result for line in verdict.working}
        self.assertEqual(lines["The same at 20 °C"], "118.9 ± 1.5 Ω")

    def test_uncorrected_it_would_have_passed_for_another_reason(self) -> None:
        """A warm sound coil reads high; corrected, it is what it should be."""
        self.assertEqual(read("141.0", conditions=at("70.0")).state, State.WITHIN)
        self.assertEqual(read("141.0", conditions=at("20.0")).state, State.OUTSIDE)

    def test_aluminium_has_its_own_line(self) -> None:
        copper, aluminium = (
            expectations(valve(metal=metal), at("90"))[0] for metal in ("copper", "aluminium")
        )
        self.assertIn("150.5 Ω", copper.detail)
        self.assertIn("151.7 Ω", aluminium.detail)

    def test_another_reference_temperature(self) -> None:
        self.assertEqual(
            expectations(valve(reference_temperature="25"), at("25"))[0].text, "108.6–127.4 Ω"
        )

    def test_a_temperature_not_given_is_missing_and_asked_for(self) -> None:
        verdict = read("118.0", conditions=Conditions(meter=BENCH_METER))
        self.assertEqual((verdict.state, verdict.outcome), (State.NOT_COMPARABLE, Outcome.UNDECIDED))
        self.assertIn("temperature", verdict.next_step)

    def test_how_the_temperature_was_had_counts(self) -> None:
        guessed = read("118.0", conditions=Conditions(meter=BENCH_METER, part_temperature="20"))
        known = read("118.0", conditions=at("20"))
        assert guessed.value and known.value
        self.assertGreater(guessed.value.expanded, 1.5 * known.value.expanded)

    def test_warm_inside_hides_high_but_not_low_nor_open(self) -> None:
        self.assertEqual(read("131.0", settled=False).state, State.NOT_READY)
        self.assertEqual(read("112.4", settled=False).state, State.NOT_READY)
        self.assertEqual(read("90.0", settled=False).state, State.OUTSIDE)
        self.assertEqual(read("OL", settled=False).state, State.OPEN)

    def test_open_short_and_to_the_frame(self) -> None:
        self.assertEqual(read("OL").state, State.OPEN)
        self.assertEqual(read("0.4").state, State.SHORT)
        frame = judge(valve(), TerminalToCase(display="4.7 M"), at("6"))
        self.assertEqual(frame.state, State.LEAKING)
        self.assertEqual(frame.expectation.probes.drawing, "winding_to_frame")

    def test_an_elements_test_is_refused(self) -> None:
        with self.assertRaises(InputError) as caught:
            judge(valve(), BetweenTerminals(display="118"), at("20"))
        self.assertEqual(caught.exception.field, "reading.measurand")

    @given(st.floats(-30, 90))
    def test_a_sound_coil_is_within_at_any_temperature(self, celsius: float) -> None:
        ohms = 118.0 * (234.5 + celsius) / 254.5
        verdict = read(f"{ohms:.1f}", conditions=at(f"{celsius:.2f}"))
        self.assertEqual(verdict.state, State.WITHIN)


class NeverGainsOhms(unittest.TestCase):
    def school(self, **changes: Any) -> Winding:
        return valve(school="never_gains_ohms", **changes)

    def test_nominal_is_the_ceiling_only_where_the_spec_says_so(self) -> None:
        verdict = read("112.4", self.school(nominal_is_most=True))
        self.assertEqual((verdict.state, verdict.side), (State.JUST_OUTSIDE, "high"))
        self.assertIn("settled reading at room temperature", verdict.next_step)
        without = read("112.4", self.school())
        self.assertEqual(without.state, State.WITHIN)
        self.assertIn("nothing to compare with", without.policy[0])

    def test_baseline_and_siblings_are_ceilings(self) -> None:
        by_baseline = read("112.4", self.school(baseline="116.0"))
        self.assertEqual(by_baseline.state, State.OUTSIDE)
        self.assertIn("above its baseline", by_baseline.policy[0])
        self.assertIn("compared with baseline and siblings only", by_baseline.policy[0])
        both = read("112.4", self.school(baseline="122.0", sibling_median="118.5"))
        self.assertIn("siblings' median", both.policy[0])

    def test_below_the_ceiling_by_less_than_u_is_just_within(self) -> None:
        school = self.school(nominal_is_most=True)
        self.assertEqual(read("111.3", school).state, State.JUST_WITHIN)
        self.assertEqual(read("108.0", school).state, State.WITHIN)

    def test_the_low_side_keeps_its_band(self) -> None:
        self.assertEqual(read("95.0", self.school(nominal_is_most=True)).state, State.OUTSIDE)
