"""Proof of dead and how it lapses, the meter check, the gate, new parts against their feed."""

from __future__ import annotations

import unittest
from datetime import UTC, datetime, timedelta
from typing import Any, get_args

from hypothesis import given, settings
from hypothesis import strategies as st
from pydantic import ValidationError

from hembit_core.about_kinds import kinds, tests
from hembit_core.data_files import table
from hembit_core.errors import InputError
from hembit_core.families.registry import FAMILIES, AnySpec, measurands
from hembit_core.families.supply.spec import Supply, SupplySystem
from hembit_core.findings.finding import Observation
from hembit_core.tests.readers import part, plate
from hembit_core.visits.dead.bypass import is_safety_device, section_load
from hembit_core.visits.dead.clocks import Instant, Ticks
from hembit_core.visits.dead.gate import EnergisingGate, pass_gate
from hembit_core.visits.dead.machine_state import Event, MachineEvent, machine_now
from hembit_core.visits.dead.meter_check import MeterCheck, check_meter
from hembit_core.visits.dead.proving import Isolation, pairs_to_prove, prove_dead
from hembit_core.visits.fitting import Feed, amps_drawn, check_feed, companion
from hembit_core.visits.looking import check_seen, inspections, labels_of
from hembit_core.visits.part_tests import part_test
from hembit_core.visits.symptoms import Symptom, suspicion

NINE = datetime(2026, 3, 4, 9, 0, tzinfo=UTC)


def after(minutes: float) -> datetime:
    return NINE + timedelta(minutes=minutes)


def ticks(minutes: float) -> Ticks:
    return Ticks(boot="one", seconds=1e5 + 60 * minutes)


def now(minutes: float, ticked: float | None = None) -> Instant:
    """By both clocks; ``ticked`` is what the one that nobody sets says, where they differ."""
    return Instant(wall=after(minutes), ticks=ticks(minutes if ticked is None else ticked))


def event(kind: Event, minutes: float, by: str = "Ilse Fennick") -> MachineEvent:
    place = int(minutes * 60)
    return MachineEvent(event=kind, sequence=place, at=after(minutes), by=by, ticks=ticks(minutes))


PROOF = event(Event.PROVED_DEAD, 0)


class Looking(unittest.TestCase):
    def test_what_belongs_to_the_kind_and_no_contradiction(self) -> None:
        check_seen("heating_element", ["scaled", "wet"])
        check_seen("machine", ["sound"])
        for kind, seen in (
            ("heating_element", ["rewound"]),
            ("heating_element", ["haunted"]),
            ("machine", ["sound", "wet"]),
        ):
            with self.subTest(seen), self.assertRaises(InputError):
                check_seen(kind, seen)

    def test_every_inspection_has_its_words(self) -> None:
        for one in inspections():
            self.assertEqual(labels_of([one.value]), (one.label,))


class ProofOfDead(unittest.TestCase):
    def test_holds_for_whoever_made_it_until_the_limit(self) -> None:
        found = machine_now([PROOF], now(59), "Ilse Fennick")
        self.assertEqual((found.state, found.lapses_at), ("proved_dead", after(60)))
        late = machine_now([PROOF], now(61), "Ilse Fennick")
        self.assertEqual((late.state, late.lapsed_at), ("not_proved", after(60)))
        self.assertIn("older than 60 min", late.lapsed)

    def test_lapses_for_another_person(self) -> None:
        found = machine_now([PROOF], now(5), "Maud Fennick")
        self.assertEqual(found.state, "not_proved")
        self.assertIn("hand-over to Maud Fennick", found.lapsed)

    def test_lapses_on_each_of_the_named_events(self) -> None:
        for kind in (
            Event.SWITCHED_OFF,
            Event.LIVE_READING,
            Event.HANDED_OVER,
            Event.WAITED,
            Event.COVER_BACK,
        ):
            with self.subTest(kind):
                found = machine_now([PROOF, event(kind, 5)], now(6), "Ilse Fennick")
                self.assertEqual((found.state, found.lapsed_at), ("not_proved", after(5)))

    def test_can_be_made_again(self) -> None:
        again = [PROOF, event(Event.WAITED, 5), event(Event.PROVED_DEAD, 9)]
        self.assertEqual(machine_now(again, now(10), "Ilse Fennick").state, "proved_dead")

    def test_live_stays_live_until_it_is_switched_off(self) -> None:
        live = [PROOF, event(Event.WENT_LIVE, 5), event(Event.HANDED_OVER, 6), event(Event.WAITED, 7)]
        found = machine_now(live, now(200), "Maud Fennick")
        self.assertEqual(found.state, "live")
        off = machine_now([*live, event(Event.SWITCHED_OFF, 210)], now(211), "Maud Fennick")
        self.assertEqual(off.state, "not_proved")

    def test_a_clock_that_was_set_back_lapses_the_proof(self) -> None:
        found = machine_now([PROOF], now(-1, 5), "Ilse Fennick")
        self.assertEqual(found.state, "not_proved")
        self.assertIn("clock was set back", found.lapsed)

    def test_a_proof_does_not_come_back_when_the_clock_is_set_back(self) -> None:
        live = event(Event.WENT_LIVE, 1).model_copy(update={"at": after(-30)})
        self.assertEqual(machine_now([PROOF, live], now(5), "Ilse Fennick").state, "live")

    def test_what_was_made_before_is_as_old_as_it_is(self) -> None:
        made = machine_now([PROOF], now(90), "Ilse Fennick", after(40))
        self.assertEqual(made.state, "proved_dead")
        before = machine_now([PROOF], now(90), "Ilse Fennick", after(-1))
        self.assertIn("before the machine was proved dead", before.lapsed)

    @given(st.lists(st.tuples(st.sampled_from(list(Event)), st.integers(0, 300)), max_size=12))
    @settings(max_examples=150, deadline=None)
    def test_never_proved_dead_after_it_went_live_without_a_new_proof(
        self, rows: list[tuple[Event, int]]
    ) -> None:
        events = [
            event(kind, minute).model_copy(update={"sequence": place})
            for place, (kind, minute) in enumerate(sorted(rows, key=lambda one: one[1]))
        ]
        found = machine_now(events, now(301), "Ilse Fennick")
        if found.state == "proved_dead":
            last = [one for one in events if one.event is Event.PROVED_DEAD][-1]
            self.assertGreaterEqual(last.at, after(241))
            later = events[events.index(last) + 1 :]
            self.assertNotIn(Event.WENT_LIVE, [one.event for one in later])

    def seen(self, *events: MachineEvent, at: Instant) -> tuple[str, Event | None]:
        found = machine_now([PROOF, *events], at, "Ilse Fennick")
        return found.state, found.to_note

    def test_its_age_is_the_longer_of_what_two_clocks_say(self) -> None:
        for minutes, ticked, state, note in (
            (30, 30, "proved_dead", None),
            (60, 60, "proved_dead", None),
            (60.02, 60, "not_proved", Event.PROOF_LAPSED),
            # Set forward: the wall says more. Stood still by less than a step: the ticks do.
            (61, 1, "not_proved", Event.PROOF_LAPSED),
            (60, 60.05, "not_proved", Event.PROOF_LAPSED),
            # Set back by more than five seconds, however little is left of the age, or much.
            (10, 30, "not_proved", Event.CLOCK_SET_BACK),
            (10, 90, "not_proved", Event.CLOCK_SET_BACK),
            (10, 10.1, "not_proved", Event.CLOCK_SET_BACK),
            (10, 10.05, "proved_dead", None),
        ):
            with self.subTest((minutes, ticked)):
                self.assertEqual(self.seen(at=now(minutes, ticked)), (state, note))

    def test_a_new_start_lapses_it(self) -> None:
        anew = now(5).model_copy(update={"ticks": Ticks(boot="two", seconds=2e6)})
        for at in (anew, now(5).model_copy(update={"ticks": None})):
            self.assertEqual(self.seen(at=at), ("not_proved", Event.PROOF_LAPSED))

    def test_one_of_before_ticks_were_kept_has_lapsed(self) -> None:
        old = PROOF.model_copy(update={"ticks": None})
        self.assertEqual(machine_now([old], now(5), "Ilse Fennick").state, "not_proved")

    def test_a_lapse_that_was_seen_stays_though_the_clock_is_put_right(self) -> None:
        """A month ahead, seen lapsed, and put right: it is ten minutes old, and proves nothing."""
        month = 60 * 24 * 30
        ahead = machine_now([PROOF], now(month + 9, 9), "Ilse Fennick")
        self.assertEqual((ahead.state, ahead.lapsed_at), ("not_proved", after(60)))
        noted = event(Event.PROOF_LAPSED, month + 9).model_copy(update={"lapsed_at": ahead.lapsed_at})
        self.assertEqual(self.seen(noted, at=now(10)), ("not_proved", Event.CLOCK_SET_BACK))
        made_before = machine_now([PROOF, noted], now(month + 10, 10), "Ilse Fennick", after(20))
        self.assertEqual(made_before.state, "proved_dead")


class Proving(unittest.TestCase):
    def given(self, **changes: Any) -> Isolation:
        base = {
            "switched_off": ("isolator Q1",),
            "locked": True,
            "tester_before": True,
            "readings": {"L–N": "0", "L–PE": "0.0", "N–PE": "0.4"},
            "tester_after": True,
        }
        return Isolation.model_validate(base | changes)

    def volts(self, shown: str) -> dict[str, str]:
        return {"L–N": shown, "L–PE": "0", "N–PE": "0"}

    def refused(self, **changes: Any) -> InputError:
        with self.assertRaises(InputError) as caught:
            prove_dead(Supply(system=SupplySystem.SINGLE_PHASE_230), self.given(**changes))
        return caught.exception

    def test_every_conductor_to_each_other_and_to_earth(self) -> None:
        self.assertEqual(
            pairs_to_prove(Supply(system=SupplySystem.SINGLE_PHASE_230)), ("L–N", "L–PE", "N–PE")
        )
        self.assertEqual(len(pairs_to_prove(Supply(system=SupplySystem.THREE_PHASE_230_400))), 10)
        self.assertEqual(len(pairs_to_prove(Supply(system=SupplySystem.THREE_PHASE_400))), 6)

    def test_a_whole_proof_is_taken(self) -> None:
        prove_dead(Supply(system=SupplySystem.SINGLE_PHASE_230), self.given())

    def test_a_missing_pair_is_named(self) -> None:
        error = self.refused(readings={"L–N": "0", "L–PE": "0"})
        self.assertEqual(error.field, "readings.N–PE")

    def test_volts_are_not_dead(self) -> None:
        error = self.refused(readings={"L–N": "0", "L–PE": "98 V", "N–PE": "0"})
        self.assertIn("L–PE shows 98 V: it is not dead", error.message)
        self.assertIn("not dead", self.refused(readings=self.volts("OL")).message)

    def test_the_tester_is_proved_before_and_after(self) -> None:
        self.assertEqual(self.refused(tester_before=False).field, "tester_before")
        self.assertEqual(self.refused(tester_after=False).field, "tester_after")

    def test_a_lock_or_a_reason(self) -> None:
        self.assertEqual(self.refused(locked=False).field, "locked")
        told = self.given(locked=False, not_locked_because="plug in my pocket")
        prove_dead(Supply(system=SupplySystem.SINGLE_PHASE_230), told)

    def test_a_text_that_is_no_figure(self) -> None:
        self.assertEqual(
            self.refused(readings={"L–N": "none", "L–PE": "0", "N–PE": "0"}).field, "readings.L–N"
        )


class MeterAndLeads(unittest.TestCase):
    def refused(self, **changes: Any) -> InputError:
        base = {"shorted": "0.2", "steady": True, "open_reads_ol": True, "battery_good": True}
        with self.assertRaises(InputError) as caught:
            check_meter(MeterCheck.model_validate(base | changes))
        return caught.exception

    def test_each_reason_to_stop(self) -> None:
        wrong = {"steady": False, "open_reads_ol": False, "battery_good": False, "shorted": "1.3"}
        for field, value in wrong.items():
            self.assertEqual(self.refused(**{field: value}).field, field)
        self.assertIn("leads are bad", self.refused(shorted="OL").message)

    def test_one_ohm_is_still_allowed(self) -> None:
        check_meter(MeterCheck(shorted="1.0", steady=True, open_reads_ol=True, battery_good=True))


class BeforeEnergising(unittest.TestCase):
    good = {
        "protective_conductor": "0.12",
        "insulation": "40 M",
        "nothing_left_inside": True,
        "bypasses_removed": True,
        "covers_on": True,
    }

    def refused(self, **changes: Any) -> InputError:
        with self.assertRaises(InputError) as caught:
            pass_gate(EnergisingGate.model_validate(self.good | changes))
        return caught.exception

    def test_says_each_figure_with_its_limit(self) -> None:
        lines = pass_gate(EnergisingGate.model_validate(self.good)).lines
        self.assertIn("protective conductor 0.12 Ω, at most 0.3 Ω", lines[0])
        self.assertIn("insulation 40 MΩ, at least 1 MΩ at 500 V DC", lines[1])

    def test_at_their_limits_both_pass_and_below_zero_neither_does(self) -> None:
        pass_gate(EnergisingGate.model_validate(self.good | {"protective_conductor": "0.30"}))
        pass_gate(EnergisingGate.model_validate(self.good | {"insulation": "1.0 M"}))
        self.assertEqual(self.refused(protective_conductor="0.31").field, "protective_conductor")
        self.assertEqual(self.refused(protective_conductor="-0.12").field, "protective_conductor")
        self.assertEqual(self.refused(insulation="0.99 M").field, "insulation")
        self.assertEqual(self.refused(insulation="-40 M").field, "insulation")

    def test_the_insulation_is_tested_at_the_machines_volts(self) -> None:
        for system, volts in (
            (SupplySystem.THREE_PHASE_230_400, "500 V DC"),
            (SupplySystem.DC_24, "250 V DC"),
        ):
            given = EnergisingGate.model_validate(self.good)
            lines = pass_gate(given, supply=Supply(system=system)).lines
            self.assertIn(f"at {volts} (", lines[1])

    def test_a_machine_that_burns_gas_is_asked_for_its_gas_line(self) -> None:
        self.assertNotIn("gas", " ".join(pass_gate(EnergisingGate.model_validate(self.good)).lines))
        for gas, said in ((None, "Say whether"), ("leaks", "Shut the gas off")):
            given = EnergisingGate.model_validate(self.good | {"gas": gas})
            with self.assertRaises(InputError) as caught:
                pass_gate(given, burns_gas=True)
            self.assertEqual(caught.exception.field, "gas")
            self.assertIn(said, caught.exception.message)
        tight = EnergisingGate.model_validate(self.good | {"gas": "tight"})
        self.assertIn("tight", " ".join(pass_gate(tight, burns_gas=True).lines))

    def test_limits(self) -> None:
        self.assertIn("0.31 Ω, above 0.3 Ω", self.refused(protective_conductor="0.31").message)
        self.assertEqual(self.refused(insulation="0.9 M").field, "insulation")
        self.assertEqual(self.refused(covers_on=False).field, "covers_on")
        beyond = pass_gate(EnergisingGate.model_validate(self.good | {"insulation": "OL"}))
        self.assertIn("beyond the tester's range", beyond.lines[1])

    def test_left_out_only_with_a_reason(self) -> None:
        self.assertEqual(self.refused(insulation=None).field, "no_insulation_because")
        told = {"protective_conductor": None, "no_protective_conductor_because": "class II"}
        self.assertIn("class II", pass_gate(EnergisingGate.model_validate(self.good | told)).lines[0])

    def test_blanks_are_neither_a_reason_nor_a_figure(self) -> None:
        for figure, reason in (
            ("protective_conductor", "no_protective_conductor_because"),
            ("insulation", "no_insulation_because"),
        ):
            self.assertEqual(self.refused(**{figure: None, reason: " \u00a0\t"}).field, reason)
            with self.assertRaises(ValidationError):
                EnergisingGate.model_validate(self.good | {figure: "  "})
        spaced = EnergisingGate.model_validate(self.good | {"protective_conductor": " 0.12 "})
        self.assertIn("0.12 Ω", pass_gate(spaced).lines[0])


class NewParts(unittest.TestCase):
    element = part("heating_element", **plate("2200", "230"))

    def test_amps_at_the_most(self) -> None:
        # 1.05 · 2200 W · 230 V / (230 V)² = 10.04 A, worked by hand.
        self.assertAlmostEqual(amps_drawn(self.element, 230) or 0, 10.043, places=3)
        bank = part(
            "element_bank", member=plate("1000", "230") | {"kind": "heating_element"}, members=3
        )
        self.assertAlmostEqual(amps_drawn(bank, 230) or 0, 13.696, places=3)

    def test_of_members_by_their_ohms_no_amps_are_known(self) -> None:
        by_ohms = {"kind": "heating_element", "rating": {"by": "ohms", "resistance": "24"}}
        self.assertIsNone(amps_drawn(part("element_bank", member=by_ohms, members=3), 230))

    def test_fuse_cable_contactor(self) -> None:
        verdict = check_feed(self.element, Feed(fuse="16", cable="10", contactor="25"), 230)
        self.assertFalse(verdict.fits)
        self.assertEqual([one.fits for one in verdict.rows], [True, False, True])
        self.assertIn("Too much for the cable", verdict.headline)
        self.assertTrue(check_feed(self.element, Feed(fuse="16"), 230).fits)

    def test_nothing_to_compare(self) -> None:
        with self.assertRaises(InputError):
            check_feed(self.element, Feed(), 230)
        with self.assertRaises(InputError):
            check_feed(part("contact"), Feed(fuse="16"), 230)

    def test_companions_follow_the_policy(self) -> None:
        self.assertIn("thermostat", companion(part("contact", device="fuse"), "pair") or "")
        self.assertIsNone(companion(part("contact", device="fuse"), "one"))
        self.assertIsNone(companion(self.element, "pair"))


class Bypass(unittest.TestCase):
    def test_load_of_the_sections_that_stay(self) -> None:
        self.assertAlmostEqual(section_load(4, 1), 16 / 9)
        for wrong in ((4, 0), (4, 4), (1, 1)):
            with self.assertRaises(InputError):
                section_load(*wrong)

    def test_safety_devices(self) -> None:
        for device, safe in (("limit", True), ("fuse", True), ("switch", True), ("thermostat", False)):
            self.assertEqual(is_safety_device(part("contact", device=device)), safe)
        whatever_lights = ("igniter", "spark_igniter", "ignition_sequence", "thermocouple_magnet")
        kinds = {one: type("Any", (), {"kind": one})() for one in (*whatever_lights, "winding")}
        self.assertEqual([one for one in kinds if is_safety_device(kinds[one])], [*whatever_lights])


def tag_of(model: Any, name: str) -> str:
    return str(model.model_fields[name].default)


class Tables(unittest.TestCase):
    def test_every_test_of_every_family_has_a_row(self) -> None:
        for spec in get_args(AnySpec):
            for one in FAMILIES[spec].readings:
                self.assertTrue(part_test(tag_of(one, "measurand")).title)

    def test_every_symptom_and_kind_has_weights(self) -> None:
        self.assertEqual(set(kinds()), {tag_of(one, "kind") for one in FAMILIES})
        self.assertEqual(set(tests()), set(measurands()))
        for symptom in Symptom:
            self.assertTrue(symptom.label)
            worth = [suspicion(symptom, kind, "running") for kind in kinds()]
            self.assertGreater(max(worth), 0)
        for one in (*kinds().values(), *tests().values()):
            self.assertLessEqual(set(one.get("complaints", ())), set(Symptom))

    def test_inspections_name_kinds_and_observations_that_exist(self) -> None:
        kinds = {tag_of(one, "kind") for one in FAMILIES} | {"machine"}
        for row in table("inspections")["inspections"].values():
            self.assertLessEqual(set(row["kinds"]), kinds)
            if "observation" in row:
                Observation(row["observation"])
