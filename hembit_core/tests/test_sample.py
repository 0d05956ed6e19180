"""A spec out of good parts that were measured."""

from __future__ import annotations

import re
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from hembit_core.errors import InputError
from hembit_core.families.resistive.spec import ResistivePart
from hembit_core.families.winding.spec import Winding
from hembit_core.library.sample import GoodParts, Sample, spec_of_sample
from hembit_core.measuring.conditions import Conditions


class SampleTest(TestCase):
    def sample(self, *displays: str, kind: str = "winding", **more: object) -> Sample:
        given = {
            "kind": kind,
            "displays": displays,
            "temperature": "21.5",
            "leads_nulled": True,
            **more,
        }
        return spec_of_sample(GoodParts.model_validate(given), Conditions())

    def test_five_coils_by_hand(self) -> None:
        """Mean 418, s = √(Σ 0, 4, 16, 4, 16 / 4) = 3.162; t₉₅(4) = 2.78: 2.78·3.162·√1.2 = 9.63 Ω."""
        found = self.sample("418.0", "420.0", "414.0", "416.0", "422.0")
        u = next(float(one) for one in re.findall(r"meter ±([\d.]+) Ω", found.told))
        due = 100 * (9.63**2 + u**2) ** 0.5 / 418
        self.assertLessEqual(due, found.percent * 1.001)
        self.assertLess(found.percent, due * 1.12)
        assert isinstance(found.spec, Winding)
        self.assertEqual(
            (found.spec.resistance.value, found.spec.reference_temperature.text), (418.0, "21.5")
        )
        self.assertIn("standard deviation 3.2 Ω", found.told)

    def test_no_mean_can_be_read_in_two_ways(self) -> None:
        for shown, due in (("4.253 ohm", 4.253), ("0.512 ohm", 0.512), ("12.53 kΩ", 12530.0)):
            with self.subTest(shown):
                answers = {"displays.0.separator": "decimal"}
                found = self.sample(shown, kind="resistive_part", answers=answers)
                assert isinstance(found.spec, ResistivePart)
                self.assertAlmostEqual(found.spec.resistance.value, due)

    def test_one_part_says_nothing_of_a_spread(self) -> None:
        found = self.sample("24.1", kind="heating_element")
        self.assertEqual((found.count, found.percent), (1, 10.0))
        self.assertIn("takes three parts", found.told)

    def test_an_open_or_shorted_part_is_no_good_one(self) -> None:
        for shown in ("OL", "0.1"):
            with self.subTest(shown), self.assertRaises(InputError) as caught:
                self.sample("418.0", shown)
            self.assertEqual(caught.exception.field, "reading.displays.1")

    @given(st.lists(st.floats(380, 420), min_size=3, max_size=8))
    def test_every_part_of_a_sample_of_any_spread_is_within_what_is_suggested(
        self, ohms: list[float]
    ) -> None:
        found = self.sample(*(f"{one:.1f}" for one in ohms), kind="resistive_part")
        middle = sum(ohms) / len(ohms)
        off = max(abs(one - middle) for one in ohms) / middle * 100
        # The farthest of n lies at most s·(n − 1)/√n from the mean: below t·s·√(1 + 1/n) up to n = 8.
        self.assertLessEqual(off, found.percent + 0.15)
