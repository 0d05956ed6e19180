"""The networks of many hypotheses at once, for nodal analysis.

The node of most branches is grounded by 1 S, through which nothing flows; the others have 1e-11 S to
the ground, so that a floating island has a solution, and its ohms to elsewhere read far above any
overflow.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from hembit_circuits.model.circuit import Circuit
from hembit_circuits.model.probe import Probe
from hembit_circuits.solve.hypotheses import (
    FREE,
    HELD_CLOSED,
    Bools,
    Faults,
    Floats,
    Hypotheses,
)

Complex = NDArray[np.complex128]
TIE = 1e-11
"""From every node to the ground [S]."""
GROUND = 1.0
"""From the node of most branches, so that figures near it are exact [S]."""
FOLLOWS = 0.7
"""How far a load's ohms at work follow from those it has cold [1]."""
OWN_AT_WORK = (1 - FOLLOWS**2) ** 0.5


@dataclass(frozen=True)
class Network:
    """The branches of hypotheses in one state, shape (hypotheses, branches) each.

    Attributes
    ----------
    conductance : admittance of each branch [S]; zero where it is open.
    spread : sd of ln R of each branch.
    volts : what a source has [V], complex; zero elsewhere.
    """

    ends: NDArray[np.int64]
    nodes: int
    conductance: np.ndarray
    spread: Floats
    volts: Complex

    def take(self, which: NDArray[np.intp]) -> Network:
        """Of some of the hypotheses."""
        return Network(
            self.ends,
            self.nodes,
            self.conductance[which],
            self.spread[which],
            self.volts[which],
        )

    @classmethod
    def joined(cls, some: Sequence[Network]) -> Network:
        """Of several groups of hypotheses, one after the other."""
        return cls(
            some[0].ends,
            some[0].nodes,
            np.concatenate([one.conductance for one in some]),
            np.concatenate([one.spread for one in some]),
            np.concatenate([one.volts for one in some]),
        )

    def of_both(self, faults: Faults, hypotheses: Hypotheses) -> Network:
        """Of hypotheses, where this one is of every single fault: each branch as the fault has it that
        touches it.
        """
        one, other = hypotheses.first, hypotheses.second
        touched = faults.touched[other]
        is_dead = not self.volts.any()
        none = np.broadcast_to(self.volts[:1], touched.shape)
        return Network(
            self.ends,
            self.nodes,
            np.where(touched, self.conductance[other], self.conductance[one]),
            np.where(touched, self.spread[other], self.spread[one]),
            none if is_dead else np.where(touched, self.volts[other], self.volts[one]),
        )

    @property
    def injected(self) -> Complex:
        """The currents that sources drive into the nodes [A], shape (hypotheses, nodes)."""
        return np.asarray(_times(self.volts * self.conductance, _incidence(self)))

    def along(self, potentials: np.ndarray) -> np.ndarray:
        """Volts along each branch, shape (…, branches), of potentials of the nodes, (…, nodes)."""
        ends = _incidence(self).T
        flat = potentials.reshape(-1, potentials.shape[-1])
        return _times(flat, ends).reshape(*potentials.shape[:-1], ends.shape[1])


def _combined(faults: Faults, hypotheses: Hypotheses, name: str) -> np.ndarray:
    values: np.ndarray = getattr(faults, name)
    one, other = hypotheses.first, hypotheses.second
    return np.where(faults.touched[other], values[other], values[one])


def network_of(
    circuit: Circuit,
    faults: Faults,
    hypotheses: Hypotheses,
    probe: Probe,
    closed: Bools | None = None,
    drawn: Floats | None = None,
) -> Network:
    """The network that a probe meets, under each hypothesis.

    ``closed`` says of every branch whether it conducts unless a fault holds it, shape
    (hypotheses, branches); as at rest, and turned where ``probe.called``, where it is left out.
    ``drawn`` is how far each branch's ln R, then each source's ln V, then each load's ln R at work is
    from the middle, in standard deviations, shape (hypotheses, unknowns); in the middle where it is
    left out.
    """
    held = _combined(faults, hypotheses, "held")
    if closed is None:
        closed = np.broadcast_to(closed_by(circuit, faults, probe), held.shape)
    conducts = np.where(held == FREE, closed, held == HELD_CLOSED)
    if probe.alone or probe.lifted:
        conducts = conducts & _connected(circuit, probe)
    volts = np.zeros(held.shape, dtype=np.complex128)
    if probe.is_live:
        absent = _combined(faults, hypotheses, "absent")
        conducts = conducts & ~absent
        volts += np.where(absent, 0, _source_volts(circuit))
        ohms = _combined(faults, hypotheses, "live") + 1j * _combined(faults, hypotheses, "reactive")
        spread = _combined(faults, hypotheses, "spread_live")
        conductance = np.where(conducts, 1 / ohms, 0)
    else:
        conducts = conducts & ~faults.is_source
        spread = _combined(faults, hypotheses, "spread_cold")
        conductance = np.where(conducts, 1 / _combined(faults, hypotheses, "cold"), 0.0)
    if drawn is not None:
        count = len(circuit.branches)
        off = drawn[:, :count] * (spread * followed(faults) if probe.is_live else spread)
        if probe.is_live:
            last = count + len(faults.sources)
            volts[:, faults.sources] *= np.exp(drawn[:, count:last] * faults.volts_spread)
            off[:, faults.loads] += drawn[:, last:] * spread[:, faults.loads] * OWN_AT_WORK
        conductance = conductance * np.exp(-off)
    return Network(circuit.ends, len(circuit.nodes), conductance, spread, volts)


def followed(faults: Faults) -> Floats:
    """How far each branch's ohms at work follow those it has cold [1], shape (branches,)."""
    return np.where(faults.is_load, FOLLOWS, 1.0)


def closed_by(circuit: Circuit, faults: Faults, probe: Probe) -> Bools:
    """Which branches conduct unless a fault holds them: as at rest, and turned where called."""
    called = np.array(
        [circuit.parts[one.part].key in probe.called for one in circuit.branches], dtype=bool
    )
    turned = called & faults.is_contact
    return np.where(turned, ~faults.closed_at_rest, faults.closed_at_rest)


def _connected(circuit: Circuit, probe: Probe) -> Bools:
    keys = [circuit.parts[one.part].key for one in circuit.branches]
    if probe.alone:
        return np.array([one in probe.alone for one in keys])
    return np.array([one not in probe.lifted for one in keys])


def _source_volts(circuit: Circuit) -> Complex:
    found = np.zeros(len(circuit.branches), dtype=np.complex128)
    for place, branch in enumerate(circuit.branches):
        component = circuit.parts[branch.part].component
        if component.volts and branch.path is not None:
            found[place] = component.volts * np.exp(1j * np.deg2rad(component.phase))
    return found


def matrix_of(network: Network) -> np.ndarray:
    """The admittance matrices, shape (hypotheses, nodes, nodes).

    Σᵦ gᵦ aᵦ aᵦᵀ, with aᵦ the incidence of branch β, and each node's tie to the ground.
    """
    size = network.nodes
    incidence = _incidence(network)
    outer = (incidence[:, :, None] * incidence[:, None, :]).reshape(len(incidence), size * size)
    flat = _times(network.conductance, outer)
    tie = np.full(size, TIE)
    tie[np.abs(incidence).sum(axis=0).argmax()] = GROUND
    flat[:, :: size + 1] += tie
    return flat.reshape(-1, size, size)


def _incidence(network: Network) -> Floats:
    """+1 where a branch begins, −1 where it ends, shape (branches, nodes)."""
    found = np.zeros((len(network.ends), network.nodes))
    rows = np.arange(len(network.ends))
    np.add.at(found, (rows, network.ends[:, 0]), 1.0)
    np.add.at(found, (rows, network.ends[:, 1]), -1.0)
    return found


def _times(values: np.ndarray, matrix: Floats) -> np.ndarray:
    """A product with real entries, without making them complex."""
    if not np.iscomplexobj(values):
        return np.asarray(values @ matrix)
    found: np.ndarray = np.empty((len(values), matrix.shape[1]), dtype=np.complex128)
    found.real = values.real @ matrix
    found.imag = values.imag @ matrix
    return found
