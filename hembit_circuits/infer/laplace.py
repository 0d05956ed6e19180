"""Figures about the likeliest parts: anew where predictions bend, and what an unlikely part counts."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from hembit_circuits.infer.joint import Joint
from hembit_circuits.model.circuit import Circuit
from hembit_circuits.model.probe import Reading
from hembit_circuits.solve.hypotheses import Faults, Floats, Hypotheses
from hembit_circuits.solve.predicting import predict_many
from hembit_circuits.solve.prediction import Prediction

_ROUNDS = 2
_EDGE, _STEEP = 2.0, 3.0
"""Where a part's tolerance ends [standard deviations], and how steeply it does [1]."""


def predicted(
    circuit: Circuit,
    faults: Faults,
    hypotheses: Hypotheses,
    readings: Sequence[Reading],
    drawn: Floats | None = None,
) -> list[Prediction]:
    """What readings through one meter's input would be."""
    probes = [one.probe for one in readings]
    return predict_many(circuit, faults, hypotheses, probes, readings[0].input_ohms, drawn)


def laplace(
    circuit: Circuit,
    faults: Faults,
    hypotheses: Hypotheses,
    groups: Sequence[Sequence[Reading]],
    drawn: Floats,
) -> Joint:
    """All figures anew about the likeliest parts (Laplace's approximation)."""
    figures = [one for some in groups for one in some if one.value is not None]
    inputs = sorted({one.input_ohms for one in figures})
    of_one_meter = [[one for one in figures if one.input_ohms == ohms] for ohms in inputs]
    joint = Joint.of_none(len(hypotheses))
    for _ in range(_ROUNDS):
        joint = Joint.of_none(len(hypotheses))
        for some in of_one_meter:
            found = predicted(circuit, faults, hypotheses, some, drawn)
            for one, each in zip(some, found, strict=True):
                joint = joint.with_reading(each, one, drawn)
        drawn = joint.drawn()
    return joint


def beyond_tolerance(faults: Faults, hypotheses: Hypotheses, drawn: Floats) -> Floats:
    """What it counts against a hypothesis that a part would have to lie outside its tolerance [ln].

    A tolerance is a limit that makers keep, not a bell: past its edge, at two standard deviations,
    a part without a fault is less likely than a normal law has it.
    """
    is_load = faults.is_load & ~faults.touched[hypotheses.first] & ~faults.touched[hypotheses.second]
    off = np.abs(drawn[:, : is_load.shape[1]]) - _EDGE
    return np.asarray(_STEEP * (np.where(is_load, np.maximum(off, 0.0), 0.0) ** 2).sum(axis=1))
