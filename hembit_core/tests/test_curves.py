"""Curves against published tables, and turned round."""

from __future__ import annotations

import unittest
from collections.abc import Callable

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from hembit_core import InputError
from hembit_core.curves import resistance_thermometers as rtd
from hembit_core.curves import thermocouples as tc
from hembit_core.curves.conductors import WindingMetal, winding_resistance, winding_temperature
from hembit_core.curves.ends import CurveRangeError
from hembit_core.curves.thermistors import BetaCurve, ChartCurve, SiliconCurve, SteinhartHartCurve
from hembit_core.curves.thermocouples import ThermocoupleType

Asked = Callable[[], object]

# µV at °C, IEC 60584-1 and the ITS-90 tables.
MICROVOLTS = {
    "K": {-270: -6458, -200: -5891, -100: -3554, 100: 4096, 500: 20644, 1000: 41276, 1372: 54886},
    "J": {-210: -8095, -100: -4633, 100: 5269, 500: 27393, 760: 42919, 1000: 57953, 1200: 69553},
    "T": {-270: -6258, -200: -5603, -100: -3379, 100: 4279, 200: 9288, 400: 20872},
    "E": {-270: -9835, -200: -8825, -100: -5237, 100: 6319, 500: 37005, 1000: 76373},
    "N": {-270: -4345, -200: -3990, -100: -2407, 100: 2774, 500: 16748, 1000: 36256, 1300: 47513},
    "R": {-50: -226, 100: 647, 500: 4471, 1000: 10506, 1500: 17451, 1768: 21101},
    "S": {-50: -236, 100: 646, 500: 4233, 1000: 9587, 1500: 15582, 1768: 18693},
    "B": {50: 2, 100: 33, 500: 1242, 1000: 4834, 1500: 10099, 1820: 13820},
}
# Ω of a Pt100 at °C, IEC 60751 table 1.
PT100 = {
    -200: 18.52, -150: 39.72, -100: 60.26, -50: 80.31, 0: 100.0, 50: 119.40, 100: 138.51,
    200: 175.86, 300: 212.05, 400: 247.09, 500: 280.98, 600: 313.71, 700: 345.28, 800: 375.70,
    850: 390.48,
}  # fmt: skip


class Thermocouples(unittest.TestCase):
    def test_published_voltages(self) -> None:
        for name, table in MICROVOLTS.items():
            found = tc.voltage(ThermocoupleType(name), list(table)) * 1e3
            for celsius, value, expected in zip(table, found, table.values(), strict=True):
                self.assertAlmostEqual(value, expected, delta=0.6, msg=f"{name} at {celsius}")

    def test_turned_round_over_the_whole_range(self) -> None:
        for kind in ThermocoupleType:
            low, high = tc.ends(kind)
            low = {"B": 50, "K": -200, "T": -200, "E": -200, "N": -200}.get(kind, low)
            t = np.linspace(low, high, 4001)
            back = tc.temperature(kind, tc.voltage(kind, t))
            self.assertLess(np.max(np.abs(back - t)), 0.001, kind)

    def test_segments_meet(self) -> None:
        for kind, at in (("K", 0), ("J", 760), ("R", 1064.18), ("S", 1664.5), ("B", 630.615)):
            below, above = tc.voltage(ThermocoupleType(kind), [at - 1e-6, at + 1e-6])
            self.assertLess(abs(above - below), 2e-4, kind)

    def test_slope_is_the_derivative(self) -> None:
        for kind in ThermocoupleType:
            t = np.linspace(tc.ends(kind)[0] + 1, tc.ends(kind)[1] - 1, 200)
            by_difference = (tc.voltage(kind, t + 1e-3) - tc.voltage(kind, t - 1e-3)) / 2e-3
            np.testing.assert_allclose(tc.sensitivity(kind, t), by_difference, atol=2e-5)

    def test_cold_junction(self) -> None:
        self.assertAlmostEqual(
            float(tc.measured_temperature(ThermocoupleType.K, 25.76, 21.0)), 639.9, delta=0.05
        )

    def test_beyond_the_ends_is_an_error(self) -> None:
        for kind, mv in (("B", -0.0025), ("K", -6.4), ("T", -6.2), ("K", 60), ("S", 19)):
            with self.subTest(kind), self.assertRaises(CurveRangeError):
                tc.temperature(ThermocoupleType(kind), mv)
        with self.assertRaises(CurveRangeError):
            tc.voltage(ThermocoupleType.K, [20, 1400])

    def test_classes(self) -> None:
        cases = [
            ("K", 639.9, "2", 4.8), ("K", 100, "2", 2.5), ("K", -150, "3", 2.5), ("T", 20, "1", 0.5),
            ("R", 1000, "1", 1.0), ("S", 1500, "1", 2.2), ("B", 1000, "3", 5.0),
        ]  # fmt: skip
        for kind, celsius, name, limit in cases:
            self.assertAlmostEqual(tc.tolerance(ThermocoupleType(kind), celsius, name), limit, places=1)
        for kind, celsius, name in (("J", 20, "3"), ("B", 500, "2"), ("K", -150, "2"), ("B", 20, "9")):
            with self.assertRaises(CurveRangeError):
                tc.tolerance(ThermocoupleType(kind), celsius, name)


class ResistanceThermometers(unittest.TestCase):
    def test_published_resistances(self) -> None:
        np.testing.assert_allclose(
            rtd.platinum_resistance(list(PT100)), list(PT100.values()), atol=0.0051
        )

    def test_turned_round_over_the_whole_range(self) -> None:
        for r0 in (100.0, 1000.0):
            t = np.linspace(-200, 850, 2101)
            back = rtd.platinum_temperature(rtd.platinum_resistance(t, r0), r0)
            self.assertLess(np.max(np.abs(back - t)), 1e-4)
        t = np.linspace(-60, 250, 500)
        self.assertLess(np.max(np.abs(rtd.nickel_temperature(rtd.nickel_resistance(t)) - t)), 1e-4)

    def test_sensitivity(self) -> None:
        self.assertAlmostEqual(float(rtd.platinum_sensitivity(0.0)), 0.3908, places=4)
        self.assertAlmostEqual(float(rtd.platinum_sensitivity(-200.0)), 0.432, places=3)

    def test_the_hand_worked_probe(self) -> None:
        self.assertAlmostEqual(float(rtd.platinum_temperature(108.80)), 22.59, places=2)
        self.assertAlmostEqual(rtd.platinum_tolerance(22.0, rtd.PlatinumClass.B), 0.41)

    def test_classes_hold_in_their_ranges_only(self) -> None:
        self.assertAlmostEqual(rtd.platinum_tolerance(-100, rtd.PlatinumClass.A), 0.35)
        with self.assertRaises(CurveRangeError):
            rtd.platinum_tolerance(350, rtd.PlatinumClass.A, "film")
        with self.assertRaises(CurveRangeError):
            rtd.platinum_resistance(-201)
        with self.assertRaises(CurveRangeError):
            rtd.platinum_temperature([100, 400])


class Thermistors(unittest.TestCase):
    beta = BetaCurve(5000, 3470)
    steinhart = SteinhartHartCurve(1.129148e-3, 2.34125e-4, 8.76741e-8)
    chart = ChartCurve((-20.0, 0.0, 25.0, 60.0), (48_500.0, 16_300.0, 5000.0, 1250.0))
    silicon = SiliconCurve(1000.0, 7.88e-3, 1.937e-5, -40.0, 125.0)

    def test_by_hand(self) -> None:
        np.testing.assert_allclose(self.beta.resistance([4.0, 31.2]), [12_077, 3944.6], rtol=1e-4)
        self.assertAlmostEqual(float(self.beta.relative_slope(31.2)), -0.0375, places=4)
        self.assertAlmostEqual(float(self.beta.temperature(3710.0)), 32.85, places=2)
        self.assertAlmostEqual(float(self.steinhart.temperature(10_000.0)), 25.0, places=1)
        self.assertAlmostEqual(float(self.chart.resistance(0.0)), 16_300)

    @given(st.floats(-19.9, 59.9))
    def test_each_curve_turned_round_gives_the_temperature_back(self, celsius: float) -> None:
        for curve in (self.beta, self.steinhart, self.chart, self.silicon):
            self.assertAlmostEqual(
                float(curve.temperature(curve.resistance(celsius))), celsius, places=6
            )

    @given(st.floats(-18, 58))
    def test_slopes_are_derivatives(self, celsius: float) -> None:
        for curve in (self.beta, self.steinhart, self.silicon):
            low, high = curve.resistance([celsius - 1e-3, celsius + 1e-3])
            slope = (high - low) / 2e-3 / float(curve.resistance(celsius))
            self.assertAlmostEqual(float(curve.relative_slope(celsius)), slope, places=5)
        self.assertLess(float(self.chart.relative_slope(celsius)), 0)

    def test_a_chart_is_not_read_beyond_its_ends(self) -> None:
        asks: tuple[Asked, ...] = (
            lambda: self.chart.resistance(61),
            lambda: self.chart.temperature(60_000),
        )
        for ask in asks:
            with self.assertRaises(CurveRangeError):
                ask()

    def test_a_rising_chart(self) -> None:
        sender = ChartCurve((20.0, 60.0, 100.0), (30.0, 80.0, 180.0))
        self.assertAlmostEqual(float(sender.temperature(80.0)), 60)

    def test_impossible_curves_are_refused_in_words(self) -> None:
        makers: list[Asked] = [
            lambda: BetaCurve(5000, 0),
            lambda: BetaCurve(-1, 3470),
            lambda: SteinhartHartCurve(1e-3, -2e-4, 1e-7),
            lambda: ChartCurve((0.0,), (1.0,)),
            lambda: ChartCurve((0.0, 10.0, 20.0), (100.0, 50.0, 60.0)),
            lambda: ChartCurve((10.0, 0.0), (100.0, 50.0)),
            lambda: ChartCurve((0.0, 10.0), (100.0, -50.0)),
            lambda: SiliconCurve(1000.0, 1e-3, -1e-4, -40.0, 125.0),
            lambda: SiliconCurve(1000.0, 1e-3, 0.0, 125.0, -40.0),
        ]
        for make in makers:
            with self.assertRaises(InputError) as caught:
                make()
            self.assertGreater(len(caught.exception.message), 20)

    def test_impossible_arguments_are_refused(self) -> None:
        asks: tuple[Asked, ...] = (
            lambda: self.beta.resistance(-300),
            lambda: self.beta.temperature(0),
            lambda: self.steinhart.temperature(-5),
        )
        for ask in asks:
            with self.assertRaises(InputError):
                ask()


class Conductors(unittest.TestCase):
    def test_the_hand_worked_coils(self) -> None:
        self.assertAlmostEqual(float(winding_resistance(112.4, 6.0, 20.0)), 118.94, places=2)
        self.assertAlmostEqual(float(winding_resistance(118.0, 20.0, 6.0)), 111.51, places=2)
        self.assertAlmostEqual(float(winding_resistance(221.5, 41.0, 20.0)), 204.6, places=1)
        self.assertAlmostEqual(float(winding_resistance(1.0, 20.0, 90.0)), 1.275, places=3)

    def test_arrays(self) -> None:
        found = winding_resistance([100.0, 200.0], 20.0, [20.0, 90.0])
        np.testing.assert_allclose(found, [100.0, 255.01], atol=0.01)

    @given(st.floats(0.1, 1e4), st.floats(-40, 150), st.floats(-40, 150), st.sampled_from(WindingMetal))
    def test_there_and_back(self, ohms: float, at: float, to: float, metal: WindingMetal) -> None:
        there = winding_resistance(ohms, at, to, metal)
        self.assertAlmostEqual(float(winding_resistance(there, to, at, metal)) / ohms, 1, places=9)
        self.assertAlmostEqual(float(winding_temperature(there, ohms, at, metal)), to, places=6)

    def test_below_the_line_is_refused(self) -> None:
        with self.assertRaises(InputError):
            winding_resistance(100, -240, 20)
