"""Visits at random, in the core alone: what comes next is due, and it ends at close."""

from __future__ import annotations

import os
import unittest
from random import Random
from typing import Any

from hypothesis import HealthCheck, Phase, given, settings
from hypothesis import strategies as st

from hembit_core.conformity.states import Outcome, State
from hembit_core.findings.finding import Conclusion
from hembit_core.tests.parts import LEAKS
from hembit_core.tests.readers import part
from hembit_core.tests.visits.test_route_properties import ELEMENT, SPECS, items
from hembit_core.visits.closing import what_blocks_closing
from hembit_core.visits.lay import lay
from hembit_core.visits.route import SUPPLY, Choices, Done, RouteItem, RoutePart, School, Taken
from hembit_core.visits.symptoms import Symptom

VISITS = int(os.environ.get("HEMBIT_VISITS", "60"))
STEPS = 300
"""More than any visit here can take: whoever needs more goes in a circle."""
WHOLES = (*SPECS, part("ignition_sequence", stages=[{"name": "igniter powered", "voltage": "24"}]))
AFTER = {
    Outcome.ACCEPT: (Conclusion.SOUND, Conclusion.PASSED_SO_FAR, Conclusion.WATCH),
    Outcome.UNDECIDED: (Conclusion.UNDECIDED,),
    Outcome.REJECT: (
        Conclusion.REPLACE,
        Conclusion.REPAIR,
        Conclusion.WRONG_PART,
        Conclusion.DO_NOT_ENERGISE,
        Conclusion.NOT_THE_PART,
    ),
}


class SimulatedVisit:
    """The parts of a machine and what was done, as somebody goes from item to item."""

    def __init__(self, chance: Random) -> None:
        self.chance = chance
        self.done = Done()
        self.parts = {SUPPLY: RoutePart(key=SUPPLY, name="Supply", spec=part("supply"))}
        for place, spec in enumerate(chance.choices(WHOLES, k=chance.randint(1, 5))):
            self.parts[str(place)] = RoutePart(key=str(place), name=f"Part {place}", spec=spec)
        for bank in [one for one in self.parts.values() if one.spec.kind == "element_bank"]:
            for place in range(3):
                key = f"{bank.key}m{place}"
                self.parts[key] = RoutePart(
                    key=key, name=f"{bank.name}, member {place}", spec=ELEMENT, part_of=bank.key
                )

    def change(self, key: str, **more: Any) -> None:
        self.parts[key] = self.parts[key].model_copy(update=more)

    def do(self, item: RouteItem) -> None:
        head = item.key.partition(":")[0]
        if item.measurand and head != "spare":
            self.measure(item.part or "", item.measurand)
        elif head in ("isolate", "meter", "gate", "close"):
            name = {"isolate": "isolated", "meter": "meter_checked", "gate": "gate_passed"}
            self.done = self.done.model_copy(update={name.get(head, "closed"): True})
        elif item.part == "machine":
            self.done = self.done.model_copy(update={"looked": True})
        else:
            getattr(self, head)(item.part, item.measurand)

    def measure(self, key: str, measurand: str) -> None:
        one = self.parts[key]
        outcome = self.chance.choice(list(Outcome))
        said = self.chance.choice(AFTER[outcome])
        kept = [taken for taken in one.taken if taken.measurand != measurand]
        taken = Taken(measurand=measurand, state=State.WITHIN, outcome=outcome, figure="1 Ω")
        self.change(
            key,
            taken=(*kept, taken),
            concluded=said,
            decided=one.decided if said == one.concluded else None,
            danger=LEAKS if said is Conclusion.DO_NOT_ENERGISE else None,
            asks_cause=one.asks_cause or (outcome is Outcome.REJECT and self.chance.random() < 0.3),
            dead_members=self.chance.choice((None, 1, 2)) if outcome is Outcome.REJECT else None,
            changed="",
        )

    def look(self, key: str, _: object) -> None:
        self.change(key, looked=True)

    def cause(self, key: str, _: object) -> None:
        self.change(key, cause="water in it")

    def decide(self, key: str, _: object) -> None:
        found = self.parts[key].concluded
        decided = self.chance.choice(list(Conclusion)) if self.chance.random() < 0.2 else found
        self.change(key, decided=decided)

    def spare(self, key: str, measurand: str) -> None:
        outcome = self.chance.choice((Outcome.ACCEPT, Outcome.REJECT))
        self.change(key, spare_taken=(Taken(measurand=measurand, state=State.WITHIN, outcome=outcome),))

    def fit(self, key: str, _: object) -> None:
        self.change(key, fitted=True, taken=(), danger=None, changed="")
        self.done = self.done.model_copy(update={"gate_passed": False})
        name = self.parts[key].name
        for whole in list(self.parts.values()):
            is_made_of_it = whole.key == self.parts[key].part_of
            is_sequence = whole.spec.kind == "ignition_sequence" and whole.key != key
            if is_made_of_it or is_sequence:
                self.change(whole.key, taken=(), concluded=None, decided=None, changed=name)


class RandomVisits(unittest.TestCase):
    @settings(
        max_examples=VISITS,
        deadline=None,
        phases=[Phase.generate],
        suppress_health_check=list(HealthCheck),
        database=None,
    )
    @given(st.randoms(use_true_random=False), st.sampled_from(Symptom), st.sampled_from(School))
    def test_what_comes_next_is_due_and_it_ends_at_close(
        self, chance: Random, symptom: Symptom, school: School
    ) -> None:
        visit = SimulatedVisit(chance)
        steps: list[str] = []
        for _ in range(STEPS):
            there = tuple(visit.parts.values())
            route = lay(symptom, there, Choices(school=school), visit.done)
            if visit.done.closed:
                self.assertIsNone(route.next_key)
                return
            if route.next_key is None:
                self.fail(f"{what_blocks_closing(there, visit.done)}, {steps}")
            item = next(one for one in items(route) if one.key == route.next_key)
            self.assertEqual(item.state, "due", (item, steps))
            steps.append(item.key)
            if item.key == "close":
                self.assertEqual(what_blocks_closing(there, visit.done), [])
            visit.do(item)
        self.fail(f"it does not end: {steps}")


if __name__ == "__main__":
    unittest.main()
