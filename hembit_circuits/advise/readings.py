"""A part's own readings as its machine's circuit has them: where the probes were, and the figure."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Any

from hembit_circuits.advise.points import reading_of
from hembit_circuits.model.circuit import CASE, Circuit
from hembit_circuits.model.component import Role as PathRole
from hembit_circuits.model.probe import Probe, Reading
from hembit_core.conformity.states import State
from hembit_core.errors import InputError
from hembit_core.families.registry import about, with_role
from hembit_core.judging.judgement import Judgement
from hembit_core.judging.measurand import Role
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.display import Function
from hembit_core.measuring.meter_figures import meter_figure

_HOT = frozenset({State.NOT_READY, State.NOT_COMPARABLE})
_WEIGHS_LESS = 0.1
"""A reading that was taken hot, or under conditions nobody vouches for, counts so much [1]."""
_VOLTS = ("voltage", "across")
"""The fields of a live reading that are volts between the part's own terminals."""
_PAIRS = "–"


def readings_on(
    circuit: Circuit,
    keys: Sequence[str],
    reading: Any,
    judgement: Judgement,
    conditions: Conditions,
    key: str = "",
) -> tuple[Reading, ...]:
    """A reading of the parts ``keys`` (several for a bank) as the circuit has it; none it says nothing.

    Parameters
    ----------
    reading : as it was typed; ``judgement`` and ``conditions`` are its own.
    key : by which it is known.
    """
    if judgement.state is State.PLEASE_CONFIRM:
        return ()
    weight = _WEIGHS_LESS if judgement.state in _HOT else 1.0
    role = about(reading.measurand).role
    if role is Role.SUPPLY:
        found = list(_supply(circuit, reading, conditions))
    elif role is Role.WORKING and len(keys) == 1:
        found = list(_working(circuit, keys[0], reading, conditions))
    elif keys:
        found = list(_ohms(circuit, keys, reading, judgement))
    else:
        found = []
    return tuple(one.model_copy(update={"key": key, "weight": weight}) for one in found)


def _ohms(
    circuit: Circuit, keys: Sequence[str], reading: Any, judgement: Judgement
) -> Iterator[Reading]:
    probe = _probe(circuit, keys, reading)
    if probe is None:
        return
    value = judgement.value
    if value is not None and value.unit == "Ω":
        yield Reading(probe=probe, value=value.value, standard=value.expanded / 2)
    # Where no figure came, it was an overflow: what is broken, or open and insulated as it should be.
    elif value is None and judgement.state in (State.OPEN, State.WITHIN):
        yield Reading(probe=probe, value=None, standard=0.0)


def _probe(circuit: Circuit, keys: Sequence[str], reading: Any) -> Probe | None:
    parts = [circuit.parts[circuit.place_of(key)] for key in keys]
    part = parts[0]
    if any(len(each.component.paths) != 1 or each.nodes != part.nodes for each in parts):
        return None  # which of the terminals were read is not said
    path = part.component.paths[0]
    first, second = part.nodes[path.first], part.nodes[path.second]
    in_circuit = getattr(reading, "connection", None) == "in_circuit"
    alone = () if in_circuit else tuple(keys)
    if about(reading.measurand).role is Role.TO_CASE:
        return Probe(kind="ohms", first=first, second=CASE, alone=alone)
    called: tuple[str, ...] = ()
    if path.role is PathRole.CONTACT and reading.measurand in ("contact_open", "contact_closed"):
        asks_closed = reading.measurand == "contact_closed"
        called = () if asks_closed == path.closed_at_rest else tuple(keys)
    elif reading.measurand not in with_role(Role.ALONG):
        return None
    return Probe(kind="ohms", first=first, second=second, alone=alone, called=called)


def _working(circuit: Circuit, key: str, reading: Any, conditions: Conditions) -> Iterator[Reading]:
    """Volts across the part, and amps through it, while the machine works."""
    part = circuit.parts[circuit.place_of(key)]
    if len(part.component.paths) != 1 or reading.answers.get("calling") == "no":
        return  # how its contacts stood is not known
    path = part.component.paths[0]
    called = circuit.working
    should_be = getattr(reading, "should_be", None)
    if path.role is PathRole.CONTACT and should_be:
        turned = (should_be == "closed") != path.closed_at_rest
        called = tuple(one for one in called if one != key) + ((key,) if turned else ())
    first, second = part.nodes[path.first], part.nodes[path.second]
    volts = Probe(kind="volts", first=first, second=second, called=called)
    for field in _VOLTS:
        yield from _figure(reading, field, Function.VOLTAGE, volts, conditions)
    amps = Probe(kind="amps", part=key, called=called)
    yield from _figure(reading, "current", Function.CURRENT, amps, conditions)


def _supply(circuit: Circuit, reading: Any, conditions: Conditions) -> Iterator[Reading]:
    """Volts of every pair of lines that the circuit calls as the supply does."""
    for name, text in reading.volts.items():
        first, _, second = name.partition(_PAIRS)
        if not text.strip() or not {first, second} <= set(circuit.nodes):
            continue
        probe = Probe(kind="volts", first=first, second=second, called=circuit.working)
        try:
            figure = meter_figure(
                text, Function.VOLTAGE, reading.answers, f"volts.{name}", conditions.meter, signed=True
            )
        except InputError:
            continue  # it was kept with an answer that names the pair by itself
        yield reading_of(probe, figure, conditions.meter)


def _figure(
    reading: Any, field: str, function: Function, probe: Probe, conditions: Conditions
) -> Iterator[Reading]:
    text = getattr(reading, field, None)
    if not text or not text.strip():
        return
    try:
        figure = meter_figure(text, function, reading.answers, field, conditions.meter, signed=True)
    except InputError:
        return  # judged all the same, by what the family makes of it
    yield reading_of(probe, figure, conditions.meter)
