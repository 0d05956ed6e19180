"""Any two points asked: what a healthy machine reads there, with the band of its parts' tolerances."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from pydantic import Field

from hembit_circuits.model.circuit import Circuit
from hembit_circuits.model.probe import UNITS, Kind, Probe
from hembit_circuits.solve.hypotheses import SOUND, Hypotheses, faults_of
from hembit_circuits.solve.predicting import predict
from hembit_circuits.solve.prediction import OPEN, SCALE
from hembit_circuits.solve.protection import without_protection
from hembit_core.errors import InputError
from hembit_core.model import Model
from hembit_core.notation import interval, quantity

_NOTHING = {"ohms": 0.0, "volts": 1.0, "amps": 0.01, "millivolts": 0.1}


class Asked(Model):
    """Two points, or a part whose amps are asked; contacts that are not as at rest; wires lifted.

    ``path`` is which of the part's paths the clamp is round.
    ``alone`` are the parts that alone are between the points, their wires lifted.
    """

    kind: Kind
    first: str = Field(default="", max_length=24)
    second: str = Field(default="", max_length=24)
    part: str = Field(default="", max_length=24)
    path: int = Field(default=0, ge=0, le=9)
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
        if asked.path >= len(circuit.parts[circuit.place_of(asked.part)].component.paths):
            raise InputError("It has no such lead. Choose one that it has.").at("part")
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


_MILLIOHMS, _KNOWN = 1.0, 2.0
"""Of fewer ohms, which may be so many times as many, no digit is known [Ω, 1]."""


def ask_healthy(circuit: Circuit, asked: Asked) -> Healthy:
    """What a healthy machine reads.

    Raises
    ------
    InputError
        If a point or a part is not in the circuit.
    """
    return told_of(due_at(circuit, probe_of(circuit, asked)))


@dataclass(frozen=True)
class Due:
    """What a healthy machine reads, and its band (k = 2), in the kind's unit; whether it floats."""

    kind: Kind
    value: float
    low: float
    high: float
    floats: bool


@lru_cache(maxsize=512)
def due_at(circuit: Circuit, probe: Probe, input_ohms: float = 1e7) -> Due:
    """What a healthy machine reads, solved again with each part two standard deviations off.

    What each part makes of it, upward and downward, is added in squares: where a figure bends, or is
    the size of what has no direction, as at a star point, its slope is none. A protection that holds
    is not taken to trip by it: no band reaches to 0 V for that.

    References
    ----------
    JCGM 100 (GUM) 5.1.3, note 2: sensitivities as differences.
    """
    middle = predict(circuit, faults_of(circuit), SOUND, probe, input_ohms)
    free = without_protection(circuit)
    faults = faults_of(free)
    each = 2 * np.eye(faults.unknowns)
    drawn = np.vstack([np.zeros(faults.unknowns), each, -each])
    none = np.zeros(len(drawn), dtype=np.int64)
    sound = Hypotheses(none, none, np.zeros(len(none)))
    found = predict(free, faults, sound, probe, input_ohms, drawn)
    value = float(middle.value[0])
    if value == 0 and found.value[0] > 0:
        return Due(found.kind, value, value, value, floats=False)  # all at once, it trips
    both = (found.value[1:] - found.value[0]).reshape(2, -1)
    low = value - float(np.linalg.norm(np.maximum(-both, 0.0).max(axis=0)))
    high = value + float(np.linalg.norm(np.maximum(both, 0.0).max(axis=0)))
    floats = bool(found.more[0] > 0)
    if floats:
        scale = 2 * SCALE[found.kind]
        high = max(high, float(np.sinh(found.scaled[0] + 2 * found.more[0])) * scale)
    return Due(found.kind, value, max(low, 0.0), high, floats)


def told_of(due: Due) -> Healthy:
    """What is due, in words."""
    kind, value, low, high = due.kind, due.value, due.low, due.high
    unit, edges = UNITS[kind], {"value": value, "low": low, "high": high}
    if kind == "ohms" and value >= OPEN:
        return Healthy(text="OL", detail="no path between them while it is dead", **edges)
    if due.floats:
        told = "nothing holds this point: a meter may show anything; use low impedance"
        return Healthy(text="indeterminate", detail=told, **edges)
    if value <= _NOTHING[kind] and kind != "ohms":
        return Healthy(text=f"0 {unit}", detail=f"up to {quantity(max(high, 0.01), unit, 2)}", **edges)
    if kind == "ohms" and value < _MILLIOHMS and high > _KNOWN * value:
        # Contacts and joints: of some milliohms no digit is known, only how many there are at the most.
        detail = f"up to {quantity(high, unit, 2)} by the parts' tolerances"
        return Healthy(text=f"near 0 {unit}", detail=detail, **edges)
    return Healthy(
        text=quantity(value, unit, 3),
        detail=f"{interval(low, high, unit, 3)} by the parts' tolerances",
        **edges,
    )
