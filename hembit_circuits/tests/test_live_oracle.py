"""Live circuits against another way to solve them: the sparse tableau, by least squares.

Hembit solves for potentials alone, every node tied to the ground. Here potentials and currents are
unknowns beside each other, an open branch is an equation, and a wire that hangs free is found by the
rank; contacts are moved by coils anew. Only what a fault does to a branch is from Hembit's tables.
"""

from __future__ import annotations

from dataclasses import dataclass
from unittest import TestCase

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from numpy.typing import NDArray
from scipy.linalg import lstsq, null_space

from hembit_circuits.model.circuit import Circuit
from hembit_circuits.model.probe import Probe
from hembit_circuits.model.templates import CALLED, TEMPLATES
from hembit_circuits.solve.hypotheses import FREE, HELD_CLOSED, Hypotheses, faults_of, hypotheses_of
from hembit_circuits.solve.predicting import predict

INPUT = 1e7
Complex = NDArray[np.complex128]


@dataclass(frozen=True)
class Tableau:
    """Branches from node to node: their impedance [Ω], none where they are open, and volts [V]."""

    ends: list[tuple[int, int]]
    impedance: list[complex | None]
    volts: list[complex]
    nodes: int

    def solved(self) -> tuple[Complex, Complex, NDArray[np.float64]]:
        """Potentials [V], currents [A], and how each node may still be moved, (nodes, ways)."""
        count = len(self.ends)
        rows = np.zeros((self.nodes + count, self.nodes + count), dtype=complex)
        right = np.zeros(self.nodes + count, dtype=complex)
        for place, (first, second) in enumerate(self.ends):
            current = self.nodes + place
            rows[first, current] += 1  # what flows out of a node comes to nothing
            rows[second, current] -= 1
            own = self.impedance[place]
            if own is None:
                rows[self.nodes + place, current] = 1
                continue
            rows[self.nodes + place, first] += 1
            rows[self.nodes + place, second] -= 1
            rows[self.nodes + place, current] = own
            right[self.nodes + place] = self.volts[place]
        found, *_ = lstsq(rows, right, lapack_driver="gelsd")
        free = null_space(rows, rcond=1e-11)[: self.nodes]
        return found[: self.nodes], found[self.nodes :], np.abs(free)


class Machine:
    """A circuit with a fault in it, or two of two parts, live, as this test has it."""

    def __init__(self, circuit: Circuit, called: tuple[str, ...], fault: int, other: int = 0) -> None:
        self.circuit, self.called = circuit, called
        faults = faults_of(circuit)
        of = np.where(faults.touched[other], other, fault), np.arange(len(circuit.branches))
        self.held, self.absent = faults.held[of], faults.absent[of]
        self.ohms = faults.live[of] + 1j * faults.reactive[of]
        self.at_rest, self.is_contact = faults.closed_at_rest, faults.is_contact
        self.parts = [circuit.parts[one.part] for one in circuit.branches]
        self.ends = [(int(first), int(second)) for first, second in circuit.ends]

    def tableau(self, pulled: frozenset[str], meter: tuple[int, int] | None = None) -> Tableau:
        """With the coils in ``pulled`` pulled in, and a voltmeter where one is."""
        impedance: list[complex | None] = []
        volts: list[complex] = []
        for place, part in enumerate(self.parts):
            closed = bool(self.at_rest[place])
            if self.is_contact[place]:
                closed ^= part.key in self.called
                closed ^= (part.component.moved_by or "") in pulled
            if self.held[place] != FREE:
                closed = self.held[place] == HELD_CLOSED
            gone = bool(self.absent[place])
            impedance.append(complex(self.ohms[place]) if closed and not gone else None)
            is_source = self.circuit.branches[place].path is not None and part.component.volts
            phase = np.exp(1j * np.pi * part.component.phase / 180)
            volts.append(part.component.volts * phase if is_source and not gone else 0)
        ends = list(self.ends)
        if meter:
            ends.append(meter)
            impedance.append(INPUT)
            volts.append(0)
        return Tableau(ends, impedance, volts, len(self.circuit.nodes))

    def rests(self) -> frozenset[str] | None:
        """The coils that are pulled in once nothing moves any more; None where it never rests."""
        movers = {one.component.moved_by for one in self.circuit.parts} - {None}
        pulled: frozenset[str] = frozenset()
        for _ in range(3):
            table = self.tableau(pulled)
            potentials, _, free = table.solved()
            now = set()
            for key in movers:
                place = next(at for at, one in enumerate(self.parts) if one.key == key)
                first, second = self.ends[place]
                if table.impedance[place] is None or self._moves(free, first, second):
                    continue
                across = abs(potentials[first] - potentials[second])
                coil = self.parts[place].component
                if abs(across - coil.pulls_in * coil.rated) < 0.5:
                    return None  # at its edge: either is right
                if across >= coil.pulls_in * coil.rated:
                    now.add(str(key))
            if now == pulled:
                return pulled
            pulled = frozenset(now)
        return None

    @staticmethod
    def _moves(free: NDArray[np.float64], first: int, second: int) -> bool:
        """Whether two nodes can be moved against each other: one of them hangs free."""
        return bool(np.abs(free[first] - free[second]).max(initial=0.0) > 1e-6)

    def trips(self, currents: Complex) -> bool:
        """Whether a supply takes more than it trips at."""
        return any(
            part.component.trips_at is not None
            and one.path is not None
            and abs(current) > part.component.trips_at
            for part, one, current in zip(self.parts, self.circuit.branches, currents, strict=False)
        )


class AgainstTheTableau(TestCase):
    @settings(max_examples=250, deadline=None)
    @given(st.sampled_from(sorted(TEMPLATES)), st.data())
    def test_volts_and_amps_of_every_template_with_any_fault(
        self, key: str, data: st.DataObject
    ) -> None:
        circuit, called = TEMPLATES[key](), CALLED.get(key, ())
        fault = data.draw(st.integers(0, len(faults_of(circuit).singles) - 1))
        machine = Machine(circuit, called, fault)
        pulled = machine.rests()
        if pulled is None:
            return
        here = Hypotheses(np.array([fault]), np.zeros(1, dtype=np.int64), np.zeros(1))
        first, second = data.draw(st.permutations(range(len(circuit.nodes))))[:2]
        names = circuit.nodes[first], circuit.nodes[second]
        asked = Probe(kind="volts", first=names[0], second=names[1], called=called)
        found = predict(circuit, faults_of(circuit), here, asked, INPUT)
        _, currents, _ = machine.tableau(pulled).solved()
        tripped = machine.trips(currents)
        potentials, _, _ = machine.tableau(pulled, (first, second)).solved()
        due = 0.0 if tripped else abs(potentials[first] - potentials[second])
        if found.more[0] == 0:  # a ghost on a wire that hangs free is nobody's figure
            self.assertAlmostEqual(float(found.value[0]), due, delta=2e-3 + 2e-4 * due)
        part = data.draw(st.sampled_from(circuit.parts))
        path = data.draw(st.integers(0, len(part.component.paths) - 1))
        clamp = Probe(kind="amps", part=part.key, path=path, called=called)
        amps = float(predict(circuit, faults_of(circuit), here, clamp, INPUT).value[0])
        place = next(
            at
            for at, one in enumerate(circuit.branches)
            if circuit.parts[one.part].key == part.key and one.path == path
        )
        due = 0.0 if tripped else abs(currents[place])
        self.assertAlmostEqual(amps, due, delta=1e-4 + 2e-4 * due)

    @settings(max_examples=60, deadline=None)
    @given(st.sampled_from(sorted(TEMPLATES)), st.data())
    def test_volts_with_any_two_faults_of_all_at_once(self, key: str, data: st.DataObject) -> None:
        """All hypotheses in one go, as explanations are weighed: each network is another's, changed."""
        circuit, called = TEMPLATES[key](), CALLED.get(key, ())
        every = hypotheses_of(circuit)
        nodes = data.draw(st.permutations(range(len(circuit.nodes))))[:2]
        first, second = (circuit.nodes[one] for one in nodes)
        asked = Probe(kind="volts", first=first, second=second, called=called)
        found = predict(circuit, faults_of(circuit), every, asked, INPUT)
        for place in data.draw(st.lists(st.integers(0, len(every) - 1), min_size=8, max_size=8)):
            machine = Machine(circuit, called, int(every.first[place]), int(every.second[place]))
            pulled = machine.rests()
            if pulled is None or found.more[place] > 0:
                continue
            _, currents, _ = machine.tableau(pulled).solved()
            potentials, _, _ = machine.tableau(pulled, (nodes[0], nodes[1])).solved()
            across = abs(potentials[nodes[0]] - potentials[nodes[1]])
            due = 0.0 if machine.trips(currents) else across
            self.assertAlmostEqual(float(found.value[place]), due, delta=2e-3 + 5e-4 * due)
