"""Volts across a contact, a fuse or a joint: closed, open, or nothing arrives."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from hembit_circuits.advise.truth_codes import FULL, NO_AMPS, TruthCode, highest_of
from hembit_circuits.infer.explaining import weigh
from hembit_circuits.model.circuit import Circuit
from hembit_circuits.model.component import Role
from hembit_circuits.model.probe import UNITS, Probe, Reading
from hembit_circuits.solve.hypotheses import HELD_OPEN, Bools, Faults, Hypotheses, hypotheses_of
from hembit_circuits.solve.predicting import predict
from hembit_circuits.solve.prediction import Prediction, scaled, slope
from hembit_core.model import Model
from hembit_core.notation import quantity

_SURE = 0.95
"""Open is refuted where so much of the weight says so [1]."""


class Between(Model):
    """A part that lies between the two points, and which of its paths."""

    part: int
    path: int
    role: Role


def between_of(circuit: Circuit, probe: Probe) -> Between | None:
    """The part that lies right between two points: a contact or a joint first, then a load."""
    found = [
        Between(part=number, path=place, role=path.role)
        for number, part in enumerate(circuit.parts)
        for place, path in enumerate(part.component.paths)
        if {part.nodes[path.first], part.nodes[path.second]} == {probe.first, probe.second}
    ]
    order = (Role.CONTACT, Role.JOINT, Role.LOAD, Role.SOURCE)
    return min(found, key=lambda one: order.index(one.role), default=None)


def across(
    circuit: Circuit,
    faults: Faults,
    reading: Reading,
    there: Between,
    same: Sequence[Reading],
    none: bool,
) -> tuple[TruthCode, str]:
    """Across a contact, a fuse or a joint: judged by what it would read there if it were open."""
    name = circuit.parts[there.part].name
    if_open = _if_open(circuit, faults, there)
    if if_open is None:
        return TruthCode.AS_DUE, "As read"
    opened = predict(
        circuit,
        faults,
        Hypotheses(np.array([if_open]), np.zeros(1, dtype=np.int64), np.zeros(1)),
        reading.probe,
        reading.input_ohms,
    )
    full = float(opened.value[0])
    value = reading.value or 0.0
    if none:
        is_fed = any(_shows_volts(circuit, one) for one in same)
        if is_fed and _refuted(circuit, faults, reading, there, same, if_open) >= _SURE:
            return TruthCode.CLOSED, (
                f"{name} is closed: were it open, what was read in this state could not be"
            )
        return TruthCode.CLOSED_OR_DEAD, (
            f"{name} is closed, or nothing arrives at it: 0 V says either. Read the load, or from its "
            "far side to the other side of the supply, in this state"
        )
    if full > 0 and value >= FULL * full:
        return TruthCode.OPEN_UNDER_VOLTS, (
            f"{name} is open: the volts stand across it, and come through its load, which is whole"
        )
    lost = quantity(value, UNITS[reading.probe.kind], 2)
    return TruthCode.DROPS, (
        f"{lost} are lost across {name}: a closed one loses next to nothing. Burnt, loose, or a ghost "
        "across an open one with an open load behind it"
    )


def _shows_volts(circuit: Circuit, one: Reading) -> bool:
    """Whether a reading shows that volts arrive: what is only usual is no proof of it."""
    highest = highest_of(circuit, one.probe)
    least = NO_AMPS if one.probe.kind == "amps" else FULL / 2 * highest
    return (one.value or 0.0) > max(least, 2 * one.standard)


def _if_open(circuit: Circuit, faults: Faults, there: Between) -> int | None:
    """The place of the single fault that holds a path open."""
    branch = next(
        at
        for at, one in enumerate(circuit.branches)
        if one.part == there.part and one.path == there.path
    )
    for place, one in enumerate(faults.singles):
        if one.part == there.part and faults.held[place, branch] == HELD_OPEN:
            return place
    return None


def _refuted(
    circuit: Circuit,
    faults: Faults,
    reading: Reading,
    there: Between,
    same: Sequence[Reading],
    if_open: int,
) -> float:
    """How much of the weight says that something read now would be otherwise if it were open.

    A point that would float might show anything up to a ghost's volts: that refutes nothing.
    """
    weighed = weigh(circuit, faults, hypotheses_of(circuit, False), list(same))
    part = np.array([one.part for one in faults.singles])
    kept = np.flatnonzero(part[weighed.hypotheses.first] != there.part)
    first = weighed.hypotheses.first[kept]
    held = Hypotheses(first, np.full(len(kept), if_open), np.zeros(len(kept)))
    refuted = np.zeros(len(kept), dtype=bool)
    for one in (reading, *same):
        found = predict(circuit, faults, held, one.probe, one.input_ohms)
        refuted |= _is_far(one, found)
    weight = weighed.weight[kept]
    return float(weight[refuted].sum() / max(weight.sum(), 1e-300))


def _is_far(one: Reading, found: Prediction) -> Bools:
    """Whether a reading could not be what is predicted, a ghost allowed for."""
    kind, value = one.probe.kind, one.value or 0.0
    off = scaled(kind, value) - found.scaled
    parts = np.sqrt((found.by_branch**2).sum(axis=1)) + float(slope(kind, value)) * one.standard
    return np.asarray((off > 3 * parts + found.more) | (-off > 3 * parts + 10 * found.more))
