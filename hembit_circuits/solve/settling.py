"""A live machine with its contacts where its coils put them, and what has tripped."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from hembit_circuits.model.circuit import Circuit
from hembit_circuits.model.probe import Probe
from hembit_circuits.solve.hypotheses import Bools, Faults, Floats, Hypotheses
from hembit_circuits.solve.network import Complex, Network, closed_by, network_of
from hembit_circuits.solve.solvers import Afresh, ByOneFault, Grouped, Solver

_ROUNDS = 4
"""How often contacts are moved by coils until they rest [1]."""
WORTH_IT = 2
"""From so many hypotheses to a single fault on, networks are changed rather than solved afresh [1]."""


def solver_of(
    circuit: Circuit,
    faults: Faults,
    hypotheses: Hypotheses,
    probe: Probe,
    closed: Bools | None = None,
    drawn: Floats | None = None,
    *,
    many: bool = False,
) -> tuple[Network, Solver]:
    """The network that a probe meets under each hypothesis, ready to be driven.

    ``closed`` and ``drawn`` as in :func:`~hembit_circuits.solve.network.network_of`; ``many`` pairs of
    nodes will be asked.
    """
    count = len(faults.singles)
    if drawn is not None or len(hypotheses) < WORTH_IT * count:
        network = network_of(circuit, faults, hypotheses, probe, closed, drawn)
        return network, Afresh(network, many=many)
    every = Hypotheses(np.arange(count), np.zeros(count, dtype=np.int64), np.zeros(count))
    networks: list[Network] = []
    solvers: list[tuple[NDArray[np.intp], Solver]] = []
    for places in _alike(circuit, hypotheses, closed):
        some = hypotheses.take(places)
        if len(places) < WORTH_IT * count and closed is not None:
            networks.append(network_of(circuit, faults, some, probe, closed[places]))
            solvers.append((places, Afresh(networks[-1], many=many)))
            continue
        pattern = None
        if closed is not None:
            pattern = np.broadcast_to(closed[places[0]], (count, closed.shape[1]))
        singles = network_of(circuit, faults, every, probe, pattern)
        networks.append(singles.of_both(faults, some))
        solvers.append((places, ByOneFault(singles, networks[-1], some)))
    if len(solvers) == 1:
        return networks[0], solvers[0][1]
    back = np.argsort(np.concatenate([places for places, _ in solvers]))
    return Network.joined(networks).take(back), Grouped(solvers)


def _alike(circuit: Circuit, hypotheses: Hypotheses, closed: Bools | None) -> list[NDArray[np.intp]]:
    """The places of hypotheses whose contacts stand alike."""
    moved = sorted({contact for _, contacts in _movers(circuit) for contact in contacts})
    if closed is None or not moved:
        return [np.arange(len(hypotheses))]
    codes = closed[:, moved] @ (1 << np.arange(len(moved), dtype=np.int64))
    return [np.flatnonzero(codes == one) for one in np.unique(codes)]


def settled(
    circuit: Circuit,
    faults: Faults,
    hypotheses: Hypotheses,
    probe: Probe,
    drawn: Floats | None = None,
    *,
    many: bool = False,
) -> tuple[Network, Solver, Complex, Bools]:
    """A live network with every contact where its coil puts it, its potentials, and what has tripped.

    Returns
    -------
    network, its solver, potentials (hypotheses, nodes) [V], tripped (hypotheses,).
    """
    movers = _movers(circuit)
    base = np.broadcast_to(closed_by(circuit, faults, probe), (len(hypotheses), len(circuit.branches)))
    closed = base.copy()
    for _ in range(_ROUNDS):
        network, solver = solver_of(circuit, faults, hypotheses, probe, closed, drawn, many=many)
        potentials = solver.driven()
        moved = base.copy()
        for coil, contacts in movers:
            first, second = circuit.ends[coil]
            component = circuit.parts[circuit.branches[coil].part].component
            across = np.abs(potentials[:, first] - potentials[:, second])
            conducts = network.conductance[:, coil] != 0
            # Of one whose rated volts nobody said, none are known to be enough.
            pulled = conducts & (across >= component.pulls_in * (component.rated or np.inf))
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
    return network, solver, potentials, tripped


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
