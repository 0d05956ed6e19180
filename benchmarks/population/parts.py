"""Parts with their truth: a spec, a state, and what each of the family's dead tests would read."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from math import exp, inf
from random import Random
from typing import Any

from pydantic import TypeAdapter

from benchmarks.population.hands import Hand
from hembit_core import Conditions, PartSpec, expectations

ALLOY_SAID = 0.1
LEAK_OHM = (20e3, 2e6)
SHORTED = (0.15, 0.60)
JOINT = (0.10, 1.00)
OFF_TOLERANCES = (1.5, 4.0)
OFF_KELVIN = (3.0, 8.0)
_SPEC = TypeAdapter(PartSpec).validate_python
Test = Callable[[Hand], dict[str, Any]]


@dataclass
class Part:
    """One part: ``spec`` as the record has it, ``mode`` its state, ``tests`` what can be read of it."""

    family: str
    spec: Any
    mode: str
    tests: list[Test]


def spec_of(**given: Any) -> Any:
    """A spec as the API takes it."""
    return _SPEC(given)


def due(spec: Any, room: float) -> tuple[float, float, float]:
    """The band of its first test at the true temperature, everything known: low, nominal, high [the
    test's unit]; from its middle where it has no nominal.
    """
    known = Conditions.model_validate({"part_temperature": f"{room:.6f}", "thermometer_limit": "0.001"})
    band = expectations(spec, known)[0].rail.band
    low, high = band.lower or 0.0, band.upper or inf
    return low, band.nominal if band.nominal is not None else (low + high) / 2, high


def sound_value(hand: Hand, low: float, nominal: float, high: float) -> float:
    """A sound one: on each side a third of that side's tolerance, normal, within its limits."""
    while True:
        side = hand.source.gauss(0, hand.world.spread / 3)
        if abs(side) <= 1:
            return nominal + side * ((high - nominal) if side > 0 else (nominal - low))


def _off(draw: Random, far: float, low: float, nominal: float, high: float) -> float:
    many = far * draw.uniform(*OFF_TOLERANCES)
    if draw.random() < 0.5 and nominal - many * (nominal - low) > 0:
        return nominal - many * (nominal - low)
    return nominal + many * (high - nominal)


def ohms_test(measurand: str, true: float) -> Test:
    """Ohms between its terminals, leads and all."""
    return lambda hand: {
        "measurand": measurand,
        "display": hand.ohms(true),
        **hand.how_taken(),
    }


def case_test(true: float) -> Test:
    """Ohms from a terminal to the case."""

    def test(hand: Hand) -> dict[str, Any]:
        shown = hand.ohms(true)
        return {"measurand": "terminal_to_case", "display": shown, "connection": "isolated"}

    return test


def resistance_part(
    family: str,
    measurand: str,
    said: Any,
    known: Any,
    hand: Hand,
    *,
    case: bool = True,
    shorts: bool = True,
    joint: bool = True,
) -> Part:
    """One with ohms between limits: ``said`` is its spec as it is given, ``known`` with all known."""
    draw = hand.source
    low, nominal, high = due(known, hand.room)
    modes = ["open", "off", *(["leak"] if case else []), *(["shorted"] if shorts else [])]
    modes += ["joint"] if joint else []
    mode = hand.world.mode(draw, modes)
    value, far = sound_value(hand, low, nominal, high), hand.world.severity
    if mode == "open":
        value = inf
    elif mode == "off":
        value = _off(draw, far, low, nominal, high)
    elif mode == "shorted":
        value *= max(1 - far * draw.uniform(*SHORTED), 0.01)
    elif mode == "joint":
        value *= 1 + far * draw.uniform(*JOINT)
    outside = not low <= value <= high
    if mode not in ("leak", "open") and not outside:
        mode = "sound"  # its true value is inside: it is sound, whatever drew it
    to_case = draw.uniform(*LEAK_OHM) if mode == "leak" else inf
    tests = [ohms_test(measurand, value), *([case_test(to_case)] if case else [])]
    return Part(family, said, mode, tests)


def sensor(family: str, spec: Any, ohms_at: Callable[[float], float], hand: Hand) -> Part:
    """A temperature sensor: off in kelvin where it has drifted."""
    draw = hand.source
    low, _, high = due(spec, hand.room)
    drift = [] if family == "platinum" else ["off"]
    mode, far = hand.world.mode(draw, ["open", "joint", *drift]), hand.world.severity
    seen = sound_value(hand, low, hand.room, high)
    if mode == "off":
        seen = hand.room + draw.choice((-1, 1)) * far * draw.uniform(*OFF_KELVIN)
    value = inf if mode == "open" else ohms_at(seen)
    if mode == "joint":
        value *= 1 + far * draw.uniform(*JOINT)
    if mode in ("sound", "off") and low <= seen <= high:
        mode = "sound"
    return Part(family, spec, mode, [ohms_test("sensor_resistance", value)])


def ntc_ohms(r25: float, beta: float) -> Callable[[float], float]:
    """R₂₅ exp(B (1/T − 1/298.15 K)) [Ω] over t [°C]."""
    return lambda celsius: r25 * exp(beta * (1 / (celsius + 273.15) - 1 / 298.15))


def platinum_ohms(r0: float) -> Callable[[float], float]:
    """IEC 60751, 4.2: R₀ (1 + A t + B t²) above 0 °C [Ω]."""
    return lambda celsius: r0 * (1 + 3.9083e-3 * celsius - 5.775e-7 * celsius**2)
