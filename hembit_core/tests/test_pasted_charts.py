"""Charts in all the forms in which people paste them: read, asked about or refused, never a fault."""

from __future__ import annotations

import unittest
from contextlib import suppress

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from hembit_core import InputError, judge
from hembit_core.charts.chart import read_chart
from hembit_core.charts.questions import ChartAnswers
from hembit_core.families.temperature_sensor.readings import SensorResistance
from hembit_core.families.temperature_sensor.spec import TemperatureSensor
from hembit_core.measuring.figures import unambiguous
from hembit_core.tests.readers import here

SEPARATORS = (" ", "  ", "\t", ";", ", ", " | ")
NUMBERED = ("", "{}. ", "{}) ", "{}\t", "{};")
HEADERS = ("", "T R", "Temp. (°C){sep}R (kΩ)", "°C{sep}Ohm", "t/°C{sep}R/Ω", "T °F{sep}kOhm")


@st.composite
def pasted(draw: st.DrawFn) -> str:
    """A chart of a curve that is known, or of one drawn, written as somebody would."""
    first, step = draw(st.integers(-40, 30)), draw(st.sampled_from((1, 2.5, 5, 10, 20)))
    celsius = [first + step * place for place in range(draw(st.integers(2, 14)))]
    r25, beta = draw(st.floats(0.3, 900)), draw(st.integers(-4500, 4800))
    kelvin = np.asarray(celsius) + 273.15
    ohms = r25 * np.exp(beta * (1 / kelvin - 1 / 298.15))
    digits = draw(
        st.sampled_from(("{:.3f}", "{:.4g}", "{:.5g}", "{:.1f}", "{:.0f}", "{:,.0f}", "{:.2e}"))
    )
    separator, number = draw(st.sampled_from(SEPARATORS)), draw(st.sampled_from(NUMBERED))
    unit = draw(st.sampled_from(("", "k", " kΩ", " Ω", " Ohm", "M")))
    head = draw(st.sampled_from(HEADERS)).format(sep=separator)
    lines = [head] if head else []
    for place, (warm, read) in enumerate(zip(celsius, ohms, strict=True), 1):
        lines.append(f"{number.format(place)}{warm:g}{separator}{digits.format(read)}{unit}")
    text = "\n".join(lines)
    if draw(st.booleans()):
        text = text.replace(".", "\0").replace(",", ".").replace("\0", ",")
    return text.replace("-", draw(st.sampled_from(("-", "−", "–"))))


class Pasted(unittest.TestCase):
    def read(self, text: str, answers: ChartAnswers | None = None) -> None:
        """Read it, and use what comes of it as the screen would."""
        try:
            chart = read_chart(text, answers)
        except InputError:
            return
        for sensor in (chart.sensor, *(one.sensor for one in chart.fits)):
            if sensor is not None:
                spec = TemperatureSensor(sensor=sensor)
                again = TemperatureSensor.model_validate(spec.model_dump(mode="json"))
                self.assertEqual(again, spec)
                with suppress(InputError):  # beyond the chart's ends, say
                    judge(spec, SensorResistance(display="4.7 k", leads_nulled=True), here())
        if chart.questions and answers is None:
            said = {
                one.asks: one.options[-1].value
                for one in chart.questions
                if one.asks in ChartAnswers.model_fields
            }
            self.read(text, ChartAnswers.model_validate(said))

    @settings(max_examples=500, deadline=None)
    @given(pasted())
    def test_none_is_a_fault(self, text: str) -> None:
        self.read(text)

    def test_a_fit_is_not_asked_about_as_if_somebody_had_typed_it(self) -> None:
        """An NTC in kΩ, pasted without its unit: the fit's R25 is 10.001."""
        chart = read_chart("-20 107.095\n0 34.8\n25 10.001\n60 2.44\n100 0.676")
        self.assertEqual(len(chart.fits), 2)
        self.assertIsNotNone(chart.sensor)

    def test_the_numbers_of_rows_are_no_figures_with_decimals(self) -> None:
        numbered = "1. -10 55.3\n2. 0 32.65\n3. 10 19.9\n4. 25 10.0\n5. 50 3.603"
        self.read(numbered)
        self.read(numbered.replace(".", ",").replace("1,", "1.", 1))

    def test_what_no_person_wrote_is_read_as_it_is_meant(self) -> None:
        for value in (10.001, 0.123, 999.999, -12.345, 4.0, 1e-5, 123456.789, 2.0000000001):
            told = TemperatureSensor.model_validate(
                {"sensor": {"type": "ntc_beta", "r25": abs(value), "beta": 3977.125}}
            )
            self.assertAlmostEqual(told.sensor.r25.value, abs(value), places=9)  # type: ignore[union-attr]
        self.assertEqual(unambiguous("10.001", "Ω"), "10R001")
        self.assertEqual(unambiguous("-12.345", "°C"), "-12.3450")


if __name__ == "__main__":
    unittest.main()
