"""What a person might write on a plate or into a setting: read as meant, or refused; never misread."""

from __future__ import annotations

import unittest
from itertools import product
from typing import Any, get_args

from pydantic import TypeAdapter, ValidationError
from pydantic_core import PydanticCustomError

from hembit_core.measuring import figures
from hembit_core.measuring.figures import Minutes, Resistance, Temperature, Written

FIELDS: dict[str, Written] = {
    name: get_args(alias)[1]
    for name, alias in vars(figures).items()
    if len(get_args(alias)) == 2 and isinstance(get_args(alias)[1], Written)
}
NUMBERS = {
    "0.5": 0.5, "5": 5, "24": 24, "24.6": 24.6, "24,6": 24.6, ".38": 0.38, "0,200": 0.2, "1.20": 1.2,
    "118.0": 118, "1 200": 1200, "2200": 2200, "0.035": 0.035, "12.75": 12.75, "3,75": 3.75,
    "33": 33, "1.5e1": 15, "0.04": 0.04,
}  # fmt: skip
PREFIXES = {"": 1.0, "k": 1e3, "K": 1e3, "M": 1e6, "m": 1e-3, "u": 1e-6, "µ": 1e-6}
TAKES_PREFIX_ALONE = {"W", "V", "Ω", "A", "VA"}
UNIT_SPELLINGS = {"Ω": ("Ω", "ohm"), "V": ("V", "volts"), "W": ("W", "watt"), "A": ("A", "amps")}


def meant(field: Written, number: float, prefix: str, unit: str) -> float | None:
    """What it can only mean, in the field's unit; None where that is not certain."""
    if unit:
        if field.unit not in TAKES_PREFIX_ALONE | {"mV"}:
            return number if not prefix else None
        if field.unit == "mV":
            return number if not prefix else None
        return number * PREFIXES[prefix]
    if not prefix or (field.unit in ("K", "m") and prefix == field.unit):
        return number
    if field.unit in TAKES_PREFIX_ALONE and prefix not in ("m",):
        return number * PREFIXES[prefix]
    return None


class NothingIsMisread(unittest.TestCase):
    def test_every_field_reads_as_meant_or_refuses(self) -> None:
        tried = 0
        for (name, field), (text, number), prefix in product(FIELDS.items(), NUMBERS.items(), PREFIXES):
            spellings = ("", *UNIT_SPELLINGS.get(field.unit, (field.unit,)))
            for unit, gap in product(spellings, ("", " ")):
                if unit == "1":
                    continue
                written = f"{text}{gap}{prefix}{unit}"
                tried += 1
                try:
                    value = field.read(written).value
                except PydanticCustomError:
                    continue
                expected = meant(field, number, prefix, unit)
                with self.subTest(f"{name}: {written}"):
                    self.assertIsNotNone(expected, f"read as {value:g} {field.unit}, meant nothing")
                    assert expected is not None
                    self.assertAlmostEqual(value, expected, delta=1e-9 * abs(expected) + 1e-15)
        self.assertGreater(tried, 9_000)

    def refused(self, field: Any, text: str) -> str:
        with self.assertRaises(ValidationError) as caught:
            TypeAdapter(field).validate_python(text)
        return str(caught.exception.errors()[0]["msg"])

    def test_a_limit_is_told_as_people_write_numbers(self) -> None:
        for name, field in FIELDS.items():
            for text in (f"{10 * field.up_to:.0f}", f"{field.up_to + 1:.3f}"):
                with self.subTest(name=name, text=text):
                    with self.assertRaises(PydanticCustomError) as refused:
                        field.read(text)
                    self.assertNotRegex(str(refused.exception), r"\de[+-]\d")

    def test_the_ones_that_were_misread(self) -> None:
        self.assertIn("Write min", self.refused(Minutes, "10 m"))
        self.assertIn("mΩ or MΩ", self.refused(Resistance, "4.7m"))
        self.assertIn("Write mm", self.refused(figures.Millimetres, "3m"))
        self.assertIn("Write mV", self.refused(figures.Millivolts, "20m"))
        self.assertIn("Write °C", self.refused(Temperature, "1.2 K"))
        self.assertIn("decimal mark", self.refused(Resistance, "1."))
        self.assertIn("starts with a zero", self.refused(Resistance, "01"))

    def test_the_usual_ones_still_read(self) -> None:
        for field, text, value in (
            (Resistance, "4k7", 4700), (Resistance, "4.7 k", 4700), (Minutes, "10 min", 10),
            (Resistance, "4.7mΩ", 0.0047), (figures.Power, "2.2 k", 2200), (Temperature, "68 °F", 20),
            (figures.Millimetres, "3 mm", 3), (figures.Millivolts, "20 mV", 20),
            (figures.Kelvin, "5 K", 5), (figures.Length, "0.42 m", 0.42),
        ):  # fmt: skip
            with self.subTest(text):
                self.assertAlmostEqual(TypeAdapter(field).validate_python(text).value, value)
