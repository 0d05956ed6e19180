"""Readings over the years: the line, its interval, and when it meets a limit."""

from __future__ import annotations

import unittest
from datetime import UTC, datetime, timedelta

import numpy as np
from hypothesis import given
from hypothesis import strategies as st
from scipy import stats

from hembit_core import (
    BetweenTerminals,
    Conditions,
    HeatingElement,
    Meter,
    Winding,
    WindingResistance,
    judge,
)
from hembit_core.drift.history import DriftCode, DriftHistory, Taken, drift_history
from hembit_core.drift.line import drift_line, meets, t95
from hembit_core.errors import InputError
from hembit_core.tests.parts import BENCH

START = datetime(2020, 3, 1, 9, tzinfo=UTC)
FINE = Meter.model_validate(
    {"name": "Bridge", "accuracy": {"resistance": {"percent": 0.02, "counts": 1}}}
)


class Line(unittest.TestCase):
    def test_students_t_is_the_tables_and_near_the_distribution(self) -> None:
        for degrees in (1, 2, 3, 5, 10, 22, 47, 80, 500):
            exact = float(stats.t.ppf(0.975, degrees))
            self.assertAlmostEqual(t95(degrees) / exact, 1, delta=0.006)

    @given(
        st.lists(
            st.tuples(st.floats(0, 4000), st.floats(-5, 5)),
            min_size=4,
            max_size=20,
            unique_by=lambda one: round(one[0]),
        )
    )
    def test_against_an_independent_fit(self, rows: list[tuple[float, float]]) -> None:
        days, values = np.asarray(rows).T
        line = drift_line(days, values, np.zeros(len(rows)))
        other = stats.linregress(days, values)
        np.testing.assert_allclose(line.slope, other.slope, atol=1e-9)
        if other.stderr > 1e-12:
            half = float(stats.t.ppf(0.975, len(rows) - 2)) * other.stderr
            np.testing.assert_allclose(line.slope_interval, half, rtol=0.01)

    def test_what_lies_on_a_line_is_not_known_better_than_it_was_read(self) -> None:
        line = drift_line([0, 100, 200], [1.0, 2.0, 3.0], [4.0, 4.0, 4.0])
        self.assertAlmostEqual(line.slope, 0.01)
        self.assertAlmostEqual(line.slope_interval, 2 * 2.0 / np.sqrt(2e4))
        self.assertFalse(line.is_drift)
        self.assertIsNone(meets(line, 5.0, 200))

    def test_too_few_or_all_on_one_day(self) -> None:
        for days in ([0, 1], [5, 5, 5]):
            with self.assertRaises(InputError):
                drift_line(days, [1.0] * len(days), [0.1] * len(days))

    @given(slope=st.floats(0.001, 0.01), limit=st.floats(12, 40), sign=st.sampled_from([1, -1]))
    def test_its_edges_are_where_the_interval_meets_the_limit(
        self, slope: float, limit: float, sign: int
    ) -> None:
        days = np.arange(0, 1001, 100.0)
        values = sign * (slope * days + 0.05 * np.sin(days))
        line = drift_line(days, values, np.full(days.size, 0.05))
        found = meets(line, sign * limit, 1000)
        assert found and found.latest
        self.assertAlmostEqual(line.at(found.day), sign * limit, places=6)
        self.assertLess(found.earliest, found.day)
        self.assertLess(found.day, found.latest)
        for day in (found.earliest, found.latest):
            self.assertAlmostEqual(abs(line.at(day) - sign * limit) / line.interval(day), 1, places=6)

    def test_one_that_goes_away_from_a_limit_never_meets_it(self) -> None:
        line = drift_line([0, 100, 200, 300], [0.0, 1.0, 2.0, 3.0], [0.1] * 4)
        self.assertIsNone(meets(line, -5, 300))


class History(unittest.TestCase):
    ELEMENT = HeatingElement.model_validate(
        {
            "rating": {"by": "ohms", "resistance": "40.0"},
            "tolerance": {"school": "percent_of_resistance", "percent": "10", "watch_percent": "5"},
        }
    )

    def history(self, *readings: tuple[float, str], meter: Meter | None = None) -> DriftHistory:
        here = BENCH.model_copy(update={"meter": meter}) if meter else BENCH
        taken = [
            Taken(
                START + timedelta(days=365.25 * years),
                judge(self.ELEMENT, BetweenTerminals(display=display, leads_nulled=True), here),
            )
            for years, display in readings
        ]
        return drift_history(taken, START + timedelta(days=365.25 * 4))

    def test_a_wire_that_ages_reaches_its_watch_band(self) -> None:
        # 40.0 Ω and half an ohm a year: 5 % more after four years.
        rows = [(0.0, "40.00"), (1.0, "40.40"), (2.0, "40.82"), (3.0, "41.19"), (3.9, "41.57")]
        found = self.history(*rows, meter=FINE)
        self.assertEqual(found.code, DriftCode.REACHES)
        self.assertIn("up by 1.0 % ", found.told)
        self.assertIn("reaches the watch band", found.told)
        assert found.day and found.earliest and found.latest
        self.assertEqual(found.day.year, 2025)
        self.assertLessEqual(found.earliest, found.day)
        self.assertLessEqual(found.day, found.latest)
        assert found.plot
        self.assertEqual(len(found.plot.points), 5)

    @given(st.permutations([(0.0, "40.00"), (1.0, "40.40"), (2.0, "40.82"), (3.9, "41.57")]))
    def test_in_whatever_order_they_were_written(self, rows: list[tuple[float, str]]) -> None:
        given, due = (self.history(*one, meter=FINE).model_dump() for one in (rows, sorted(rows)))
        # Each point says which of the given readings it is; all else is the same.
        places = [one.pop("place") for one in given["points"]]
        for one in due["points"]:
            one.pop("place")
        self.assertEqual(given, due)
        taken = [rows[place][0] for place in places]
        self.assertEqual(taken, sorted(taken))

    def test_within_what_the_meter_knows_it_is_steady(self) -> None:
        found = self.history((0.0, "40.0"), (1.0, "40.1"), (2.0, "40.2"), (3.0, "40.3"))
        self.assertEqual(found.code, DriftCode.STEADY)
        self.assertIsNone(found.day)

    def test_one_that_is_beyond_its_watch_band_is_said_to_be(self) -> None:
        found = self.history((0.0, "40.00"), (1.0, "41.20"), (2.0, "42.41"), (3.0, "43.59"), meter=FINE)
        self.assertEqual(found.code, DriftCode.DRIFTS)
        self.assertIn("beyond the watch band already", found.told)

    def test_what_was_hot_or_in_circuit_is_no_point(self) -> None:
        coil = Winding.model_validate({"resistance": "118"})
        for more in ({"settled": False}, {"connection": "in_circuit"}):
            given = {"display": "112.0", "leads_nulled": True, **more}
            verdict = judge(coil, WindingResistance.model_validate(given), BENCH)
            with self.subTest(more):
                self.assertEqual(drift_history([Taken(START, verdict)], START).points, ())

    def test_two_readings_are_no_line_and_an_overflow_is_no_point(self) -> None:
        found = self.history((0.0, "40.0"), (1.0, "OL"), (2.0, "40.2"))
        self.assertEqual((found.code, len(found.points)), (DriftCode.TOO_FEW, 2))
        self.assertIn("1 more", found.told)
        self.assertEqual(self.history().points, ())

    def test_each_is_compared_under_its_own_conditions(self) -> None:
        coil = Winding.model_validate({"resistance": "118"})
        taken = []
        for years, celsius in ((0, "6.0"), (1, "20.0"), (2, "31.0")):
            due = 118 * (234.5 + float(celsius)) / 254.5
            here = Conditions(meter=FINE, part_temperature=celsius, thermometer_limit="0.1")
            verdict = judge(coil, WindingResistance(display=f"{due:.2f}", leads_nulled=True), here)
            taken.append(Taken(START + timedelta(days=365 * years), verdict))
        found = drift_history(taken, START + timedelta(days=1000))
        self.assertEqual(found.code, DriftCode.STEADY)
        self.assertTrue(all(abs(one.away) < 0.01 for one in found.points))
