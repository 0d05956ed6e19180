"""Any two points asked: what a healthy machine reads there, with the band of its parts' tolerances."""

from __future__ import annotations

import numpy as np
from pydantic import Field

from hembit_core.circuits.circuit import Circuit
from hembit_core.circuits.hypotheses import SOUND, faults_of
from hembit_core.circuits.predicting import predict
from hembit_core.circuits.prediction import OPEN, SCALE, Prediction
from hembit_core.circuits.probe import UNITS, Kind, Probe
from hembit_core.errors import InputError
from hembit_core.model import Model
from hembit_core.notation import interval, quantity

_NOTHING = {"ohms": 0.0, "volts": 1.0, "amps": 0.01, "millivolts": 0.1}


class Asked(Model):
    """Two points, or a part whose amps are asked; contacts that are not as at rest; wires lifted.

    ``alone`` are the parts that alone are between the points, their wires lifted.
    """

    kind: Kind
    first: str = Field(default="", max_length=24)
    second: str = Field(default="", max_length=24)
    part: str = Field(default="", max_length=24)
    called: tuple[str, ...] = Field(default=(), max_length=60)
    lifted: tuple[str, ...] = Field(default=(), max_length=60)
    alone: tuple[str, ...] = Field(default=(), max_length=60)


class Healthy(Model):
    """What is read, in words, and its band; ``low`` and ``high`` in the kind's unit."""

    text: str
    detail: str
    value: float
    low: float
    high: float


def probe_of(circuit: Circuit, asked: Asked) -> Probe:
    """The measurement that is asked for.

    Raises
    ------
    InputError
        If a point or a part is not in the circuit.
    """
    keys = {part.key for part in circuit.parts}
    if asked.kind == "amps":
        if asked.part not in keys:
            raise InputError("Say in which part the amps are read.").at("part")
    else:
        for field in ("first", "second"):
            if getattr(asked, field) not in circuit.nodes:
                raise InputError("This point is not in the circuit. Choose one that is.").at(field)
        if asked.first == asked.second:
            raise InputError("Two different points are needed.").at("second")
    for field in ("called", "lifted", "alone"):
        if not set(getattr(asked, field)) <= keys:
            raise InputError("A part that is named is not in the circuit.").at(field)
    return Probe.model_validate(asked.model_dump())


_KNOWN = 0.25
"""A figure that may be less than such a share of itself is none [1]."""


def ask_healthy(circuit: Circuit, asked: Asked) -> Healthy:
    """What a healthy machine reads.

    Raises
    ------
    InputError
        If a point or a part is not in the circuit.
    """
    probe = probe_of(circuit, asked)
    return healthy_of(predict(circuit, faults_of(circuit), SOUND, probe))


def healthy_of(found: Prediction) -> Healthy:
    """A healthy machine's prediction in words, with its band (k = 2)."""
    value, unit = float(found.value[0]), UNITS[found.kind]
    scale, wide = 2 * SCALE[found.kind], 2 * float(found.spread[0])
    low = max(float(np.sinh(found.scaled[0] - wide)) * scale, 0.0)
    high = float(np.sinh(found.scaled[0] + wide)) * scale
    edges = {"value": value, "low": low, "high": high}
    if found.kind == "ohms" and value >= OPEN:
        return Healthy(text="OL", detail="no path between them while it is dead", **edges)
    if found.more[0] > 0:
        told = "nothing holds this point: a meter may show anything; use low impedance"
        return Healthy(text="indeterminate", detail=told, **edges)
    if value <= _NOTHING[found.kind] and found.kind != "ohms":
        return Healthy(text=f"0 {unit}", detail=f"up to {quantity(max(high, 0.01), unit, 2)}", **edges)
    if found.kind == "ohms" and low < _KNOWN * value:
        # Contacts and joints: of some milliohms no digit is known, only how many there are at the most.
        detail = f"up to {quantity(high, unit, 2)} by the parts' tolerances"
        return Healthy(text=f"near 0 {unit}", detail=detail, **edges)
    return Healthy(
        text=quantity(value, unit, 3),
        detail=f"{interval(low, high, unit, 3)} by the parts' tolerances",
        **edges,
    )
