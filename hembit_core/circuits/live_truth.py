"""What a reading between two points says by itself: 0 V that means closed, and 0 V that means nothing.

A figure counts only with what else is known at that moment: whether volts arrive at all. That is
worked out from all other readings in the same state of the machine.
"""

from __future__ import annotations

from collections.abc import Sequence
from enum import StrEnum

import numpy as np

from hembit_core.circuits.asked import Due, due_at, told_of
from hembit_core.circuits.circuit import CASE, Circuit
from hembit_core.circuits.component import Role
from hembit_core.circuits.explaining import weigh
from hembit_core.circuits.hypotheses import (
    HELD_OPEN,
    Bools,
    Faults,
    Hypotheses,
    faults_of,
    hypotheses_of,
)
from hembit_core.circuits.predicting import predict
from hembit_core.circuits.prediction import OPEN, SCALE, Prediction, scaled, slope
from hembit_core.circuits.probe import UNITS, Probe, Reading
from hembit_core.model import Model
from hembit_core.notation import quantity

SURE = 0.95
"""Open is refuted where so much of the weight says so [1]."""
_FULL, _NOTHING = 0.8, 0.03
"""Of the volts that are due: from here on full, up to here none [1]."""
_AMPS = 0.03
"""Less is no current [A]."""


class TruthCode(StrEnum):
    """What a reading says."""

    AS_DUE = "as_due"
    CLOSED = "closed"
    CLOSED_OR_DEAD = "closed_or_dead"
    OPEN_UNDER_VOLTS = "open_under_volts"
    DROPS = "drops"
    NO_CURRENT = "no_current"
    NOTHING_ARRIVES = "nothing_arrives"
    TOO_LITTLE_ARRIVES = "too_little_arrives"
    TO_EARTH_ONLY = "to_earth_only"
    RETURN_LOST = "return_lost"
    VOLTS_WHERE_NONE = "volts_where_none"
    MAY_BE_GHOST = "may_be_ghost"
    NO_PATH = "no_path"
    LOWER = "lower"
    HIGHER = "higher"


class Truth(Model):
    """What a reading says: in a sentence, with what a healthy machine reads there."""

    code: TruthCode
    text: str
    due: str


class Between(Model):
    """A part that lies between the two points, and which of its paths."""

    part: int
    path: int
    role: Role


def truth_of(circuit: Circuit, reading: Reading, others: Sequence[Reading] = ()) -> Truth:
    """What a reading says by itself, and with the ``others`` that were taken in the same state."""
    faults, probe = faults_of(circuit), reading.probe
    due = due_at(circuit, probe, reading.input_ohms)
    healthy = told_of(due)
    if probe.kind == "ohms":
        code, text = _ohms(reading, due)
    elif probe.kind == "amps":
        code, text = _amps(circuit, reading, due)
    else:
        same = [one for one in others if one.probe.is_live and one.probe.called == probe.called]
        code, text = _volts(circuit, faults, reading, due, same)
    return Truth(code=code, text=text, due=f"{healthy.text}: {healthy.detail}")


def _fits(reading: Reading, due: Due) -> bool:
    if reading.value is None:
        return due.value >= reading.ceiling
    return due.low - 2 * reading.standard <= reading.value <= due.high + 2 * reading.standard


def _ohms(reading: Reading, due: Due) -> tuple[TruthCode, str]:
    if _fits(reading, due):
        return TruthCode.AS_DUE, "As in a healthy machine"
    if reading.value is None:
        return TruthCode.NO_PATH, "No path where there is one in a healthy machine: something is open"
    if reading.value < due.value:
        if due.value >= OPEN:
            return TruthCode.LOWER, (
                "A path where there is none in a healthy machine: a leak, a short, or something closed"
            )
        return TruthCode.LOWER, "Lower than due: a short, a leak, or another path beside it"
    return TruthCode.HIGHER, "Higher than due: part of the path is open, or a joint is bad"


def _amps(circuit: Circuit, reading: Reading, due: Due) -> tuple[TruthCode, str]:
    value = reading.value or 0.0
    name = circuit.parts[circuit.place_of(reading.probe.part)].name
    if _fits(reading, due):
        return TruthCode.AS_DUE, "As in a healthy machine"
    if value <= max(_AMPS, 2 * reading.standard):
        return TruthCode.NO_CURRENT, (
            f"No current in {name}: it is open, or nothing arrives. Read the volts across it now"
        )
    if value < due.value:
        return TruthCode.LOWER, f"{name} takes less than due: too few volts, or too many ohms"
    return TruthCode.HIGHER, f"{name} takes more than due: too few ohms, or too many volts"


def _volts(
    circuit: Circuit, faults: Faults, reading: Reading, due: Due, same: Sequence[Reading]
) -> tuple[TruthCode, str]:
    value, probe = reading.value or 0.0, reading.probe
    highest = _highest(circuit, probe)
    none = value <= max(_NOTHING * highest, 2 * reading.standard)
    if due.floats and not none:
        return TruthCode.MAY_BE_GHOST, _GHOST
    there = between_of(circuit, probe)
    if there is not None and there.role in (Role.CONTACT, Role.JOINT):
        return _across(circuit, faults, reading, there, same, none)
    if _fits(reading, due):
        if CASE in (probe.first, probe.second) and not none:
            return TruthCode.TO_EARTH_ONLY, (
                "Volts to earth, as due: the line arrives here. That a current can flow, or that the "
                "return is whole, it does not say: read across the load as well"
            )
        return TruthCode.AS_DUE, "As in a healthy machine"
    if due.value < SCALE[probe.kind] and value > _FULL * highest / 2:
        if CASE in (probe.first, probe.second) and _is_return(circuit, probe):
            return TruthCode.RETURN_LOST, (
                "Volts where there should be none: the return to the supply is open, and what hangs on "
                "it stands at the line's volts through its load. Treat it as live"
            )
        return TruthCode.VOLTS_WHERE_NONE, (
            "Volts where there should be none: something is closed that should be open, something "
            "between the two is open that should be closed, or the return is lost. Treat it as live"
        )
    if none and due.value <= _NOTHING * highest:
        return TruthCode.AS_DUE, "As in a healthy machine: no volts"
    if none:
        what = "across it" if there is not None else "here"
        return TruthCode.NOTHING_ARRIVES, (
            f"Nothing {what}: the line or the return is open before it, or a leg is missing. Read each "
            "of the two points to the other side of the supply, now"
        )
    if value < due.value:
        return TruthCode.TOO_LITTLE_ARRIVES, (
            "Less than due: a leg is missing and another feeds back, a joint drops the rest, or a "
            "ghost stands on a wire that nothing holds. Read it again with low impedance"
        )
    return TruthCode.HIGHER, "More than due: the supply is too high, or the neutral is lost"


_GHOST = (
    "Nothing holds this point: what stands there may be a ghost. Read it again with low impedance, and "
    "do not take it for dead before that"
)


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


def _across(
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
        if is_fed and _refuted(circuit, faults, reading, there, same, if_open) >= SURE:
            return TruthCode.CLOSED, (
                f"{name} is closed: were it open, what was read in this state could not be"
            )
        return TruthCode.CLOSED_OR_DEAD, (
            f"{name} is closed, or nothing arrives at it: 0 V says either. Read the load, or from its "
            "far side to the other side of the supply, in this state"
        )
    if full > 0 and value >= _FULL * full:
        return TruthCode.OPEN_UNDER_VOLTS, (
            f"{name} is open: the volts stand across it, and come through its load, which is whole"
        )
    lost = quantity(value, UNITS[reading.probe.kind], 2)
    return TruthCode.DROPS, (
        f"{lost} are lost across {name}: a closed one loses next to nothing. Burnt, loose, or a ghost "
        "across an open one with an open load behind it"
    )


def _is_return(circuit: Circuit, probe: Probe) -> bool:
    """Whether one of the points is a neutral's own: a source of no volts."""
    neutral = {
        node
        for part in circuit.parts
        if not part.component.volts and any(path.role is Role.SOURCE for path in part.component.paths)
        for node in part.nodes
    }
    return bool({probe.first, probe.second} - {CASE} & neutral)


def _highest(circuit: Circuit, probe: Probe) -> float:
    """The highest supply, in the unit of a measurement [V or mV]."""
    volts = max((part.component.volts for part in circuit.parts), default=0.0)
    return volts * 1000 if probe.kind == "millivolts" else volts


def _shows_volts(circuit: Circuit, one: Reading) -> bool:
    """Whether a reading shows that volts arrive: what is only usual is no proof of it."""
    highest = _highest(circuit, one.probe)
    least = _AMPS if one.probe.kind == "amps" else _FULL / 2 * highest
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
