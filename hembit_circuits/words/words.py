"""Explanations and measurements in a technician's words."""

from __future__ import annotations

from collections.abc import Sequence

from hembit_circuits.advise.diagnosis import Diagnosis
from hembit_circuits.advise.next_reading import Worth
from hembit_circuits.infer.explanations import Explanation
from hembit_circuits.infer.suspects import Suspicion, share_text, standings
from hembit_circuits.model.circuit import Circuit
from hembit_circuits.model.clamps import clamp_text
from hembit_circuits.model.probe import UNITS, Probe, Reading
from hembit_circuits.solve.hypotheses import Faults, faults_of
from hembit_circuits.words.speaking import Evidence, Speaks, ruled_out_by, speaking
from hembit_circuits.words.swap_words import swap_text
from hembit_core.model import Model
from hembit_core.notation import quantity

_CODES = {
    "open": "open",
    "short": "shorted",
    "leaks": "leaking to the case",
    "low": "too low in ohms",
    "high": "too high in ohms",
    "stuck_open": "stuck open",
    "stuck_closed": "stuck closed",
    "burnt": "with burnt contacts",
    "bad_joint": "with a bad joint",
    "stuck_first": "stuck on the first",
    "stuck_second": "stuck on the second",
    "absent": "missing",
}


class ExplainedOut(Model):
    """An explanation with its weight, what cannot be told from it, what speaks for and against it."""

    text: str
    parts: tuple[str, ...]
    weight: float
    weight_text: str
    tied: tuple[int, ...]
    speaks_for: tuple[str, ...]
    speaks_against: tuple[str, ...]


class NextOut(Model):
    """A measurement that is proposed: where, how, what it brings, what it costs.

    ``item`` is the step of the job's route that takes it, where one does.
    """

    text: str
    how: str
    part: str
    probe: Probe
    bits: float
    minutes: float
    settles: str
    item: str = ""


class PartByCircuit(Model):
    """A part by its key: how it stands, with what weight, and the readings that rule it out."""

    part: str
    standing: Suspicion
    weight: float
    by: tuple[str, ...]


class DiagnosisOut(Model):
    """What the readings say by the circuit. ``readings`` of them were set on it."""

    headline: str
    readings: int
    settled: bool
    contradicted: bool
    explanations: tuple[ExplainedOut, ...]
    parts: tuple[PartByCircuit, ...]
    next: tuple[NextOut, ...]
    danger: bool


_SHOWN = 6
_PROPOSED = 3
_LEAST = 0.02
_ALIKE = 0.8
"""Explanations of so much of the first one's weight are alike [1]."""


def told(circuit: Circuit, found: Diagnosis, readings: Sequence[Reading]) -> DiagnosisOut:
    """A diagnosis in words."""
    faults = faults_of(circuit)
    shown = [one for one in found.ranked if one.weight >= _LEAST][:_SHOWN]
    evidence: tuple[Evidence, ...] = (*readings, *found.swaps)
    speak = speaking(circuit, faults, found.weighed, shown, evidence)
    where = [read_text(circuit, one) for one in readings]
    where += [swap_text(circuit, one) for one in found.swaps]
    return DiagnosisOut(
        headline=_headline(circuit, found, len(evidence)),
        readings=len(readings),
        parts=_parts(circuit, faults, found, evidence, where),
        settled=found.settled,
        contradicted=found.contradicted,
        explanations=tuple(
            _explained(circuit, one, each, where) for one, each in zip(shown, speak, strict=True)
        ),
        next=()
        if found.settled
        else tuple(_next(circuit, one, found.entropy) for one in found.next[:_PROPOSED]),
        danger=found.is_dangerous,
    )


def _parts(
    circuit: Circuit,
    faults: Faults,
    found: Diagnosis,
    evidence: Sequence[Evidence],
    where: Sequence[str],
) -> tuple[PartByCircuit, ...]:
    each = standings(circuit, faults, found.weighed)
    good = [place for place, one in enumerate(each) if one.standing is Suspicion.GOOD]
    by = ruled_out_by(circuit, faults, found.weighed, good, evidence)
    return tuple(
        PartByCircuit(
            part=one.part,
            standing=one.standing,
            weight=one.weight,
            by=tuple(where[at] for at in by.get(place, ())),
        )
        for place, one in enumerate(each)
    )


def _headline(circuit: Circuit, found: Diagnosis, evidence: int) -> str:
    first = found.ranked[0]
    if found.repeat is not None:
        where = where_text(circuit, found.repeat.probe)
        return f"No fault explains all of these readings; first repeat what fits least: {where}"
    if not evidence:
        return "Nothing was measured yet: what such machines usually have stands first"
    alike = sum(one.weight > _ALIKE * first.weight for one in found.ranked)
    if alike > 1 and not found.settled:
        return f"By the circuit, {alike} explanations are alike so far: not settled yet"
    if found.settled:
        tied = " or what cannot be told from it" if first.tied else ""
        return f"By the circuit: {_fault_text(circuit, first)}{tied}"
    return f"By the circuit, likeliest: {_fault_text(circuit, first)}; not settled yet"


def _fault_text(circuit: Circuit, one: Explanation) -> str:
    names = {part.key: part.name for part in circuit.parts}
    if not one.faults:
        return "nothing is wrong in it"
    return " and ".join(f"{names[each.part]} {_CODES.get(each.code, each.code)}" for each in one.faults)


def _explained(
    circuit: Circuit, one: Explanation, speaks: Speaks, readings: Sequence[str]
) -> ExplainedOut:
    return ExplainedOut(
        text=_fault_text(circuit, one),
        parts=tuple(each.part for each in one.faults),
        weight=one.weight,
        weight_text=share_text(one.weight),
        tied=one.tied,
        speaks_for=tuple(readings[place] for place in speaks.for_it),
        speaks_against=tuple(readings[place] for place in speaks.against),
    )


_SEVERAL = "; "
"""Between parts: there are commas in what they are called."""


def where_text(circuit: Circuit, probe: Probe) -> str:
    """A measurement in words: what, from where to where, with what lifted and called."""
    names = {part.key: part.name for part in circuit.parts}
    unit = probe.kind.capitalize()
    if probe.kind == "amps":
        text = f"Amps through {clamp_text(circuit, probe.part, probe.path)}"
    elif probe.alone:
        state = f", {_turned(circuit, probe.alone[0])}" if probe.alone[0] in probe.called else ""
        together = " together" if len(probe.alone) > 1 else ""
        alone = _SEVERAL.join(names[each] for each in probe.alone)
        text = f"Ohms of {alone}{together}{state}, {probe.first} to {probe.second}"
    else:
        text = f"{unit} from {probe.first} to {probe.second}"
    if probe.lifted:
        text += f", with {_SEVERAL.join(names[each] for each in probe.lifted)} lifted"
    if not probe.alone and set(probe.called) != set(circuit.working if probe.is_live else ()):
        called = [f"{names[each]} {_turned(circuit, each)}" for each in probe.called]
        text += f", with {_SEVERAL.join(called) or 'nothing called'}"
    return text


def _turned(circuit: Circuit, key: str) -> str:
    """How a contact stands that is not as at rest."""
    paths = circuit.parts[circuit.place_of(key)].component.paths
    if len(paths) > 1:
        return "held over"
    return "held open" if paths[0].closed_at_rest else "held closed"


def read_text(circuit: Circuit, one: Reading) -> str:
    """A reading in words: where, and what it was."""
    figure = "OL" if one.value is None else quantity(one.value, UNITS[one.probe.kind], 3)
    return f"{where_text(circuit, one.probe)}: {figure}"


def _next(circuit: Circuit, one: Worth, entropy: float) -> NextOut:
    probe, minutes = one.candidate.probe, one.candidate.minutes
    settled = share_text(min(one.bits / max(entropy, one.bits, 1e-12), 1.0))
    if probe.kind == "amps":
        how = "clamp round one conductor, machine live and called"
    elif probe.is_live:
        how = "machine live and called"
    else:
        how = f"machine dead, {'its wires' if probe.alone else 'nothing'} lifted"
    return NextOut(
        text=where_text(circuit, probe),
        how=how,
        part=probe.part or "".join(probe.alone[:1]),
        probe=probe,
        bits=one.bits,
        minutes=minutes,
        settles=f"about {minutes:.0f} min, and would settle {settled} of what is open",
    )
