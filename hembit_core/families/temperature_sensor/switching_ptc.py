"""Switching PTC sensors: few ohms below their temperature, many above, nothing said in the jump."""

from __future__ import annotations

from hembit_core.conformity.bands import Band
from hembit_core.curves.ends import CurveRangeError
from hembit_core.data_files import table
from hembit_core.errors import InputError
from hembit_core.families.temperature_sensor.readings import SensorResistance
from hembit_core.families.temperature_sensor.types import SwitchingPtc
from hembit_core.judging.expect import expect, ohms_rail
from hembit_core.judging.judgement import Expectation
from hembit_core.judging.ohms.due import OhmsDue, OhmsWords
from hembit_core.measuring.conditions import Conditions
from hembit_core.notation import plain, quantity

_WORDS = OhmsWords(
    open_means="Isolated, OL below its temperature is a broken sensor or lead.",
    open_next="Watch it while the lead is wriggled; then replace it. In a winding it goes with it.",
    short_next="A pinched lead: look there. One of several shorted shows only above the temperature.",
    high_next="Let it cool and read again: still high, a broken joint or a tired sensor.",
    low_next="Warm past its temperature, it must jump: it does not, so replace it.",
    within_next="Warm it past its temperature: it must jump. Up to 2.5 V on it, no more.",
)


def switching_band(sensor: SwitchingPtc, celsius: float) -> Band:
    """The band [Ω] at ``celsius`` [°C], for all sensors in series.

    Below the jump an upper limit, above it a lower one, by how far it is away.

    Raises
    ------
    CurveRangeError
        Within 5 K of the switching temperature, where nothing is said.

    References
    ----------
    DIN 44081 (single) and DIN 44082 (triple) sensors.
    """
    away = celsius - sensor.switching_temperature.value
    steps = table("switching_ptc")["single"]
    for step in steps["below"]:
        if away <= step["up_to_K"]:
            return Band(upper=step["at_most_ohm"] * sensor.in_series)
    for step in steps["above"]:
        if away >= step["from_K"]:
            return Band(lower=float(step["at_least_ohm"] * sensor.in_series))
    raise CurveRangeError(
        f"{plain(celsius)} °C lies within 5 K of its switching temperature, "
        f"{sensor.switching_temperature.told}: in its jump nothing is said. Not comparable."
    )


def switching_due(sensor: SwitchingPtc, conditions: Conditions) -> OhmsDue:
    """What is due at the temperature it has now.

    Raises
    ------
    InputError
        If the temperature is not given; CurveRangeError within the jump.
    """
    given = conditions.part_temperature
    if given is None:
        raise InputError(
            "A sensor is judged at a known temperature: give the part's, and where it comes from."
        ).at("conditions.part_temperature")
    try:
        band = switching_band(sensor, given.value)
    except CurveRangeError as error:
        raise error.at("conditions.part_temperature") from None
    return OhmsDue(
        band=_shown(sensor, band),
        tell=lambda: _expectation(sensor, band, given.value),
        words=_WORDS,
        deviation=lambda net, u: f"{quantity(max(net, 0.0), 'Ω', 3)} at {given.told}.",
        overflow_may_be_sound=band.upper is None,
        digits=3,
        limit_told=_at_most(band),
    )


def _shown(sensor: SwitchingPtc, band: Band) -> Band:
    """Below the jump, with a usual figure and an end below which something else is read."""
    nominal = 60.0 * sensor.in_series
    return (
        band
        if band.upper is None
        else band.model_copy(update={"lower": 0.2 * nominal, "nominal": nominal})
    )


def _at_most(band: Band) -> str:
    return "" if band.upper is None else f"up to {quantity(band.upper, 'Ω', 3)}"


def _expectation(sensor: SwitchingPtc, band: Band, celsius: float) -> Expectation:
    below = band.upper is not None
    return expect(
        SensorResistance,
        ohms_rail(_shown(sensor, band), 3),
        SensorResistance.about.probes.model_copy(
            update={"disconnect": "plug off; no more than 2.5 V on it, not the diode function"}
        ),
        text=_at_most(band),
        detail=f"{'below' if below else 'above'} its jump at "
        f"{sensor.switching_temperature.told}, now at {plain(celsius)} °C",
        overflow_means="a sensor or a lead is broken",
        zero_means="a lead is pinched",
        policy=("DIN 44081/44082",),
        digits=3,
    )
