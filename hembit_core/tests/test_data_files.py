"""The tables of constants: each says where it comes from, and makes sense."""

from __future__ import annotations

import unittest
from itertools import pairwise
from pathlib import Path

from hembit_core import TemperatureSource, unknown_meter
from hembit_core.data_files import table
from hembit_core.families.heating_element.spec import HeatingAlloy
from hembit_core.measuring.display import Function

DATA = Path(__file__).resolve().parents[1] / "data"


class Tables(unittest.TestCase):
    def test_each_names_its_source(self) -> None:
        for path in DATA.glob("*.json"):
            with self.subTest(path.stem):
                self.assertGreater(len(table(path.stem)["source"]), 20)

    def test_alloys(self) -> None:
        alloys = table("heating_alloys")
        self.assertEqual(set(alloys["alloys"]), {one.value for one in HeatingAlloy})
        for alloy in alloys["alloys"].values():
            points, ratios = alloy["temperature_C"], alloy["ratio"]
            self.assertEqual(len(points), len(ratios))
            self.assertEqual(points, sorted(set(points)))
            self.assertEqual((points[0], ratios[0]), (20, 1.0))
            low, high = alloy["working_range"]
            self.assertTrue(low <= alloy["working_ratio"] <= high <= alloys["unknown"]["highest_ratio"])
            steepest = max(
                (after - before) / (end - start)
                for before, after, start, end in zip(
                    ratios, ratios[1:], points, points[1:], strict=False
                )
            )
            self.assertLessEqual(steepest, alloys["unknown"]["steepest_per_K"])

    def test_thermometers_have_a_limit_for_every_source(self) -> None:
        sources = table("thermometers")["sources"]
        self.assertEqual(set(sources), {one.value for one in TemperatureSource})
        self.assertEqual(sources["guessed"]["limit_K"], max(one["limit_K"] for one in sources.values()))

    def test_the_unknown_meter_has_every_function(self) -> None:
        self.assertEqual(set(unknown_meter().accuracy), set(Function))

    def test_input_tolerance_leaves_no_gap(self) -> None:
        steps = table("input_tolerance")["steps"]
        for before, after in pairwise(steps):
            self.assertEqual(before["up_to_W"], after["above_W"])
        self.assertIsNone(steps[-1]["up_to_W"])

    def test_cautions_defer_to_who_decides(self) -> None:
        self.assertIn("licensed practice decide", table("cautions")["defer"])
