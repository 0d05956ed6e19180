"""Terminal to case: OL is due, a figure is a leak. The same for every part with a case."""

from __future__ import annotations

from functools import cache
from typing import Literal

from hembit_core import defaults
from hembit_core.cautions import cautions
from hembit_core.conditions import Conditions
from hembit_core.display import Display, Function
from hembit_core.judging.bands import Band
from hembit_core.judging.closing_lines import meter_policy
from hembit_core.judging.judgement import Expectation, Gate, Judgement, Mark, Probes, rail_of
from hembit_core.judging.states import DecisionRule, Side, State
from hembit_core.judging.verdict import Verdict, measured_value
from hembit_core.notation import quantity
from hembit_core.resistance_reading import (
    Connection,
    ResistanceReading,
    lead_zero,
    net_resistance,
    overflow_floor,
    read_field,
)
from hembit_core.uncertainty import expanded

CASE_BAND = Band(lower=defaults.LEAKING_BELOW)
_SKIN = (1e5, 2e6)
"""What fingers on both probes read [Ω]."""


class TerminalToCase(ResistanceReading):
    """Ohms from a terminal to the case or sheath; a sound part shows OL."""

    measurand: Literal["terminal_to_case"] = "terminal_to_case"


@cache
def terminal_to_case(drawing: str) -> Expectation:
    """What to expect from terminal to case: OL on the top range."""
    limit = quantity(defaults.LEAKING_BELOW, "Ω", 2)
    return Expectation(
        measurand="terminal_to_case",
        title="Terminal to case",
        unit="Ω",
        text="OL",
        detail=f"on the top range; any figure below {limit} is a leak",
        overflow_means="sound, as far as a multimeter can tell",
        zero_means="the wire touches the case",
        probes=Probes(
            drawing=drawing,
            first="terminal 1",
            second="case",
            disconnect="both wires lifted, fingers off",
        ),
        rail=rail_of(CASE_BAND, "Ω", 2, Gate(label="near 0", due=False), Gate(label="OL", due=True)),
        cautions=cautions("ohms", "to_case"),
        policy=(f"leaking below {limit} on a multimeter (shop default)",),
        warnings=(),
        working=(),
    )


def judge_terminal_to_case(
    reading: TerminalToCase, conditions: Conditions, rule: DecisionRule, drawing: str
) -> Judgement:
    """Judge a reading to the case. The leads' share is nothing here and is not taken off.

    Raises
    ------
    InputError
        If the display, the leads or the range cannot be used.
    """
    display = read_field(reading.display, Function.RESISTANCE, reading.answers, "display")
    lead_zero(reading)
    expectation = terminal_to_case(drawing)
    rail = expectation.rail
    assert rail.high_gate
    policy = meter_policy(conditions.meter)
    if display.overflow:
        verdict = _overflow(reading, conditions)
        gate = rail.high_gate.model_copy(update={"hit": True})
        return verdict.build(
            expectation,
            rule,
            rail=rail.model_copy(update={"high_gate": gate}),
            read_as=(display.read_as,),
            policy=policy,
        )
    whole = reading.model_copy(update={"lead_zero": None, "leads_nulled": True})
    net = net_resistance(whole, display, conditions.meter)
    value = measured_value(net.net, expanded(net.standard), "Ω")
    return _figure(reading, display, net.net).build(
        expectation,
        rule,
        rail=rail.model_copy(
            update={
                "corrected": Mark(value=net.net, label=value.text),
                "expanded": value.expanded,
            }
        ),
        read_as=(display.read_as,),
        value=value,
        working=tuple(line for line in net.lines if line.label != "Leads"),
        policy=policy,
    )


def _overflow(reading: TerminalToCase, conditions: Conditions) -> Verdict:
    floor = overflow_floor(reading, conditions.meter)
    top = floor if floor is not None else conditions.meter.top(Function.RESISTANCE)
    if top is not None and top < defaults.LEAKING_BELOW:
        return Verdict(
            State.NOT_DECIDABLE,
            f"OL on the {quantity(top, 'Ω', 2)} range says only that it is more",
            "Take the top range, or auto, and read again.",
        )
    return Verdict(
        State.WITHIN,
        "Within: OL to the case, as far as a multimeter can tell",
        "An insulation test is still due before energising after a repair.",
        explanation=["A multimeter's few volts miss weak insulation."],
    )


def _figure(reading: TerminalToCase, display: Display, ohms: float) -> Verdict:
    shown = display.shown
    if reading.connection is Connection.IN_CIRCUIT:
        return Verdict(
            State.NOT_COMPARABLE,
            f"{shown} to the case, but measured in circuit",
            "Lift both ends and read again. Until then treat it as leaking: do not energise.",
            side=Side.LOW,
            explanation=["Neutral, another element or a filter can carry this path to the case."],
        )
    if ohms >= defaults.LEAKING_BELOW:
        return Verdict(
            State.WITHIN,
            f"Within: {shown} to the case, above what counts as a leak here",
            "An insulation test is still due before energising after a repair.",
            explanation=["A multimeter's few volts miss weak insulation."],
        )
    skin = _SKIN[0] <= ohms <= _SKIN[1]
    fingers = "First read again with your fingers off both probes: skin alone reads 0.1 to 2 MΩ. "
    return Verdict(
        State.LEAKING,
        "Leaking: do not energise until an insulation test decides",
        f"{fingers if skin else ''}Insulation test at 500 V DC; if damp, dry it and test again; "
        "if it stays low, replace the part and find the moisture.",
        side=Side.LOW,
        explanation=[
            f"{shown} from terminal to case, where OL is due: a shock risk, a tripping protector, "
            "and, on a heater, heat that may not switch off where only one pole is broken."
        ],
    )
