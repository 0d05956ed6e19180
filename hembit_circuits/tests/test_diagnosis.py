"""What explains readings of a circuit, and what is proposed next: on simulated machines."""

from __future__ import annotations

from unittest import TestCase

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from hembit_circuits.advise.asked import Asked, ask_healthy
from hembit_circuits.advise.diagnosis import DANGER, Diagnosis, diagnose
from hembit_circuits.infer.explanations import code_of
from hembit_circuits.infer.normal import cumulative, log_above
from hembit_circuits.model.circuit import Circuit
from hembit_circuits.model.drawing import drawing_of
from hembit_circuits.model.probe import Probe, Reading
from hembit_circuits.model.row_templates import row_templates
from hembit_circuits.model.rows import circuit_of
from hembit_circuits.model.templates import CALLED, TEMPLATES, element_with_limit, parallel_bank
from hembit_circuits.solve.hypotheses import faults_of
from hembit_circuits.solve.simulated import simulate
from hembit_circuits.words.words import told
from hembit_core.errors import InputError
from hembit_core.sheets.circuit_row import TERMINALS, CircuitRow, RowKind

SMALL = ("element_with_limit", "two_elements_changeover", "split_element", "sensor_into_board")


def ohms(first: str, second: str, value: float | None, **more: object) -> Reading:
    probe = Probe.model_validate({"kind": "ohms", "first": first, "second": second, **more})
    return Reading(probe=probe, value=value, standard=0.005 * (value or 0) + 0.06)


def names(found: Diagnosis) -> list[tuple[tuple[str, str], ...]]:
    return [tuple((each.part, each.code) for each in one.faults) for one in found.ranked]


def followed(circuit: Circuit, called: tuple[str, ...], wrong: tuple[int, ...], seed: int) -> Diagnosis:
    """What is proposed, taken on a simulated machine, until it is settled."""
    machine = simulate(circuit, wrong, np.random.default_rng(seed))
    readings: list[Reading] = []
    while True:
        found = diagnose(circuit, readings, called)
        if found.settled or len(readings) > 20:
            return found
        readings.append(machine.read(found.next[0].candidate.probe))


class RankedTest(TestCase):
    def test_the_dead_member_hidden_in_a_bank(self) -> None:
        """Three of 52.9 Ω with one dead read 26.45 Ω; each alone then says which."""
        bank = parallel_bank(3, 52.9)
        first = ohms("2", "N", 26.5)
        found = diagnose(bank, [first])
        self.assertEqual(set(names(found)[:3]), {((f"element {n}", "open"),) for n in (1, 2, 3)})
        self.assertFalse(found.settled)
        sound = ohms("2", "N", 52.7, alone=("element 1",))
        dead = ohms("2", "N", None, alone=("element 2",))
        found = diagnose(bank, [first, sound, dead])
        self.assertEqual(names(found)[0], (("element 2", "open"),))
        self.assertGreater(found.ranked[0].weight, 0.95)

    def test_the_second_break_behind_the_first(self) -> None:
        circuit = TEMPLATES["sections"]()
        breaks = [
            ohms("1", "2", None, alone=("section 1",)),
            ohms("5", "6", None, alone=("section 3",)),
            ohms("3", "4", 28.0, alone=("section 2",)),
        ]
        found = diagnose(circuit, breaks)
        self.assertEqual(names(found)[0], (("section 1", "open"), ("section 3", "open")))

    def test_elements_side_by_side_that_no_lead_can_be_lifted_of_are_tied(self) -> None:
        found = diagnose(parallel_bank(2, 50.0), [ohms("2", "N", 50.0)])
        self.assertEqual(found.ranked[0].tied, ())  # each alone would tell

    def test_readings_that_nothing_explains_are_said_to_contradict(self) -> None:
        circuit = element_with_limit()
        fine = [ohms("3", "N", 23.4), ohms("L", "N", 23.5)]
        self.assertFalse(diagnose(circuit, fine).contradicted)
        wrong = [
            *fine,
            ohms("3", "N", 61.0, alone=("element",)),
            ohms("3", "N", 9.0, lifted=("limit",)),
        ]
        found = diagnose(circuit, wrong)
        self.assertTrue(found.contradicted)
        self.assertIn("repeat", told(circuit, found, wrong).headline)

    def test_nothing_live_while_a_short_or_a_leak_may_be(self) -> None:
        for key in SMALL:
            found = diagnose(TEMPLATES[key](), [])
            if found.danger > DANGER:
                with self.subTest(key):
                    self.assertFalse(any(one.candidate.probe.is_live for one in found.next))

    def test_weights_add_up_and_every_word_is_known(self) -> None:
        for key, make in TEMPLATES.items():
            circuit = make()
            with self.subTest(key):
                found = diagnose(circuit, [], CALLED.get(key, ()))
                self.assertAlmostEqual(float(found.weighed.weight.sum()), 1.0, 9)
                shown = told(circuit, found, [])
                self.assertTrue(all("_" not in one.text for one in shown.explanations))
                self.assertTrue(shown.next)


class SimulatedTest(TestCase):
    @settings(max_examples=12, deadline=None)
    @given(st.sampled_from(SMALL), st.integers(0, 10_000))
    def test_the_fault_of_a_machine_is_found_by_what_is_proposed(self, key: str, seed: int) -> None:
        circuit = TEMPLATES[key]()
        faults = faults_of(circuit)
        wrong = 1 + seed % (len(faults.singles) - 1)
        truth = (code_of(circuit, faults.singles[wrong]),)
        found = followed(circuit, CALLED.get(key, ()), (wrong,), seed)
        weights = dict(zip(names(found), (one.weight for one in found.ranked), strict=True))
        # What cannot be told from a sound machine may stay behind; nothing else is called sure.
        if found.ranked[0].weight > 0.99:
            self.assertIn(names(found)[0], (truth, ()), weights)
        self.assertIn(truth, names(found))

    def test_of_a_sound_machine_nothing_is_called_broken(self) -> None:
        for seed in range(6):
            found = followed(element_with_limit(), (), (), seed)
            self.assertEqual(names(found)[0], (), seed)


class RowsTest(TestCase):
    def test_templates_as_rows_are_the_templates(self) -> None:
        for one in row_templates():
            with self.subTest(one.key):
                made, due = circuit_of(one.rows), TEMPLATES[one.key]()
                self.assertEqual(made.nodes, due.nodes)
                self.assertEqual(
                    [part.component.what for part in made.parts],
                    [part.component.what for part in due.parts],
                )

    def test_of_a_closed_contact_no_digit_is_claimed(self) -> None:
        asked = Asked.model_validate({"kind": "ohms", "first": "1", "second": "2"})
        found = ask_healthy(element_with_limit(), asked)
        self.assertEqual((found.text, found.detail[:11]), ("near 0 Ω", "up to 0.099"))

    def test_a_row_without_its_ohms_is_told(self) -> None:
        row = CircuitRow.model_validate({"key": "a", "name": "a", "kind": "load", "nodes": ["1", "2"]})
        with self.assertRaises(InputError) as caught:
            circuit_of((row,))
        self.assertEqual(caught.exception.field, "rows.0.ohms")

    @settings(max_examples=60, deadline=None)
    @given(st.data())
    def test_whatever_rows_are_taken_can_be_drawn_asked_and_explained(
        self, data: st.DataObject
    ) -> None:
        nodes = st.sampled_from(["L", "N", "PE", "1", "2", "3"])
        rows = []
        for place in range(data.draw(st.integers(0, 6))):
            kind = data.draw(st.sampled_from(list(RowKind)))
            count = TERMINALS.get(kind, 2)
            row = {
                "key": f"r{place}",
                "name": f"part {place}",
                "kind": kind,
                "nodes": data.draw(st.lists(nodes, min_size=count, max_size=count)),
                "ohms": data.draw(st.sampled_from(["0.01", "24", "5k", "20M"])),
                "second_ohms": "12",
                "volts": data.draw(st.sampled_from(["0.02", "24", "230", "400"])),
                "va": data.draw(st.sampled_from([None, "9"])),
                "degrees": data.draw(st.sampled_from([0.0, 120.0])),
                "moved_by": data.draw(st.sampled_from(["", "r0", f"r{place}"])),
            }
            rows.append(CircuitRow.model_validate(row))
        try:
            circuit = circuit_of(tuple(rows))
        except InputError as error:
            self.assertTrue(error.field.startswith("rows"))
            return
        drawing_of(circuit)
        for first in circuit.nodes[1:]:
            for what in ("ohms", "volts"):
                asked = {"kind": what, "first": first, "second": circuit.nodes[0]}
                ask_healthy(circuit, Asked.model_validate(asked))
        self.assertTrue(told(circuit, diagnose(circuit, []), []).explanations)


class NormalTest(TestCase):
    @given(st.floats(-8, 8))
    def test_the_quick_one_is_the_exact_one(self, z: float) -> None:
        exact = 1 - float(np.exp(log_above([z])[0]))
        self.assertAlmostEqual(float(cumulative([z])[0]), exact, 6)
