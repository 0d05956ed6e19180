"""What the controller displays, against a reference thermometer beside the tip."""

from __future__ import annotations

from typing import ClassVar, Literal

from hembit_core.conformity.budget import Budget
from hembit_core.conformity.states import DecisionRule, State
from hembit_core.conformity.uncertainty import rectangular
from hembit_core.errors import InputError
from hembit_core.families.temperature_sensor.sensor_due import kelvin_band
from hembit_core.families.temperature_sensor.spec import TemperatureSensor
from hembit_core.judging.expect import expect
from hembit_core.judging.judgement import Expectation, Judgement, Probes
from hembit_core.judging.measurand import Measurand, Role, Step
from hembit_core.judging.ohms.several_figures import RowDue, verdict_of_rows
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.figures import Temperature
from hembit_core.model import Model
from hembit_core.notation import fixed, plain
from hembit_core.working import WorkingLine


class ControllerShows(Model):
    """What the machine's own display says [°C] while the reference stands beside the tip."""

    about: ClassVar = Measurand(
        "Machine shows",
        Step.LIVE,
        "either",
        4,
        Role.SHOWN,
        Probes(
            drawing="controller",
            first="reference thermometer at the tip",
            second="the machine's display",
            disconnect="nothing: sensor plugged in, both settled",
        ),
        by_meter=False,
    )
    measurand: Literal["controller_shows"] = "controller_shows"
    shown: Temperature


def shown_expectation(spec: TemperatureSensor, conditions: Conditions) -> Expectation:
    """The reference's temperature, ± the sensor's own limit."""
    due, policy = _due(spec, conditions)
    return expect(
        ControllerShows,
        due.empty().rail,
        detail="as the reference, within the sensor's own limit",
        overflow_means="the machine sees an open sensor",
        zero_means="the machine sees a shorted sensor",
        policy=(policy,),
        topics=("low_voltage",),
        digits=3,
    )


def _due(spec: TemperatureSensor, conditions: Conditions) -> tuple[RowDue, str]:
    given = conditions.part_temperature
    if given is None:
        raise InputError("Give the reference thermometer's figure at the tip.").at(
            "conditions.part_temperature"
        )
    try:
        band, policy = kelvin_band(spec, given.value, conditions.rules)
    except InputError as error:
        raise error.at("conditions.part_temperature") from None
    return RowDue("shown", "the machine's display", band, "°C", 4), policy


def judge_shown(
    spec: TemperatureSensor, reading: ControllerShows, conditions: Conditions, rule: DecisionRule
) -> Judgement:
    """Judge the machine's display against the reference.

    Beyond the limit nothing is decided about the sensor: the display alone does not say which part
    is wrong.

    Raises
    ------
    InputError
        If the reference's temperature is not given.
    """
    due, _ = _due(spec, conditions)
    nominal = due.band.nominal or 0.0
    budget = Budget.of(
        thermometer=conditions.temperature_standard, meter=rectangular(reading.shown.step / 2)
    )
    row, placed = due.place(reading.shown.value, budget)
    verdict = verdict_of_rows(
        (row,),
        lambda one: (
            "Read the sensor's own ohms here: right, and it is placement, wiring or the "
            "board; wrong, and it is the sensor."
        ),
        "What the machine sees is right: look at what it controls, and at its setting.",
        places={row.key: placed},
    )
    away = reading.shown.value - nominal
    verdict.explanation.insert(
        0, f"It shows {fixed(abs(away), 1)} K {'more' if away > 0 else 'less'} than the reference."
    )
    if row.state in (State.OUTSIDE, State.JUST_OUTSIDE):
        verdict.undecided_by = ("which_part",)
        verdict.unsettled = "the display alone does not say which part is wrong"
    return verdict.build(
        shown_expectation(spec, conditions),
        rule,
        rail=row.rail,
        read_as=(f"{reading.shown.told}",),
        value=row.value,
        working=(
            WorkingLine(
                key="reference",
                label="Reference and display",
                result=f"U {plain(budget.expanded, 2)} K",
                formula="U = 2 · √(u_ref² + u_digit²)",
                figures=f"±{plain(conditions.temperature_limit)} K, half a digit each",
                source=conditions.temperature_source_label,
            ),
        ),
    )
