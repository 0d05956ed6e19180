"""Temperature sensors: worked by hand, in kelvin and by the share of R."""

from __future__ import annotations

import unittest
from typing import Any

from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError

from hembit_core import (
    Conditions,
    InputError,
    Judgement,
    Meter,
    Outcome,
    SensorResistance,
    State,
    TemperatureSensor,
    expectations,
    judge,
)
from hembit_core.curves.resistance_thermometers import platinum_resistance
from hembit_core.families.temperature_sensor.types import SwitchingPtc
from hembit_core.tests.parts import BENCH_METER

NTC = {"type": "ntc_beta", "r25": "5 k", "beta": "3470"}
FINE = Meter.model_validate(
    {"name": "fine", "accuracy": {"resistance": {"percent": 0.05, "counts": 3}}}
)


def sensor(kind: dict[str, Any] | None = None, **tolerance: Any) -> TemperatureSensor:
    spec: dict[str, Any] = {"sensor": kind or NTC}
    if tolerance:
        spec["tolerance"] = tolerance
    return TemperatureSensor.model_validate(spec)


def at(celsius: str, limit: str, meter: Meter = BENCH_METER) -> Conditions:
    return Conditions(meter=meter, part_temperature=celsius, thermometer_limit=limit)


def read(spec: TemperatureSensor, display: str, conditions: Conditions, **how: Any) -> Judgement:
    return judge(spec, SensorResistance(display=display, **{"leads_nulled": True, **how}), conditions)


class Ntc(unittest.TestCase):
    cheese_room = at("31.2", "0.5")

    def test_in_kelvin_just_outside(self) -> None:
        verdict = read(sensor(), "3.71k", self.cheese_room)
        self.assertEqual((verdict.state, verdict.side), (State.JUST_OUTSIDE, "high"))
        self.assertEqual(verdict.value.text if verdict.value else "", "32.85 ± 0.77 °C")
        self.assertIn("Reads 1.65 K warm, −5.9 % on ohms (3.945 kΩ is due)", verdict.explanation[0])
        self.assertIn("±1.06 K", verdict.expectation.detail)
        self.assertEqual(verdict.rail.unit, "°C")

    def test_by_the_share_of_r_within(self) -> None:
        verdict = read(sensor(school="percent_of_resistance", percent="10"), "3.71k", self.cheese_room)
        self.assertEqual(verdict.state, State.WITHIN)
        self.assertEqual(verdict.rail.unit, "Ω")
        self.assertIn("±10 % of R", verdict.policy[0])

    def test_own_limit(self) -> None:
        verdict = read(sensor(school="own_kelvin", limit="3"), "3.71k", self.cheese_room)
        self.assertEqual(verdict.state, State.WITHIN)

    def test_open_short_prefix_and_beyond(self) -> None:
        spec = sensor()
        self.assertEqual(read(spec, "OL", self.cheese_room).state, State.OPEN)
        self.assertEqual(read(spec, "2.1", self.cheese_room).state, State.SHORT)
        self.assertEqual(read(spec, "3.95", self.cheese_room).state, State.PLEASE_CONFIRM)
        chart = sensor(
            {
                "type": "chart",
                "points": [
                    {"celsius": "0", "ohms": "16.3k"},
                    {"celsius": "25", "ohms": "5k"},
                    {"celsius": "60", "ohms": "1.25k"},
                ],
            }
        )
        beyond = read(chart, "21.5k", self.cheese_room)
        self.assertEqual((beyond.state, beyond.outcome), (State.OUTSIDE, Outcome.REJECT))
        self.assertIn("above 3.998 kΩ", beyond.headline)

    def test_the_dead_ends_stand_where_they_belong(self) -> None:
        """In °C an open NTC reads infinitely cold, a shorted one infinitely hot."""
        rail = read(sensor(), "OL", self.cheese_room).rail
        assert rail.low_gate and rail.high_gate
        self.assertEqual((rail.low_gate.label, rail.low_gate.hit), ("OL", True))
        self.assertEqual((rail.high_gate.label, rail.high_gate.hit), ("short", False))
        shorted = read(sensor(), "2.1", self.cheese_room).rail
        self.assertTrue(shorted.high_gate and shorted.high_gate.hit)
        in_ohms = read(sensor(school="percent_of_resistance"), "OL", self.cheese_room).rail
        self.assertTrue(in_ohms.high_gate and in_ohms.high_gate.hit)

    def test_in_circuit_a_path_can_only_make_it_read_warm(self) -> None:
        self.assertEqual(
            read(sensor(), "3.71k", self.cheese_room, connection="in_circuit").state,
            State.NOT_COMPARABLE,
        )
        cold = read(sensor(), "4.60k", self.cheese_room, connection="in_circuit")
        self.assertEqual((cold.state, cold.side), (State.OUTSIDE, "low"))

    @given(st.floats(-20, 90))
    def test_a_sound_sensor_is_within_at_any_temperature(self, celsius: float) -> None:
        spec, conditions = sensor(), at(f"{celsius:.2f}", "0.2", FINE)
        assert not isinstance(spec.sensor, SwitchingPtc)
        ohms = float(spec.sensor.curve().resistance(float(f"{celsius:.2f}")))
        self.assertEqual(read(spec, f"{ohms:.1f}e0", conditions).state, State.WITHIN)

    def test_a_temperature_is_needed(self) -> None:
        nowhere = Conditions(meter=BENCH_METER)
        verdict = read(sensor(), "5.00k", nowhere)
        self.assertEqual((verdict.state, verdict.outcome), (State.NOT_COMPARABLE, Outcome.UNDECIDED))
        self.assertIn("It says 25.0 °C", verdict.headline)
        self.assertEqual(read(sensor(), "OL", nowhere).state, State.OPEN)
        self.assertEqual(read(sensor(), "0.4", nowhere).state, State.SHORT)


class PlatinumProbe(unittest.TestCase):
    probe = sensor({"type": "platinum", "tolerance_class": "B"})

    def test_the_fine_meter_sees_it_just_outside(self) -> None:
        verdict = read(self.probe, "108.80", at("22.0", "0.3", FINE))
        self.assertEqual(verdict.state, State.JUST_OUTSIDE)
        self.assertEqual(verdict.value.text if verdict.value else "", "22.59 ± 0.43 °C")
        self.assertIn("Reads 0.59 K warm", verdict.explanation[0])
        self.assertIn("±0.41 K", verdict.expectation.detail)

    def test_the_coarse_meter_cannot_decide(self) -> None:
        verdict = read(self.probe, "108.8", at("22.0", "0.3"))
        self.assertEqual((verdict.state, verdict.outcome), (State.NOT_DECIDABLE, Outcome.UNDECIDED))
        self.assertAlmostEqual(verdict.value.expanded if verdict.value else 0, 3.5, delta=0.05)

    def test_three_wires(self) -> None:
        verdict = read(self.probe, "109.40", at("22.0", "0.3", FINE), pair="0.60", leads_nulled=False)
        self.assertIn("22.59", verdict.value.text if verdict.value else "")
        lines = {line.label: line for line in verdict.working}
        self.assertIn("like-coloured pair", lines["Leads taken off"].formula or "")
        with self.assertRaises(InputError):
            read(
                self.probe,
                "109.40",
                at("22.0", "0.3"),
                pair="0.60",
                lead_zero="0.2",
                leads_nulled=False,
            )

    def test_a_class_holds_in_its_range(self) -> None:
        film = sensor({"type": "platinum", "tolerance_class": "A", "build": "film"})
        with self.assertRaises(InputError) as caught:
            expectations(film, at("350", "1"))
        self.assertEqual(caught.exception.field, "conditions.part_temperature")

    def test_a_sound_probe_in_the_heat(self) -> None:
        hot = float(platinum_resistance(300.0))
        self.assertEqual(read(self.probe, f"{hot:.2f}", at("300", "0.5", FINE)).state, State.WITHIN)


class BadSensors(unittest.TestCase):
    def test_refused_in_words(self) -> None:
        rows = [{"celsius": "0", "ohms": "100"}, {"celsius": "10", "ohms": "50"}]
        cases: list[tuple[dict[str, Any], str]] = [
            ({"type": "ntc_beta", "r25": "5k", "beta": "0"}, "B value"),
            ({"type": "chart", "points": [*rows, {"celsius": "20", "ohms": "60"}]}, "not a curve"),
            ({"type": "chart", "points": rows[::-1]}, "rise from row to row"),
            ({"type": "platinum", "tolerance_class": "Z"}, "'AA', 'A', 'B' or 'C'"),
        ]
        for kind, words in cases:
            with self.subTest(words), self.assertRaises(ValidationError) as caught:
                sensor(kind)
            self.assertIn(words, str(caught.exception))
