"""A meter's table and a thermometer's limits as manuals print them."""

from __future__ import annotations

from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from hembit_core.errors import InputError
from hembit_core.measuring.display import Function
from hembit_core.measuring.meters import FunctionAccuracy, MeterRange
from hembit_core.measuring.tables.rows import TableRow, accuracy_of_rows, read_table
from hembit_core.measuring.tables.thermometer import limits_of, ranges_of_rows, read_limits
from hembit_core.measuring.tables.written import table_of
from hembit_core.measuring.thermometers import ThermometerRange

_MANUAL = """Function\tRange\tResolution\tAccuracy
DC V\t600.0 mV\t0.1 mV\t±(0.5% + 2)
DC V\t6.000 V\t0.001 V\t±(0.5% + 2 digits)
DC V\t1,000 V\t1 V\t±(0.5% + 2 digits)
AC V\t600.0 V\t0.1 V\t45–500 Hz\t±(1.0 % rdg + 3 dgt)
AC V\t750 V\t1 V
Ω\t600.0 Ω\t0.1 Ω\t±(0.9% + 2)
Ω\t6.000 kΩ
Capacitance\t60 nF\t0.01 nF\t2 % + 5
AC A  60.00 A  0.01 A  2.0 % ± 5"""


def one(line: str) -> TableRow:
    return read_table(line)[0]


class AsPrinted(TestCase):
    def test_a_whole_table_is_read_line_by_line(self) -> None:
        rows = read_table(_MANUAL)
        self.assertEqual([row.problem for row in rows], [""] * len(rows))
        self.assertEqual([row.range is None for row in rows], [True] + [False] * 7 + [True, False])
        accuracy = accuracy_of_rows(rows)
        self.assertEqual(
            [
                (each.top, each.resolution, each.percent, each.counts, each.coupling)
                for each in accuracy[Function.VOLTAGE].ranges
            ],
            [
                (6, 0.001, 0.5, 2, "DC"),
                (1000, 1, 0.5, 2, "DC"),
                (600, 0.1, 1, 3, "AC"),
                (750, 1, 1, 3, "AC"),
            ],
        )
        self.assertEqual(accuracy[Function.MILLIVOLTAGE].ranges[0].top, 600)
        self.assertEqual(accuracy[Function.RESISTANCE].ranges[1].resolution, 1)
        self.assertEqual(accuracy[Function.CURRENT].percent, 2)

    def test_what_was_taken_from_elsewhere_is_said(self) -> None:
        rows = read_table(_MANUAL)
        self.assertIn("45–500 Hz", rows[4].note)
        self.assertIn("accuracy as above", rows[5].note)
        self.assertIn("digits of the range", rows[7].note)
        self.assertIn("not used", rows[8].note)

    def test_other_ways_of_writing_the_same(self) -> None:
        for line in (
            "Ω  600.0 Ω  0.1 Ω  ±(0.9 % + 2)",
            "Ω 0 to 600.0 0.1 ±0.9%±2",
            "Resistance: 600,0 Ω  0,9 % v. M. + 2".replace("v. M. ", ""),
            "ohms;600.0;0.1;0.9 % of reading + 2 counts",
            "Ω | 600.0 Ω | 0.1 Ω | ±(0.9 % rdg + 2 dgt)",
        ):
            with self.subTest(line):
                row = one(line)
                self.assertEqual((row.problem, row.function), ("", Function.RESISTANCE))
                self.assertEqual(row.range, MeterRange(top=600, resolution=0.1, percent=0.9, counts=2))

    def test_percent_of_the_range_becomes_counts(self) -> None:
        row = one("DC V  100.0000 mV  0.1 µV  0.05 % rdg + 0.01 % of range")
        assert row.range
        self.assertEqual((row.range.percent, row.range.counts, row.range.resolution), (0.05, 100, 1e-4))

    def test_a_function_alone_has_one_accuracy_for_all_its_ranges(self) -> None:
        accuracy = accuracy_of_rows(read_table("Ohms ±(0.8 % + 3)\nvolts 1.2 % + 5"))
        self.assertEqual(accuracy[Function.RESISTANCE], FunctionAccuracy(percent=0.8, counts=3))
        self.assertEqual(accuracy[Function.VOLTAGE], FunctionAccuracy(percent=1.2, counts=5))

    def test_nothing_is_guessed(self) -> None:
        for line, said in (
            ("400 Ω  ±(1 % + 4)", "resolution"),
            ("600.0 Ω", "accuracy"),
            ("600.0  0.1  1 % + 2", "Which function"),
            ("Ω  6,000 kΩ  1 % + 3", "thousands"),
            ("Ω  0.1 Ω  600.0 Ω  1 % + 3", "Which is which"),
            ("Ω  600.0 Ω  0.1 V  1 % + 3", "different units"),
            ("V  600.0 V  1 % + 0.1 % + 2", "which of the range"),
            ("12 % of what", "No range"),
        ):
            with self.subTest(line):
                self.assertIn(said, one(line).problem)
                with self.assertRaises(InputError):
                    accuracy_of_rows(read_table(line))

    def test_a_comma_before_three_digits_is_told_by_the_rest_of_the_table(self) -> None:
        decimal = read_table("Ω  6,000 kΩ  1,5 % + 3")[0].range
        thousands = read_table("V  1,000 V  1 V  0.5 % + 3")[0].range
        assert decimal and thousands
        self.assertEqual((decimal.top, decimal.resolution), (6000, 1))
        self.assertEqual(thousands.top, 1000)

    def test_what_says_nothing_is_refused(self) -> None:
        with self.assertRaises(InputError):
            accuracy_of_rows(read_table("Function  Range"))
        with self.assertRaises(InputError):
            read_table("Ω 600.0 Ω 1 % + 2\n" * 100)

    @given(st.text(max_size=200))
    def test_no_text_raises_anything_but_a_sentence(self, text: str) -> None:
        try:
            accuracy_of_rows(read_table(text))
        except InputError as error:
            self.assertTrue(error.message)


_RANGES = st.builds(
    lambda top, digits, percent, counts, coupling: MeterRange(
        top=float(top),
        resolution=float(f"1e{len(str(top)) - digits}"),
        percent=percent,
        counts=counts,
        coupling=coupling,
    ),
    st.sampled_from([2, 6, 20, 40, 60, 200, 400, 600, 1000, 4000, 6000]),
    st.integers(min_value=4, max_value=6),
    st.sampled_from([0.05, 0.5, 0.9, 1.2, 2]),
    st.sampled_from([0, 1, 2, 3, 5, 10]),
    st.sampled_from([None, "AC", "DC"]),
)


class WrittenAgain(TestCase):
    @given(st.lists(_RANGES, min_size=1, max_size=5, unique_by=lambda one: (one.top, one.coupling)))
    def test_a_table_that_is_written_is_read_as_the_same(self, ranges: list[MeterRange]) -> None:
        every = {
            function: FunctionAccuracy(
                percent=max(one.percent or 0 for one in own),
                counts=max(one.counts or 0 for one in own),
                ranges=own,
            )
            for function, own in (
                (Function.VOLTAGE, tuple(sorted(ranges, key=lambda one: one.coupling is not None))),
                (
                    Function.RESISTANCE,
                    tuple(one.model_copy(update={"coupling": None}) for one in ranges),
                ),
            )
        }
        self.assertEqual(accuracy_of_rows(read_table(table_of(every))), every)

    def test_ranges_that_nobody_knows_stay_unknown(self) -> None:
        every = {Function.CURRENT: FunctionAccuracy(percent=3, counts=10)}
        self.assertEqual(accuracy_of_rows(read_table(table_of(every))), every)


class Limits(TestCase):
    def test_the_ways_manuals_print_them(self) -> None:
        for line, limits in (
            ("-20 to 200 °C ±(0.1 % + 0.5 °C)", (-20, 200, 0.5, 0.1, False)),
            ("0–380 °C ±2 % or ±2 °C, whichever is greater", (0, 380, 2, 2, True)),
            ("−40…+85C ±0,3K", (-40, 85, 0.3, 0, False)),
        ):
            with self.subTest(line):
                low, high, kelvin, percent, greater = limits
                found = ranges_of_rows(read_limits(line))
                self.assertEqual(
                    found,
                    (
                        ThermometerRange(
                            low=low, high=high, kelvin=kelvin, percent=percent, greater=greater
                        ),
                    ),
                )
                self.assertEqual(ranges_of_rows(read_limits(limits_of(found))), found)

    def test_what_is_missing_is_asked(self) -> None:
        for line, said in (
            ("±1 °C", "From which"),
            ("0 to 100 °C", "How far"),
            ("32 to 212 °F ±2 °F", "in °C"),
            ("100 to 0 °C ±1 °C", "wrong way"),
            ("0 to 100 °C ±0 °C", "exact"),
        ):
            with self.subTest(line):
                self.assertIn(said, read_limits(line)[0].problem)

    @given(st.text(max_size=120))
    def test_no_text_raises_anything_but_a_sentence(self, text: str) -> None:
        try:
            ranges_of_rows(read_limits(text))
        except InputError as error:
            self.assertTrue(error.message)
