"""What could be measured next, for what time, and what it would bring beside what was read."""

from __future__ import annotations

from unittest import TestCase

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from hembit_circuits.advise.diagnosis import diagnose
from hembit_circuits.infer.candidates import Candidate, candidates_of
from hembit_circuits.infer.joint import Joint
from hembit_circuits.model.circuit import Circuit
from hembit_circuits.model.kinds import contact, load, output
from hembit_circuits.model.probe import Probe, Reading
from hembit_circuits.model.rows import circuit_of
from hembit_circuits.model.templates import (
    CALLED,
    TEMPLATES,
    chain_of_limits,
    ignition,
    placed,
    single_phase,
)
from hembit_circuits.solve.prediction import Prediction, scaled, slope
from hembit_circuits.solve.simulated import simulate
from hembit_circuits.words.words import told, where_text
from hembit_core.sheets.circuit_row import CircuitRow

KEYS = st.sampled_from(sorted(TEMPLATES))


def priced(circuit: Circuit, called: tuple[str, ...], *, is_live: bool) -> dict[Probe, Candidate]:
    """What each measurement takes."""
    return {one.probe: one for one in candidates_of(circuit, called, is_live=is_live)}


class ToldTest(TestCase):
    @settings(max_examples=40, deadline=None)
    @given(st.integers(0, 4), st.integers(0, 2**32 - 1))
    def test_a_figure_more_is_the_normal_law_given_the_others(self, count: int, seed: int) -> None:
        random = np.random.default_rng(seed)
        joint, readings = Joint.of_none(3), []
        found = [
            Prediction(
                "ohms",
                np.full(3, 50.0),
                scaled("ohms", 50.0 * np.exp(random.normal(0, 0.05, 3))),
                random.normal(0, 0.05, (3, 4)),
                slope("ohms", np.full(3, 50.0)),
                np.abs(random.normal(0, 0.02, 3)),
            )
            for _ in range(count + 2)
        ]
        for one in found[:count]:
            probe = Probe(kind="ohms", first="a", second="b")
            value = float(50 * np.exp(random.normal(0, 0.1)))
            readings.append(Reading(probe=probe, value=value, standard=0.01 * value))
            joint = joint.with_reading(one, readings[-1])
        middle, spread = joint.told(found[count:])
        for place in range(3):
            change = np.array([one.by_branch[place] for one in found])
            own = [one.more[place] ** 2 for one in found]
            for at, each in enumerate(readings):
                own[at] += (each.standard / np.hypot(each.value or 0.0, 0.6)) ** 2
            covariance = change @ change.T + np.diag(own)
            known, more = covariance[:count, :count], covariance[count:, :count]
            off = np.array([scaled("ohms", one.value or 0.0) for one in readings]) - np.array(
                [one.scaled[place] for one in found[:count]]
            )
            due = np.array([one.scaled[place] for one in found[count:]])
            rest = np.diag(covariance)[count:]
            if count:
                due = due + more @ np.linalg.solve(known, off)
                rest = rest - np.einsum("ij,ji->i", more, np.linalg.solve(known, more.T))
            np.testing.assert_allclose(middle[:, place], due, rtol=1e-6)
            np.testing.assert_allclose(spread[:, place], np.sqrt(rest), rtol=1e-5)

    def test_what_was_read_is_not_proposed_between_other_terminals(self) -> None:
        """Behind good joints the wiper's ohms to the earth are the same at the board's input: a track
        that is high, and one that leaks, foresee two figures there, and the same one once it was read.
        """
        circuit = TEMPLATES["position_sensor"]()

        def ohms(first: str, second: str, value: float, *alone: str) -> Reading:
            probe = Probe(kind="ohms", first=first, second=second, alone=alone)
            return Reading(probe=probe, value=value, standard=0.0035 * value + 0.06)

        known = [
            ohms("5V", "PE", 5502.9),
            ohms("2", "in", 0.1),
            ohms("3", "0V", 0.08),
            ohms("PE", "3", 0.0),
            ohms("in", "0V", 105_000.0, "board input"),
        ]

        def proposed(readings: list[Reading]) -> set[frozenset[str]]:
            found = [one.candidate.probe for one in diagnose(circuit, readings).next]
            return {frozenset((one.first, one.second)) for one in found if not one.alone}

        same = {frozenset(one) for one in (("PE", "2"), ("PE", "in"), ("2", "3"), ("in", "0V"))}
        self.assertTrue(same <= proposed(known))
        self.assertFalse(same & proposed([*known, ohms("PE", "2", 3459.7)]))


class CandidatesTest(TestCase):
    @given(KEYS, st.booleans())
    def test_what_no_hand_can_close_is_never_closed_dead(self, key: str, is_live: bool) -> None:
        circuit = TEMPLATES[key]()
        of = {part.key: part.component for part in circuit.parts}
        for one in candidates_of(circuit, CALLED.get(key, ()), is_live=is_live):
            if not one.probe.is_live:
                self.assertFalse(any(of[each].driven for each in one.probe.called), one)

    def test_a_chain_is_measured_whole_with_its_contact_held(self) -> None:
        circuit, called = chain_of_limits(), CALLED["chain_of_limits"]
        held = [one for one in priced(circuit, called, is_live=False) if one.called and not one.alone]
        dead = [one for one in held if not one.is_live]
        self.assertIn(Probe(kind="ohms", first="L", second="N", called=called), dead)
        # Beyond the contact it makes no difference.
        self.assertNotIn(Probe(kind="ohms", first="2", second="3", called=called), dead)
        self.assertIn("with door switch held closed", where_text(circuit, dead[0]))

    @given(KEYS)
    def test_once_live_it_is_not_gone_live_again_and_dead_is_proved_first(self, key: str) -> None:
        circuit, called = TEMPLATES[key](), CALLED.get(key, ())
        before, now = (priced(circuit, called, is_live=one) for one in (False, True))
        for probe, one in now.items():
            if probe.is_live:
                self.assertLess(one.minutes, before[probe].minutes)
                self.assertLess(one.cost, before[probe].cost)
            else:
                self.assertGreater(one.minutes, before[probe].minutes)
            self.assertTrue(probe.is_live or one.cost == one.minutes)

    def test_of_equal_worth_dead_comes_before_live(self) -> None:
        for one in candidates_of(ignition(), CALLED["ignition"]):
            if one.probe.is_live:
                self.assertGreater(one.cost, max(one.minutes, 4.0) * 0.99)

    def test_ohms_a_quarter_too_low_are_no_danger_and_near_a_short_they_are(self) -> None:
        circuit = Circuit(parts=(*single_phase(), placed("lamp", load(100.0), "L", "N")))
        probe = Probe(kind="ohms", first="L", second="N")
        to_case = Reading(probe=Probe(kind="ohms", first="L", second="PE"), value=None, standard=0.0)
        for value, is_near_short in ((80.0, False), (15.0, True)):
            found = diagnose(circuit, [Reading(probe=probe, value=value, standard=0.5), to_case])
            with self.subTest(value):
                self.assertEqual([one.code for one in found.ranked[0].faults], ["low"])
                self.assertEqual(found.danger > found.ranked[0].weight / 2, is_near_short)


class OutputTest(TestCase):
    def test_an_output_is_a_contact_that_only_its_control_closes(self) -> None:
        row = {"key": "o", "name": "o", "kind": "output", "nodes": ("L", "1"), "moved_by": "k"}
        rows = [
            CircuitRow.model_validate(one)
            for one in (
                {"key": "s", "name": "s", "kind": "source", "nodes": ("L", "PE"), "volts": "230"},
                {"key": "k", "name": "k", "kind": "coil", "nodes": ("1", "PE"), "ohms": "400"},
                row,
            )
        ]
        made = circuit_of(tuple(rows)).parts[2].component
        self.assertEqual(made, output())
        self.assertEqual(made.modes, contact(False).modes)

    def test_live_says_what_is_called_where_it_is_not_as_when_it_works(self) -> None:
        circuit, working = ignition(), CALLED["ignition"]
        asked = Probe(kind="volts", first="L", second="N", called=working)
        self.assertEqual(where_text(circuit, asked), "Volts from L to N")
        at_rest = asked.model_copy(update={"called": ()})
        self.assertEqual(where_text(circuit, at_rest), "Volts from L to N, with nothing called")

    def test_the_minutes_that_are_said_are_those_it_takes(self) -> None:
        circuit, called = chain_of_limits(), CALLED["chain_of_limits"]
        machine = simulate(circuit, (0,), np.random.default_rng(1))
        probes = [Probe(kind="ohms", first="L", second="N", called=called)]
        probes += [Probe(kind="ohms", first=one, second="PE") for one in ("L", "N")]
        readings = [machine.read(one) for one in probes]
        for is_live, minutes in ((False, 6.0), (True, 2.0)):
            found = diagnose(circuit, readings, called, is_live=is_live)
            volts = [one for one in found.next if one.candidate.probe.kind == "volts"]
            self.assertEqual({one.candidate.minutes for one in volts}, {minutes})
            self.assertTrue(told(circuit, found, readings).next)
