"""What holds for every route, whatever the complaint, the parts and the evidence."""

from __future__ import annotations

import unittest
from itertools import product
from typing import Any

from hypothesis import given, settings
from hypothesis import strategies as st

from hembit_core.conformity.states import Outcome, State
from hembit_core.findings.finding import Conclusion
from hembit_core.tests.parts import LEAKS
from hembit_core.tests.readers import part, plate
from hembit_core.visits.closing import what_blocks_closing
from hembit_core.visits.lay import lay
from hembit_core.visits.part_tests import tests_of as own_tests
from hembit_core.visits.route import (
    SUPPLY,
    Added,
    Choices,
    Done,
    Route,
    RouteItem,
    RoutePart,
    School,
    Skip,
    StepKind,
    Taken,
)
from hembit_core.visits.symptoms import Symptom, suspicion

ELEMENT = part("heating_element", **plate("2200", "230"))
SPECS = (
    ELEMENT,
    part("element_bank", member=plate("1200", "230") | {"kind": "heating_element"}, members=3),
    part("three_phase_set", connection="delta", branch=plate("1500", "400")),
    part("winding", resistance="118"),
    part("igniter", usual_lower="45", usual_upper="85"),
    part("contact", device="limit"),
    part("contact", device="thermostat"),
    part("temperature_sensor", sensor={"type": "ntc_beta", "r25": "5 k", "beta": "3470"}),
    part("thermocouple", letter="K"),
    part("high_tension_lead", length="0.42", per_metre="7.1k"),
    part("position_sensor", track="4k7"),
    part("spark_igniter", primary="42", secondary="5.6k"),
)


EVIDENCE = tuple(product(State, Outcome))
CONCLUSIONS = (None, *Conclusion)
FLAGS = 7


@st.composite
def parts(draw: st.DrawFn) -> list[RoutePart]:
    """A supply and some parts, each with some evidence; drawn at once where it can be, for time."""
    found = [RoutePart(key=SUPPLY, name="Supply", spec=part("supply"))]
    for place, spec in enumerate(draw(st.lists(st.sampled_from(SPECS), max_size=6))):
        names = [one.measurand for one in own_tests(spec)]
        flags = draw(st.integers(0, 2**FLAGS - 1))
        behind_panel, asks_cause, has_cause, fitted, has_spare, looked, changed = (
            bool(flags >> bit & 1) for bit in range(FLAGS)
        )
        which = draw(st.integers(0, 2 ** len(names) - 1))
        taken = [name for bit, name in enumerate(names) if which >> bit & 1]
        evidence = draw(st.tuples(*[st.sampled_from(EVIDENCE)] * len(taken)))
        concluded, decided = draw(st.sampled_from(list(product(CONCLUSIONS, CONCLUSIONS))))
        leaks, outcome = draw(st.sampled_from(list(product((False, False, True), Outcome))))
        spare = Taken(measurand=names[0], state=State.OPEN, outcome=outcome)
        found.append(
            RoutePart(
                key=str(place),
                name=f"Part {place}",
                spec=spec,
                behind_panel=behind_panel,
                taken=tuple(
                    Taken(measurand=name, state=one[0], outcome=one[1], figure="1 Ω")
                    for name, one in zip(taken, evidence, strict=True)
                ),
                concluded=concluded,
                decided=decided,
                asks_cause=asks_cause,
                cause="fluff" if has_cause else "",
                fitted=fitted,
                danger=LEAKS if leaks else None,
                spare_taken=(spare,) if has_spare else (),
                looked=looked,
                changed="a member" if changed else "",
            )
        )
    return found


symptoms = st.sampled_from(Symptom)
dones = st.builds(
    Done,
    isolated=st.booleans(),
    looked=st.booleans(),
    meter_checked=st.booleans(),
    gate_passed=st.booleans(),
    on_order=st.sampled_from([(), ("0",), ("0", "1")]),
)
schools = st.sampled_from(School)


def items(route: Route) -> list[RouteItem]:
    return [one for step in route.steps for one in step.items]


class EveryRoute(unittest.TestCase):
    @given(symptoms, parts(), dones, schools)
    def test_every_item_has_a_key_of_its_own_and_every_step_stands_once(
        self, symptom: Symptom, there: list[RoutePart], done: Done, school: School
    ) -> None:
        route = lay(symptom, there, Choices(school=school), done)
        keys = [one.key for one in items(route)]
        self.assertEqual(len(keys), len(set(keys)))
        self.assertEqual(sorted(one.kind for one in route.steps), sorted(StepKind))

    @given(symptoms, parts(), dones, schools)
    def test_what_comes_next_is_due_or_there_is_nothing(
        self, symptom: Symptom, there: list[RoutePart], done: Done, school: School
    ) -> None:
        route = lay(symptom, there, Choices(school=school), done)
        by_key = {one.key: one for one in items(route)}
        if route.next_key is None:
            due = [step.kind for step in route.steps if step.state == "due"]
            self.assertEqual(due, [])
        else:
            self.assertEqual(by_key[route.next_key].state, "due")

    @settings(max_examples=1000)
    @given(symptoms, parts(), dones, schools)
    def test_what_comes_next_is_nothing_that_is_refused(
        self, symptom: Symptom, there: list[RoutePart], done: Done, school: School
    ) -> None:
        """Live after a fitting before the gate, or beside a leak; a new part that did not pass."""
        route = lay(symptom, there, Choices(school=school), done)
        if route.next_key is None:
            return
        item = next(one for one in items(route) if one.key == route.next_key)
        mine = next((one for one in there if one.key == item.part), None)
        if item.dead_or_live == "live":
            self.assertFalse([one.name for one in there if one.must_stay_dead])
            self.assertFalse(any(one.fitted for one in there) and not done.gate_passed)
        if item.key.startswith("fit:") and mine:
            self.assertFalse([one for one in mine.spare_taken if one.outcome is Outcome.REJECT])
        if item.key == "close":
            self.assertEqual(what_blocks_closing(there, done), [])

    @given(symptoms, parts(), dones, schools)
    def test_what_is_folded_or_blocked_says_why(
        self, symptom: Symptom, there: list[RoutePart], done: Done, school: School
    ) -> None:
        for one in items(lay(symptom, there, Choices(school=school), done)):
            if one.state in ("folded", "blocked"):
                self.assertTrue(one.why, one.key)

    @given(symptoms, parts(), dones, schools)
    def test_every_test_of_every_part_that_was_not_renewed_is_on_it(
        self, symptom: Symptom, there: list[RoutePart], done: Done, school: School
    ) -> None:
        """Nothing is hidden: what does not matter is folded, not gone."""
        keys = {one.key for one in items(lay(symptom, there, Choices(school=school), done))}
        for one in there:
            if not one.fitted:
                wanted = {f"{one.key}:{test.measurand}" for test in own_tests(one.spec)}
                self.assertLessEqual(wanted, keys)

    @given(symptoms, parts(), dones, schools)
    def test_with_a_leaking_part_nothing_live_is_due(
        self, symptom: Symptom, there: list[RoutePart], done: Done, school: School
    ) -> None:
        leaking = RoutePart(
            key="leak", name="Leaking", spec=ELEMENT, concluded=Conclusion.DO_NOT_ENERGISE
        )
        route = lay(symptom, [*there, leaking], Choices(school=school), done)
        live = next(one for one in route.steps if one.kind is StepKind.LIVE)
        due = [one.key for one in live.items if one.state == "due" and one.dead_or_live == "live"]
        self.assertEqual(due, [])

    @given(symptoms, parts(), dones, st.randoms(use_true_random=False))
    def test_reordering_loses_and_doubles_nothing(
        self, symptom: Symptom, there: list[RoutePart], done: Done, chance: object
    ) -> None:
        plain = lay(symptom, there, done=done)
        order = [one.key for one in items(plain)]
        chance.shuffle(order)  # type: ignore[attr-defined]
        moved = lay(symptom, there, Choices(order=tuple(order)), done)
        for before, after in zip(plain.steps, moved.steps, strict=True):
            self.assertEqual(before.kind, after.kind)
            self.assertEqual(
                sorted(one.key for one in before.items), sorted(one.key for one in after.items)
            )

    @given(symptoms, parts(), dones)
    def test_what_is_skipped_keeps_its_reason_and_what_is_done_stays_done(
        self, symptom: Symptom, there: list[RoutePart], done: Done
    ) -> None:
        plain = {one.key: one for one in items(lay(symptom, there, done=done))}
        skipped = tuple(Skip(key=key, reason="known already") for key in plain)
        for one in items(lay(symptom, there, Choices(skipped=skipped), done)):
            if plain[one.key].state == "done":
                self.assertEqual(one.state, "done")
            else:
                self.assertEqual((one.state, one.why), ("skipped", "known already"))

    @given(symptoms, parts(), dones, st.sampled_from(StepKind))
    def test_a_step_of_ones_own_stands_where_it_was_put(
        self, symptom: Symptom, there: list[RoutePart], done: Done, kind: StepKind
    ) -> None:
        own = Added(key="own:1", step=kind, text="Ask the night baker")
        route = lay(symptom, there, Choices(added=(own,)), done)
        where = [step.kind for step in route.steps for one in step.items if one.key == "own:1"]
        self.assertEqual(where, [kind])

    @given(symptoms, parts(), dones, schools)
    def test_laid_twice_it_is_the_same(
        self, symptom: Symptom, there: list[RoutePart], done: Done, school: School
    ) -> None:
        choices = Choices(school=school)
        self.assertEqual(lay(symptom, there, choices, done), lay(symptom, there, choices, done))

    @given(parts(), dones)
    def test_closing_is_blocked_exactly_when_something_is_open(
        self, there: list[RoutePart], done: Done
    ) -> None:
        route = lay(Symptom.NO_HEAT, there, done=done)
        close = next(one for one in route.steps if one.kind is StepKind.CLOSE)
        blocks = what_blocks_closing(there, done)
        self.assertEqual(close.state == "blocked", bool(blocks))
        if blocks:
            self.assertEqual(close.why, blocks[0])

    @settings(max_examples=40)
    @given(symptoms, st.lists(st.sampled_from(SPECS), min_size=1, max_size=5))
    def test_within_a_step_suspicion_per_minute_falls(self, symptom: Symptom, specs: list[Any]) -> None:
        there = [
            RoutePart(key=str(place), name=str(place), spec=spec) for place, spec in enumerate(specs)
        ]
        measure = next(one for one in lay(symptom, there).steps if one.kind is StepKind.MEASURE)
        ranks = []
        for one in measure.items:
            spec = there[int(one.part or 0)].spec
            assert one.measurand and one.minutes
            ranks.append(suspicion(symptom, spec.kind, one.measurand) / one.minutes)
        self.assertEqual(ranks, sorted(ranks, reverse=True))
