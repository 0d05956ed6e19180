"""Meters: limits and uncertainty of one reading."""

from __future__ import annotations

import unittest
from math import sqrt

from hembit_core import Display, Function, InputError, Meter, parse_display, unknown_meter
from hembit_core.conformity.uncertainty import combined, expanded, rectangular
from hembit_core.measuring.meter_accuracy import finer_range, reading_uncertainty
from hembit_core.tests.parts import BENCH_METER


def read(text: str, function: Function = Function.RESISTANCE) -> Display:
    return parse_display(text, function)


class Uncertainty(unittest.TestCase):
    def test_by_hand(self) -> None:
        share = reading_uncertainty(BENCH_METER, read("24.6"))
        self.assertAlmostEqual(share.limit, 0.4968)
        self.assertAlmostEqual(share.standard, 0.4968 / sqrt(3))
        leads = reading_uncertainty(BENCH_METER, read("0.2"))
        self.assertAlmostEqual(expanded(combined(share.standard, leads.standard)), 0.671, places=3)

    def test_digits_typed_give_the_step(self) -> None:
        coarse = reading_uncertainty(BENCH_METER, read("24.6")).limit
        fine = reading_uncertainty(BENCH_METER, read("24.60")).limit
        self.assertAlmostEqual(coarse - fine, 3 * (0.1 - 0.01))

    def test_a_stated_range_stands_above_the_digits(self) -> None:
        share = reading_uncertainty(BENCH_METER, read("24"), 600)
        self.assertEqual(share.step, 0.1)

    def test_a_range_of_its_own_accuracy(self) -> None:
        meter = Meter.model_validate(
            {
                "name": "m",
                "accuracy": {
                    "resistance": {
                        "percent": 1,
                        "counts": 4,
                        "ranges": [
                            {"top": 400, "resolution": 0.1},
                            {"top": 40e6, "resolution": 10e3, "percent": 2, "counts": 5},
                        ],
                    }
                },
            }
        )
        self.assertEqual(reading_uncertainty(meter, read("1.80 M")).percent, 2)
        self.assertEqual(reading_uncertainty(meter, read("24.6")).percent, 1)

    def test_refusals_name_the_field(self) -> None:
        with self.assertRaises(InputError) as more:
            reading_uncertainty(BENCH_METER, read("24.6"), 6)
        self.assertEqual(more.exception.field, "range_top")
        with self.assertRaises(InputError):
            reading_uncertainty(BENCH_METER, read("24.6"), 123)
        ohmmeter = Meter.model_validate(
            {"name": "m", "accuracy": {"resistance": {"percent": 1, "counts": 1}}}
        )
        with self.assertRaises(InputError):
            reading_uncertainty(ohmmeter, read("9.2", Function.CURRENT))
        with self.assertRaises(ValueError):
            reading_uncertainty(BENCH_METER, read("OL"))

    def test_the_unknown_meter_is_cautious_and_says_so(self) -> None:
        share = reading_uncertainty(unknown_meter(), read("24.6"))
        self.assertAlmostEqual(share.limit, 0.015 * 24.6 + 0.5)
        self.assertFalse(unknown_meter().stated)

    def test_finer_range(self) -> None:
        finer = finer_range(BENCH_METER, read("5"))
        self.assertEqual(finer.top if finer else None, 6)
        self.assertIsNone(finer_range(BENCH_METER, read("24.6")))

    def test_a_negative_limit_is_refused(self) -> None:
        with self.assertRaises(ValueError):
            rectangular(-1)
