"""Properties of the reckoner's sums, and what the published schema holds."""

from __future__ import annotations

import json
import math
import unittest
from typing import Any

from hypothesis import assume, given
from hypothesis import strategies as st
from pydantic import TypeAdapter

from hembit_core.families.registry import FAMILIES
from hembit_core.reckoner.result import Reckoned
from hembit_core.reckoner.sums import Sum
from hembit_core.sheets.schema import schema_text

SUM: TypeAdapter[Any] = TypeAdapter(Sum)


def reckon(sum_: str, **fields: Any) -> Reckoned:
    found: Reckoned = SUM.validate_python({"sum": sum_, **fields}).reckon()
    return found


class Waits(unittest.TestCase):
    @given(st.floats(30, 400), st.floats(1, 200), st.floats(5, 28))
    def test_a_hotter_part_waits_longer(self, now: float, more: float, room: float) -> None:
        def wait(celsius: float) -> float:
            minutes = reckon(
                "cooling_by_temperature", now=f"{celsius:.2f}", room=f"{room:.2f}", time_constant="14"
            ).minutes
            assert minutes is not None
            return minutes

        self.assertGreater(wait(now + more), wait(now))

    @given(st.floats(40, 300), st.floats(10, 30), st.floats(3, 60), st.floats(1, 30))
    def test_two_readings_give_back_the_time_constant(
        self, start: float, room: float, constant: float, apart: float
    ) -> None:
        later = room + (start - room) * math.exp(-apart / constant)
        assume(later - room > 3 and start - later > 1)
        result = reckon(
            "cooling_by_temperature",
            before=f"{start:.6f}",
            now=f"{later:.6f}",
            room=f"{room:.6f}",
            apart=f"{apart:.6f}",
        )
        self.assertAlmostEqual((result.working[0].value or 0) / constant, 1.0, places=3)

    @given(st.floats(1, 900), st.floats(1, 40), st.floats(2, 55), st.floats(200, 20_000))
    def test_heating_time_goes_with_the_water_and_against_the_watts(
        self, litres: float, start: float, rise: float, watts: float
    ) -> None:
        def minutes(water: float, power: float) -> float:
            fields = {"start": f"{start:.4f}", "end": f"{start + rise:.4f}"}
            found = reckon("heat_up", litres=f"{water:.4f}", power=f"{power:.4f}", **fields).minutes
            assert found is not None
            return found

        once = minutes(litres, watts)
        self.assertAlmostEqual(minutes(2 * litres, watts) / once, 2.0, places=3)
        self.assertAlmostEqual(minutes(litres, 2 * watts) / once, 0.5, places=3)

    @given(st.floats(-400, 10_000), st.floats(10, 500))
    def test_water_boils_cooler_the_higher_one_stands(self, low: float, more: float) -> None:
        points = []
        for altitude in (low, low + more):
            line = reckon("boiling_point", altitude=f"{altitude:.2f}").working[-1]
            points.append(line.value or 0.0)
        self.assertGreater(points[0], points[1])

    @given(st.floats(5, 60), st.floats(0.5, 4.9), st.floats(0.5, 1.0))
    def test_a_lower_power_factor_leaves_the_heater_more(
        self, together: float, other: float, factor: float
    ) -> None:
        def heater(cosine: float) -> float:
            line = reckon(
                "clamp_difference",
                together=f"{together:.2f}",
                other=f"{other:.2f}",
                power_factor=f"{cosine:.4f}",
            ).working[-1]
            return line.value or 0.0

        self.assertGreaterEqual(heater(factor) + 1e-6, heater(1.0))
        self.assertAlmostEqual(heater(1.0), float(f"{together:.2f}") - float(f"{other:.2f}"), places=6)


class PublishedSchema(unittest.TestCase):
    def test_every_kind_and_every_test_is_in_it(self) -> None:
        schema = json.loads(schema_text())
        constants = {
            field["const"]
            for one in schema["$defs"].values()
            for field in one.get("properties", {}).values()
            if "const" in field
        }
        for spec, family in FAMILIES.items():
            self.assertIn(spec.model_fields["kind"].default, constants)  # type: ignore[attr-defined]
            for reading in family.readings:
                self.assertIn(reading.model_fields["measurand"].default, constants)
        self.assertIn("siblings", constants)

    def test_every_object_refuses_what_it_does_not_know(self) -> None:
        for name, one in json.loads(schema_text())["$defs"].items():
            if one.get("type") == "object":
                with self.subTest(name):
                    self.assertIs(one["additionalProperties"], False)
