"""What a reading between two points says by itself: 0 V that means closed, and 0 V that means nothing.

A figure counts only with what else is known at that moment: whether volts arrive at all. That is
worked out from all other readings in the same state of the machine.
"""

from __future__ import annotations

from collections.abc import Sequence

from hembit_circuits.advise.across import across, between_of
from hembit_circuits.advise.asked import Due, due_at, told_of
from hembit_circuits.advise.meeting_loads import loads_meeting
from hembit_circuits.advise.truth_codes import FULL, NO_AMPS, Truth, TruthCode, highest_of
from hembit_circuits.model.circuit import CASE, Circuit
from hembit_circuits.model.clamps import clamp_text
from hembit_circuits.model.component import Role
from hembit_circuits.model.probe import Probe, Reading
from hembit_circuits.solve.hypotheses import Faults, faults_of
from hembit_circuits.solve.prediction import OPEN, SCALE

_NOTHING = 0.03
"""Of the highest supply: up to here no volts [1]."""
_NAMED = 4
"""More loads than that are counted, not named [1]."""


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
    name = clamp_text(circuit, reading.probe.part, reading.probe.path)
    if _fits(reading, due):
        return TruthCode.AS_DUE, "As in a healthy machine"
    if value <= max(NO_AMPS, 2 * reading.standard):
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
    highest = highest_of(circuit, probe)
    none = value <= max(_NOTHING * highest, 2 * reading.standard)
    if due.floats and not none:
        return TruthCode.MAY_BE_GHOST, _GHOST
    there = between_of(circuit, probe)
    if there is not None and there.role in (Role.CONTACT, Role.JOINT):
        return across(circuit, faults, reading, there, same, none)
    if _fits(reading, due):
        if CASE in (probe.first, probe.second) and probe.kind == "volts" and not none:
            return TruthCode.TO_EARTH_ONLY, (
                "Volts to earth, as due: the line arrives here. That a current can flow, or that the "
                "return is whole, it does not say: read across the load as well"
            )
        return TruthCode.AS_DUE, "As in a healthy machine"
    is_where_none = due.value < SCALE[probe.kind] and value > FULL * highest / 2
    if is_where_none and CASE in (probe.first, probe.second) and _is_return(circuit, probe):
        return TruthCode.RETURN_LOST, (
            "Volts where there should be none: the return to the supply is open, and what hangs on "
            "it stands at the line's volts through its load. Treat it as live"
        )
    meeting = loads_meeting(circuit, probe)
    if meeting and not (none and due.value <= _NOTHING * highest):
        return TruthCode.LOADS_UNEQUAL, (
            f"{'More' if value > due.value else 'Less'} than due where {_listed(meeting)} meet and "
            "nothing else holds the point: one of them is open, shorted or off its ohms, or nothing "
            "arrives at its far end"
        )
    if is_where_none:
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


def _listed(names: Sequence[str]) -> str:
    if len(names) > _NAMED:
        return f"{len(names)} loads"
    return f"{', '.join(names[:-1])} and {names[-1]}"


_GHOST = (
    "Nothing holds this point: what stands there may be a ghost. Read it again with low impedance, and "
    "do not take it for dead before that"
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
