"""Nodal analysis of many hypotheses at once.

One node is grounded exactly; the others have 1e-11 S to it, so that a floating island has a
solution and its ohms to elsewhere read far above any overflow.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from hembit_core.circuits.circuit import Circuit
from hembit_core.circuits.hypotheses import (
    FREE,
    HELD_CLOSED,
    Bools,
    Faults,
    Floats,
    Hypotheses,
)
from hembit_core.circuits.probe import Probe

Complex = NDArray[np.complex128]
TIE = 1e-11
"""From every node to the grounded one [S]."""
SUPPLY_SPREAD = 0.03
"""How far a supply's volts may be from what they are called, as a standard deviation [1]."""
_ROUNDS = 4
"""How often contacts are moved by coils until they rest [1]."""


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
    ``drawn`` is how far each branch's ln R, then each source's ln V, is from the middle, in
    standard deviations, shape (hypotheses, 2 · branches); in the middle where it is left out.
    """
    held = _combined(faults, hypotheses, "held")
    if closed is None:
        closed = np.broadcast_to(_closed(circuit, faults, probe), held.shape)
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
        conductance = conductance * np.exp(-drawn[:, :count] * spread)
        volts = volts * np.exp(drawn[:, count:] * SUPPLY_SPREAD)
    return Network(circuit.ends, len(circuit.nodes), conductance, spread, volts)


def _closed(circuit: Circuit, faults: Faults, probe: Probe) -> Bools:
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
    """The admittance matrix without its grounded node, the last; shape (hypotheses, n − 1, n − 1)."""
    count, size = network.conductance.shape[0], network.nodes
    whole: np.ndarray = np.zeros((count, size, size), dtype=network.conductance.dtype)
    for place, (first, second) in enumerate(network.ends):
        g = network.conductance[:, place]
        whole[:, first, first] += g
        whole[:, second, second] += g
        whole[:, first, second] -= g
        whole[:, second, first] -= g
    inner = np.arange(size - 1)
    whole[:, inner, inner] += TIE
    return whole[:, :-1, :-1]


def between(size: int, first: int, second: int) -> Floats:
    """One ampere in at one node and out at another, without the grounded one, shape (n − 1,)."""
    found = np.zeros(size)
    found[first] += 1.0
    found[second] -= 1.0
    return found[:-1]


def grounded(potentials: np.ndarray) -> np.ndarray:
    """Node potentials with the grounded node's, which is zero, at the end."""
    zero = np.zeros((*potentials.shape[:-1], 1), dtype=potentials.dtype)
    return np.concatenate([potentials, zero], axis=-1)


def injected(network: Network) -> Complex:
    """The currents that sources drive into the nodes [A], shape (hypotheses, n − 1)."""
    found = np.zeros((network.volts.shape[0], network.nodes), dtype=np.complex128)
    for place, (first, second) in enumerate(network.ends):
        current = network.volts[:, place] * network.conductance[:, place]
        found[:, first] += current
        found[:, second] -= current
    return found[:, :-1]


def settled(
    circuit: Circuit,
    faults: Faults,
    hypotheses: Hypotheses,
    probe: Probe,
    drawn: Floats | None = None,
) -> tuple[Network, Complex, Bools]:
    """A live network with every contact where its coil puts it, its potentials, and what has tripped.

    Returns
    -------
    network, potentials (hypotheses, nodes) [V], tripped (hypotheses,).
    """
    movers = _movers(circuit)
    base = np.broadcast_to(_closed(circuit, faults, probe), (len(hypotheses), len(circuit.branches)))
    closed = base.copy()
    for _ in range(_ROUNDS):
        network = network_of(circuit, faults, hypotheses, probe, closed, drawn)
        matrix, currents = matrix_of(network), injected(network)
        potentials = grounded(np.linalg.solve(matrix, currents[..., None])[..., 0])
        moved = base.copy()
        for coil, contacts in movers:
            first, second = circuit.ends[coil]
            component = circuit.parts[circuit.branches[coil].part].component
            across = np.abs(potentials[:, first] - potentials[:, second])
            conducts = network.conductance[:, coil] != 0
            pulled = conducts & (across >= component.pulls_in * component.rated)
            moved[:, contacts] = np.where(pulled[:, None], ~base[:, contacts], base[:, contacts])
        if (moved == closed).all():
            break
        closed = moved
    tripped = np.zeros(len(hypotheses), dtype=bool)
    for place, branch in enumerate(circuit.branches):
        limit = circuit.parts[branch.part].component.trips_at
        if limit is None or branch.path is None:
            continue
        first, second = circuit.ends[place]
        across = network.volts[:, place] - (potentials[:, first] - potentials[:, second])
        tripped |= np.abs(across * network.conductance[:, place]) > limit
    potentials = np.where(tripped[:, None], 0, potentials)
    return network, potentials, tripped


def _movers(circuit: Circuit) -> list[tuple[int, list[int]]]:
    """Branches of coils, each with the branches of the contacts that it moves."""
    found = []
    for number, part in enumerate(circuit.parts):
        contacts = [
            place
            for place, one in enumerate(circuit.branches)
            if one.path is not None and circuit.parts[one.part].component.moved_by == part.key
        ]
        if contacts:
            coil = next(
                place
                for place, one in enumerate(circuit.branches)
                if one.part == number and one.path is not None
            )
            found.append((coil, contacts))
    return found
