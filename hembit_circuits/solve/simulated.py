"""A simulated machine: a circuit with faults drawn, that answers any measurement through a meter."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from hembit_circuits.model.circuit import Circuit
from hembit_circuits.model.probe import Probe, Reading
from hembit_circuits.solve.hypotheses import SOUND, Faults, faults_of
from hembit_circuits.solve.predicting import predict

SQRT3 = 3**0.5
_LIKE_COLD = 0.8
"""How far a part's ohms at work follow its own cold ones [1]."""


@dataclass(frozen=True)
class SimulatedMeter:
    """A meter's limits: share of the figure and an absolute part, by kind [1; Ω, V, A, mV]."""

    share: float = 0.008
    least: tuple[float, float, float, float] = (0.1, 0.3, 0.03, 0.05)
    ceiling: float = 4e7
    input_ohms: float = 1e7

    def limit(self, kind: str, value: float) -> float:
        """How far a figure may be off."""
        return self.share * value + self.least[("ohms", "volts", "amps", "millivolts").index(kind)]


@dataclass(frozen=True)
class SimulatedMachine:
    """A machine with its own parts, drawn within their tolerance, and what is wrong with it."""

    circuit: Circuit
    own: Faults
    meter: SimulatedMeter
    random: np.random.Generator

    def read(self, probe: Probe) -> Reading:
        """Take a measurement."""
        found = predict(self.circuit, self.own, SOUND, probe, self.meter.input_ohms)
        true = float(found.value[0])
        if found.more[0] > 0:  # a ghost on a floating wire
            true = abs(true + float(self.random.normal(0, 20.0)))
        if probe.kind == "ohms" and true > self.meter.ceiling:
            return Reading(probe=probe, value=None, standard=0.0, ceiling=self.meter.ceiling)
        limit = self.meter.limit(probe.kind, true)
        shown = max(true + float(self.random.uniform(-limit, limit)), 0.0)
        return Reading(
            probe=probe,
            value=shown,
            standard=limit / SQRT3,
            ceiling=self.meter.ceiling,
            input_ohms=self.meter.input_ohms,
        )


def simulate(
    circuit: Circuit,
    wrong: tuple[int, ...],
    random: np.random.Generator,
    meter: SimulatedMeter | None = None,
) -> SimulatedMachine:
    """A machine with the single faults ``wrong`` (their places in :func:`faults_of`) in it.

    Parts lie evenly within ±√3 standard deviations of what they should be, a fault's severity evenly
    in ln R within that of its level: apart from the normal laws by which explanations are weighed.
    """
    faults = faults_of(circuit)
    rows = {name: getattr(faults, name)[0].copy() for name in _DRAWN}
    for one in wrong:
        touched = faults.touched[one]
        for name, row in rows.items():
            row[touched] = getattr(faults, name)[one][touched]
    drawn = random.uniform(-SQRT3, SQRT3, (2, len(circuit.branches)))
    share = np.array([1.0, 0.0]), np.array([_LIKE_COLD, (1 - _LIKE_COLD**2) ** 0.5])
    for name, spread, of in (("cold", "spread_cold", share[0]), ("live", "spread_live", share[1])):
        rows[name] = rows[name] * np.exp(of @ drawn * rows[spread])
        rows[spread] = np.zeros_like(rows[spread])
    own = replace(
        faults,
        singles=faults.singles[:1],
        prior=np.ones(1),
        touched=np.zeros((1, len(circuit.branches)), dtype=bool),
        **{name: row[None, :] for name, row in rows.items()},
    )
    return SimulatedMachine(circuit, own, meter or SimulatedMeter(), random)


_DRAWN = ("cold", "live", "reactive", "spread_cold", "spread_live", "held", "absent")
