"""Curves beside each other: ends, points, where look-alikes part, which sensor this is."""

from __future__ import annotations

import csv
from io import StringIO
from math import exp
from unittest import TestCase

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from hembit_core.errors import InputError
from hembit_core.families.temperature_sensor.spec import TemperatureSensor
from hembit_core.families.temperature_sensor.types import SwitchingPtc
from hembit_core.library.library import starter_library
from hembit_core.measuring.conditions import Conditions
from hembit_core.rules.values import default_rules
from hembit_core.sensor_curves.comparing import CurvesAsked, show_curves
from hembit_core.sensor_curves.drawn import table_temperatures
from hembit_core.sensor_curves.known import known_curves
from hembit_core.sensor_curves.matching import PairsTaken, match_sensor
from hembit_core.sensor_curves.ranking import MeasuredPairs, rank_curves
from hembit_core.sensor_curves.separation import separation
from hembit_core.sensor_curves.stretch import ends_of

RULES = default_rules()
KNOWN = [
    (one.name, one.spec)
    for one in starter_library().specs
    if isinstance(one.spec, TemperatureSensor) and not isinstance(one.spec.sensor, SwitchingPtc)
]


def beta(r25: str, b: str, **more: object) -> TemperatureSensor:
    sensor = {"type": "ntc_beta", "r25": r25, "beta": b}
    return TemperatureSensor.model_validate({"sensor": sensor, **more})


CHART = TemperatureSensor.model_validate(
    {
        "sensor": {
            "type": "chart",
            "points": [{"celsius": str(t), "ohms": f"{5000 * 0.96**t:.1f}"} for t in (0, 20, 40, 60)],
        }
    }
)


def asked(*specs: TemperatureSensor, **more: object) -> CurvesAsked:
    named = [{"name": f"sensor {place}", "spec": one} for place, one in enumerate(specs)]
    return CurvesAsked.model_validate({"curves": named, **more})


def taken(*pairs: tuple[str, str, str], **more: object) -> PairsTaken:
    rows = [{"celsius": t, "source": source, "display": shown} for t, source, shown in pairs]
    return PairsTaken.model_validate({"pairs": rows, **more})


class EndsTest(TestCase):
    def test_every_shipped_curve_holds_at_its_ends_and_not_beyond(self) -> None:
        for name, spec in KNOWN:
            assert not isinstance(spec.sensor, SwitchingPtc)
            low, high = ends_of(spec.sensor)
            curve = spec.sensor.curve()
            with self.subTest(name):
                curve.resistance(np.array([low, high]))
                for end, beyond in ((low, -200.0), (high, 850.0)):
                    if end != beyond:
                        with self.assertRaises(InputError):
                            curve.resistance(end + (0.1 if end == high else -0.1))

    def test_a_chart_ends_with_its_rows(self) -> None:
        assert not isinstance(CHART.sensor, SwitchingPtc)
        self.assertEqual(ends_of(CHART.sensor), (0.0, 60.0))


class PointTest(TestCase):
    def test_a_point_by_temperature_is_that_by_its_ohms(self) -> None:
        # R = 10 kΩ · exp(3977 (1/336.15 − 1/298.15)), by hand.
        ohms = 10_000 * exp(3977 * (1 / 336.15 - 1 / 298.15))
        spec = beta("10k", "3977")
        by_celsius = show_curves(asked(spec, at_celsius="63"), RULES).points[0].point
        assert by_celsius
        self.assertAlmostEqual(by_celsius.ohms, ohms, 6)
        self.assertEqual(by_celsius.ohms_text, "2.214 kΩ")
        by_ohms = show_curves(asked(spec, at_ohms=f"{ohms:.9f}"), RULES).points[0].point
        assert by_ohms
        self.assertAlmostEqual(by_ohms.celsius, 63.0, 6)
        # A kelvin there: B/T² of R.
        self.assertIn("falls 78 Ω per kelvin", by_celsius.per_kelvin)

    def test_beyond_a_chart_there_is_a_sentence_and_no_figure(self) -> None:
        read = show_curves(asked(CHART, beta("5k", "3470"), at_celsius="70"), RULES).points
        self.assertIsNone(read[0].point)
        self.assertIn("beyond the ends", read[0].problem)
        self.assertIsNotNone(read[1].point)

    def test_a_stretch_that_holds_nothing_is_refused_at_its_field(self) -> None:
        with self.assertRaises(InputError) as caught:
            show_curves(asked(CHART, low="80", high="90"), RULES)
        self.assertEqual(caught.exception.field, "low")

    def test_a_switching_sensor_has_no_curve(self) -> None:
        ptc = TemperatureSensor.model_validate(
            {"sensor": {"type": "switching_ptc", "switching_temperature": "120"}}
        )
        with self.assertRaises(InputError):
            show_curves(asked(ptc), RULES)

    @given(st.floats(-200, 800), st.floats(0.5, 1000))
    def test_a_table_is_short_round_and_within(self, low: float, span: float) -> None:
        rows = table_temperatures(low, low + span)
        self.assertLessEqual(len(rows), 41)
        self.assertTrue(all(low - 1e-6 <= one <= low + span + 1e-6 for one in rows))

    def test_the_table_is_the_csv(self) -> None:
        curves = show_curves(asked(CHART, beta("5k", "3470"), low="-10"), RULES)
        rows = list(csv.reader(StringIO(curves.csv)))
        self.assertEqual(len(rows), len(curves.table) + 1)
        self.assertEqual(rows[0], ["°C", "Ω, sensor 0", "Ω, sensor 1"])
        self.assertEqual(rows[1][1], "")  # no chart below 0 °C
        for written, row in zip(rows[1:], curves.table, strict=True):
            assert row.ohms[1] is not None
            self.assertAlmostEqual(float(written[2]) / row.ohms[1], 1, 5)


class ApartTest(TestCase):
    def test_two_that_meet_at_25_part_towards_both_ends(self) -> None:
        (apart,) = show_curves(asked(beta("10k", "3435"), beta("10k", "3977")), RULES).apart
        self.assertTrue(apart.tells)
        self.assertIn("below −6 °C and above 51 °C", apart.text)

    def test_one_curve_under_two_names_is_never_told_apart(self) -> None:
        (apart,) = show_curves(asked(beta("10k", "3977"), beta("10k", "3977")), RULES).apart
        self.assertFalse(apart.tells)
        self.assertIn("one curve", apart.text)

    def test_curves_without_a_common_temperature_are_not_compared(self) -> None:
        far = CHART.model_dump(mode="json")
        far["sensor"]["points"] = [{"celsius": str(t), "ohms": str(100 - t / 4)} for t in (70, 90)]
        (apart,) = show_curves(asked(CHART, TemperatureSensor.model_validate(far)), RULES).apart
        self.assertFalse(apart.tells)

    @settings(max_examples=60, deadline=None)
    @given(st.floats(3000, 4500), st.floats(3000, 4500), st.floats(-30, 120))
    def test_where_it_tells_no_sound_part_of_one_passes_for_the_other(
        self, first: float, second: float, celsius: float
    ) -> None:
        """A sound part at the end of its band, a thermometer at the end of its limit."""
        one, other = beta("10k", f"{first:.1f}"), beta("10k", f"{second:.1f}")
        found = separation(one, other, np.array([celsius]), 1.0, RULES)
        if not found.tells[0]:
            return
        assert not isinstance(one.sensor, SwitchingPtc)
        assert not isinstance(other.sensor, SwitchingPtc)
        band = RULES.sensor_band_K + RULES.sensor_band_per_K * abs(celsius - 25)
        for sign in (-1, 1):
            ohms = float(one.sensor.curve().resistance(celsius + sign * band))
            says = float(other.sensor.curve().temperature(ohms))
            self.assertGreater(abs(says - celsius), 0.8 * (band + 1.0))


class WhichSensorTest(TestCase):
    def test_one_pair_where_two_meet_asks_for_another_and_that_settles_it(self) -> None:
        first = ("25", "contact_probe", "10.04 kΩ")
        found = match_sensor(taken(first), KNOWN, Conditions())
        self.assertFalse(found.told_apart)
        fitting = {one.name for one in found.matches if one.fits}
        self.assertEqual(fitting, {"NTC 10 kΩ, B 3435", "NTC 10 kΩ, B 3977"})
        assert found.next and found.next.celsius is not None
        for name, spec in KNOWN:
            if name not in fitting:
                continue
            assert not isinstance(spec.sensor, SwitchingPtc) and found.next.source
            ohms = float(spec.sensor.curve().resistance(found.next.celsius))
            then = (f"{found.next.celsius:g}", found.next.source.value, f"{ohms:.0f} Ω")
            settled = match_sensor(taken(first, then), KNOWN, Conditions())
            self.assertTrue(settled.told_apart)
            self.assertEqual(settled.matches[0].name, name)

    def test_misfit_is_the_weighted_mean_by_hand(self) -> None:
        """A Pt100 off by +1.0 K in ice (limit 0.3 K) and +3.0 K by a guess (5 K)."""
        pt = [one for one in KNOWN if one[0] == "Pt100, class A, four wires"]
        ohms = [100.39, 110.90]  # R(1.0), R(28.0) of IEC 60751, about
        assert not isinstance(pt[0][1].sensor, SwitchingPtc)
        off = pt[0][1].sensor.curve().temperature(np.array(ohms)) - np.array([0.0, 25.0])
        limits = np.array([0.3, 5.0]) / 3**0.5
        steps = np.array([0.05, 0.05]) / 3**0.5
        weights = 1 / (limits**2 + steps**2)
        due = float(np.sqrt((weights * off**2).sum() / weights.sum()))
        pairs = taken(
            ("0.0", "ice_bath", f"{ohms[0]:.2f}"),
            ("25.0", "guessed", f"{ohms[1]:.2f}"),
            leads_nulled=True,
        )
        found = match_sensor(pairs, pt, Conditions())
        self.assertAlmostEqual(found.matches[0].misfit, due, 6)

    def test_one_curve_of_several_specs_counts_once(self) -> None:
        found = match_sensor(taken(("21.4", "contact_probe", "108.3")), KNOWN, Conditions())
        self.assertTrue(found.told_apart)
        self.assertIn("2 more of this curve", found.headline)

    def test_what_is_open_or_shorted_has_no_curve(self) -> None:
        for shown in ("OL", "0.00 Ω"):
            with self.subTest(shown), self.assertRaises(InputError) as caught:
                match_sensor(taken(("20", "contact_probe", shown)), KNOWN, Conditions())
            self.assertEqual(caught.exception.field, "reading.pairs.0.display")

    def test_an_empty_library_and_an_unknown_sensor_are_said(self) -> None:
        pairs = taken(("20", "contact_probe", "777 kΩ"))
        self.assertIn("holds no curve", match_sensor(pairs, [], Conditions()).explanation)
        found = match_sensor(pairs, KNOWN, Conditions())
        self.assertIn("None of the known curves", found.headline)
        self.assertEqual(found.unlike, len(KNOWN))

    def test_same_curve_of_another_band_asks_for_no_measurement(self) -> None:
        twice = [("one", beta("10k", "3977")), ("other", beta("10k", "3977.01"))]
        found = match_sensor(taken(("25", "contact_probe", "10k")), twice, Conditions())
        self.assertIsNone(found.next)

    def test_rivals_that_no_bath_parts_are_left_open(self) -> None:
        twice = [("one", beta("10k", "3977")), ("other", beta("10k", "3990"))]
        found = match_sensor(taken(("25", "contact_probe", "10k")), twice, Conditions())
        self.assertFalse(found.told_apart)
        assert found.next
        self.assertIsNone(found.next.celsius)
        self.assertIn("Go by the part number", found.next.text)

    @settings(max_examples=60, deadline=None)
    @given(st.data())
    def test_a_sound_sensor_of_the_library_always_fits_its_own_curve(self, data: st.DataObject) -> None:
        name, spec = data.draw(st.sampled_from(KNOWN))
        assert not isinstance(spec.sensor, SwitchingPtc)
        low, high = ends_of(spec.sensor)
        temperatures = data.draw(
            st.lists(st.floats(max(low + 5, -18), min(high - 5, 150)), min_size=1, max_size=5)
        )
        off = data.draw(st.floats(-0.9, 0.9))
        # Five decimals: three could also group thousands.
        rows = [
            (f"{t:.2f}", "contact_probe", f"{float(spec.sensor.curve().resistance(t + off)):.5f}")
            for t in temperatures
        ]
        found = match_sensor(taken(*rows, leads_nulled=True), KNOWN, Conditions())
        self.assertIn(name, {one.name for one in found.matches if one.fits})


class RankedCurves(TestCase):
    @given(st.sampled_from(known_curves()), st.floats(2, 12), st.floats(38, 55))
    def test_every_known_curve_finds_itself(
        self, one: tuple[str, TemperatureSensor], cold: float, warm: float
    ) -> None:
        name, spec = one
        assert not isinstance(spec.sensor, SwitchingPtc)
        curve = spec.sensor.curve()
        points = [(t, float(curve.resistance(t)), 0.0) for t in (cold, warm)]
        best = rank_curves(MeasuredPairs.of(points, 0.3), known_curves())[0]
        self.assertEqual(best.name, name)
        self.assertLess(best.misfit, 0.01)
        self.assertTrue(best.fits)

    def test_the_wider_the_ohms_the_more_curves_fit(self) -> None:
        before: set[str] = set()
        for wider in (0.0, 30.0, 300.0, 3000.0):
            pairs = [(25.0, 10_020.0, wider), (0.0, 32_740.0, wider)]
            fit = {
                one.name
                for one in rank_curves(MeasuredPairs.of(pairs, 0.3), known_curves())
                if one.fits
            }
            self.assertIn("NTC 10 kΩ, B 3977", fit)
            self.assertGreaterEqual(fit, before)
            before = fit
        self.assertGreater(len(before), 1)

    def test_nothing_reaches_it_and_bad_points(self) -> None:
        platinum = [one for one in known_curves() if one[0] == "Pt100"]
        self.assertEqual(rank_curves(MeasuredPairs.of([(20.0, 3.0, 0.0)], 0.5), platinum), [])
        with self.assertRaises(InputError):
            MeasuredPairs.of([], 0.5)
        with self.assertRaises(InputError):
            MeasuredPairs.of([(20.0, 0.0, 0.0)], 0.5)

    @given(st.floats(1e-3, 1e9), st.floats(-80, 1500), st.floats(0, 1e6))
    def test_whatever_was_read_is_ranked(self, ohms: float, celsius: float, wide: float) -> None:
        """What would be colder than any such sensor is another one, and no error."""
        for one in rank_curves(MeasuredPairs.of([(celsius, ohms, wide)], 0.3), known_curves()):
            self.assertTrue(np.isfinite(one.misfit) and np.isfinite(one.allowed).all())
