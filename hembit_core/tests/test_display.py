"""Display texts: what is read, what is asked, what is refused."""

from __future__ import annotations

import unittest

from hypothesis import given
from hypothesis import strategies as st

from hembit_core import AmbiguousInput, Function, InputError, parse_display

OHMS, VOLTS, AMPS = Function.RESISTANCE, Function.VOLTAGE, Function.CURRENT


class Reads(unittest.TestCase):
    def test_texts_as_they_stand_on_displays(self) -> None:
        cases = [
            ("21.7", OHMS, 21.7, 0.1),
            ("21.7 Ω", OHMS, 21.7, 0.1),
            ("24,6 Ω", OHMS, 24.6, 0.1),
            ("4.27k", OHMS, 4270, 10),
            ("4k7", OHMS, 4700, 100),
            ("R47", OHMS, 0.47, 0.01),
            ("24R6", OHMS, 24.6, 0.1),
            ("10,4 k", OHMS, 10400, 100),
            ("0.2 k", OHMS, 200, 100),
            (".38M", OHMS, 380e3, 10e3),
            ("1.8 MΩ", OHMS, 1.8e6, 100e3),
            ("24.60", OHMS, 24.6, 0.01),
            ("1.200 k", OHMS, 1200, 1),
            ("1,234.5", OHMS, 1234.5, 0.1),
            ("1.234,5", OHMS, 1234.5, 0.1),
            ("10 400", OHMS, 10400, 1),
            ("230.4 V~", VOLTS, 230.4, 0.1),
            ("AC 230.4 V", VOLTS, 230.4, 0.1),
            ("230,4", VOLTS, 230.4, 0.1),
            ("6.1A", AMPS, 6.1, 0.1),
            ("350 mA", AMPS, 0.35, 0.001),
        ]
        for text, function, value, step in cases:
            with self.subTest(text):
                display = parse_display(text, function)
                self.assertAlmostEqual(display.value or 0, value, places=9)
                self.assertAlmostEqual(display.step or 0, step, places=9)
                self.assertFalse(display.overflow)

    def test_every_way_to_write_overflow(self) -> None:
        for text in ("OL", "0L", "O.L", "0.L", "ol", ".OL", "OL MΩ", " OL ", "∞"):
            with self.subTest(text):
                self.assertTrue(parse_display(text, OHMS).overflow)

    def test_marks_for_ac_and_dc(self) -> None:
        self.assertEqual(parse_display("230.4 V~", VOLTS).coupling, "AC")
        self.assertEqual(parse_display("-12.3 V DC", VOLTS).coupling, "DC")
        self.assertEqual(parse_display("-12.3 VDC", VOLTS).value, -12.3)
        self.assertIsNone(parse_display("230.4", VOLTS).coupling)

    def test_the_text_is_kept_and_said_back_with_its_digits(self) -> None:
        display = parse_display(" 24,60 Ω ", OHMS)
        self.assertEqual(display.text, "24,60 Ω")
        self.assertEqual(display.read_as, "24.60 Ω, last digit worth 0.01 Ω")
        self.assertEqual(parse_display("0.0", AMPS).shown, "0.0 A")
        self.assertEqual(parse_display("0.2k", OHMS).shown, "200 Ω")

    def test_volts_and_amps_never_mean_mega(self) -> None:
        self.assertAlmostEqual(parse_display("350 M", VOLTS).value or 0, 0.35)

    @given(st.integers(0, 59999), st.integers(0, 4), st.sampled_from(["", "k", "M"]))
    def test_point_and_comma_read_alike(self, digits: int, decimals: int, prefix: str) -> None:
        text = f"{digits / 10**decimals:.{decimals}f}{prefix}"
        try:
            point = parse_display(text, OHMS)
        except AmbiguousInput as question:
            with self.assertRaises(AmbiguousInput) as other:
                parse_display(text.replace(".", ","), OHMS)
            self.assertEqual(other.exception.code, question.code)
            return
        comma = parse_display(text.replace(".", ","), OHMS)
        self.assertEqual((point.value, point.step), (comma.value, comma.step))

    @given(st.text(max_size=60))
    def test_any_text_is_read_or_refused_in_words(self, text: str) -> None:
        for function in Function:
            try:
                parse_display(text, function)
            except InputError as error:
                self.assertGreater(len(error.message), 10)


class Asks(unittest.TestCase):
    def ask(self, text: str) -> AmbiguousInput:
        with self.assertRaises(AmbiguousInput) as caught:
            parse_display(text, OHMS)
        return caught.exception

    def test_a_separator_with_two_meanings_is_asked_with_both(self) -> None:
        for text in ("10,400", "10.400"):
            question = self.ask(text)
            self.assertIn("10.400", question.message)
            self.assertIn("10400", question.message)
            decimal = parse_display(text, OHMS, {"separator": "decimal"})
            thousands = parse_display(text, OHMS, {"separator": "thousands"})
            self.assertEqual((decimal.value, decimal.step), (10.4, 0.001))
            self.assertEqual((thousands.value, thousands.step), (10400, 1))

    def test_a_leading_nought_settles_the_separator(self) -> None:
        self.assertEqual(parse_display("0.400", OHMS).value, 0.4)

    def test_a_lone_one_may_be_overflow(self) -> None:
        self.assertEqual(self.ask("1").code, "lone_one")
        self.assertTrue(parse_display("1", OHMS, {"lone_one": "overflow"}).overflow)
        self.assertEqual(parse_display("1", OHMS, {"lone_one": "one"}).value, 1)

    def test_m_on_ohms_is_asked(self) -> None:
        self.assertEqual(self.ask("5 m").code, "prefix")
        self.assertEqual(parse_display("5 m", OHMS, {"prefix": "mega"}).value, 5e6)
        self.assertEqual(parse_display("5 m", OHMS, {"prefix": "milli"}).value, 0.005)

    def test_an_answer_that_is_none_of_the_choices_settles_nothing(self) -> None:
        with self.assertRaises(AmbiguousInput):
            parse_display("10,400", OHMS, {"separator": "maybe"})


class Refuses(unittest.TestCase):
    def refuse(self, text: str, function: Function = OHMS) -> str:
        with self.assertRaises(InputError) as caught:
            parse_display(text, function)
        self.assertNotIsInstance(caught.exception, AmbiguousInput)
        return caught.exception.message

    def test_negative_ohms_name_the_charge(self) -> None:
        self.assertIn("charge", self.refuse("-0.4"))

    def test_negative_volts_need_dc(self) -> None:
        self.assertIn("DC", self.refuse("-230", VOLTS))

    def test_empty_absurd_and_text(self) -> None:
        self.assertIn("typed", self.refuse("   "))
        self.assertIn("than any meter", self.refuse("1e300"))
        self.assertIn("than any meter", self.refuse("1e999"))
        self.assertIn("than any meter", self.refuse("1e-300"))
        self.assertIn("not a figure", self.refuse("warm"))
        self.assertIn("characters", self.refuse("9" * 200))

    def test_wrong_unit_names_both(self) -> None:
        message = self.refuse("230 V")
        self.assertIn("V", message)
        self.assertIn("ohms", message)
        self.assertIn("not known", self.refuse("24 furlongs"))

    def test_odd_marks(self) -> None:
        self.assertIn("odd places", self.refuse("24..6"))
        self.assertIn("odd places", self.refuse("1.2.3"))
        self.assertIn("two figures", self.refuse("24 6"))
