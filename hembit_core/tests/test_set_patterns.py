"""Patterns of open branches, spells of heating, figures with their units, sensor curves on a plot."""

from __future__ import annotations

import unittest
from itertools import pairwise
from math import inf

from hypothesis import given
from hypothesis import strategies as st
from pydantic import TypeAdapter, ValidationError

from hembit_core.families.heating_element.until_cut_out import spells
from hembit_core.families.temperature_sensor.plot import curve_over, curve_plot
from hembit_core.families.temperature_sensor.types import NtcByBeta, Platinum
from hembit_core.families.three_phase_set.patterns import (
    branch_names,
    current_patterns,
    ohm_patterns,
)
from hembit_core.families.three_phase_set.spec import SetConnection
from hembit_core.measuring import figures


class Patterns(unittest.TestCase):
    def test_every_set_of_open_branches_reads_differently_as_long_as_one_path_is_left(self) -> None:
        for connection in SetConnection:
            patterns = ohm_patterns(connection)
            readable = [one for one in patterns if any(ohms != inf for ohms in one.figures)]
            with self.subTest(connection):
                self.assertEqual(len({one.figures for one in readable}), len(readable))
                self.assertEqual(patterns[0].open, ())
                self.assertEqual(len(patterns), 2 ** len(branch_names(connection)))

    def test_opening_a_branch_never_lowers_ohms_nor_raises_a_lines_current(self) -> None:
        for connection in SetConnection:
            ohms, amps = ohm_patterns(connection), current_patterns(connection)
            for one in ohms[1:]:
                for before, after in zip(ohms[0].figures, one.figures, strict=True):
                    self.assertGreaterEqual(after, before - 1e-12)
            for one in amps[1:]:
                for before, after in zip(amps[0].figures, one.figures, strict=True):
                    self.assertLessEqual(after, before + 1e-12)

    def test_a_delta_draws_three_times_what_its_star_draws(self) -> None:
        delta = current_patterns(SetConnection.DELTA)[0].figures
        star = current_patterns(SetConnection.STAR)[0].figures
        for one, other in zip(delta, star, strict=True):
            self.assertAlmostEqual(one / other, 3.0)


class Spells(unittest.TestCase):
    @given(st.lists(st.booleans(), min_size=1, max_size=30))
    def test_spells_cover_what_flowed_and_nothing_else(self, flows: list[bool]) -> None:
        series = [(float(minute), one) for minute, one in enumerate(flows)]
        found = spells(series)
        for minute, flowed in series:
            inside = any(one.start <= minute <= one.end for one in found)
            self.assertEqual(inside, flowed)
        for one, other in pairwise(found):
            self.assertLess(one.end + 1, other.start)


class FiguresWithUnits(unittest.TestCase):
    def test_units_are_read_and_others_refused(self) -> None:
        cases = [
            (figures.Millivolts, "27.1", 27.1), (figures.Millivolts, "27.1 mV", 27.1),
            (figures.Millivolts, "0.0271 V", 27.1), (figures.Millimetres, "3.5 mm", 3.5),
            (figures.ApparentPower, "9 VA", 9.0), (figures.Minutes, "10 min", 10.0),
            (figures.Seconds, "7 s", 7.0), (figures.Litres, "60 l", 60.0),
            (figures.Metres, "1500 m", 1500.0), (figures.Metres, "-20", -20.0),
            (figures.Current, "3.2 A", 3.2), (figures.Coefficient, "7.5e-8", 7.5e-8),
            (figures.ChartAmount, "-5", -5.0), (figures.PowerFactor, "0,8", 0.8),
        ]  # fmt: skip
        for kind, text, value in cases:
            with self.subTest(text):
                read = TypeAdapter(kind).validate_python(text)
                self.assertAlmostEqual(read.value, value, places=12)
                self.assertEqual(read.text, text)
        for kind, text in (
            (figures.Millivolts, "5 A"), (figures.Millimetres, "-1"), (figures.Current, "3 V"),
            (figures.PowerFactor, "1.2"), (figures.Metres, "20000"), (figures.Litres, "0"),
            (figures.Seconds, "-3"), (figures.Minutes, "soon"),
        ):  # fmt: skip
            with self.subTest(text), self.assertRaises(ValidationError):
                TypeAdapter(kind).validate_python(text)


class Plots(unittest.TestCase):
    ntc = NtcByBeta.model_validate({"r25": "5k", "beta": "3470"})

    @given(st.floats(-30, 110), st.floats(0.3, 6))
    def test_a_band_runs_along_the_curve_on_both_sides(self, celsius: float, kelvin: float) -> None:
        plot = curve_plot(self.ntc, celsius, kelvin, None)
        for (x, middle), (_, low), (_, high) in zip(plot.line, plot.lower, plot.upper, strict=True):
            self.assertLess(low, middle)
            self.assertGreater(high, middle)
            self.assertLessEqual(abs(x - celsius), 30.0 + 1e-9)
        xs = [point[0] for point in plot.line]
        self.assertEqual(xs, sorted(xs))
        self.assertEqual(plot.points[0].label, "due")

    def test_a_curve_is_drawn_no_further_than_it_goes(self) -> None:
        plot = curve_plot(Platinum(), 845.0, 5.0, None)
        self.assertLessEqual(max(point[0] for point in plot.line), 850.0)
        whole = curve_over(self.ntc, (0.0, 98.3))
        xs = [point[0] for point in whole.line]
        self.assertLessEqual(min(xs), 0.0)
        self.assertGreaterEqual(max(xs), 98.3)
        self.assertTrue(whole.logarithmic)
