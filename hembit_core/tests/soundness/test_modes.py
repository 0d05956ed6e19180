"""Every family declares how it fails, and what it declares can be used."""

from __future__ import annotations

import unittest

from hembit_core.about_kinds import kinds
from hembit_core.families.registry import FAMILIES, readings_of
from hembit_core.judging.expect import measurand_of
from hembit_core.soundness.evidence import aspect_of
from hembit_core.soundness.modes import Aspect, modes_of_kind

WITHOUT = {"heater_setting", "supply"}
"""A setting is no part; the volts of a supply are what they are read as."""


class Declared(unittest.TestCase):
    def test_every_kind_has_modes_with_a_source(self) -> None:
        for kind in kinds():
            with self.subTest(kind):
                found = modes_of_kind(kind)
                if kind in WITHOUT:
                    self.assertIsNone(found)
                    continue
                assert found is not None
                self.assertTrue(found.source and found.modes)
                self.assertTrue(all(one.told and one.told[0].islower() for one in found.modes.values()))

    def test_what_is_to_be_apart_has_an_aspect_of_its_own(self) -> None:
        for kind in set(kinds()) - WITHOUT:
            found = modes_of_kind(kind)
            assert found is not None
            with self.subTest(kind):
                apart = {one.aspects for one in found.modes.values() if one.apart}
                self.assertLessEqual(apart, {(Aspect.TO_CASE,), (Aspect.MOVES,)})
                self.assertLessEqual(len(apart), 1)

    def test_a_part_with_a_case_can_leak_to_it(self) -> None:
        for spec, family in FAMILIES.items():
            found = modes_of_kind(family.kind)
            if found is None:
                continue
            tests = {measurand_of(one) for one in readings_of(spec)}
            with self.subTest(family.kind):
                self.assertEqual("terminal_to_case" in tests, Aspect.TO_CASE in found.aspects)
                told = {test for one in found.modes.values() for test in one.answers}
                self.assertLessEqual(told | set(found.sound), tests)

    def test_a_law_has_a_range(self) -> None:
        for kind in set(kinds()) - WITHOUT:
            found = modes_of_kind(kind)
            assert found is not None
            self.assertNotIn("ohms", {one.path.law for one in found.modes.values() if one.path})
            self.assertLessEqual({one.apart.law for one in found.modes.values() if one.apart}, {"ohms"})
            laws = [law for one in found.modes.values() for law in (one.path, one.apart) if law]
            for law in laws:
                self.assertTrue(law.law in ("open", "short") or law.low < law.high, (kind, law))

    def test_whatever_a_test_could_show_some_mode_would_have_made_wrong(self) -> None:
        """Else its rejection is heard by nobody, and the part is good beside it."""
        for spec, family in FAMILIES.items():
            found = modes_of_kind(family.kind)
            for reading in readings_of(spec) if found else ():
                aspect = aspect_of(measurand_of(reading))
                with self.subTest(f"{family.kind}, {measurand_of(reading)}"):
                    assert found is not None
                    self.assertIn(aspect, {None, *found.aspects})

    def test_answers_are_shares_of_one(self) -> None:
        for kind in set(kinds()) - WITHOUT:
            found = modes_of_kind(kind)
            assert found is not None
            for answers in (found.sound, *(one.answers for one in found.modes.values())):
                for test, often in answers.items():
                    self.assertLessEqual(sum(often.values()), 1.0, (kind, test))


if __name__ == "__main__":
    unittest.main()
