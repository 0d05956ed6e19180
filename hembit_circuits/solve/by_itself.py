"""A part of two terminals by itself, its wires lifted: what no network has to be solved for."""

from __future__ import annotations

import numpy as np

from hembit_circuits.model.circuit import CASE, Circuit
from hembit_circuits.model.probe import Probe
from hembit_circuits.solve.hypotheses import Faults, Floats, Hypotheses
from hembit_circuits.solve.network import network_of
from hembit_circuits.solve.prediction import LEAST_OHMS, OPEN, Prediction, scaled, slope, straight


def by_itself(
    circuit: Circuit,
    faults: Faults,
    hypotheses: Hypotheses,
    probe: Probe,
    drawn: Floats | None = None,
) -> Prediction | None:
    """Ohms of a part of two terminals, between them or to the case; None for any other measurement.

    Between its terminals it is its path. To the case it is the leak at that terminal, beside the path
    with the leak at the other: G = g₁ + g g₂ / (g + g₂), and each branch has its share of it.
    ``drawn`` as in :func:`~hembit_circuits.solve.network.network_of`.
    """
    if probe.kind != "ohms" or len(probe.alone) != 1:
        return None
    part = circuit.place_of(probe.alone[0])
    nodes = circuit.parts[part].nodes
    if len(nodes) != 2 or CASE in nodes or probe.first == probe.second:
        return None
    ends = {probe.first, probe.second}
    if not ends <= {*nodes, CASE}:
        return None
    branches = {one.terminal: at for at, one in enumerate(circuit.branches) if one.part == part}
    network = network_of(circuit, faults, hypotheses, probe, drawn=drawn)
    # About the middle a wide spread reaches further up than it is steep there.
    spread = network.spread if drawn is not None else straight(network.spread)

    def conductance(terminal: int | None) -> Floats:
        if terminal not in branches:
            return np.zeros(len(hypotheses))
        return np.real(network.conductance[:, branches[terminal]])

    path = conductance(None)
    if CASE not in ends:
        return _prediction(faults, spread, {branches[None]: path})
    near = nodes.index((ends - {CASE}).pop())
    here, there = conductance(near), conductance(1 - near)
    both = np.maximum(path + there, 1e-300)
    through = path * there / both
    shares = {
        branches.get(near): here,
        branches[None]: through * there / both,
        branches.get(1 - near): through * path / both,
    }
    return _prediction(faults, spread, {at: one for at, one in shares.items() if at is not None})


def _prediction(faults: Faults, spread: Floats, shares: dict[int, Floats]) -> Prediction:
    """Of the conductances [S] of branches side by side, or their shares of one."""
    total = np.sum(list(shares.values()), axis=0)
    is_open = total <= 1 / OPEN
    ohms = np.where(is_open, OPEN, np.maximum(1 / np.where(is_open, 1.0, total), LEAST_OHMS))
    by_branch = np.zeros((len(ohms), faults.unknowns))
    steep = slope("ohms", ohms)
    each = ohms * steep * ~is_open
    for at, share in shares.items():
        by_branch[:, at] = each * spread[:, at] * share * ohms
    return Prediction("ohms", ohms, scaled("ohms", ohms), by_branch, steep, np.zeros(len(ohms)))
