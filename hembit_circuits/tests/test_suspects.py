"""Part by part by the circuit: ruled out, suspect, not settled; and what each reading speaks for."""

from __future__ import annotations

from unittest import TestCase

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from hembit_circuits.advise.asked import Asked, ask_healthy, probe_of
from hembit_circuits.advise.diagnosis import diagnose
from hembit_circuits.infer.candidates import candidates_of
from hembit_circuits.infer.suspects import SUSPECT, Suspicion, standings
from hembit_circuits.model.circuit import CASE, Circuit
from hembit_circuits.model.probe import Probe, Reading
from hembit_circuits.model.templates import CALLED, TEMPLATES, element_with_limit, parallel_bank
from hembit_circuits.solve.hypotheses import faults_of
from hembit_circuits.solve.simulated import simulate
from hembit_circuits.words.words import DiagnosisOut, told, where_text
from hembit_core.errors import InputError

BANK = parallel_bank(3, 52.9)


def ohms(first: str, second: str, value: float | None, **more: object) -> Reading:
    probe = Probe.model_validate({"kind": "ohms", "first": first, "second": second, **more})
    return Reading(probe=probe, value=value, standard=0.005 * (value or 0) + 0.06)


def said(circuit: Circuit, *readings: Reading) -> DiagnosisOut:
    return told(circuit, diagnose(circuit, readings), readings)


def standing(out: DiagnosisOut) -> dict[str, Suspicion]:
    return {one.part: one.standing for one in out.parts}


class StandingsTest(TestCase):
    def test_before_any_reading_nothing_is_ruled_out(self) -> None:
        for key, make in TEMPLATES.items():
            circuit = make()
            with self.subTest(key):
                found = standing(said(circuit))
                self.assertEqual(set(found), {part.key for part in circuit.parts})
                self.assertNotIn(Suspicion.GOOD, found.values())

    def test_that_another_is_suspect_makes_none_good(self) -> None:
        found = standing(said(BANK, ohms("2", "N", 26.5)))
        self.assertEqual({found[f"element {n}"] for n in (1, 2, 3)}, {Suspicion.SUSPECT})
        self.assertEqual(found["limit"], Suspicion.UNTOUCHED)
        self.assertEqual(found["supply L"], Suspicion.UNTOUCHED)

    def test_that_a_part_fails_less_often_makes_it_not_good(self) -> None:
        """The bank reads as with any one of its members open; only that the first hardly ever fails
        speaks for the others.
        """
        parts = tuple(
            one.model_copy(update={"component": one.component.failing(0.02)})
            if one.key == "element 1"
            else one
            for one in BANK.parts
        )
        found = standing(said(Circuit(parts=parts), ohms("2", "N", 26.5)))
        self.assertEqual(found["element 2"], Suspicion.SUSPECT)
        self.assertEqual(found["element 1"], Suspicion.UNTOUCHED)

    def test_what_reads_well_by_itself_is_ruled_out(self) -> None:
        alone = ohms("2", "N", 52.7, alone=("element 1",))
        case = ohms("2", CASE, None, alone=("element 1",))
        found = standing(said(BANK, ohms("2", "N", 26.5), alone, case))
        self.assertEqual(found["element 1"], Suspicion.GOOD)
        self.assertEqual(found["element 2"], Suspicion.SUSPECT)

    def test_a_contact_needs_both_of_its_states(self) -> None:
        line = element_with_limit()
        closed = ohms("1", "2", 0.1, alone=("limit",))
        opened = ohms("1", "2", None, alone=("limit",), called=("limit",))
        self.assertEqual(standing(said(line, closed))["limit"], Suspicion.UNTOUCHED)
        self.assertEqual(standing(said(line, closed, opened))["limit"], Suspicion.GOOD)

    def test_the_readings_that_rule_it_out_are_named_and_no_others(self) -> None:
        alone = ohms("2", "N", 52.7, alone=("element 1",))
        case = ohms("2", CASE, None, alone=("element 1",))
        other = ohms("2", "N", None, alone=("element 2",))
        out = said(BANK, alone, case, other)
        by = {one.part: one.by for one in out.parts}
        self.assertEqual(by["element 1"][0], "Ohms of element 1, 2 to N: 52.7 Ω")
        self.assertNotIn("Ohms of element 2, 2 to N: OL", by["element 1"])
        self.assertEqual(by["element 2"], ())

    @settings(max_examples=30, deadline=None)
    @given(st.sampled_from(tuple(TEMPLATES)), st.data())
    def test_what_is_ruled_out_is_so_by_readings_of_the_machine(
        self, key: str, data: st.DataObject
    ) -> None:
        circuit = TEMPLATES[key]()
        wrong = data.draw(st.integers(1, len(faults_of(circuit).singles) - 1))
        machine = simulate(circuit, (wrong,), np.random.default_rng(wrong))
        probes = [one.probe for one in candidates_of(circuit, CALLED.get(key, ()))]
        taken = data.draw(st.lists(st.sampled_from(probes), min_size=1, max_size=4, unique=True))
        readings = [machine.read(one) for one in taken]
        out = said(circuit, *readings)
        texts = {where_text(circuit, one.probe) for one in readings}
        for one in out.parts:
            self.assertTrue(all(by.rpartition(":")[0] in texts for by in one.by))
            if one.standing is not Suspicion.GOOD:
                self.assertEqual(one.by, ())
            elif len(readings) == 1:  # nothing else can have said so
                self.assertEqual(len(one.by), 1)

    @settings(max_examples=30, deadline=None)
    @given(st.sampled_from(("star", "ignition", "sections", "split_element")), st.data())
    def test_weights_are_shares_and_a_suspect_has_one(self, key: str, data: st.DataObject) -> None:
        circuit = TEMPLATES[key]()
        faults = faults_of(circuit)
        wrong = data.draw(st.integers(1, len(faults.singles) - 1))
        machine = simulate(circuit, (wrong,), np.random.default_rng(wrong))
        probes = [one.probe for one in candidates_of(circuit, CALLED.get(key, ()))]
        taken = data.draw(st.lists(st.sampled_from(probes), max_size=4, unique=True))
        found = diagnose(circuit, [machine.read(one) for one in taken])
        for one in standings(circuit, faults, found.weighed):
            self.assertGreaterEqual(one.weight, -1e-12)
            self.assertLessEqual(one.weight, 1 + 1e-9)
            self.assertEqual(one.standing is Suspicion.SUSPECT, one.weight >= SUSPECT)


class SpeakingTest(TestCase):
    def test_a_reading_speaks_for_what_it_fits_and_against_what_it_does_not(self) -> None:
        across = ohms("2", "N", 26.5)
        sound = ohms("2", "N", 52.7, alone=("element 1",))
        out = said(BANK, across, sound)
        first = out.explanations[0]
        self.assertIn("open", first.text)
        self.assertEqual(first.speaks_for[0], "Ohms from 2 to N: 26.5 Ω")
        self.assertEqual(first.speaks_against, ())

    def test_against_an_explanation_that_something_else_keeps_up(self) -> None:
        """The bank reads as whole, and a member by itself as open: one of the two speaks against."""
        out = said(BANK, ohms("2", "N", 17.6), ohms("2", "N", None, alone=("element 1",)))
        self.assertTrue(any(one.speaks_against for one in out.explanations))

    def test_every_measurement_has_words(self) -> None:
        for key, make in TEMPLATES.items():
            circuit = make()
            for one in candidates_of(circuit, CALLED.get(key, ())):
                text = where_text(circuit, one.probe)
                self.assertTrue(text[0].isupper() and "_" not in text, text)
        lifted = Probe(kind="ohms", first="2", second="N", lifted=("element 1", "limit"))
        self.assertEqual(where_text(BANK, lifted), "Ohms from 2 to N, with element 1; limit lifted")
        both = Probe(kind="ohms", first="2", second="N", alone=("element 1", "element 2"))
        self.assertEqual(where_text(BANK, both), "Ohms of element 1; element 2 together, 2 to N")


class AskedTest(TestCase):
    def asked(self, **more: object) -> str:
        given_ = {"kind": "ohms", "first": "2", "second": "N", **more}
        return ask_healthy(BANK, Asked.model_validate(given_)).text

    def test_by_itself_and_with_wires_lifted(self) -> None:
        self.assertEqual(self.asked(), "17.6 Ω")
        self.assertEqual(self.asked(alone=("element 1",)), "52.9 Ω")
        self.assertEqual(self.asked(lifted=("element 1", "element 2")), "52.9 Ω")
        self.assertEqual(self.asked(lifted=("element 1", "element 2", "element 3")), "OL")

    def test_what_is_not_in_the_circuit_is_told_at_its_field(self) -> None:
        for field, wrong in (
            ("first", {"first": "x"}),
            ("second", {"second": "2"}),
            ("alone", {"alone": ("x",)}),
            ("lifted", {"lifted": ("x",)}),
            ("called", {"called": ("x",)}),
            ("part", {"kind": "amps"}),
        ):
            given_ = {"kind": "ohms", "first": "2", "second": "N", **wrong}
            with self.subTest(field), self.assertRaises(InputError) as caught:
                probe_of(BANK, Asked.model_validate(given_))
            self.assertEqual(caught.exception.field, field)

    def test_a_thermocouple_is_read_in_millivolts(self) -> None:
        magnet = TEMPLATES["thermocouple_and_magnet"]()
        self.assertEqual(magnet.volts_kind, "millivolts")
        self.assertEqual(BANK.volts_kind, "volts")
        loaded = ask_healthy(magnet, Asked(kind="millivolts", first="T", second=CASE))
        self.assertTrue(loaded.text.endswith("mV"))
        self.assertLess(loaded.value, 30.0)
        kinds = {one.probe.kind for one in candidates_of(magnet)}
        self.assertEqual(kinds, {"ohms", "millivolts", "amps"})
