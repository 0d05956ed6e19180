"""How figures are written."""

from __future__ import annotations

import ast
import unittest
from collections.abc import Iterator
from pathlib import Path

from hypothesis import given
from hypothesis import strategies as st

import hembit_core
from hembit_core import notation


def _texts(source: Path) -> Iterator[ast.JoinedStr]:
    nodes = ast.walk(ast.parse(source.read_text("utf-8")))
    return (node for node in nodes if isinstance(node, ast.JoinedStr))


def _general_within_words(text: ast.JoinedStr) -> bool:
    formats = [
        ast.unparse(one.format_spec)
        for one in text.values
        if isinstance(one, ast.FormattedValue) and one.format_spec
    ]
    return len(text.values) > 1 and any(one.endswith("g'") for one in formats)


class Writes(unittest.TestCase):
    def test_uncertainty_to_two_digits_and_the_value_to_match(self) -> None:
        cases = [
            (24.4, 0.6711, "Ω", "24.40 ± 0.67 Ω"),
            (112.4, 1.385, "Ω", "112.4 ± 1.4 Ω"),
            (2439.8, 57.1, "Ω", "2.440 ± 0.057 kΩ"),
            (1.8e6, 363e3, "Ω", "1.80 ± 0.36 MΩ"),
            (9.2, 0.4314, "A", "9.20 ± 0.43 A"),
            (9.2, 0.0996, "A", "9.20 ± 0.10 A"),
            (0.0, 0.346, "A", "0.00 ± 0.35 A"),
            (-0.2, 0.49, "Ω", "−0.20 ± 0.49 Ω"),
        ]
        for value, expanded, unit, text in cases:
            self.assertEqual(notation.measured(value, expanded, unit), text)

    def test_bands(self) -> None:
        self.assertEqual(notation.interval(22.9004, 26.7172, "Ω"), "22.90–26.72 Ω")
        self.assertEqual(notation.interval(-0.947, 1.547, "°C"), "−0.947 to 1.547 °C")
        self.assertEqual(notation.interval(None, 0.5, "Ω", 2), "up to 0.50 Ω")
        self.assertEqual(notation.interval(2e7, None, "Ω", 2), "at least 20 MΩ")
        with self.assertRaises(ValueError):
            notation.interval(None, None, "Ω")

    def test_a_limit_shows_no_digit_that_says_nothing(self) -> None:
        for value, text in ((0.5, "0.5 Ω"), (85, "85 Ω"), (26.7172, "26.72 Ω"), (2e7, "20 MΩ")):
            self.assertEqual(notation.limit_text(value, "Ω"), text)
        self.assertEqual(notation.limit_text(200, "Ω", 3), "200 Ω")

    def test_a_given_figure_is_written_as_people_write_it(self) -> None:
        for value, text in (
            (4.7e6, "4700000"),
            (-5.5, "−5.5"),
            (0.0, "0"),
            (1e-4, "0.0001"),
            (120, "120"),
        ):
            self.assertEqual(notation.plain(value), text)
        self.assertEqual([notation.signed(value) for value in (10.0, -6.0, 0.0)], ["+10", "−6", "+0"])

    def test_no_figure_within_words_is_left_to_the_general_format(self) -> None:
        # It writes powers of ten and a hyphen for a minus. A cell of its own, for a machine, may.
        root = Path(hembit_core.__file__).parent
        for source in sorted([*root.rglob("*.py"), *(root.parent / "hembit").rglob("*.py")]):
            if "tests" not in source.parts:
                found = [ast.unparse(text) for text in _texts(source) if _general_within_words(text)]
                self.assertEqual(found, [], source.name)

    def test_prefixes_change_where_meters_change(self) -> None:
        self.assertEqual(notation.quantity(999.94, "Ω"), "999.9 Ω")
        self.assertEqual(notation.quantity(999.96, "Ω"), "1.000 kΩ")
        self.assertEqual(notation.quantity(2200, "W"), "2200 W")
        self.assertEqual(notation.quantity(24.3, "Ω", 5), "24.300 Ω")

    def test_shares_and_deviations(self) -> None:
        self.assertEqual(notation.percent(0.0147), "+1.5 %")
        self.assertEqual(notation.percent(-0.132, 0), "−13 %")
        self.assertEqual(notation.percent(-0.0001), "0.0 %")
        self.assertEqual(notation.deviation(2439.8, 24.045), "about 101 times nominal")

    @given(st.floats(1e-6, 1e9), st.integers(1, 6))
    def test_significant_digits_are_never_more_than_asked(self, value: float, digits: int) -> None:
        text = notation.significant(value, digits)
        self.assertAlmostEqual(float(text) / value, 1, delta=0.6 * 10.0 ** (1 - digits))
        if "." in text:
            self.assertEqual(len(text.replace(".", "").lstrip("0")), digits)
