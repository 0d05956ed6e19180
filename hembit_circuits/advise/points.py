"""A reading between two points of a machine, or through a part by clamp, as the circuit has it."""

from __future__ import annotations

from pydantic import Field

from hembit_circuits.advise.asked import Asked, probe_of
from hembit_circuits.model.circuit import Circuit
from hembit_circuits.model.probe import Kind, Probe, Reading
from hembit_core.conformity.uncertainty import combined, rectangular
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.display import Function
from hembit_core.measuring.meter_figures import MeterFigure, meter_figure
from hembit_core.measuring.meters import Meter
from hembit_core.measuring.resistance_reading import (
    Answers,
    Connection,
    DisplayText,
    ResistanceReading,
    net_resistance,
    overflow_floor,
    read_field,
)
from hembit_core.model import Model

_FUNCTION: dict[Kind, Function] = {
    "ohms": Function.RESISTANCE,
    "volts": Function.VOLTAGE,
    "millivolts": Function.MILLIVOLTAGE,
    "amps": Function.CURRENT,
}
USUAL_INPUT = 1e7
"""Of a voltmeter whose input nobody knows [Ω]."""


class PointsReading(Model):
    """What was asked, and what the display showed; ohms with the leads as on any ohms reading."""

    asked: Asked
    display: DisplayText
    lead_zero: DisplayText | None = None
    leads_nulled: bool = False
    answers: Answers = Field(default_factory=dict)


class PointsRead(Model):
    """A reading on the circuit, and its figure as it was shown."""

    reading: Reading
    figure: str


def points_read(circuit: Circuit, given: PointsReading, conditions: Conditions) -> PointsRead:
    """A reading between two points, with the meter's uncertainty.

    Volts and amps count by their size: which way round the probes were says nothing here.

    Raises
    ------
    InputError
        If a point is not in the circuit, or the display or the leads cannot be used.
    """
    probe = probe_of(circuit, given.asked)
    if probe.kind == "ohms":
        return _ohms(given, probe, conditions)
    figure = meter_figure(
        given.display,
        _FUNCTION[probe.kind],
        given.answers,
        "display",
        conditions.meter,
        signed=True,
    )
    return PointsRead(reading=reading_of(probe, figure, conditions.meter), figure=figure.shown)


def reading_of(probe: Probe, figure: MeterFigure, meter: Meter, key: str = "") -> Reading:
    """Volts or amps off a display, as the circuit has them."""
    return Reading(
        key=key,
        probe=probe,
        value=abs(figure.value),
        standard=figure.standard,
        input_ohms=meter.input_resistance or USUAL_INPUT,
    )


def _ohms(given: PointsReading, probe: Probe, conditions: Conditions) -> PointsRead:
    taken = ResistanceReading(
        display=given.display,
        lead_zero=given.lead_zero,
        leads_nulled=given.leads_nulled,
        connection=Connection.IN_CIRCUIT,
        answers=given.answers,
    )
    display = read_field(given.display, Function.RESISTANCE, given.answers, "display")
    if display.overflow:
        reading = Reading(
            probe=probe, value=None, standard=0.0, ceiling=overflow_floor(taken, conditions)
        )
        return PointsRead(reading=reading, figure=display.shown)
    net = net_resistance(taken, display, conditions)
    off, more = 0.0, 0.0
    if taken.lacking(conditions, taken_off=net.shorted is not None):
        low, high = conditions.rules.leads_unknown_ohm
        off, more = (low + high) / 2, rectangular((high - low) / 2)
    reading = Reading(
        probe=probe,
        value=max(net.net - off, 0.0),
        standard=combined(net.budget.standard, more),
    )
    return PointsRead(reading=reading, figure=display.shown)
