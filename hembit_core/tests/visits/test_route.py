"""The route: order of steps, likely and cheap first, and what the evidence folds or brings up."""

from __future__ import annotations

import unittest
from typing import Any

from hypothesis import given, settings
from hypothesis import strategies as st

from hembit_core.conformity.states import Outcome, State
from hembit_core.findings.finding import Conclusion
from hembit_core.tests.readers import part, plate
from hembit_core.visits.closing import what_blocks_closing
from hembit_core.visits.lay import lay
from hembit_core.visits.route import (
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
from hembit_core.visits.symptoms import Symptom

ELEMENT = part("heating_element", **plate("2200", "230"))
BANK = part("element_bank", member=plate("1200", "230") | {"kind": "heating_element"}, members=3)
LIMIT = part("contact", device="limit")
THERMOSTAT = part("contact", device="thermostat")
NTC = part("temperature_sensor", sensor={"type": "ntc_beta", "r25": "5 k", "beta": "3470"})
IGNITER = part("igniter", usual_lower="45", usual_upper="85")
SUPPLY = part("supply", system="three_phase_230_400")
LEAD = part("high_tension_lead", length="0.42", per_metre="7.1k")


def taken(measurand: str, state: State = State.WITHIN, outcome: Outcome = Outcome.ACCEPT) -> Taken:
    return Taken(measurand=measurand, state=state, outcome=outcome, figure="24.6 Ω")


def placed(key: str, spec: Any, **more: Any) -> RoutePart:
    return RoutePart(key=key, name=more.pop("name", key), spec=spec, **more)


def item(route: Route, key: str) -> RouteItem:
    return next(one for step in route.steps for one in step.items if one.key == key)


def keys(route: Route, step: StepKind, *states: str) -> list[str]:
    (found,) = [one for one in route.steps if one.kind is step]
    return [one.key for one in found.items if not states or one.state in states]


def every_key(route: Route) -> list[str]:
    return sorted(one.key for step in route.steps for one in step.items)


def step_state(route: Route, kind: StepKind) -> str:
    return next(one.state for one in route.steps if one.kind is kind)


OVEN = [
    placed("supply", SUPPLY),
    placed("1", BANK, name="Top bank"),
    placed("2", ELEMENT, name="Top bank, member 1", part_of="1"),
    placed("3", LIMIT, name="Limit"),
    placed("4", THERMOSTAT, name="Thermostat"),
    placed("5", NTC, name="Probe"),
]


class Order(unittest.TestCase):
    def test_a_part_is_looked_at_though_the_supply_is_likelier(self) -> None:
        parts = (placed("supply", SUPPLY), placed("lead", LEAD))
        self.assertEqual(item(lay(Symptom.TRIPS, parts), "look:lead").state, "due")

    def test_dead_first_is_the_trades_order(self) -> None:
        route = lay(Symptom.SOME_HEAT, OVEN)
        self.assertEqual([one.kind for one in route.steps], list(StepKind))

    def test_live_first_goes_to_the_supply_and_live_before_isolating(self) -> None:
        route = lay(Symptom.SOME_HEAT, OVEN, Choices(school=School.LIVE_FIRST))
        self.assertEqual(
            [one.kind for one in route.steps][:3], [StepKind.SUPPLY, StepKind.LIVE, StepKind.ISOLATE]
        )

    def test_live_first_does_not_wait_for_dead_tests(self) -> None:
        passed = [placed("supply", SUPPLY, taken=(taken("supply_volts"),)), *OVEN[1:]]
        dead = lay(Symptom.SOME_HEAT, passed)
        live = lay(Symptom.SOME_HEAT, passed, Choices(school=School.LIVE_FIRST))
        self.assertEqual(item(dead, "1:running").state, "folded")
        self.assertEqual(item(live, "1:running").state, "due")

    def test_likely_and_cheap_first(self) -> None:
        parts = [placed("a", NTC), placed("b", IGNITER), placed("c", ELEMENT, behind_panel=True)]
        route = lay(Symptom.WILL_NOT_LIGHT, parts)
        measure = keys(route, StepKind.MEASURE)
        self.assertEqual(measure[0], "b:igniter_resistance")
        free = lay(Symptom.NO_HEAT, [placed("x", ELEMENT, behind_panel=True), placed("y", ELEMENT)])
        self.assertEqual(keys(free, StepKind.MEASURE)[0], "y:between_terminals")

    def test_trips_asks_for_the_case_before_the_ohms(self) -> None:
        route = lay(Symptom.TRIPS, [placed("a", ELEMENT)])
        self.assertEqual(
            keys(route, StepKind.MEASURE, "due"), ["a:terminal_to_case", "a:between_terminals"]
        )

    def test_the_next_item_is_the_first_that_is_due(self) -> None:
        route = lay(Symptom.TRIPS, OVEN)
        self.assertEqual(route.next_key, "isolate")
        self.assertEqual(lay(Symptom.NO_HEAT, OVEN).next_key, "supply:supply_volts")

    def test_nothing_comes_next_once_the_job_is_closed(self) -> None:
        self.assertIsNone(lay(Symptom.TRIPS, OVEN, done=Done(closed=True)).next_key)

    def test_what_speaks_little_is_not_looked_at_and_what_was_measured_neither(self) -> None:
        parts = [placed("a", IGNITER), placed("b", THERMOSTAT)]
        route = lay(Symptom.WILL_NOT_LIGHT, parts)
        self.assertEqual(item(route, "look:a").state, "due")
        self.assertEqual(item(route, "look:b").why, "Little speaks for it so far")
        measured = [placed("a", IGNITER, taken=(taken("igniter_resistance"),))]
        self.assertEqual(item(lay(Symptom.WILL_NOT_LIGHT, measured), "look:a").why, "Measured already")

    def test_a_sound_part_asks_for_no_decision(self) -> None:
        parts = [placed("a", ELEMENT, concluded=Conclusion.SOUND), placed("b", ELEMENT)]
        parts[1] = parts[1].model_copy(update={"concluded": Conclusion.WATCH})
        route = lay(Symptom.SOME_HEAT, parts)
        self.assertEqual(keys(route, StepKind.DECIDE, "due"), ["decide:b"])

    def test_a_part_that_only_looks_bad_is_still_measured(self) -> None:
        seen = placed("a", ELEMENT, concluded=Conclusion.REPAIR, looked=True)
        route = lay(Symptom.SOME_HEAT, [seen])
        self.assertEqual(item(route, "a:between_terminals").state, "due")

    def test_the_handling_caution_stands_with_the_part_in_hand(self) -> None:
        route = lay(Symptom.WILL_NOT_LIGHT, [placed("a", IGNITER), placed("b", ELEMENT)])
        self.assertIn("Never touch the hot part", item(route, "a:igniter_resistance").handling)
        self.assertEqual(item(route, "b:between_terminals").handling, "")

    def test_without_parts_there_is_still_a_route(self) -> None:
        route = lay(Symptom.NO_HEAT, [])
        self.assertEqual(step_state(route, StepKind.MEASURE), "folded")
        self.assertEqual(route.next_key, "isolate")


class Supply(unittest.TestCase):
    def test_skipped_where_dead_first_and_nothing_speaks_for_it(self) -> None:
        self.assertEqual(step_state(lay(Symptom.TRIPS, OVEN), StepKind.SUPPLY), "folded")
        self.assertEqual(step_state(lay(Symptom.NO_HEAT, OVEN), StepKind.SUPPLY), "due")

    def test_comes_up_once_a_live_test_waits_for_it(self) -> None:
        element = placed("9", ELEMENT, taken=(taken("between_terminals"), taken("terminal_to_case")))
        route = lay(Symptom.TRIPS, [OVEN[0], element])
        self.assertEqual(step_state(route, StepKind.SUPPLY), "due")
        self.assertIn("supply is measured first", item(route, "9:running").why)

    def test_a_supply_that_fails_blocks_live_tests(self) -> None:
        failed = placed("supply", SUPPLY, taken=(taken("supply_volts", State.OUTSIDE, Outcome.REJECT),))
        element = placed("9", ELEMENT, taken=(taken("between_terminals"),))
        route = lay(Symptom.NO_HEAT, [failed, element])
        self.assertEqual(item(route, "9:running").state, "blocked")
        self.assertIn("does not pass", item(route, "9:running").why)


class Folding(unittest.TestCase):
    def test_a_member_waits_for_its_bank_and_comes_up_when_the_bank_is_off(self) -> None:
        self.assertEqual(item(lay(Symptom.SOME_HEAT, OVEN), "2:between_terminals").state, "folded")
        off = (taken("bank_resistance", State.OUTSIDE, Outcome.REJECT),)
        parts = [OVEN[0], placed("1", BANK, name="Top bank", taken=off), *OVEN[2:]]
        found = item(lay(Symptom.SOME_HEAT, parts), "2:between_terminals")
        self.assertEqual((found.state, found.why), ("due", "Top bank is off: which member?"))

    def test_a_sound_bank_keeps_its_members_folded(self) -> None:
        parts = [placed("1", BANK, taken=(taken("bank_resistance"),)), OVEN[2]]
        self.assertEqual(item(lay(Symptom.SOME_HEAT, parts), "2:between_terminals").state, "folded")

    def test_what_the_symptom_says_nothing_about_is_folded_with_the_reason(self) -> None:
        found = item(lay(Symptom.TOO_MUCH_HEAT, OVEN), "4:contact_closed")
        self.assertEqual((found.state, found.why), ("folded", "Says nothing about “too much heat”"))
        self.assertEqual(item(lay(Symptom.TOO_MUCH_HEAT, OVEN), "4:contact_open").state, "due")

    def test_a_found_part_folds_live_tests_but_not_the_other_dead_ones(self) -> None:
        broken = placed(
            "7",
            ELEMENT,
            name="Grill",
            taken=(taken("between_terminals", State.OPEN, Outcome.REJECT),),
            concluded=Conclusion.REPLACE,
        )
        other = placed("8", ELEMENT, taken=(taken("between_terminals"),))
        route = lay(Symptom.SOME_HEAT, [broken, other])
        self.assertIn("Grill is found", item(route, "8:running").why)
        self.assertEqual(item(route, "8:terminal_to_case").state, "due")
        self.assertIn("Decided", item(route, "7:terminal_to_case").why)

    def test_a_leak_keeps_the_machine_dead(self) -> None:
        leaking = placed("7", ELEMENT, name="Grill", concluded=Conclusion.DO_NOT_ENERGISE)
        route = lay(Symptom.YEARLY_CHECK, [leaking, placed("8", ELEMENT, taken=(taken("x"),))])
        self.assertNotEqual(item(route, "8:running").state, "due")

    def test_side_tests_come_up_when_the_plain_ones_do_not_decide(self) -> None:
        plain = placed("5", NTC, taken=(taken("sensor_resistance"),), concluded=Conclusion.SOUND)
        self.assertEqual(
            item(lay(Symptom.WRONG_TEMPERATURE, [plain]), "5:sensor_points").state, "folded"
        )
        unsure = plain.model_copy(update={"concluded": Conclusion.UNDECIDED})
        self.assertEqual(item(lay(Symptom.WRONG_TEMPERATURE, [unsure]), "5:sensor_points").state, "due")

    def test_an_opened_limit_brings_up_what_may_have_opened_it(self) -> None:
        limit = placed(
            "3", LIMIT, name="Limit", taken=(taken("contact_closed", State.OPEN, Outcome.REJECT),),
            concluded=Conclusion.REPLACE, asks_cause=True,
        )  # fmt: skip
        route = lay(Symptom.NO_HEAT, [limit, *OVEN[4:]])
        found = item(route, "4:contact_open")
        self.assertEqual(found.state, "due")
        self.assertIn("Limit opened for a reason", found.why)
        named = limit.model_copy(update={"cause": "fan blocked by fluff"})
        self.assertEqual(
            item(lay(Symptom.NO_HEAT, [named, *OVEN[4:]]), "4:contact_open").state, "folded"
        )


class WhatIsNotAskedAnyMore(unittest.TestCase):
    LEAKS = placed(
        "1", ELEMENT, name="Lower", taken=(taken("terminal_to_case", State.LEAKING, Outcome.REJECT),),
        concluded=Conclusion.DO_NOT_ENERGISE, decided=Conclusion.REPLACE,
    )  # fmt: skip

    def test_a_test_that_its_spec_has_no_figure_for(self) -> None:
        bare = lay(Symptom.YEARLY_CHECK, [placed("1", THERMOSTAT, concluded=Conclusion.UNDECIDED)])
        self.assertIn("no figure", item(bare, "1:contact_switching").why)
        spec = part("contact", device="thermostat", opens_at="90")
        known = lay(Symptom.YEARLY_CHECK, [placed("1", spec, concluded=Conclusion.UNDECIDED)])
        self.assertNotIn("no figure", item(known, "1:contact_switching").why)

    def test_ohms_where_something_trips_and_a_leak_was_found(self) -> None:
        route = lay(Symptom.TRIPS, [self.LEAKS, placed("2", ELEMENT, name="Upper")])
        self.assertEqual(item(route, "2:terminal_to_case").state, "due")
        along = item(route, "2:between_terminals")
        self.assertEqual((along.state, along.why[:5]), ("folded", "Lower"))

    def test_a_break_leaves_every_other_break_to_be_looked_for(self) -> None:
        broken = placed(
            "1", ELEMENT, taken=(taken("between_terminals", State.OPEN, Outcome.REJECT),),
            concluded=Conclusion.REPLACE,
        )  # fmt: skip
        route = lay(Symptom.NO_HEAT, [broken, placed("2", LIMIT), placed("3", IGNITER)])
        self.assertEqual(item(route, "2:contact_closed").state, "due")
        self.assertEqual(item(route, "3:igniter_resistance").state, "due")

    def test_live_tests_once_the_sequence_ran_through(self) -> None:
        sequence = part("ignition_sequence", stages=[{"name": "igniter powered", "voltage": "120"}])
        switch = placed("2", LIMIT, taken=(taken("contact_closed"),))
        ran = placed("3", sequence, name="Sequence", taken=(taken("sequence"),))
        there = [placed("supply", SUPPLY, taken=(taken("supply_volts"),)), switch, ran]
        found = item(lay(Symptom.WILL_NOT_LIGHT, there), "2:contact_volts")
        self.assertEqual(
            (found.state, found.why), ("folded", "Sequence ran through: it works in there")
        )
        there[2] = ran.model_copy(update={"changed": "Igniter"})
        self.assertEqual(item(lay(Symptom.WILL_NOT_LIGHT, there), "2:contact_volts").state, "due")

    def test_a_sequence_is_not_looked_at_nor_exchanged(self) -> None:
        sequence = part("ignition_sequence", stages=[{"name": "igniter powered", "voltage": "120"}])
        route = lay(Symptom.WILL_NOT_LIGHT, [placed("3", sequence, decided=Conclusion.REPLACE)])
        self.assertEqual(keys(route, StepKind.LOOK), ["look:machine"])
        self.assertEqual(keys(route, StepKind.FIT), [])

    def test_the_other_members_once_the_dead_one_is_found(self) -> None:
        off = (taken("bank_resistance", State.OUTSIDE, Outcome.REJECT),)
        bank = placed("1", BANK, name="Bank", taken=off, dead_members=1, concluded=Conclusion.REPLACE)
        dead = placed(
            "2", ELEMENT, name="Bank, member 1", part_of="1", concluded=Conclusion.REPLACE,
            taken=(taken("between_terminals", State.OPEN, Outcome.REJECT),),
        )  # fmt: skip
        other = placed("3", ELEMENT, name="Bank, member 2", part_of="1")
        found = lay(Symptom.SOME_HEAT, [bank, dead, other])
        self.assertEqual(item(found, "3:between_terminals").state, "folded")
        self.assertEqual(item(found, "decide:1").state, "folded")
        self.assertEqual(item(found, "decide:2").state, "due")
        two = [bank.model_copy(update={"dead_members": 2}), dead, other]
        self.assertEqual(item(lay(Symptom.SOME_HEAT, two), "3:between_terminals").state, "due")


class Closing(unittest.TestCase):
    broken = placed("7", ELEMENT, name="Grill", concluded=Conclusion.REPLACE)

    def test_a_part_to_replace_is_fitted_or_on_order(self) -> None:
        decided = self.broken.model_copy(update={"decided": Conclusion.REPLACE})
        self.assertIn("Grill is to be replaced", what_blocks_closing([decided], Done())[0])
        self.assertEqual(what_blocks_closing([decided], Done(on_order=("7",))), [])

    def test_the_whole_is_measured_again_after_a_member_was_renewed(self) -> None:
        bank = placed("1", BANK, name="Bank", changed="Bank, member 1")
        self.assertIn("measure the whole again", what_blocks_closing([bank], Done())[0])
        self.assertIn("was renewed", item(lay(Symptom.SOME_HEAT, [bank]), "1:bank_resistance").why)

    def test_a_bank_that_was_fitted_is_measured_again_after_its_member_was(self) -> None:
        bank = placed("1", BANK, name="Bank", changed="Bank, member 1", fitted=True)
        route = lay(Symptom.SOME_HEAT, [bank])
        self.assertEqual(item(route, "1:bank_resistance").state, "due")
        self.assertEqual(item(route, "gate").state, "blocked")

    def test_a_whole_that_works_only_live_does_not_keep_the_job_open(self) -> None:
        sequence = part("ignition_sequence", stages=[{"name": "igniter powered", "voltage": "120"}])
        whole = placed("3", sequence, name="Sequence", changed="Igniter")
        self.assertEqual(what_blocks_closing([whole], Done()), [])

    def test_a_spare_that_came_is_not_waited_for(self) -> None:
        decided = self.broken.model_copy(update={"decided": Conclusion.REPLACE})
        waiting = lay(Symptom.NO_HEAT, [decided], done=Done(on_order=("7",)))
        self.assertEqual(item(waiting, "fit:7").state, "folded")
        came = decided.model_copy(update={"spare_taken": (taken("between_terminals"),)})
        route = lay(Symptom.NO_HEAT, [came], done=Done(on_order=("7",)))
        self.assertEqual(item(route, "fit:7").state, "due")

    def test_a_spare_on_order_asks_for_no_gate(self) -> None:
        decided = self.broken.model_copy(update={"decided": Conclusion.REPLACE})
        route = lay(Symptom.NO_HEAT, [decided], done=Done(on_order=("7",)))
        self.assertNotIn("gate", keys(route, StepKind.FIT))

    def test_a_cause_is_named(self) -> None:
        died = self.broken.model_copy(update={"asks_cause": True})
        self.assertIn("name the cause", " ".join(what_blocks_closing([died], Done())))

    def test_what_the_readings_say_is_decided_on(self) -> None:
        self.assertIn("decide on it", what_blocks_closing([self.broken], Done())[0])

    def test_the_gate_after_a_fitting(self) -> None:
        fitted = self.broken.model_copy(update={"fitted": True})
        self.assertIn("gate", what_blocks_closing([fitted], Done())[0])
        self.assertEqual(what_blocks_closing([fitted], Done(gate_passed=True)), [])

    def test_fit_step_asks_for_the_spare_the_gate_and_a_proof_run(self) -> None:
        decided = self.broken.model_copy(update={"decided": Conclusion.REPLACE})
        route = lay(Symptom.NO_HEAT, [decided])
        self.assertEqual(keys(route, StepKind.FIT), ["spare:7", "fit:7", "gate"])
        fitted = decided.model_copy(
            update={"fitted": True, "spare_taken": (taken("between_terminals"),)}
        )
        self.assertEqual(item(lay(Symptom.NO_HEAT, [fitted]), "7:running").state, "blocked")
        gate = lay(Symptom.NO_HEAT, [fitted], done=Done(gate_passed=True))
        self.assertEqual(item(gate, "7:running").state, "due")
        self.assertEqual(item(gate, "spare:7").state, "done")


class Changes(unittest.TestCase):
    def test_a_skip_keeps_its_reason_and_does_not_undo_what_was_done(self) -> None:
        skip = Choices(skipped=(Skip(key="3:contact_closed", reason="cannot be reached"),))
        found = item(lay(Symptom.NO_HEAT, OVEN, skip), "3:contact_closed")
        self.assertEqual((found.state, found.why), ("skipped", "cannot be reached"))
        done = [placed("3", LIMIT, taken=(taken("contact_closed"),))]
        self.assertEqual(item(lay(Symptom.NO_HEAT, done, skip), "3:contact_closed").state, "done")

    def test_a_step_can_be_skipped(self) -> None:
        skip = Choices(skipped=(Skip(key="meter", reason="checked this morning"),))
        self.assertEqual(step_state(lay(Symptom.NO_HEAT, OVEN, skip), StepKind.METER), "skipped")

    def test_each_that_is_left_out_has_its_own_reason(self) -> None:
        left_out = Choices(skipped=(Skip(key="meter", reason="today"), Skip(key="gate", reason="new")))
        reasons = [left_out.why_skipped(one) for one in ("meter", "gate", "supply")]
        self.assertEqual(reasons, ["today", "new", ""])

    def test_steps_and_items_can_be_reordered(self) -> None:
        route = lay(Symptom.NO_HEAT, OVEN, Choices(order=("step:sensors", "step:measure")))
        kinds = [one.kind for one in route.steps]
        self.assertLess(kinds.index(StepKind.SENSORS), kinds.index(StepKind.MEASURE))

    def test_a_step_of_ones_own(self) -> None:
        own = Added(key="own:1", step=StepKind.LOOK, text="Door gasket")
        route = lay(Symptom.NO_HEAT, OVEN, Choices(added=(own,)))
        self.assertEqual(
            (item(route, "own:1").title, item(route, "own:1").state), ("Door gasket", "due")
        )

    @given(st.permutations([one.value for one in StepKind]), st.sampled_from(list(Symptom)))
    @settings(max_examples=60, deadline=None)
    def test_no_order_loses_or_doubles_anything(self, order: list[str], symptom: Symptom) -> None:
        plain = lay(symptom, OVEN)
        moved = lay(symptom, OVEN, Choices(order=tuple(f"step:{one}" for one in order)))
        self.assertEqual([one.kind.value for one in moved.steps], order)
        self.assertEqual(every_key(plain), every_key(moved))
        self.assertEqual(len(set(every_key(moved))), len(every_key(moved)))


class WhatComesFirst(unittest.TestCase):
    """The part that the complaint names, and the one on which something was seen."""

    ZONES = tuple(placed(str(number), ELEMENT, name=f"Zone {number}, element") for number in (1, 2, 3))

    def first(self, *parts: RoutePart, complaint: str = "") -> str:
        route = lay(Symptom.SOME_HEAT, parts, done=Done(isolated=True), complaint=complaint)
        step = next(one for one in route.steps if one.kind is StepKind.MEASURE)
        return str(step.items[0].part)

    def test_a_complaint_that_names_a_zone_puts_it_first(self) -> None:
        self.assertEqual(self.first(*self.ZONES), "1")
        self.assertEqual(self.first(*self.ZONES, complaint="Zone 3 stays cold and smells burnt."), "3")
        self.assertEqual(self.first(*self.ZONES, complaint="An element is gone."), "1")

    def test_a_part_that_looks_bad_comes_first(self) -> None:
        burnt = self.ZONES[1].model_copy(update={"concluded": Conclusion.WATCH, "looked": True})
        self.assertEqual(self.first(self.ZONES[0], burnt, self.ZONES[2]), "2")

    def test_nothing_live_is_due_between_a_fitting_and_the_gate(self) -> None:
        fitted = placed("7", ELEMENT, fitted=True)
        other = placed("8", ELEMENT, taken=(taken("between_terminals"),))
        for passed in (False, True):
            route = lay(Symptom.NO_HEAT, [fitted, other], done=Done(gate_passed=passed))
            live = [
                one
                for step in route.steps
                for one in step.items
                if one.dead_or_live == "live" and one.state == "due"
            ]
            self.assertEqual(bool(live), passed)
