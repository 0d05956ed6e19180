"""What to expect of a sensor with a curve, told before the reading."""

from __future__ import annotations

from functools import lru_cache

from hembit_core.conformity.bands import Band
from hembit_core.families.temperature_sensor.readings import SensorResistance
from hembit_core.families.temperature_sensor.sensor_due import SensorDue
from hembit_core.judging.expect import expect
from hembit_core.judging.judgement import Expectation, Gate, rail_of
from hembit_core.notation import expanded_text, interval, percent, plain, quantity
from hembit_core.rules.values import Rules
from hembit_core.working import WorkingLine

_SHORT = Gate(key="short", label="short", due=False)
_OPEN = Gate(key="open", label="OL", due=False)


@lru_cache(maxsize=256)
def sensor_expectation(due: SensorDue) -> Expectation:
    """Ohms at the reference temperature, in the frame that the school judges in."""
    band = due.kelvin or due.resistance
    unit = "°C" if due.kelvin else "Ω"
    width = "" if due.kelvin is None else f", ±{due.kelvin.half_width:.2f} K"
    return expect(
        SensorResistance,
        rail_of(band, unit, 4, *_gates(due)),
        text=interval(due.resistance.lower, due.resistance.upper, "Ω"),
        detail=f"{quantity(due.ohms, 'Ω', 4)} at {plain(due.celsius)} °C{width}",
        overflow_means="the element or a lead is broken",
        zero_means="a lead is pinched",
        policy=(due.policy,),
        working=(
            WorkingLine(
                key="nominal",
                label=f"Due by its curve, at {plain(due.celsius)} °C",
                result=quantity(due.ohms, "Ω", 4),
                figures=f"slope {percent(due.relative_slope, 2)} per kelvin",
                source="the sensor's curve",
                value=due.ohms,
                unit="Ω",
            ),
            WorkingLine(
                key="band",
                label="Band",
                result=interval(band.lower, band.upper, unit),
                figures=due.policy,
                source="the chosen school",
            ),
            WorkingLine(
                key="thermometer",
                label="Reference thermometer",
                result=f"u {expanded_text(due.thermometer, 'K')}",
                formula="u = √(limit² + (half a digit)²) / √3",
                figures=f"±{plain(due.limit)} K / √3",
                source=due.source,
                value=due.thermometer,
                unit="K",
            ),
        ),
        plot=due.plot,
    )


def without_temperature(rules: Rules) -> Expectation:
    """Before a temperature is given: ohms say a temperature, and nothing to compare it with."""
    low, high = rules.part_temperature_unknown_C
    return expect(
        SensorResistance,
        rail_of(Band(lower=low, upper=high), "°C", 3, _SHORT, _OPEN),
        text="ohms, then °C",
        detail="give the temperature it has now, and this says what is due",
        overflow_means="the element or a lead is broken",
        zero_means="a lead is pinched",
    )


def _gates(due: SensorDue) -> tuple[Gate, Gate]:
    """The dead ends, left and right: in °C an NTC that is open stands at the cold end."""
    return (_OPEN, _SHORT) if due.kelvin is not None and due.falls else (_SHORT, _OPEN)
