"""What measurements would read under each hypothesis, and how that hangs on the parts' own spread."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from hembit_core.circuits.circuit import Circuit
from hembit_core.circuits.hypotheses import Faults, Floats, Hypotheses
from hembit_core.circuits.network import network_of
from hembit_core.circuits.prediction import OPEN, Prediction, scaled, slope
from hembit_core.circuits.probe import Probe
from hembit_core.circuits.solved import LEAST_OHMS, Solved, straight


def predict(
    circuit: Circuit,
    faults: Faults,
    hypotheses: Hypotheses,
    probe: Probe,
    input_ohms: float = 1e7,
    drawn: Floats | None = None,
) -> Prediction:
    """What a probe reads under each hypothesis; ``drawn`` as in :func:`predict_many`."""
    return predict_many(circuit, faults, hypotheses, [probe], input_ohms, drawn)[0]


def predict_many(
    circuit: Circuit,
    faults: Faults,
    hypotheses: Hypotheses,
    probes: Sequence[Probe],
    input_ohms: float = 1e7,
    drawn: Floats | None = None,
) -> list[Prediction]:
    """What each probe reads under each hypothesis; those in one state of the machine share a network.

    ``drawn`` as in :func:`~hembit_core.circuits.network.network_of`.

    References
    ----------
    Nodal analysis and adjoint sensitivities (Director and Rohrer, IEEE Trans. CT-16 (1969) 318).
    """
    found: dict[int, Prediction] = {}
    by_state: dict[tuple[object, ...], list[int]] = {}
    for place, one in enumerate(probes):
        direct = _one_path(circuit, faults, hypotheses, one, drawn)
        if direct is not None:
            found[place] = direct
            continue
        by_state.setdefault((one.is_live, one.alone, one.lifted, one.called), []).append(place)
    for places in by_state.values():
        solved = Solved(circuit, faults, hypotheses, [probes[one] for one in places], drawn)
        for place, one_found in zip(places, solved.read(input_ohms), strict=True):
            found[place] = one_found
    return [found[place] for place in range(len(probes))]


def _one_path(
    circuit: Circuit, faults: Faults, hypotheses: Hypotheses, probe: Probe, drawn: Floats | None
) -> Prediction | None:
    """A part of one path by itself is that path; None for any other part, or pair of nodes."""
    if probe.kind != "ohms" or len(probe.alone) != 1 or drawn is not None:
        return None
    (key,) = probe.alone
    part = circuit.place_of(key)
    nodes = circuit.parts[part].nodes
    if len(nodes) != 2 or {probe.first, probe.second} != set(nodes):
        return None
    network = network_of(circuit, faults, hypotheses, probe)
    place = next(at for at, one in enumerate(circuit.branches) if one.part == part)
    g = np.real(network.conductance[:, place])
    ohms = np.clip(1 / np.maximum(g, 1 / OPEN), LEAST_OHMS, OPEN)
    by_branch = np.zeros((len(hypotheses), faults.unknowns))
    by_branch[:, place] = (
        ohms * straight(network.spread[:, place]) * (ohms < OPEN) * slope("ohms", ohms)
    )
    zero = np.zeros(len(ohms))
    return Prediction("ohms", ohms, scaled("ohms", ohms), by_branch, zero)
