"""A part of two terminals by itself, its wires lifted: what no network has to be solved for."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from hembit_core.circuits.circuit import CASE, Circuit
from hembit_core.circuits.hypotheses import Faults, Floats, Hypotheses
from hembit_core.circuits.network import dead_branches
from hembit_core.circuits.prediction import LEAST_OHMS, OPEN, Prediction, scaled, slope, straight
from hembit_core.circuits.probe import Probe


def by_itself(
    circuit: Circuit, faults: Faults, hypotheses: Hypotheses, probe: Probe
) -> Prediction | None:
    """Ohms of a part of two terminals, between them or to the case; None for any other measurement.

    Between its terminals it is its path. To the case it is the leak at that terminal, beside the path
    with the leak at the other: G = g₁ + g g₂ / (g + g₂), and each branch has its share of it.
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
    at = [place for place, one in enumerate(circuit.branches) if one.part == part]
    terminals = [circuit.branches[place].terminal for place in at]
    conductance, spread = dead_branches(circuit, faults, hypotheses, probe, at)
    of = dict(zip(terminals, conductance.T, strict=True))
    path, none = of[None], np.zeros(len(hypotheses))
    if CASE not in ends:
        return _prediction(faults, at, spread, [path if one is None else none for one in terminals])
    near = nodes.index((ends - {CASE}).pop())
    here, there = of.get(near, none), of.get(1 - near, none)
    both = np.maximum(path + there, 1e-300)
    through = path * there / both
    shares = {near: here, None: through * there / both, 1 - near: through * path / both}
    return _prediction(faults, at, spread, [shares[one] for one in terminals])


def _prediction(faults: Faults, at: list[int], spread: Floats, shares: Sequence[Floats]) -> Prediction:
    """Of the conductances [S] of the branches ``at``, side by side, or their shares of one."""
    total = np.sum(shares, axis=0)
    ohms = np.clip(1 / np.maximum(total, 1 / OPEN), LEAST_OHMS, OPEN)
    by_branch = np.zeros((len(ohms), faults.unknowns))
    steep = ohms * slope("ohms", ohms) * (ohms < OPEN) * ohms
    by_branch[:, at] = straight(spread) * np.stack(shares, axis=1) * steep[:, None]
    return Prediction("ohms", ohms, scaled("ohms", ohms), by_branch, np.zeros(len(ohms)))
