"""What families say of themselves in a circuit is what they are judged by."""

from __future__ import annotations

from math import exp
from pathlib import Path
from unittest import TestCase

from hembit_circuits.model.component import Role as PathRole
from hembit_circuits.model.of_parts import component_of
from hembit_core.families.registry import about, with_role
from hembit_core.families.temperature_sensor.spec import TemperatureSensor
from hembit_core.judge import expectations
from hembit_core.judging.measurand import Role
from hembit_core.library.library import starter_library
from hembit_core.measuring.conditions import Conditions
from hembit_core.rules.values import default_rules
from hembit_core.sheets.sheet import read_sheet

ROOT = Path(__file__).resolve().parents[2]
SPECS = [
    *(one.spec for one in starter_library().specs),
    *(
        part.spec
        for path in sorted((ROOT / "examples").glob("*.json"))
        for part in read_sheet(path.read_text("utf-8")).parts
    ),
]
ALONG = with_role(Role.ALONG)


class InCircuitTest(TestCase):
    def test_cold_ohms_lie_in_the_band_that_is_due_and_reach_about_as_far(self) -> None:
        compared = 0
        for spec in SPECS:
            made = component_of(spec, default_rules())
            if made is None or isinstance(spec, TemperatureSensor) or len(made.paths) != 1:
                continue
            path = made.paths[0]
            if path.role is not PathRole.LOAD:
                continue
            for one in expectations(spec, Conditions()):
                band = one.rail.band
                if one.measurand not in ALONG or about(one.measurand).side or one.rail.unit != "Ω":
                    continue
                if band.lower is None or band.upper is None:
                    continue
                with self.subTest(spec.describe(), measurand=one.measurand):
                    self.assertLessEqual(band.lower, path.cold * 1.001)
                    self.assertLessEqual(path.cold, band.upper * 1.001)
                    reach = exp(2 * path.cold_spread)
                    self.assertLess(path.cold * reach / band.upper, 1.25)
                    self.assertGreater(path.cold / reach / max(band.lower, 1e-9), 0.8)
                    compared += 1
        self.assertGreater(compared, 20)

    def test_every_kind_that_has_a_word_has_modes_and_terminals_for_them(self) -> None:
        said = 0
        for spec in SPECS:
            made = component_of(spec, default_rules())
            if made is None:
                continue
            said += 1
            with self.subTest(spec.describe()):
                self.assertTrue(made.modes)
                for mode in made.modes:
                    self.assertGreater(mode.prior, 0)
                    self.assertAlmostEqual(sum(one.share for one in mode.levels), 1.0)
                    for effect in (each for level in mode.levels for each in level.effects):
                        if effect.path is not None:
                            self.assertLess(effect.path, len(made.paths))
                        if effect.leak_at is not None:
                            self.assertLess(effect.leak_at, len(made.terminals))
        self.assertGreater(said, 40)

    def test_a_contact_rests_as_its_spec_says(self) -> None:
        for spec in SPECS:
            if spec.kind != "contact" or spec.device == "fuse":
                continue
            made = component_of(spec, default_rules())
            assert made
            with self.subTest(spec.describe()):
                self.assertEqual(made.paths[0].closed_at_rest, spec.rests == "closed")
