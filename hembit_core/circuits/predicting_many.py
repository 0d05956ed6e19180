"""What many measurements would read at once: those in one state of the machine share their network."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from hembit_core.circuits.circuit import Circuit
from hembit_core.circuits.hypotheses import Faults, Hypotheses
from hembit_core.circuits.predicting import (
    FLOATS_ABOVE,
    GHOST,
    LEAST_OHMS,
    OPEN,
    Prediction,
    along,
    predict,
    scaled,
    slope,
)
from hembit_core.circuits.probe import Probe
from hembit_core.circuits.solving import (
    SUPPLY_SPREAD,
    Network,
    matrix_of,
    network_of,
    settled,
)


def predict_many(
    circuit: Circuit,
    faults: Faults,
    hypotheses: Hypotheses,
    probes: Sequence[Probe],
    input_ohms: float = 1e7,
) -> list[Prediction]:
    """What each probe reads under each hypothesis, as :func:`predict` says it, quicker.

    One inverse serves every pair of nodes of a state: R = Zₐₐ + Z_bb − 2 Zₐ_b, and its columns are the
    adjoint potentials. The voltmeter's load is a divider with the impedance between its probes.
    """
    found: list[Prediction | None] = [None] * len(probes)
    by_state: dict[tuple[object, ...], list[int]] = {}
    for place, one in enumerate(probes):
        by_state.setdefault((one.is_live, one.alone, one.lifted, one.called), []).append(place)
    for (is_live, *_), places in by_state.items():
        if len(places) == 1:
            found[places[0]] = predict(circuit, faults, hypotheses, probes[places[0]], input_ohms)
            continue
        state = _Live if is_live else _Dead
        solved = state(circuit, faults, hypotheses, probes[places[0]])
        for place in places:
            found[place] = solved.read(circuit, probes[place], input_ohms)
    return [one for one in found if one is not None]


def _inverse(network: Network) -> np.ndarray:
    """The impedance matrix with the grounded node's zeros, shape (hypotheses, nodes, nodes)."""
    inner = np.linalg.inv(matrix_of(network))
    count, size = inner.shape[0], network.nodes
    whole = np.zeros((count, size, size), dtype=inner.dtype)
    whole[:, :-1, :-1] = inner
    return whole


class _Dead:
    """A machine that is dead: ohms between any two nodes."""

    def __init__(self, circuit: Circuit, faults: Faults, hypotheses: Hypotheses, probe: Probe) -> None:
        self.network = network_of(circuit, faults, hypotheses, probe)
        self.impedance = _inverse(self.network)

    def read(self, circuit: Circuit, probe: Probe, input_ohms: float) -> Prediction:
        """Ohms from probe to probe."""
        first, second = (circuit.nodes.index(one) for one in (probe.first, probe.second))
        x = self.impedance[:, :, first] - self.impedance[:, :, second]
        ohms = np.clip(x[:, first] - x[:, second], LEAST_OHMS, OPEN)
        ends, network = self.network.ends, self.network
        across = x[:, ends[:, 0]] - x[:, ends[:, 1]]
        by_branch = across**2 * network.conductance * network.spread * (ohms < OPEN)[:, None]
        by_branch *= slope("ohms", ohms)[:, None]
        by_branch = np.concatenate([np.real(by_branch), np.zeros_like(across)], axis=1)
        zero = np.zeros(len(ohms))
        return Prediction("ohms", ohms, scaled("ohms", ohms), by_branch, zero)


class _Live:
    """A machine that is live: volts between any two nodes, amps through any path."""

    def __init__(self, circuit: Circuit, faults: Faults, hypotheses: Hypotheses, probe: Probe) -> None:
        self.network, potentials, tripped = settled(circuit, faults, hypotheses, probe)
        self.impedance = _inverse(self.network)
        self.potentials, self.live = potentials, ~tripped
        ends = self.network.ends
        self.driven = self.network.volts - (potentials[:, ends[:, 0]] - potentials[:, ends[:, 1]])
        self.highest = np.abs(self.network.volts).max(axis=1, initial=0.0)

    def read(self, circuit: Circuit, probe: Probe, input_ohms: float) -> Prediction:
        """Volts from probe to probe, or amps through a part."""
        if probe.kind == "amps":
            return self._amps(circuit, probe)
        first, second = (circuit.nodes.index(one) for one in (probe.first, probe.second))
        adjoint = self.impedance[:, :, first] - self.impedance[:, :, second]
        behind = adjoint[:, first] - adjoint[:, second]
        share = input_ohms / (input_ohms + behind)
        volts = (self.potentials[:, first] - self.potentials[:, second]) * share
        change, drive = self._changes(adjoint)
        floats = np.abs(behind) > FLOATS_ABOVE * input_ohms
        size = np.abs(volts)
        more = np.where(floats, GHOST * self.highest * slope("volts", size), 0.0) * self.live
        return self._prediction("volts", volts, change * share[:, None], drive * share[:, None], more)

    def _changes(self, adjoint: np.ndarray) -> tuple[np.ndarray, np.ndarray]:
        """By each branch's ln R, and by each source's ln V."""
        ends, network = self.network.ends, self.network
        a = adjoint[:, ends[:, 0]] - adjoint[:, ends[:, 1]]
        return -network.conductance * a * self.driven, network.conductance * a * network.volts

    def _amps(self, circuit: Circuit, probe: Probe) -> Prediction:
        part = circuit.place_of(probe.part)
        place = next(
            at for at, one in enumerate(circuit.branches) if one.part == part and one.path == probe.path
        )
        first, second = self.network.ends[place]
        own = self.network.conductance[:, place : place + 1]
        adjoint = self.impedance[:, :, first] - self.impedance[:, :, second]
        change, drive = (-own * one for one in self._changes(adjoint))
        amps = (own[:, 0]) * self.driven[:, place]
        change[:, place] -= amps
        drive[:, place] += own[:, 0] * self.network.volts[:, place]
        return self._prediction("amps", amps, change, drive, np.zeros(len(amps)))

    def _prediction(
        self, kind: str, figure: np.ndarray, change: np.ndarray, drive: np.ndarray, more: np.ndarray
    ) -> Prediction:
        size = np.abs(figure)
        by_branch = np.concatenate(
            [
                along(kind, figure, change) * self.network.spread,
                along(kind, figure, drive) * SUPPLY_SPREAD,
            ],
            axis=1,
        )
        by_branch *= slope(kind, size)[:, None] * self.live[:, None]
        return Prediction(kind, size * self.live, scaled(kind, size * self.live), by_branch, more)
