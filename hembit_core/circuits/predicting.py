"""What a measurement would read under each hypothesis, and how that hangs on the parts' own spread."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from hembit_core.circuits.circuit import Circuit
from hembit_core.circuits.hypotheses import Faults, Floats, Hypotheses
from hembit_core.circuits.probe import Probe
from hembit_core.circuits.solving import (
    SUPPLY_SPREAD,
    Network,
    between,
    grounded,
    injected,
    matrix_of,
    network_of,
    settled,
)

SCALE = {"ohms": 0.3, "volts": 1.5, "amps": 0.05}
"""Below this a figure counts by its size, above by its share, as arsinh(x / 2 s) [Ω, V, A]."""
LEAST_OHMS = 1e-6
OPEN = 1e9
"""Ohms from which on a path is none [Ω]."""
FLOATS_ABOVE = 0.1
"""Of the meter's input: a node fed through more floats, and a ghost may stand there [1]."""
GHOST = 0.3
"""How far that ghost may stand, of the highest supply [1]."""


@dataclass(frozen=True)
class Prediction:
    """What is read, shape (hypotheses,) each but ``by_branch``, which is (hypotheses, 2 · branches).

    Attributes
    ----------
    value : Ω, V or A.
    scaled : arsinh(value / 2 s), the frame in which readings are compared.
    by_branch : change of ``scaled`` by one standard deviation of each branch's ohms, then of each
        branch's source volts.
    more : further standard deviation of ``scaled``: a floating node's ghost.
    """

    kind: str
    value: Floats
    scaled: Floats
    by_branch: Floats
    more: Floats

    @property
    def spread(self) -> Floats:
        """Standard deviation of ``scaled`` by the parts' own spread."""
        return np.asarray(np.sqrt((self.by_branch**2).sum(axis=1) + self.more**2))


def scaled(kind: str, value: Floats | float) -> Floats:
    """A figure in the frame in which readings are compared."""
    return np.asarray(np.arcsinh(np.asarray(value) / (2 * SCALE[kind])))


def slope(kind: str, value: Floats | float) -> Floats:
    """d scaled / d value [1/Ω, 1/V, 1/A]."""
    return np.asarray(1 / np.sqrt(np.asarray(value) ** 2 + (2 * SCALE[kind]) ** 2))


def along(kind: str, figure: np.ndarray, change: np.ndarray) -> Floats:
    """How the size of a complex figure changes with each branch, shape (hypotheses, branches).

    Near zero a figure has no direction: what moves it at all makes it grow.
    """
    size = np.abs(figure)
    in_phase = np.real(np.conj(figure)[:, None] * change) / np.maximum(size, 1e-12)[:, None]
    return np.asarray(np.where((size < SCALE[kind])[:, None], np.abs(change), in_phase))


def predict(
    circuit: Circuit,
    faults: Faults,
    hypotheses: Hypotheses,
    probe: Probe,
    input_ohms: float = 1e7,
    drawn: Floats | None = None,
) -> Prediction:
    """What a probe reads under each hypothesis.

    Dead, one ampere is driven from probe to probe: R = V, ∂R/∂ln Rᵦ = vᵦ² gᵦ. Live, the meter stands as
    a branch of its own; sensitivities by the adjoint network. ``drawn`` as in
    :func:`~hembit_core.circuits.solving.network_of`.

    References
    ----------
    Nodal analysis and adjoint sensitivities (Director and Rohrer, IEEE Trans. CT-16 (1969) 318).
    """
    if probe.kind == "ohms" and len(probe.alone) == 1 and drawn is None:
        direct = _one_path(circuit, faults, hypotheses, probe)
        if direct is not None:
            return direct
    if probe.kind == "ohms":
        return _ohms(circuit, network_of(circuit, faults, hypotheses, probe, None, drawn), probe)
    network, potentials, tripped = settled(circuit, faults, hypotheses, probe, drawn)
    if probe.kind == "volts":
        return _volts(circuit, network, tripped, probe, input_ohms)
    return _amps(circuit, network, potentials, tripped, probe)


def _one_path(
    circuit: Circuit, faults: Faults, hypotheses: Hypotheses, probe: Probe
) -> Prediction | None:
    """A part of one path by itself is that path; None for any other part, or pair of nodes."""
    (key,) = probe.alone
    part = circuit.place_of(key)
    nodes = circuit.parts[part].nodes
    if len(nodes) != 2 or {probe.first, probe.second} != set(nodes):
        return None
    network = network_of(circuit, faults, hypotheses, probe)
    place = next(at for at, one in enumerate(circuit.branches) if one.part == part)
    g = np.real(network.conductance[:, place])
    ohms = np.clip(1 / np.maximum(g, 1 / OPEN), LEAST_OHMS, OPEN)
    by_branch = np.zeros((len(hypotheses), 2 * len(circuit.branches)))
    by_branch[:, place] = ohms * network.spread[:, place] * (ohms < OPEN) * slope("ohms", ohms)
    zero = np.zeros(len(ohms))
    return Prediction("ohms", ohms, scaled("ohms", ohms), by_branch, zero)


def _ohms(circuit: Circuit, network: Network, probe: Probe) -> Prediction:
    nodes = circuit.nodes
    pair = between(network.nodes, nodes.index(probe.first), nodes.index(probe.second))
    matrix = matrix_of(network)
    x = grounded(np.linalg.solve(matrix, np.broadcast_to(pair, matrix.shape[:2])[..., None])[..., 0])
    full = np.append(pair, -pair.sum())
    # Above any meter's range all is one thing, an overflow: how far above says nothing.
    ohms = np.clip(x @ full, LEAST_OHMS, OPEN)
    across = x[:, network.ends[:, 0]] - x[:, network.ends[:, 1]]
    by_branch = across**2 * network.conductance * network.spread * (ohms < OPEN)[:, None]
    by_branch *= slope("ohms", ohms)[:, None]
    by_branch = np.concatenate([np.real(by_branch), np.zeros_like(across)], axis=1)
    zero = np.zeros(len(ohms))
    return Prediction("ohms", ohms, scaled("ohms", ohms), by_branch, zero)


def _volts(
    circuit: Circuit, network: Network, tripped: np.ndarray, probe: Probe, input_ohms: float
) -> Prediction:
    nodes = circuit.nodes
    first, second = nodes.index(probe.first), nodes.index(probe.second)
    pair = between(network.nodes, first, second)
    matrix = matrix_of(network) + np.outer(pair, pair) / input_ohms
    sources = injected(network)
    right = np.stack([sources, np.broadcast_to(pair, sources.shape)], axis=-1)
    solved = np.linalg.solve(matrix, right)
    x, adjoint = grounded(solved[..., 0]), grounded(solved[..., 1])
    full = np.append(pair, -pair.sum())
    volts, seen = x @ full, adjoint @ full
    v = x[:, network.ends[:, 0]] - x[:, network.ends[:, 1]]
    a = adjoint[:, network.ends[:, 0]] - adjoint[:, network.ends[:, 1]]
    size = np.abs(volts)
    change = -network.conductance * a * (network.volts - v)
    in_phase = along("volts", volts, change)
    # A source's volts are known to a few per cent; that goes with every figure alike.
    drive = network.conductance * a * network.volts * SUPPLY_SPREAD
    by_volts = along("volts", volts, drive)
    by_branch = np.concatenate([in_phase * network.spread, by_volts], axis=1)
    by_branch *= slope("volts", size)[:, None]
    # Fed through as much as the meter's own input, what stands there is not known.
    behind = np.abs(1 / np.where(seen == 0, 1e-12, seen) - 1 / input_ohms)
    floats = behind < 1 / (FLOATS_ABOVE * input_ohms)
    highest = np.abs(network.volts).max(axis=1, initial=0.0)
    more = np.where(floats, GHOST * highest * slope("volts", size), 0.0)
    live = ~tripped
    return Prediction(
        "volts",
        size * live,
        scaled("volts", size * live),
        by_branch * live[:, None],
        more * live,
    )


def _amps(
    circuit: Circuit, network: Network, potentials: np.ndarray, tripped: np.ndarray, probe: Probe
) -> Prediction:
    part = circuit.place_of(probe.part)
    place = next(
        at for at, one in enumerate(circuit.branches) if one.part == part and one.path == probe.path
    )
    first, second = circuit.ends[place]
    v = potentials[:, network.ends[:, 0]] - potentials[:, network.ends[:, 1]]
    own = network.volts[:, place] - v[:, place]
    amps = network.conductance[:, place] * own
    pair = between(network.nodes, first, second)
    matrix = matrix_of(network)
    adjoint = grounded(
        np.linalg.solve(matrix, np.broadcast_to(pair, matrix.shape[:2])[..., None])[..., 0]
    )
    a = adjoint[:, network.ends[:, 0]] - adjoint[:, network.ends[:, 1]]
    # I = g (V − v): by every branch through v, by its own through g as well.
    change = network.conductance[:, place : place + 1] * network.conductance * a * (network.volts - v)
    change[:, place] -= amps
    size = np.abs(amps)
    in_phase = along("amps", amps, change)
    drive = -network.conductance[:, place : place + 1] * network.conductance * a * network.volts
    drive[:, place] += network.conductance[:, place] * network.volts[:, place]
    by_volts = along("amps", amps, drive)
    by_branch = np.concatenate([in_phase * network.spread, by_volts * SUPPLY_SPREAD], axis=1)
    by_branch *= slope("amps", size)[:, None]
    live = ~tripped
    return Prediction(
        "amps", size * live, scaled("amps", size * live), by_branch * live[:, None], np.zeros(len(size))
    )
