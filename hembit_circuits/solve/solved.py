"""A machine in one state, dead or live, solved for every measurement in that state."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

import numpy as np

from hembit_circuits.model.circuit import Circuit
from hembit_circuits.model.probe import Kind, Probe
from hembit_circuits.solve.hypotheses import Faults, Floats, Hypotheses, Ints
from hembit_circuits.solve.network import OWN_AT_WORK, followed
from hembit_circuits.solve.prediction import (
    LEAST_OHMS,
    OPEN,
    Prediction,
    along,
    chord,
    scaled,
    slope,
    straight,
)
from hembit_circuits.solve.settling import settled, solver_of

FLOATS_FROM = 1e6
"""A node that is fed through more floats, and a ghost may stand there [Ω]."""
GHOST = 0.6
"""How far that ghost may stand, of the highest supply; two standard deviations [1]."""
GHOST_BEHIND = 1e7
"""What feeds a ghost: some picofarads along a wire [Ω]."""
_COLLAPSES = 0.02
"""A meter that leaves less of a ghost shows none [1]."""
_FEW = 2
"""More pairs of nodes than that are read off one inverse [1]."""


_AT_ONCE = 400_000
"""So many changes by branches are worked out at once [1]."""


class Solved:
    """A machine in one state under each hypothesis; arrays of probes are (probes, hypotheses, …)."""

    def __init__(
        self,
        circuit: Circuit,
        faults: Faults,
        hypotheses: Hypotheses,
        probes: Sequence[Probe],
        drawn: Floats | None,
    ) -> None:
        self.probes, self.faults = probes, faults
        self.ends = np.array([_ends(circuit, one) for one in probes])
        many = len(probes) > _FEW
        if probes[0].is_live:
            self.network, self.solver, self.potentials, tripped = settled(
                circuit, faults, hypotheses, probes[0], drawn, many=many
            )
            self.live = ~tripped
            self.highest = np.abs(self.network.volts).max(axis=1, initial=0.0)
        else:
            self.network, self.solver = solver_of(
                circuit, faults, hypotheses, probes[0], None, drawn, many=many
            )
        # About the middle a wide spread reaches further up than it is steep there.
        self.spread = self.network.spread if drawn is not None else straight(self.network.spread)

    def read(self, input_ohms: float) -> list[Prediction]:
        """What each probe reads."""
        step = max(1, _AT_ONCE // self.network.conductance.size)
        found: dict[int, Prediction] = {}
        for kind, way in (
            ("ohms", self._ohms),
            ("volts", self._volts),
            ("millivolts", self._millivolts),
            ("amps", self._amps),
        ):
            places = [place for place, one in enumerate(self.probes) if one.kind == kind]
            for start in range(0, len(places), step):
                some = places[start : start + step]
                for place, one in zip(some, way(self.ends[some], input_ohms), strict=True):
                    found[place] = one
        return [found[place] for place in range(len(self.probes))]

    def _ohms(self, ends: Ints, _input_ohms: float) -> Iterator[Prediction]:
        """One ampere is driven from probe to probe: R = V, ∂R/∂ln Rᵦ = vᵦ² gᵦ."""
        x, network = self._driven(ends), self.network
        # Above any meter's range all is one thing, an overflow: how far above says nothing.
        ohms = np.clip(_across(x, ends), LEAST_OHMS, OPEN)
        by_branch = np.zeros((*ohms.shape, self.faults.unknowns))
        own = by_branch[..., : network.conductance.shape[-1]]
        np.square(self.network.along(x), out=own)
        own *= network.conductance * self.spread
        steep = slope("ohms", ohms)
        own *= (steep * (ohms < OPEN))[..., None]
        return _each("ohms", ohms, by_branch, steep, np.zeros_like(ohms))

    def _millivolts(self, ends: Ints, input_ohms: float) -> Iterator[Prediction]:
        return self._volts(ends, input_ohms, "millivolts", 1000.0)

    def _volts(
        self, ends: Ints, input_ohms: float, kind: Kind = "volts", per_volt: float = 1.0
    ) -> Iterator[Prediction]:
        """Volts, and their changes by the adjoint network.

        The voltmeter's input stands between its probes: with Z the impedance behind them it leaves
        input / (input + Z) of every potential difference it makes.
        """
        adjoint = self._driven(ends)
        behind = _across(adjoint, ends)
        alone = _across(np.broadcast_to(self.potentials, adjoint.shape), ends)
        share = input_ohms / (input_ohms + behind)
        taken = alone / (input_ohms + behind)  # by the meter [A]
        loaded = self.potentials - adjoint * taken[..., None]
        change, drive = self._changes(adjoint * share[..., None], loaded)
        left = input_ohms / (input_ohms + GHOST_BEHIND)
        floats = (np.abs(behind) > FLOATS_FROM) & (left > _COLLAPSES) & self.live
        figure = alone * share * per_volt
        size, ghost_volts = np.abs(figure), GHOST * left * self.highest * per_volt
        ghost = scaled(kind, size + ghost_volts) - scaled(kind, size)
        more = np.where(floats, ghost / 2, 0.0)
        return self._of_live(kind, figure, change * per_volt, drive * per_volt, more)

    def _amps(self, ends: Ints, _input_ohms: float) -> Iterator[Prediction]:
        """Amps through a path, I = g (E − v): by every branch through v, by its own through g too."""
        places = ends[:, 2]
        rows = np.arange(len(places))
        own, volts = self.network.conductance.T[places], self.network.volts.T[places]
        change, drive = (
            -own[..., None] * one for one in self._changes(self._driven(ends), self.potentials)
        )
        across = _across(np.broadcast_to(self.potentials, (len(ends), *self.potentials.shape)), ends)
        amps = own * (volts - across)
        change[rows, :, places] -= amps
        drive[rows, :, places] += own * volts
        return self._of_live("amps", amps, change, drive, np.zeros(amps.shape))

    def _driven(self, ends: Ints) -> np.ndarray:
        """Potentials by one ampere from node to node, shape (probes, hypotheses, nodes)."""
        return np.stack([self.solver.between(int(one[0]), int(one[1])) for one in ends])

    def _changes(self, adjoint: np.ndarray, potentials: np.ndarray) -> tuple[np.ndarray, np.ndarray]:
        """By each branch's ln R, and by each source's ln V."""
        through = self.network.conductance * self.network.along(adjoint)
        return -through * (
            self.network.volts - self.network.along(potentials)
        ), through * self.network.volts

    def _of_live(
        self, kind: Kind, figure: np.ndarray, change: np.ndarray, drive: np.ndarray, more: np.ndarray
    ) -> Iterator[Prediction]:
        size = np.abs(figure)
        by_ohms = along(kind, figure, change) * self.spread
        by_branch = np.concatenate(
            [
                by_ohms * followed(self.faults),
                # A source's volts are known to a few per cent; that goes with every figure alike.
                along(kind, figure, drive[..., self.faults.sources]) * self.faults.volts_spread,
                by_ohms[..., self.faults.loads] * OWN_AT_WORK,
            ],
            axis=-1,
        )
        steep = chord(kind, size, np.sqrt(np.einsum("phb,phb->ph", by_branch, by_branch)))
        by_branch *= (steep * self.live)[..., None]
        return _each(kind, size * self.live, by_branch, steep, more)


def _each(
    kind: Kind, value: Floats, by_branch: Floats, steep: Floats, more: Floats
) -> Iterator[Prediction]:
    found = scaled(kind, value)
    return (
        Prediction(kind, value[place], found[place], by_branch[place], steep[place], more[place])
        for place in range(len(value))
    )


def _across(potentials: np.ndarray, ends: Ints) -> np.ndarray:
    """Between the probes, shape (probes, hypotheses)."""
    rows = np.arange(len(ends))
    return np.asarray(potentials[rows, :, ends[:, 0]] - potentials[rows, :, ends[:, 1]])


def _ends(circuit: Circuit, probe: Probe) -> tuple[int, int, int]:
    """The nodes of the probes; of a clamp, those at the ends of the path it is round, and the path."""
    if probe.kind != "amps":
        return circuit.nodes.index(probe.first), circuit.nodes.index(probe.second), -1
    part = circuit.place_of(probe.part)
    place = next(
        at for at, one in enumerate(circuit.branches) if one.part == part and one.path == probe.path
    )
    first, second = circuit.ends[place]
    return int(first), int(second), place
