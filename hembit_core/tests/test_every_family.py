"""What holds for every family alike: order, rules, circuit, record, words."""

from __future__ import annotations

import json
import unittest
from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

from hypothesis import given
from hypothesis import strategies as st
from pydantic import TypeAdapter

from hembit_core import (
    Conditions,
    DecisionRule,
    InputError,
    Judgement,
    Outcome,
    State,
    expectations,
    judge,
)
from hembit_core.judge import AnySpec, PartReading, PartSpec, describe
from hembit_core.tests.parts import BENCH_METER

SPEC: TypeAdapter[Any] = TypeAdapter(PartSpec)
READING: TypeAdapter[Any] = TypeAdapter(PartReading)
HERE = Conditions(meter=BENCH_METER, part_temperature="20", thermometer_limit="0.5")


@dataclass(frozen=True)
class Example:
    """A part with readings from short to open, written as displays show them."""

    spec: AnySpec
    measurand: str
    short: str
    low: str
    sound: str
    high: str

    def read(self, display: str, rule: DecisionRule = DecisionRule.SIMPLE, **how: Any) -> Judgement:
        reading = READING.validate_python(
            {"measurand": self.measurand, "display": display, "leads_nulled": True, **how}
        )
        return judge(self.spec, reading, HERE, rule)


def example(spec: dict[str, Any], measurand: str, *displays: str) -> Example:
    return Example(SPEC.validate_python(spec), measurand, *displays)


def in_kilohms(ohms: float) -> str:
    """A display text for any resistance [Ω]."""
    return f"{ohms / 1e3:.6f}k"


PLATE = {"by": "plate", "pairs": [{"power": "2200", "voltage": "230"}]}
EXAMPLES = {
    "heating element": example(
        {"kind": "heating_element", "rating": PLATE},
        "between_terminals", "0.1", "18.0", "24.6", "28.9",
    ),
    "winding": example(
        {"kind": "winding", "resistance": "118"}, "winding_resistance", "0.4", "95.0", "118.0", "141.0"
    ),
    "NTC": example(
        {
            "kind": "temperature_sensor",
            "sensor": {"type": "ntc_beta", "r25": "5k", "beta": "3470"},
            "tolerance": {"school": "percent_of_resistance", "percent": "10"},
        },
        "sensor_resistance", "3.0", "4.80k", "6.10k", "7.50k",
    ),
    "NTC in kelvin": example(
        {"kind": "temperature_sensor", "sensor": {"type": "ntc_beta", "r25": "5k", "beta": "3470"}},
        "sensor_resistance", "3.0", "5.20k", "6.10k", "7.50k",
    ),
    "platinum in kelvin": example(
        {
            "kind": "temperature_sensor",
            "sensor": {"type": "platinum"},
            "tolerance": {"school": "own_kelvin", "limit": "8"},
        },
        "sensor_resistance", "0.4", "100.0", "107.8", "114.0",
    ),
    "igniter": example(
        {"kind": "igniter", "usual_lower": "45", "usual_upper": "85"},
        "igniter_resistance", "0.2", "30.0", "60.0", "128.0",
    ),
    "high-tension lead": example(
        {"kind": "high_tension_lead", "length": "0.42", "per_metre": "7.1k", "caps": ["5k"]},
        "part_resistance", "9.0", "6.00k", "7.98k", "12.0k",
    ),
    "anything else": example(
        {"kind": "resistive_part", "resistance": "4k7"},
        "part_resistance", "4.0", "3.90k", "4.70k", "5.90k",
    ),
}  # fmt: skip


class EveryFamily(unittest.TestCase):
    def each(self, check: Callable[[Example], None]) -> None:
        for name, one in EXAMPLES.items():
            with self.subTest(name):
                check(one)

    def test_short_low_sound_high_open_are_told_apart(self) -> None:
        def check(one: Example) -> None:
            displays = (one.short, one.low, one.sound, one.high, "OL")
            found = [one.read(display) for display in displays]
            self.assertEqual(
                [verdict.state for verdict in found],
                [State.SHORT, State.OUTSIDE, State.WITHIN, State.OUTSIDE, State.OPEN],
            )
            self.assertNotEqual(found[1].side, found[3].side)

        self.each(check)

    def test_in_circuit_nothing_passes_and_only_too_high_or_open_counts(self) -> None:
        def check(one: Example) -> None:
            for display in (one.short, one.low, one.sound):
                verdict = one.read(display, connection="in_circuit")
                self.assertEqual(verdict.state, State.NOT_COMPARABLE, display)
                self.assertEqual(verdict.outcome, Outcome.UNDECIDED)
            self.assertEqual(one.read(one.high, connection="in_circuit").state, State.OUTSIDE)
            self.assertEqual(one.read("OL", connection="in_circuit").state, State.OPEN)

        self.each(check)

    def test_every_verdict_names_its_policy_rule_next_step_and_working(self) -> None:
        def check(one: Example) -> None:
            for display in (one.short, one.low, one.sound, one.high, "OL"):
                verdict = one.read(display, DecisionRule.GUARDED_ACCEPTANCE)
                self.assertTrue(verdict.next_step.endswith((".", ":")), verdict.next_step)
                self.assertIn("guarded acceptance", verdict.outcome_text)
                self.assertGreaterEqual(len(verdict.policy), 2)
                self.assertTrue(all(line.label and line.result for line in verdict.working))
                labels = [line.label for line in verdict.working]
                self.assertEqual(len(labels), len(set(labels)), labels)

        self.each(check)

    def test_the_guarded_rules_only_ever_hold_back(self) -> None:
        def check(one: Example) -> None:
            for display in (one.short, one.low, one.sound, one.high, "OL"):
                simple = one.read(display).outcome
                for rule in (DecisionRule.GUARDED_ACCEPTANCE, DecisionRule.GUARDED_REJECTION):
                    self.assertIn(one.read(display, rule).outcome, (simple, Outcome.UNDECIDED))

        self.each(check)

    def test_a_judgement_survives_being_written_down(self) -> None:
        def check(one: Example) -> None:
            for display in (one.low, one.sound, "OL"):
                verdict = one.read(display)
                self.assertEqual(Judgement.model_validate_json(verdict.model_dump_json()), verdict)
            written = json.loads(one.spec.model_dump_json())
            self.assertEqual(SPEC.validate_python(written), one.spec)

        self.each(check)

    def test_what_to_expect_is_told_before_and_is_what_is_judged_by(self) -> None:
        def check(one: Example) -> None:
            told = expectations(one.spec, HERE)[0]
            self.assertEqual(told, one.read(one.sound).expectation)
            self.assertEqual(told.measurand, one.measurand)
            self.assertTrue(told.text and told.detail and told.cautions and told.probes.disconnect)
            self.assertIsNone(told.rail.corrected)

        self.each(check)

    def test_a_missed_prefix_is_questioned_once(self) -> None:
        def check(one: Example) -> None:
            value = one.read(one.sound).rail
            if value.unit != "Ω" or value.corrected is None:
                return
            slipped = in_kilohms(value.corrected.value * 1e3)
            self.assertEqual(one.read(slipped).state, State.PLEASE_CONFIRM)
            confirmed = one.read(slipped, answers={"power_of_ten": "as_typed"})
            self.assertEqual(confirmed.state, State.OUTSIDE)

        self.each(check)

    @given(st.sampled_from(sorted(EXAMPLES)), st.floats(0.3, 3.0))
    def test_the_same_figure_in_another_prefix_is_the_same_reading(
        self, name: str, factor: float
    ) -> None:
        one = EXAMPLES[name]
        ohms = round((one.read(one.sound).expectation.rail.band.nominal or 60.0) * factor, 2)
        if one.read(one.sound).rail.unit != "Ω":
            ohms = round(6100.0 * factor, 2)
        typed = {"power_of_ten": "as_typed", "display.separator": "decimal"}
        plain = one.read(f"{ohms:.2f} Ω", answers=typed)
        in_kilo = one.read(f"{ohms / 1e3:.5f} k", answers=typed)
        self.assertEqual(
            (plain.state, plain.side, plain.outcome), (in_kilo.state, in_kilo.side, in_kilo.outcome)
        )
        self.assertEqual(plain.value, in_kilo.value)

    def test_another_familys_test_is_refused_by_name(self) -> None:
        for name, one in EXAMPLES.items():
            for other in EXAMPLES.values():
                if other.measurand == one.measurand:
                    continue
                with self.subTest(f"{other.measurand} on {name}"):
                    reading = READING.validate_python({"measurand": other.measurand, "display": "1.0"})
                    with self.assertRaises(InputError) as caught:
                        judge(one.spec, reading, HERE)
                    self.assertEqual(caught.exception.field, "reading.measurand")
                    self.assertIn(describe(one.spec), caught.exception.message)

    @given(
        st.sampled_from(sorted(EXAMPLES)),
        st.floats(0.02, 50),
        st.sampled_from(["isolated", "in_circuit"]),
    )
    def test_any_reading_gets_a_whole_verdict(self, name: str, factor: float, connection: str) -> None:
        one = EXAMPLES[name]
        sound = one.read(one.sound).expectation
        nominal = sound.rail.band.nominal if sound.rail.unit == "Ω" else 6000.0
        display = in_kilohms((nominal or 60.0) * factor)
        verdict = one.read(display, connection=connection, answers={"power_of_ten": "as_typed"})
        self.assertTrue(verdict.headline and verdict.next_step)
        if connection == "in_circuit":
            self.assertNotEqual(verdict.outcome, Outcome.ACCEPT)

    @given(st.sampled_from(sorted(EXAMPLES)), st.floats(1.0, 30.0), st.floats(1.0, 30.0))
    def test_further_out_is_never_milder(
        self, name: str, one_factor: float, other_factor: float
    ) -> None:
        one = EXAMPLES[name]
        if one.read(one.sound).rail.unit != "Ω":
            return
        order = [State.WITHIN, State.WATCH, State.JUST_WITHIN, State.JUST_OUTSIDE, State.OUTSIDE]
        near, far = sorted((one_factor, other_factor))
        base = one.read(one.sound).rail.corrected
        assert base is not None
        states = [
            one.read(in_kilohms(base.value * factor), answers={"power_of_ten": "as_typed"}).state
            for factor in (near, far)
        ]
        self.assertLessEqual(order.index(states[0]), order.index(states[1]))
