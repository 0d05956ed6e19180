"""What to expect of a sensor with a curve, told before the reading."""

from __future__ import annotations

from hembit_core.families.temperature_sensor.due import SensorDue
from hembit_core.judging.expect import expect
from hembit_core.judging.judgement import Expectation, Gate, Probes, rail_of
from hembit_core.notation import expanded_text, interval, percent, quantity
from hembit_core.working import WorkingLine


def sensor_expectation(due: SensorDue) -> Expectation:
    band = due.kelvin or due.resistance
    unit = "°C" if due.kelvin else "Ω"
    width = "" if due.kelvin is None else f", ±{due.kelvin.half_width:.2f} K"
    return expect(
        "sensor_resistance",
        "Sensor",
        rail_of(band, unit, 4, *_gates(due)),
        Probes(
            drawing="sensor",
            first="one wire",
            second="the other",
            disconnect="plug off, fingers off the tip",
        ),
        text=interval(due.resistance.lower, due.resistance.upper, "Ω"),
        detail=f"{quantity(due.ohms, 'Ω', 4)} at {due.celsius:g} °C{width}",
        overflow_means="the element or a lead is broken",
        zero_means="a lead is pinched",
        policy=(due.policy,),
        working=(
            WorkingLine(
                label=f"Due by its curve, at {due.celsius:g} °C",
                result=quantity(due.ohms, "Ω", 4),
                figures=f"slope {percent(float(due.curve.relative_slope(due.celsius)), 2)} per kelvin",
                source="the sensor's curve",
                value=due.ohms,
                unit="Ω",
            ),
            WorkingLine(
                label="Band",
                result=interval(band.lower, band.upper, unit),
                figures=due.policy,
                source="the chosen school",
            ),
            WorkingLine(
                label="Reference thermometer",
                result=f"u {expanded_text(due.thermometer, 'K')}",
                formula="u = limit / √3",
                figures=f"±{due.limit:g} K / √3",
                source=due.source,
                value=due.thermometer,
                unit="K",
            ),
        ),
        plot=due.plot,
    )


def _gates(due: SensorDue) -> tuple[Gate, Gate]:
    """The dead ends, left and right: in °C an NTC that is open stands at the cold end."""
    gates = Gate(label="short", due=False), Gate(label="OL", due=False)
    falls = float(due.curve.relative_slope(due.celsius)) < 0
    return gates[::-1] if due.kelvin is not None and falls else gates
