"""Pasted charts: read whatever way they are written, looked through, fitted."""

from __future__ import annotations

import contextlib
import unittest
from decimal import Decimal

import numpy as np
from hypothesis import given
from hypothesis import strategies as st
from scipy.optimize import least_squares

from hembit_core import SensorResistance, TemperatureSensor
from hembit_core.charts.cells import Mark
from hembit_core.charts.chart import read_chart
from hembit_core.charts.fits import fit_beta, fit_steinhart_hart
from hembit_core.charts.questions import ChartAnswers
from hembit_core.charts.reading import read_rows
from hembit_core.charts.thinning import thinned
from hembit_core.charts.units import Degrees, Ohms
from hembit_core.curves.ends import Floats
from hembit_core.curves.thermistors import BetaCurve, ChartCurve, SteinhartHartCurve
from hembit_core.errors import InputError
from hembit_core.judge import judge
from hembit_core.tests.parts import BENCH

PROBE = BetaCurve(5000, 3470)


def chart(first: int = -40, last: int = 100, step: int = 10, digits: int = 4) -> list[tuple[str, str]]:
    """Rows as a data sheet has them: °C and kΩ."""
    rows = []
    for celsius in range(first, last + 1, step):
        kilohms = Decimal(f"{float(PROBE.resistance(celsius)) / 1e3:.{digits - 1}e}")
        rows.append((str(celsius), f"{kilohms:f}"))
    return rows


def figures(text: str, answers: ChartAnswers | None = None) -> list[tuple[float, float]]:
    return [(round(one.celsius, 6), one.ohms) for one in read_rows(text, answers).points]


class Read(unittest.TestCase):
    @given(
        separator=st.sampled_from(["\t", ";", " ; ", "|", "  "]),
        comma=st.booleans(),
        minus=st.sampled_from(["-", "−", "–"]),
        said=st.sampled_from(["header", "cells"]),
        kilo=st.booleans(),
        fahrenheit=st.booleans(),
        turned=st.booleans(),
        swapped=st.booleans(),
    )
    def test_one_chart_in_whatever_way_it_is_written(
        self,
        separator: str,
        comma: bool,
        minus: str,
        said: str,
        kilo: bool,
        fahrenheit: bool,
        turned: bool,
        swapped: bool,
    ) -> None:
        degrees, ohms = "°F" if fahrenheit else "°C", "kΩ" if kilo else "Ω"
        rows = []
        for celsius, kilohms in chart():
            warm = f"{float(celsius) * 1.8 + 32:.1f}" if fahrenheit else celsius
            read = kilohms if kilo else f"{Decimal(kilohms) * 1000:f}"
            cells = [warm.replace("-", minus), read]
            if comma:
                cells = [one.replace(".", ",") for one in cells]
            if said == "cells":
                cells = [f"{cells[0]} {degrees}", f"{cells[1]} {ohms}"]
            rows.append(separator.join(reversed(cells) if swapped else cells))
        if turned:
            rows.reverse()
        if said == "header":
            head = [f"T ({degrees})", f"R ({ohms})"]
            rows.insert(0, separator.join(reversed(head) if swapped else head))
        found = figures("\r\n".join(rows))
        due = [(float(celsius), float(Decimal(kilohms) * 1000)) for celsius, kilohms in chart()]
        self.assertEqual(sorted(found), due)

    def test_commas_part_cells_where_points_are_decimal(self) -> None:
        self.assertEqual(figures("t,R\n0,16330.5\n10,10130"), [(0, 16330.5), (10, 10130)])
        self.assertEqual(figures("0,16330\n10,10130\n25,5000"), [(0, 16330), (10, 10130), (25, 5000)])

    def test_three_digits_behind_a_mark_are_asked(self) -> None:
        text = "0;16,330\n10;10,130\n20;6,450"
        found = read_rows(text)
        self.assertEqual((found.points, [one.asks for one in found.questions]), ((), ["decimal"]))
        self.assertEqual(figures(text, ChartAnswers(decimal=Mark.COMMA))[0], (0, 16.33))
        self.assertEqual(figures(text, ChartAnswers(decimal=Mark.POINT))[0], (0, 16330))
        # One of the others says which.
        self.assertEqual(figures(text + "\n25;5,0")[0], (0, 16.33))

    def test_what_is_not_said_is_taken_as_usual_and_may_be_answered(self) -> None:
        text = "32\t16.33\n50\t10.13\n68\t6.45"
        found = read_rows(text)
        self.assertEqual(
            [(one.asks, one.taken) for one in found.questions], [("degrees", "°C"), ("ohms", "Ω")]
        )
        answers = ChartAnswers(degrees=Degrees.FAHRENHEIT, ohms=Ohms.KILOHM)
        self.assertEqual(figures(text, answers), [(0, 16330), (10, 10130), (20, 6450)])

    def test_several_columns(self) -> None:
        table = "°C\tR min kΩ\tR nom kΩ\tR max kΩ\n0\t15.9\t16.33\t16.7\n10\t9.9\t10.13\t10.4"
        self.assertEqual(figures(table), [(0, 16330), (10, 10130)])
        asked = read_rows("0\t15.9\t16.33\n10\t9.9\t10.13\n20\t6.3\t6.45").questions
        self.assertIn("resistance_column", [one.asks for one in asked])
        blocks = "0\t16330\t40\t2850\n10\t10130\t50\t2020\n20\t6450\t60\t1450\n30\t4210"
        self.assertEqual([one for one, _ in figures(blocks)], [0, 10, 20, 30, 40, 50, 60])

    def test_every_line_that_is_no_row_is_told(self) -> None:
        found = read_rows("Sheet 4\n°C;Ω\n0;16330\nsee note\n10;\n25;-5000\n30;4210")
        self.assertEqual([one.line for one in found.unread], [4, 5, 6])
        self.assertEqual([one.line for one in found.points], [3, 7])

    def test_what_is_no_chart(self) -> None:
        for text in ("", "  \n", "one\ntwo", "5\n6\n7", "PK\0\1\2", "=cmd|' /C calc'!A0;=1+1"):
            with self.subTest(text), self.assertRaises(InputError):
                read_rows(text)

    @given(st.text(max_size=300))
    def test_any_text_is_read_or_refused(self, text: str) -> None:
        with contextlib.suppress(InputError):
            read_chart(text)


class LookedThrough(unittest.TestCase):
    def told(self, rows: list[tuple[str, str]]) -> dict[str, list[int]]:
        text = "\n".join(f"{celsius} °C\t{kilohms} kΩ" for celsius, kilohms in rows)
        found: dict[str, list[int]] = {}
        for one in read_chart(text).flags:
            found.setdefault(one.code, []).append(one.line)
        return found

    @given(
        place=st.integers(0, 28),
        factor=st.one_of(st.floats(0.9, 0.97), st.floats(1.03, 1.1)),
        digits=st.integers(4, 6),
    )
    def test_a_row_far_off_is_found_and_no_other(self, place: int, factor: float, digits: int) -> None:
        rows = chart(-40, 100, 5, digits)
        self.assertEqual(self.told(rows), {})
        celsius, kilohms = rows[place]
        rows[place] = (celsius, f"{float(kilohms) * factor:.6g}")
        self.assertEqual(self.told(rows), {"off": [place + 1]})

    def test_twice_out_of_order_a_gap_and_against_the_rest(self) -> None:
        rows = chart(-40, 100, 5)
        self.assertEqual(self.told([*rows[:4], rows[3], *rows[4:]]), {"twice": [5]})
        self.assertEqual(self.told([*rows[:4], ("-25", "70"), *rows[4:]])["contradiction"], [5])
        self.assertEqual(self.told([rows[1], rows[0], *rows[2:]])["order"], [2])
        self.assertEqual(self.told([*rows[:10], *rows[12:]]), {"gap": [11]})
        self.assertEqual(self.told([*rows[:10], ("10", "99"), *rows[11:]])["direction"], [11])

    def test_a_chart_against_itself_is_no_curve(self) -> None:
        text = "0;16330\n10;10130\n20;12000\n30;4210"
        found = read_chart(text)
        self.assertFalse(found.usable)
        self.assertIsNone(found.sensor)

    def test_figures_of_three_decimals_stay_what_they_are(self) -> None:
        found = read_chart("0.125 °C\t16.330 Ω\n10.125 °C\t10.130 Ω\n20 °C\t6.450 Ω")
        assert found.sensor
        self.assertAlmostEqual(float(found.sensor.curve().resistance(10.125)), 10.13)

    def test_a_part_is_judged_by_it(self) -> None:
        text = "\n".join(f"{celsius} °C\t{kilohms} kΩ" for celsius, kilohms in chart(0, 50, 5))
        found = read_chart(text)
        spec = TemperatureSensor.model_validate({"sensor": found.sensor})
        verdict = judge(spec, SensorResistance(display="5.000k", leads_nulled=True), BENCH)
        assert verdict.value
        self.assertAlmostEqual(verdict.value.value, 25.0, places=2)

    def test_ten_thousand_rows_are_kept_by_few_within_a_millikelvin(self) -> None:
        curve = SteinhartHartCurve(1.129e-3, 2.341e-4, 8.775e-8)
        celsius = np.linspace(-40, 160, 10_000)
        text = "\n".join(
            f"{warm:.2f} °C\t{ohms:.2f} Ω"
            for warm, ohms in zip(celsius, curve.resistance(celsius), strict=True)
        )
        found = read_rows(text)
        kept, off = thinned(list(found.points), 500)
        self.assertLessEqual(len(kept), 500)
        by_kept = ChartCurve(tuple(one.celsius for one in kept), tuple(one.ohms for one in kept))
        every = [one.ohms for one in found.points]
        away = np.abs(by_kept.temperature(every) - [one.celsius for one in found.points])
        self.assertLessEqual(float(away.max()), max(off, 0.001) * 1.2)
        self.assertEqual(len(read_chart(text).rows), 2000)


class Fitted(unittest.TestCase):
    """Against an independent least squares of the same objective."""

    ROWS = st.lists(
        st.tuples(st.integers(-40, 150), st.floats(-0.02, 0.02)),
        min_size=6,
        max_size=30,
        unique_by=lambda one: one[0],
    )

    @given(rows=ROWS, r25=st.floats(100, 2e5), beta=st.floats(2500, 5000))
    def test_beta(self, rows: list[tuple[int, float]], r25: float, beta: float) -> None:
        celsius = np.asarray([one for one, _ in rows], dtype=float)
        ohms = BetaCurve(r25, beta).resistance(celsius) * np.exp([noise for _, noise in rows])
        fit = fit_beta(celsius, ohms)
        inverse = 1 / (celsius + 273.15)

        def off(x: Floats) -> Floats:
            return np.asarray((inverse - 1 / 298.15 - np.log(ohms / np.exp(x[0])) / (x[1] * 1e3)) * 1e5)

        own = np.array([np.log(fit.curve.r25), fit.curve.beta / 1e3])  # type: ignore[union-attr]
        best = least_squares(off, own * 1.01, xtol=1e-15, ftol=1e-15, gtol=1e-15)
        self.assertLessEqual(float((off(own) ** 2).sum()), 2 * best.cost * (1 + 1e-9) + 1e-18)
        np.testing.assert_allclose(own, best.x, rtol=1e-5)

    def test_steinhart_hart(self) -> None:
        celsius = np.arange(-40.0, 151.0, 5.0)
        curve = SteinhartHartCurve(1.129e-3, 2.341e-4, 8.775e-8)
        ohms = curve.resistance(celsius) * (1 + 0.002 * np.sin(celsius))
        fit = fit_steinhart_hart(celsius, ohms)
        log, inverse = np.log(ohms), 1 / (celsius + 273.15)

        def off(x: Floats) -> Floats:
            return np.asarray((x[0] / 1e3 + x[1] / 1e4 * log + x[2] / 1e7 * log**3 - inverse) * 1e6)

        best = least_squares(off, [1.0, 2.0, 1.0], xtol=1e-15, ftol=1e-15, gtol=1e-15)
        a, b, c = fit.curve.a, fit.curve.b, fit.curve.c  # type: ignore[union-attr]
        np.testing.assert_allclose([a * 1e3, b * 1e4, c * 1e7], best.x, rtol=1e-7)
        own = np.asarray(fit.curve.temperature(ohms)) - celsius
        np.testing.assert_allclose(fit.residuals, own)
        self.assertAlmostEqual(fit.worst, float(np.abs(own).max()))

    def test_an_exact_chart_gives_its_own_coefficients(self) -> None:
        curve = SteinhartHartCurve(1.129e-3, 2.341e-4, 8.775e-8)
        celsius = np.arange(-20.0, 101.0, 10.0)
        fit = fit_steinhart_hart(celsius, curve.resistance(celsius))
        assert isinstance(fit.curve, SteinhartHartCurve)
        np.testing.assert_allclose(
            [fit.curve.a, fit.curve.b, fit.curve.c], [1.129e-3, 2.341e-4, 8.775e-8], rtol=1e-9
        )
        self.assertLess(fit.worst, 1e-8)

    def test_what_rises_is_no_ntc(self) -> None:
        with self.assertRaises(InputError):
            fit_beta([0, 50, 100], [100, 119.4, 138.5])
        self.assertEqual(read_chart("0 °C\t100 Ω\n50 °C\t119.4 Ω\n100 °C\t138.51 Ω").fits, ())
