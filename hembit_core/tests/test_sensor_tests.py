"""Every type of sensor and every test of one; thermocouples, senders, which-sensor."""

from __future__ import annotations

import unittest
from typing import Any

from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError

from hembit_core import InputError, Judgement, Outcome, State, expectations
from hembit_core.tests.readers import here, part, read

NTC = {"type": "ntc_beta", "r25": "5k", "beta": "3470"}
FIVE_K = part("temperature_sensor", sensor=NTC)


def sensor(**fields: Any) -> Any:
    return part("temperature_sensor", sensor=fields)


FINE = {"name": "fine", "accuracy": {"resistance": {"percent": 0.05, "counts": 3}}}


def ohms(spec: Any, display: str, celsius: str, **more: Any) -> Judgement:
    conditions = here(part_temperature=celsius, thermometer_limit="0.2", meter=FINE)
    return read(spec, "sensor_resistance", conditions, display=display, **more)


class Types(unittest.TestCase):
    def test_each_type_reads_itself_as_sound_at_one_temperature(self) -> None:
        cases = [
            (sensor(type="steinhart_hart", a="1.1e-3", b="2.37e-4", c="7.5e-8"), "9.11k", "25"),
            (sensor(type="silicon", r25="1k"), "1.20e3", "48.0"),
            (sensor(type="nickel"), "161.8", "100"),
            (sensor(type="platinum", r0="1000"), "1.0779e3", "20"),
            (
                sensor(
                    type="chart",
                    points=[{"celsius": "0", "ohms": "10k"}, {"celsius": "50", "ohms": "2k"}],
                ),
                "10.0k",
                "0",
            ),
        ]
        for spec, display, celsius in cases:
            with self.subTest(spec.describe()):
                nominal = expectations(spec, here(part_temperature=celsius, thermometer_limit="0.2"))[
                    0
                ].plot
                assert nominal is not None
                due = nominal.points[0].y
                shown = f"{due / 1e3:.6f}k"
                verdict = ohms(spec, shown, celsius)
                self.assertIn(verdict.state, (State.WITHIN, State.JUST_WITHIN), display)
                self.assertEqual(verdict.outcome, Outcome.ACCEPT)

    def test_a_switching_ptc_is_judged_by_its_distance_from_the_jump(self) -> None:
        spec = sensor(type="switching_ptc", switching_temperature="120", in_series="3")
        self.assertEqual(ohms(spec, "210", "20").state, State.WITHIN)
        as_typed = {"power_of_ten": "as_typed"}
        self.assertEqual(ohms(spec, "2.40k", "20", answers=as_typed).state, State.OUTSIDE)
        self.assertEqual(ohms(spec, "15.0k", "140").state, State.WITHIN)
        self.assertEqual(ohms(spec, "600", "140").outcome, Outcome.REJECT)
        with self.assertRaisesRegex(InputError, "in its jump nothing is said"):
            ohms(spec, "600", "121")

    def test_impossible_curves_are_refused_in_words(self) -> None:
        for fields, words in (
            ({"type": "steinhart_hart", "a": "1e-3", "b": "-2e-4", "c": "1e-7"}, "do not fall"),
            ({"type": "silicon", "r25": "1k", "alpha": "-1e-3"}, "does not rise"),
            ({"type": "ntc_beta", "r25": "5k", "beta": "-3470"}, "lies above 0"),
            (
                {
                    "type": "chart",
                    "points": [
                        {"celsius": "0", "ohms": "1k"},
                        {"celsius": "10", "ohms": "2k"},
                        {"celsius": "20", "ohms": "1.5k"},
                    ],
                },
                "not a curve",
            ),
        ):
            with self.subTest(words), self.assertRaisesRegex(ValidationError, words):
                sensor(**fields)

    def test_the_reading_stands_on_the_curve(self) -> None:
        plot = ohms(FIVE_K, "3.71k", "31.2").plot
        assert plot is not None
        due, seen = plot.points
        self.assertEqual((due.label, round(due.y)), ("due", 3945))
        self.assertEqual((seen.label, seen.y), ("read", 3710))
        self.assertEqual(len(plot.line), len(plot.upper))


class Response(unittest.TestCase):
    def warmed(self, displays: str, change: str = "warmed") -> Judgement:
        return read(
            FIVE_K,
            "sensor_response",
            here(part_temperature="20"),
            displays=displays.split(),
            change=change,
        )

    def test_what_a_hand_should_do(self) -> None:
        cases = [
            ("6.10k 5.70k 5.40k 5.20k 5.10k 5.05k", "warmed", State.WITHIN, "smooth, settled"),
            ("6.10k 6.30k 6.60k 6.80k 6.85k", "warmed", State.OUTSIDE, "the wrong way"),
            ("6.10k 6.30k 6.60k 6.80k 6.85k", "cooled", State.WITHIN, "the right way"),
            ("6.10k 6.09k 6.10k 6.10k", "warmed", State.OUTSIDE, "hardly moves"),
            ("6.10k 5.70k 6.30k 5.20k 5.10k", "warmed", State.OUTSIDE, "jumps back at sample 3"),
            ("6.10k 5.80k 5.20k", "warmed", State.NOT_READY, "Not settled"),
            ("6.10k 5.80k OL 5.20k", "warmed", State.OPEN, "OL at sample 3"),
        ]
        for displays, change, state, words in cases:
            with self.subTest(displays):
                verdict = self.warmed(displays, change)
                self.assertEqual(verdict.state, state)
                self.assertIn(words, verdict.headline)

    def test_two_points_on_one_curve(self) -> None:
        conditions = here(part_temperature="20", thermometer_limit="0.3")
        points = [{"celsius": "0.3", "display": "14.3k"}, {"celsius": "31.2", "display": "3.95k"}]
        verdict = read(FIVE_K, "sensor_points", conditions, points=points)
        self.assertEqual([row.label for row in verdict.rows], ["at 0.3 °C", "at 31.2 °C"])
        self.assertEqual(verdict.state, State.WITHIN)
        wrong = [{"celsius": "0.3", "display": "17.0k"}, {"celsius": "50", "display": "1.81k"}]
        self.assertEqual(
            read(FIVE_K, "sensor_points", conditions, points=wrong).outcome, Outcome.REJECT
        )

    def test_what_the_machine_shows(self) -> None:
        conditions = here(part_temperature="12.0", thermometer_limit="0.3")
        right = read(FIVE_K, "controller_shows", conditions, shown="12.4")
        self.assertEqual(right.state, State.WITHIN)
        wrong = read(FIVE_K, "controller_shows", conditions, shown="15.9")
        self.assertEqual((wrong.state, wrong.outcome), (State.OUTSIDE, Outcome.UNDECIDED))


class Thermocouples(unittest.TestCase):
    spec = part("thermocouple")

    def mv(self, display: str, **conditions: Any) -> Judgement:
        return read(
            self.spec,
            "thermocouple_voltage",
            here(cold_junction="21", **conditions),
            display=display,
        )

    def test_a_temperature_without_a_reference_is_no_verdict(self) -> None:
        verdict = self.mv("25.76", part_temperature=None)
        self.assertEqual((verdict.state, verdict.outcome), (State.NOT_COMPARABLE, Outcome.UNDECIDED))
        self.assertIn("639.9 °C", verdict.headline)
        self.assertIn("±4.8 K there", " ".join(verdict.explanation))

    def test_against_a_reference(self) -> None:
        at = {"part_temperature": "640", "thermometer_limit": "1"}
        self.assertEqual(self.mv("25.76", **at).outcome, Outcome.ACCEPT)
        self.assertEqual(self.mv("24.90", **at).state, State.OUTSIDE)
        self.assertEqual(self.mv("0.02", **at).state, State.SHORT)
        wrong_way = self.mv("-2.9", part_temperature="100", thermometer_limit="1")
        self.assertIn("the wrong way round", wrong_way.headline)

    def test_beyond_the_curve_nothing_is_compared(self) -> None:
        self.assertEqual(self.mv("-9.0").state, State.OUTSIDE)
        self.assertEqual(self.mv("-9.0", part_temperature=None).state, State.NOT_COMPARABLE)
        b = part("thermocouple", letter="B")
        alone = here(cold_junction="21", part_temperature=None)
        cold = read(b, "thermocouple_voltage", alone, display="0.001 mV")
        self.assertEqual(cold.state, State.NOT_COMPARABLE)

    def test_the_loop_comes_first_and_the_cold_junction_is_needed(self) -> None:
        told = expectations(self.spec, here())
        self.assertEqual([one.measurand for one in told], ["loop_resistance"])
        self.assertEqual(read(self.spec, "loop_resistance", display="OL").state, State.OPEN)
        self.assertEqual(read(self.spec, "loop_resistance", display="12.4").state, State.WITHIN)
        with self.assertRaises(InputError) as caught:
            read(self.spec, "thermocouple_voltage", display="25.76")
        self.assertEqual(caught.exception.field, "conditions.cold_junction")

    def test_a_class_the_type_does_not_have(self) -> None:
        with self.assertRaisesRegex(ValidationError, "has no class 1"):
            part("thermocouple", letter="B", tolerance_class="1")

    @given(st.sampled_from("KJTNERS"), st.floats(30, 300))
    def test_a_sound_thermocouple_of_any_type_is_accepted(self, letter: str, celsius: float) -> None:
        spec = part("thermocouple", letter=letter, tolerance={"school": "own_kelvin", "limit": "40"})
        conditions = here(
            cold_junction="21", part_temperature=f"{celsius:.1f}", thermometer_limit="0.2"
        )
        told = expectations(spec, conditions)[1]
        assert told.plot is not None
        due = next(one.y for one in told.plot.points if one.label == "due")
        verdict = read(spec, "thermocouple_voltage", conditions, display=f"{due:.4f}e0")
        if verdict.state is not State.SHORT:  # hardly warmer than its terminals
            self.assertNotEqual(verdict.outcome, Outcome.REJECT)


class Senders(unittest.TestCase):
    spec = part(
        "sender",
        points=[
            {"amount": "0", "ohms": "10"},
            {"amount": "50", "ohms": "90"},
            {"amount": "100", "ohms": "180"},
        ],
    )

    def test_where_it_stands(self) -> None:
        half = here(stands_at="50")
        self.assertEqual(expectations(self.spec, half)[0].text, "81.00–99.00 Ω")
        self.assertEqual(read(self.spec, "sender_resistance", half, display="91.0").state, State.WITHIN)
        off = read(self.spec, "sender_resistance", half, display="130.0")
        self.assertEqual(off.state, State.OUTSIDE)
        self.assertIn("It says 72.2 %", " ".join(off.explanation))

    def test_not_known_where_it_stands_and_beyond_the_chart(self) -> None:
        anywhere = read(self.spec, "sender_resistance", display="130.0")
        self.assertEqual(anywhere.state, State.NOT_COMPARABLE)
        self.assertIn("where it stands", anywhere.next_step)
        with self.assertRaises(InputError) as caught:
            read(self.spec, "sender_resistance", here(stands_at="120"), display="130")
        self.assertEqual(caught.exception.field, "conditions.stands_at")

    def test_a_chart_that_is_no_curve(self) -> None:
        with self.assertRaisesRegex(ValidationError, "not a curve"):
            part(
                "sender",
                points=[
                    {"amount": "0", "ohms": "10"},
                    {"amount": "50", "ohms": "90"},
                    {"amount": "90", "ohms": "40"},
                ],
            )
