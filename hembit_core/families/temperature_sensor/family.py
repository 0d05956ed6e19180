"""What can be checked on a temperature sensor, what to expect, and judging it."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from hembit_core.cautions import cautions
from hembit_core.conditions import Conditions
from hembit_core.curves.ends import CurveRangeError
from hembit_core.errors import InputError
from hembit_core.families.temperature_sensor.spec import Curve, OwnKelvin, TemperatureSensor
from hembit_core.families.tolerances import PercentOfResistance
from hembit_core.judging.bands import Band
from hembit_core.judging.judgement import Expectation, Gate, Judgement, Probes, rail_of
from hembit_core.judging.ohms import judge_ohms
from hembit_core.judging.ohms_due import OhmsDue, OhmsWords, Scale
from hembit_core.judging.states import DecisionRule
from hembit_core.notation import expanded_text, fixed, interval, percent, quantity
from hembit_core.resistance_reading import DisplayText, ResistanceReading, TakenOff
from hembit_core.uncertainty import rectangular
from hembit_core.working import WorkingLine

_OFF = "Right type? Compare with other curves; take a second point in ice; then replace it."
_WORDS = OhmsWords(
    open_means="Isolated, OL across a sensor is a broken element or lead.",
    open_next="Watch it while the lead is wriggled; then replace the sensor.",
    short_next="A pinched lead or a crushed tip: look there; then replace the sensor.",
    high_next=_OFF,
    low_next=_OFF,
    within_next="If the machine still shows a wrong temperature: placement, wiring, board. "
    "A probe that a process depends on needs a calibration.",
    settles=("settle both in ice or in one water bath, and read again",),
)


class SensorResistance(ResistanceReading):
    """Ohms of a sensor. ``pair`` is what the two like-coloured wires of a three-wire type read.

    The pair's figure already contains the test leads; no lead zero comes on top.
    """

    measurand: Literal["sensor_resistance"] = "sensor_resistance"
    pair: DisplayText | None = None

    @property
    def taken_off(self) -> TakenOff:
        """The pair where it was read, else the shorted leads."""
        if self.pair and self.pair.strip():
            if self.lead_zero and self.lead_zero.strip():
                raise InputError(
                    "The pair's reading already contains the test leads. Clear one of the two."
                ).at("reading.lead_zero")
            return TakenOff(self.pair, "pair", "the like-coloured pair", "test leads included", 50.0)
        return super().taken_off


@dataclass(frozen=True)
class _Due:
    """What the sensor should show at the reference temperature."""

    curve: Curve
    celsius: float
    ohms: float
    kelvin: Band | None
    resistance: Band
    policy: str
    thermometer: float
    source: str
    limit: float

    def per_kelvin(self, celsius: float) -> float:
        """Size of dR/dt [Ω/K] at ``celsius`` [°C]."""
        slope = float(self.curve.relative_slope(celsius)) * float(self.curve.resistance(celsius))
        return abs(slope)


def expectations(spec: TemperatureSensor, conditions: Conditions) -> tuple[Expectation, ...]:
    """What the sensor should read at the temperature it has now."""
    return (_expectation(_due(spec, conditions)),)


def judge(
    spec: TemperatureSensor, reading: SensorResistance, conditions: Conditions, rule: DecisionRule
) -> Judgement:
    """Judge a sensor's ohms: in kelvin against its class, or in ohms by the share of R.

    The reading is turned into a temperature by the curve; its uncertainty through
    the slope there joins that of the reference thermometer.

    References
    ----------
    IEC 60751 (platinum), IEC 60539-1 (NTC); JCGM 100:2008, 5.1.2.
    """
    due = _due(spec, conditions)
    falls = float(due.curve.relative_slope(due.celsius)) < 0
    scale = None
    thermometer = due.thermometer * due.per_kelvin(due.celsius)
    if due.kelvin is not None:
        thermometer = due.thermometer
        scale = Scale(
            unit="°C",
            value=lambda net: float(due.curve.temperature(net)),
            per_ohm=lambda net: 1 / due.per_kelvin(float(due.curve.temperature(net))),
            falls=falls,
            ohms_band=due.resistance,
        )
    ohms = OhmsDue(
        expectation=_expectation(due),
        words=_WORDS,
        deviation=lambda net, u: _deviation(due, net, u),
        thermometer=thermometer,
        after=lambda net, u: _by_curve(due, net),
        scale=scale,
    )
    return judge_ohms(ohms, reading, conditions, rule)


def _due(spec: TemperatureSensor, conditions: Conditions) -> _Due:
    given = conditions.part_temperature
    if given is None:
        raise InputError(
            "A sensor is judged at a known temperature: give the part's, and where it comes from."
        ).at("conditions.part_temperature")
    celsius = given.value
    curve = spec.sensor.curve()
    try:
        ohms = float(curve.resistance(celsius))
        kelvin, resistance, policy = _bands(spec, curve, celsius, ohms)
    except CurveRangeError as error:
        raise error.at("conditions.part_temperature") from None
    return _Due(
        curve,
        celsius,
        ohms,
        kelvin,
        resistance,
        policy,
        rectangular(conditions.temperature_limit),
        conditions.temperature_source_label,
        conditions.temperature_limit,
    )


def _bands(
    spec: TemperatureSensor, curve: Curve, celsius: float, ohms: float
) -> tuple[Band | None, Band, str]:
    """The band in °C (None for the share of R), the band in ohms, and the school in words."""
    tolerance = spec.tolerance
    if isinstance(tolerance, PercentOfResistance):
        share = tolerance.percent.value / 100
        band = Band(lower=ohms * (1 - share), upper=ohms * (1 + share), nominal=ohms)
        return None, band, f"±{tolerance.percent.text.rstrip('% ')} % of R"
    if isinstance(tolerance, OwnKelvin):
        limit, policy = tolerance.limit.value, f"own limit, ±{tolerance.limit.value:g} K"
    else:
        limit, policy = spec.sensor.class_limit(celsius)
    slope = float(curve.relative_slope(celsius)) * ohms
    ends = sorted(
        (
            _at(curve, celsius - limit, ohms, -limit * slope),
            _at(curve, celsius + limit, ohms, limit * slope),
        )
    )
    kelvin = Band(lower=celsius - limit, upper=celsius + limit, nominal=celsius)
    return kelvin, Band(lower=ends[0], upper=ends[1], nominal=ohms), policy


def _at(curve: Curve, celsius: float, ohms: float, step: float) -> float:
    """R at a limit of the band; by the tangent where the curve ends just before it."""
    try:
        return float(curve.resistance(celsius))
    except CurveRangeError:
        return ohms + step


def _expectation(due: _Due) -> Expectation:
    band = due.kelvin or due.resistance
    unit = "°C" if due.kelvin else "Ω"
    width = "" if due.kelvin is None else f", ±{due.kelvin.half_width:.2f} K"
    return Expectation(
        measurand="sensor_resistance",
        title="Sensor",
        unit="Ω",
        text=interval(due.resistance.lower, due.resistance.upper, "Ω"),
        detail=f"{quantity(due.ohms, 'Ω', 4)} at {due.celsius:g} °C{width}",
        overflow_means="the element or a lead is broken",
        zero_means="a lead is pinched",
        probes=Probes(
            drawing="sensor",
            first="one wire",
            second="the other",
            disconnect="plug off, fingers off the tip",
        ),
        rail=rail_of(band, unit, 4, *_gates(due)),
        cautions=cautions("ohms"),
        policy=(due.policy,),
        warnings=(),
        working=(
            WorkingLine(
                label=f"By its curve, at {due.celsius:g} °C",
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
    )


def _gates(due: _Due) -> tuple[Gate, Gate]:
    """The dead ends, left and right: in °C an NTC that is open stands at the cold end."""
    gates = Gate(label="short", due=False), Gate(label="OL", due=False)
    falls = float(due.curve.relative_slope(due.celsius)) < 0
    return gates[::-1] if due.kelvin is not None and falls else gates


def _deviation(due: _Due, net: float, expanded: float) -> str:
    """The deviation in kelvin and in per cent: ``Reads 1.65 K warm, −5.9 % on ohms``."""
    share = f"{percent(net / due.ohms - 1)} on ohms"
    try:
        kelvin = float(due.curve.temperature(net)) - due.celsius
    except CurveRangeError:
        return f"{share}."
    word = "warm" if kelvin > 0 else "cold"
    return f"Reads {fixed(abs(kelvin), 2)} K {word}, {share} ({quantity(due.ohms, 'Ω', 4)} is due)."


def _by_curve(due: _Due, net: float) -> tuple[WorkingLine, ...]:
    try:
        celsius = float(due.curve.temperature(net))
    except CurveRangeError:
        return ()
    return (
        WorkingLine(
            label="By its curve",
            result=f"{fixed(celsius, 2)} °C",
            formula="t(R); u_t = u_R / |dR/dt|",
            figures=f"{quantity(net, 'Ω', 5)}; |dR/dt| = {quantity(due.per_kelvin(celsius), 'Ω', 4)}/K",
            source="the sensor's curve, turned round",
            value=celsius,
            unit="°C",
        ),
    )
