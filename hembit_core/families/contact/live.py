"""A contact under voltage: volts across it mean something only beside those across the load."""

from __future__ import annotations

from functools import partial
from typing import Literal

from hembit_core import defaults
from hembit_core.conditions import Conditions
from hembit_core.display import Function
from hembit_core.errors import InputError
from hembit_core.families.contact.spec import Contact
from hembit_core.judging.bands import Band
from hembit_core.judging.closing_lines import meter_policy
from hembit_core.judging.expect import expect
from hembit_core.judging.judgement import Expectation, Gate, Judgement, Mark, Probes, rail_of
from hembit_core.judging.meter_figures import MeterFigure, meter_figure
from hembit_core.judging.states import DecisionRule, Side, State
from hembit_core.judging.verdict import Verdict, measured_value
from hembit_core.model import Model
from hembit_core.notation import measured
from hembit_core.resistance_reading import Answers, DisplayText
from hembit_core.uncertainty import combined, expanded
from hembit_core.working import WorkingLine

_FULL = 0.8
_NONE = 0.05


class ContactVolts(Model):
    """Volts across the contact, across its load, and amps if clamped.

    ``load`` may be left out, or be read from the supply to the contact's far
    side (``load_is`` "far_side"): without it 0 V across proves nothing.
    """

    measurand: Literal["contact_volts"] = "contact_volts"
    across: DisplayText
    load: DisplayText | None = None
    load_is: Literal["load", "far_side"] = "load"
    current: DisplayText | None = None
    should_be: Literal["closed", "open"] = "closed"
    answers: Answers = {}


def live_expectation(spec: Contact, conditions: Conditions) -> Expectation | None:
    """What to expect live; None where the supply is not known."""
    if conditions.supply is None:
        return None
    volts = conditions.supply.value
    band = Band(lower=0.0, upper=_NONE * volts)
    return expect(
        "contact_volts",
        "Volts across it",
        rail_of(band, "V", 3, None, Gate(label=f"{volts:g} V", due=False)),
        Probes(
            drawing="contact_volts",
            first="one side of the contact",
            second="the other; then across the load",
            disconnect="nothing: under load, covers back where they can be",
        ),
        text=f"about 0 V closed, {volts:g} V open",
        detail=f"only with {volts:g} V across the load at the same time is 0 V a closed contact",
        overflow_means="take a higher range",
        zero_means="closed, or nothing is supplied: read the load too",
        policy=(f"full from {100 * _FULL:g} %, none up to {100 * _NONE:g} % of the supply",),
        room="live",
    )


def judge_volts(
    spec: Contact, reading: ContactVolts, conditions: Conditions, rule: DecisionRule
) -> Judgement:
    """Judge a contact by the volts across it and across its load.

    Millivolts across a closed contact under a known current give its resistance,
    R = U / I, which is judged by the spec's closed limit.

    Raises
    ------
    InputError
        If a display cannot be used, or the supply is not given.
    """
    expectation = live_expectation(spec, conditions)
    if expectation is None or conditions.supply is None:
        raise InputError("Volts across a contact need the supply they belong to. Give it.").at(
            "conditions.supply"
        )
    figure = partial(meter_figure, answers=reading.answers, meter=conditions.meter)
    across = figure(reading.across, Function.VOLTAGE, field="across")
    load = amps = None
    if reading.load and reading.load.strip():
        load = figure(reading.load, Function.VOLTAGE, field="load")
    if reading.current and reading.current.strip():
        amps = figure(reading.current, Function.CURRENT, field="current")
    supply = conditions.supply.value
    value = measured_value(across.value, across.expanded, "V")
    verdict, lines = _verdict(spec, reading, across, load, amps, supply)
    gate = expectation.rail.high_gate
    marks = {
        "corrected": Mark(value=across.value, label=value.text),
        "expanded": value.expanded,
        "high_gate": gate and gate.model_copy(update={"hit": across.value >= _FULL * supply}),
    }
    return verdict.build(
        expectation,
        rule,
        rail=expectation.rail.model_copy(update=marks),
        read_as=tuple(one.display.read_as for one in (across, load, amps) if one),
        value=value,
        working=(across.line("Meter, across"), *lines),
        policy=meter_policy(conditions.meter),
    )


def _verdict(
    spec: Contact,
    reading: ContactVolts,
    across: MeterFigure,
    load: MeterFigure | None,
    amps: MeterFigure | None,
    supply: float,
) -> tuple[Verdict, tuple[WorkingLine, ...]]:
    seen = f"{across.shown} across it"
    if load:
        place = "across the load" if reading.load_is == "load" else "from supply to its far side"
        seen += f", {load.shown} {place}"
    if across.value >= _FULL * supply:
        return _open(reading, load, seen, supply), ()
    if across.value > max(_NONE * supply, across.expanded):
        low, high = defaults.GHOST_VOLTS
        ghost = low <= across.value <= high and supply >= 100
        return (
            Verdict(
                State.NOT_COMPARABLE if ghost else State.OUTSIDE,
                f"{'Not comparable' if ghost else 'Outside, high'}: neither closed nor open",
                "Read again with low impedance: a floating wire collapses."
                if ghost
                else "A burnt contact, or a snubber that leaks: make it dead and read its ohms.",
                side=Side.HIGH,
                explanation=[f"{seen}."],
            ),
            (),
        )
    if load is None or load.value < _FULL * supply:
        return (
            Verdict(
                State.NOT_COMPARABLE,
                "Not comparable: 0 V across it proves nothing here",
                "Read across the load, or from the supply to the contact's far side: only full volts "
                "there, at this moment, make 0 V a closed contact.",
                side=Side.LOW,
                explanation=[f"{seen}. Two points of one wire, or no supply, show 0 V as well."],
            ),
            (),
        )
    return _closed(spec, reading, across, amps, seen)


def _open(reading: ContactVolts, load: MeterFigure | None, seen: str, supply: float) -> Verdict:
    told = [f"{seen}: open, with the supply and a whole load behind it."]
    if load and load.value >= _FULL * supply:
        return Verdict(
            State.NOT_COMPARABLE,
            "Not comparable: full volts across contact and load at once",
            "Both cannot be: probes on another circuit, or it switched in between. Read both again.",
            explanation=[f"{seen}."],
        )
    if reading.should_be == "open":
        return Verdict(
            State.WITHIN, "Within: open, as it should be", "Make it close.", explanation=told
        )
    return Verdict(
        State.OPEN,
        "Open: full volts across it, where it should be closed",
        "Is it called, warm, reset? Then replace it. A fuse or limit opened for a reason: find that.",
        side=Side.HIGH,
        explanation=told,
    )


def _closed(
    spec: Contact, reading: ContactVolts, across: MeterFigure, amps: MeterFigure | None, seen: str
) -> tuple[Verdict, tuple[WorkingLine, ...]]:
    told = [f"{seen}: closed."]
    if reading.should_be == "open":
        stuck = Verdict(
            State.SHORT,
            "Stuck closed: no volts across it, where it should be open",
            "Is it past its setting, not called? Then it is welded, or its relay is held: replace it. "
            "A solid-state relay fails this way with its light out.",
            side=Side.LOW,
            explanation=told,
        )
        return stuck, ()
    if amps is None or amps.value <= amps.expanded:
        verdict = Verdict(
            State.WITHIN,
            "Within: closed, its load has full volts",
            "Its millivolts with the current tell its wear.",
            explanation=told,
        )
        return verdict, ()
    ohms = across.value / amps.value
    u = expanded(combined(across.standard / amps.value, ohms * amps.standard / amps.value))
    line = WorkingLine(
        label="Contact resistance under load",
        result=measured(1e3 * ohms, 1e3 * u, "mΩ"),
        formula="R = U / I",
        figures=f"{across.shown} / {amps.shown}",
        source="Ohm's law; JCGM 100, 5.1.2",
        value=ohms,
        unit="Ω",
    )
    if ohms - u > spec.limit:
        worn = Verdict(
            State.OUTSIDE,
            "Outside, high: closed, but worn",
            "It burns more from day to day: replace it, and find what arced.",
            side=Side.HIGH,
            explanation=[*told, f"{line.result} is more than {1e3 * spec.limit:g} mΩ."],
        )
        return worn, (line,)
    verdict = Verdict(State.WITHIN, "Within: closed under load", "Make it open, too.", explanation=told)
    return verdict, (line,)
