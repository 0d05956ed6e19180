"""What the controller displays, against a reference thermometer beside the tip."""

from __future__ import annotations

from typing import Literal

from hembit_core.conditions import Conditions
from hembit_core.errors import InputError
from hembit_core.families.temperature_sensor.spec import OwnKelvin, TemperatureSensor
from hembit_core.families.temperature_sensor.types import SwitchingPtc, no_stated_band
from hembit_core.figures import Temperature
from hembit_core.judging.bands import Band
from hembit_core.judging.expect import expect
from hembit_core.judging.judgement import Expectation, Judgement, Probes
from hembit_core.judging.rows import RowDue, verdict_of_rows
from hembit_core.judging.states import DecisionRule, State
from hembit_core.model import Model
from hembit_core.notation import fixed
from hembit_core.uncertainty import combined, expanded, rectangular
from hembit_core.working import WorkingLine


class ControllerShows(Model):
    """What the machine's own display says [°C] while the reference stands beside the tip."""

    measurand: Literal["controller_shows"] = "controller_shows"
    shown: Temperature


def shown_expectation(spec: TemperatureSensor, conditions: Conditions) -> Expectation:
    """The reference's temperature, ± the sensor's own limit."""
    due, policy = _due(spec, conditions)
    return expect(
        "controller_shows",
        "Machine shows",
        due.empty().rail,
        Probes(
            drawing="controller",
            first="reference thermometer at the tip",
            second="the machine's display",
            disconnect="nothing: sensor plugged in, both settled",
        ),
        detail="as the reference, within the sensor's own limit",
        overflow_means="the machine sees an open sensor",
        zero_means="the machine sees a shorted sensor",
        policy=(policy,),
        room="either",
        topics=("low_voltage",),
        digits=3,
    )


def _due(spec: TemperatureSensor, conditions: Conditions) -> tuple[RowDue, str]:
    given = conditions.part_temperature
    if given is None:
        raise InputError("Give the reference thermometer's figure at the tip.").at(
            "conditions.part_temperature"
        )
    if isinstance(spec.tolerance, OwnKelvin):
        limit, policy = spec.tolerance.limit.value, f"own limit, ±{spec.tolerance.limit.value:g} K"
    elif isinstance(spec.sensor, SwitchingPtc):
        limit, policy = no_stated_band(given.value)
    else:
        limit, policy = spec.sensor.class_limit(given.value)
    band = Band(lower=given.value - limit, upper=given.value + limit, nominal=given.value)
    return RowDue("the machine's display", band, "°C", 4), policy


def judge_shown(
    spec: TemperatureSensor, reading: ControllerShows, conditions: Conditions, rule: DecisionRule
) -> Judgement:
    """Judge the machine's display against the reference.

    Raises
    ------
    InputError
        If the reference's temperature is not given.
    """
    due, _ = _due(spec, conditions)
    nominal = due.band.nominal or 0.0
    terms = (
        rectangular(conditions.temperature_limit),
        rectangular(reading.shown.step / 2),
    )
    row = due.placed(reading.shown.value, expanded(combined(*terms)))
    verdict = verdict_of_rows(
        (row,),
        lambda one: (
            "Read the sensor's own ohms here: right, and it is placement, wiring or the "
            "board; wrong, and it is the sensor."
        ),
        "What the machine sees is right: look at what it controls, and at its setting.",
    )
    away = reading.shown.value - nominal
    verdict.explanation.insert(
        0, f"It shows {fixed(abs(away), 1)} K {'more' if away > 0 else 'less'} than the reference."
    )
    if row.state is State.OUTSIDE:
        verdict.unsettled = "the display alone does not say which part is wrong"
    return verdict.build(
        shown_expectation(spec, conditions),
        rule,
        rail=row.rail,
        read_as=(f"{reading.shown.value:g} °C",),
        value=row.value,
        working=(
            WorkingLine(
                label="Reference and display",
                result=f"U {expanded(combined(*terms)):.2g} K",
                formula="U = 2 · √(u_ref² + u_digit²)",
                figures=f"±{conditions.temperature_limit:g} K, half a digit",
                source=conditions.temperature_source_label,
            ),
        ),
    )
