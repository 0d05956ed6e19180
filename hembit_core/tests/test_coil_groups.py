"""Windings that are driven, sets of windings, spark igniters, thermocouple and magnet."""

from __future__ import annotations

import unittest
from typing import Any

from pydantic import ValidationError

from hembit_core import InputError, Judgement, Outcome, State, expectations
from hembit_core.tests.readers import here, part, read

DC = part("winding", resistance="118", drive="dc", rated_voltage="24")
AC = part("winding", resistance="118", drive="ac", rated_voltage="230", hold_va="9")


class Driven(unittest.TestCase):
    def test_a_dc_coils_current_falls_as_it_warms(self) -> None:
        for amps in ("0.204", "0.170"):
            verdict = read(DC, "winding_running", voltage="24.1", current=amps)
            self.assertEqual(verdict.state, State.WITHIN, amps)
        self.assertEqual(
            read(DC, "winding_running", voltage="24.1", current="0.260").state, State.OUTSIDE
        )

    def test_an_ac_coil_is_judged_by_its_va_not_its_ohms(self) -> None:
        told = expectations(AC, here())[2]
        self.assertEqual(told.text, "0.0293–0.0489 A")
        verdict = read(AC, "winding_running", voltage="231.0", current="0.039")
        self.assertEqual(verdict.outcome, Outcome.ACCEPT)

    def test_volts_and_no_current_no_volts_and_no_action(self) -> None:
        asked = read(DC, "winding_running", voltage="24.1", current="0.000")
        self.assertEqual(asked.state, State.PLEASE_CONFIRM)
        self.assertIn("sees DC", asked.questions[0].sentence)
        for answer, state in (("yes", State.OPEN), ("no", State.NOT_COMPARABLE)):
            given = {"voltage": "24.1", "current": "0.000", "answers": {"dc_clamp": answer}}
            self.assertEqual(read(DC, "winding_running", **given).state, state)
        acted = read(DC, "winding_running", voltage="24.1", current="0.00", acted="yes")
        self.assertEqual((acted.state, acted.outcome), (State.NOT_COMPARABLE, Outcome.UNDECIDED))
        self.assertIn("sees DC", acted.next_step)
        mains = read(AC, "winding_running", voltage="231.0", current="0.000", acted="yes")
        self.assertNotIn("DC", mains.next_step)
        nothing = read(DC, "winding_running", voltage="0.0", current="0.000")
        self.assertEqual((nothing.state, nothing.outcome), (State.NOT_COMPARABLE, Outcome.UNDECIDED))
        stuck = read(DC, "winding_running", voltage="24.1", current="0.200", acted="no")
        self.assertIn("nothing moves", stuck.headline)
        self.assertIn("leak-down", stuck.next_step)

    def test_what_is_missing_is_asked_for(self) -> None:
        with self.assertRaisesRegex(ValidationError, "hold VA"):
            part("winding", resistance="118", drive="ac", rated_voltage="230")
        plain = part("winding", resistance="118")
        self.assertNotIn("winding_running", [one.measurand for one in expectations(plain, here())])
        with self.assertRaises(InputError) as caught:
            read(plain, "winding_running", voltage="24", current="0.2")
        self.assertEqual(caught.exception.field, "spec.rated_voltage")

    def test_a_dc_coil_is_not_read_on_ac(self) -> None:
        with self.assertRaises(InputError) as caught:
            read(DC, "winding_running", voltage="24.1 V~", current="0.200")
        self.assertEqual(caught.exception.field, "reading.voltage")

    def test_another_supply_is_said(self) -> None:
        verdict = read(DC, "winding_running", voltage="18.0", current="0.150")
        self.assertIn("more than 10 % off the rated 24 V", verdict.warnings[0].text)


class Sets(unittest.TestCase):
    phases = part(
        "winding_set",
        windings=[{"name": f"phase {n}", "resistance": "1.20"} for n in (1, 2, 3)],
        balance="2",
    )

    def each(self, *displays: str, **how: Any) -> Judgement:
        return read(self.phases, "set_resistances", displays=displays, **how)

    def test_phases_within_but_out_of_balance(self) -> None:
        self.assertEqual(self.each("1.2100e0", "1.2050e0", "1.2010e0").state, State.WITHIN)
        verdict = self.each("1.2100e0", "1.2050e0", "1.1210e0")
        self.assertEqual(verdict.state, State.OUTSIDE)
        self.assertIn("phase 3's distance from the mean, 4.89", verdict.headline)

    def test_balance_is_not_called_on_the_last_digit(self) -> None:
        for third in ("1.20", "1.25"):
            verdict = self.each("1.20", "1.20", third)
            self.assertEqual(verdict.state, State.NOT_DECIDABLE)
            self.assertEqual(verdict.outcome, Outcome.UNDECIDED)

    def test_primary_and_secondary_each_by_its_own_band(self) -> None:
        spec = part(
            "winding_set",
            windings=[
                {"name": "primary", "resistance": "0.80"},
                {"name": "secondary", "resistance": "9.1k"},
            ],
        )
        verdict = read(spec, "set_resistances", displays=["0.812e0", "OL"])
        self.assertEqual((verdict.state, verdict.headline), (State.OPEN, "Open: secondary"))
        self.assertEqual([row.state for row in verdict.rows], [State.WITHIN, State.OPEN])

    def test_warm_inside_and_a_wrong_count(self) -> None:
        self.assertEqual(self.each("1.40", "1.41", "1.40", settled=False).state, State.NOT_READY)
        with self.assertRaises(InputError) as caught:
            self.each("1.20", "1.21")
        self.assertEqual(caught.exception.field, "reading.displays")


class Sparks(unittest.TestCase):
    spec = part("spark_igniter", primary="42", secondary="5.6k", gap_least="3", gap_most="4")

    def test_transformer_and_gap(self) -> None:
        verdict = read(self.spec, "set_resistances", displays=["41.8", "5.55k"])
        self.assertEqual(verdict.state, State.WITHIN)
        self.assertIn("Never the meter on the spark output", verdict.cautions[0])
        self.assertEqual(read(self.spec, "spark_gap", gap="3.5 mm").state, State.WITHIN)
        wide = read(self.spec, "spark_gap", gap="5.2")
        self.assertEqual((wide.state, wide.side), (State.OUTSIDE, "high"))

    def test_bad_gaps(self) -> None:
        with self.assertRaisesRegex(ValidationError, "lower limit must be the smaller"):
            part("spark_igniter", primary="42", secondary="5.6k", gap_least="4", gap_most="3")
        bare = part("spark_igniter", primary="42", secondary="5.6k")
        with self.assertRaises(InputError) as caught:
            read(bare, "spark_gap", gap="3")
        self.assertEqual(caught.exception.field, "spec.gap_least")


class FlamePairs(unittest.TestCase):
    spec = part("thermocouple_magnet", open_least="20", load_least="9", drop_out_most="4")

    def pair(self, **millivolts: Any) -> Judgement:
        return read(self.spec, "flame_pair", **millivolts)

    def test_each_of_the_two_is_told_from_the_other(self) -> None:
        cases = [
            ({"open": "27.1", "load": "13.2", "drop_out": "2.9"}, State.WITHIN, "Within"),
            ({"open": "14.0", "load": "6.0"}, State.OUTSIDE, "the thermocouple gives too little"),
            ({"open": "27.1", "load": "26.9"}, State.OPEN, "the magnet takes no current"),
            ({"open": "27.1", "load": "6.0"}, State.OUTSIDE, "it sags"),
            ({"open": "27.1", "load": "13", "drop_out": "6.1"}, State.OUTSIDE, "drops out too early"),
        ]
        for millivolts, state, words in cases:
            with self.subTest(words):
                verdict = self.pair(**millivolts)
                self.assertEqual(verdict.state, state)
                self.assertIn(words, verdict.headline)

    def test_open_alone_decides_nothing_of_the_magnet(self) -> None:
        verdict = self.pair(open="27.1")
        self.assertEqual((verdict.state, verdict.outcome), (State.WITHIN, Outcome.UNDECIDED))

    def test_the_open_figure_comes_first(self) -> None:
        with self.assertRaises(InputError) as caught:
            self.pair(open="", load="26.9")
        self.assertEqual(caught.exception.field, "reading.open")

    def test_source_resistance(self) -> None:
        line = self.pair(open="27.1", load="13.2", current="0.65").working[-1]
        self.assertEqual(line.label, "Source resistance")
        self.assertAlmostEqual(line.value or 0, (27.1 - 13.2) / 0.65, places=6)

    def test_safety_parts_are_exchanged_by_authorised_people(self) -> None:
        self.assertIn("authorised people", self.pair(open="27.1", load="26.9").next_step)
