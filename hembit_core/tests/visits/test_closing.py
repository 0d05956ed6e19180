"""What closing a job leaves open is said, dangers first; what was done or folded away is not."""

from __future__ import annotations

import unittest
from typing import Any

from hembit_core.conformity.states import Outcome, State
from hembit_core.findings.finding import Conclusion
from hembit_core.tests.parts import LEAKS
from hembit_core.tests.readers import part, plate
from hembit_core.visits.closing import OpenEnd, OpenEndKind, left_open
from hembit_core.visits.lay import lay
from hembit_core.visits.part_tests import tests_of
from hembit_core.visits.route import SUPPLY, Choices, Done, RoutePart, Skip, Taken
from hembit_core.visits.symptoms import Symptom

ELEMENT = part("heating_element", **plate("2200", "230"))
THERMOSTAT = part("contact", device="thermostat")


def there(key: str, spec: Any, **more: Any) -> RoutePart:
    return RoutePart(key=key, name=more.pop("name", key), spec=spec, **more)


def whole(spec: Any) -> tuple[Taken, ...]:
    """Every main test of a part, passed."""
    return tuple(
        Taken(measurand=one.measurand, state=State.WITHIN, outcome=Outcome.ACCEPT)
        for one in tests_of(spec)
        if not one.side
    )


def ends(*parts: RoutePart, choices: Choices | None = None, **done: Any) -> tuple[OpenEnd, ...]:
    route = lay(Symptom.NO_HEAT, parts, choices, Done(**done))
    return left_open(route, parts)


class LeftOpen(unittest.TestCase):
    def test_nothing_is_left_where_all_that_was_due_was_done(self) -> None:
        supply = there(SUPPLY, part("supply"), taken=whole(part("supply")))
        element = there("7", ELEMENT, taken=whole(ELEMENT), concluded=Conclusion.SOUND)
        self.assertEqual(ends(supply, element), ())

    def test_a_part_that_must_not_be_energised_is_a_danger_however_it_was_decided(self) -> None:
        for decided in (None, Conclusion.DO_NOT_ENERGISE, Conclusion.REPLACE, Conclusion.REPAIR):
            leaking = there("7", ELEMENT, concluded=Conclusion.DO_NOT_ENERGISE, decided=decided)
            first = ends(leaking)[0]
            self.assertTrue(first.is_danger, decided)
            self.assertEqual(first.part, "7")

    def test_a_decision_does_not_settle_one(self) -> None:
        overruled = there("7", ELEMENT, concluded=Conclusion.DO_NOT_ENERGISE, decided=Conclusion.SOUND)
        self.assertTrue([one for one in ends(overruled) if one.is_danger])

    def test_a_new_part_that_leaks_is_a_danger_too(self) -> None:
        new = there("7", ELEMENT, fitted=True, danger=LEAKS, decided=Conclusion.REPLACE)
        self.assertTrue(ends(new, gate_passed=True)[0].is_danger)

    def test_untouched_contacts_and_dead_tests_say_why_they_matter(self) -> None:
        found = ends(there("7", ELEMENT), there("8", THERMOSTAT))
        told = {one.what.partition(",")[0]: one.why for one in found}
        self.assertIn("7, between the terminals", " ".join(one.what for one in found))
        self.assertIn("second fault", " ".join(told.values()))
        self.assertIn("sticks", " ".join(told.values()))
        self.assertTrue(all(one.kind is OpenEndKind.NOT_MEASURED for one in found))

    def test_many_tests_are_counted_and_their_parts_named_once(self) -> None:
        found = ends(there("7", ELEMENT), there("8", ELEMENT), there("9", ELEMENT, name="Measure dead"))
        self.assertEqual([one.what for one in found], ["Measure dead, not done: 6 tests of 7, 8"])

    def test_what_was_skipped_with_a_reason_is_not_open(self) -> None:
        skipped = tuple(Skip(key=f"7:{one.measurand}", reason="no access") for one in tests_of(ELEMENT))
        found = ends(there("7", ELEMENT), choices=Choices(skipped=skipped))
        self.assertFalse([one for one in found if "Measure dead" in one.what])

    def test_a_new_part_not_seen_at_work(self) -> None:
        fitted = there(
            "7", ELEMENT, fitted=True, decided=Conclusion.REPLACE, concluded=Conclusion.REPLACE
        )
        kinds = [one.kind for one in ends(fitted, gate_passed=True)]
        self.assertIn(OpenEndKind.NOT_PROVED, kinds)

    def test_a_broken_part_whose_spare_is_on_order_is_still_there(self) -> None:
        broken = there("7", ELEMENT, concluded=Conclusion.REPLACE, decided=Conclusion.REPLACE)
        self.assertEqual(ends(broken, on_order=("7",))[0].kind, OpenEndKind.BROKEN)

    def test_a_part_that_its_readings_do_not_decide(self) -> None:
        unsure = there("7", ELEMENT, concluded=Conclusion.UNDECIDED)
        self.assertEqual(ends(unsure)[0].kind, OpenEndKind.UNDECIDED)
        watched = unsure.model_copy(update={"decided": Conclusion.WATCH})
        self.assertNotIn(OpenEndKind.UNDECIDED, [one.kind for one in ends(watched)])
