"""Isolated and in circuit: the isolated figure is judged, the path beside it worked out."""

from __future__ import annotations

from typing import ClassVar, Literal

from hembit_core.conformity.states import DecisionRule
from hembit_core.conformity.uncertainty import combined, expanded
from hembit_core.errors import InputError
from hembit_core.families.any_ohms.single import Single
from hembit_core.judging.expect import measurand_of
from hembit_core.judging.judgement import Expectation, Judgement, Probes
from hembit_core.judging.measurand import Measurand, Role, Step
from hembit_core.judging.several import judge_field, without_prefix
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.resistance_reading import Connection, DisplayText, HowTaken, net_of
from hembit_core.notation import expanded_text, measured, quantity
from hembit_core.physics.parallel import path_beside
from hembit_core.working import WorkingLine


class IsolatedAndInCircuit(HowTaken):
    """Two displays of one part: with an end lifted, and as it was connected."""

    about: ClassVar = Measurand(
        "In circuit, too",
        Step.MEASURE,
        "dead",
        4,
        Role.ALONG,
        Probes(
            drawing="resistive",
            first="one end",
            second="the other",
            disconnect="once with an end lifted, once as it is connected",
        ),
        side=True,
        both_ways=True,
    )
    measurand: Literal["isolated_and_in_circuit"] = "isolated_and_in_circuit"
    isolated: DisplayText
    in_circuit: DisplayText


def in_circuit_expectation(single: Expectation) -> Expectation:
    """As for the part alone."""
    return single.model_copy(
        update={
            "measurand": measurand_of(IsolatedAndInCircuit),
            "title": IsolatedAndInCircuit.about.title,
            "detail": f"{single.detail}; in circuit the same or less",
            "plot": None,
        }
    )


def judge_in_circuit(
    reading: IsolatedAndInCircuit, single: Single, conditions: Conditions, rule: DecisionRule
) -> Judgement:
    """Judge the isolated figure; work out the path beside the part with its U.

    1/R_path = 1/R_in − 1/R_iso. Of two readings close to each other it is mostly
    uncertainty, and says so.

    Raises
    ------
    InputError
        If a display, the leads or the range cannot be used.
    """
    alone = reading.model_copy(update={"connection": Connection.ISOLATED})
    verdict = judge_field(alone, "isolated", reading.isolated, single.kind, single.judge)
    lines = _path_lines(reading, conditions)
    explanation = (*verdict.explanation, f"{lines[0].label}: {lines[0].result}.")
    return verdict.model_copy(
        update={
            "measurand": measurand_of(IsolatedAndInCircuit),
            "expectation": in_circuit_expectation(single.expectation),
            "working": (*verdict.working, *lines),
            "explanation": explanation,
        }
    )


def _net(
    reading: IsolatedAndInCircuit, field: str, conditions: Conditions
) -> tuple[float, float] | None:
    """Net ohms and their standard uncertainty [Ω]; None for OL."""
    answers = without_prefix(reading.answers, field)
    net = net_of(reading, field, getattr(reading, field), conditions, answers)
    return None if net is None else (net.net, net.budget.standard)


def _path_lines(reading: IsolatedAndInCircuit, conditions: Conditions) -> tuple[WorkingLine, ...]:
    alone = _net(reading, "isolated", conditions)
    beside = _net(reading, "in_circuit", conditions)
    label = "The path beside it"
    source = "conductances in parallel add; JCGM 100, 5.1.2"
    if beside is None:
        return (
            WorkingLine(
                key="path_beside", label=label, result="none: OL in circuit as well", source=source
            ),
        )
    if alone is None:
        return (
            WorkingLine(
                key="path_beside",
                label=label,
                result=measured(beside[0], expanded(beside[1]), "Ω"),
                figures="isolated it is open: all that is read in circuit is the path",
                source=source,
            ),
        )
    difference = alone[0] - beside[0]
    u = expanded(combined(alone[1], beside[1]))
    figures = f"isolated {quantity(alone[0], 'Ω', 4)}, in circuit {quantity(beside[0], 'Ω', 4)}"
    if difference <= u:
        if -difference > u:
            raise InputError(
                "In circuit it reads more than isolated: no path beside it does that. A bad joint, a "
                "charge, or the two exchanged. Read both again."
            ).at("reading.in_circuit")
        return (
            WorkingLine(
                key="path_beside",
                label=label,
                result="none that this meter shows",
                figures=figures,
                source=source,
            ),
        )
    if min(alone[0], beside[0]) <= 0:
        return (
            WorkingLine(
                key="path_beside", label=label, result="not to be told near zero", source=source
            ),
        )
    path = path_beside(alone[0], beside[0], alone[1], beside[1])
    coarse = path.expanded > 0.5 * path.resistance
    result = (
        f"about {quantity(path.resistance, 'Ω', 2)}, U {expanded_text(path.expanded, 'Ω')}: hardly told"
        if coarse
        else measured(path.resistance, path.expanded, "Ω")
    )
    return (
        WorkingLine(
            key="path_beside",
            label=label,
            result=result,
            formula="1/R_path = 1/R_in − 1/R_iso",
            figures=figures,
            source=source,
            value=path.resistance,
            unit="Ω",
        ),
    )
