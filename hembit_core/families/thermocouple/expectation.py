"""What to expect of a thermocouple: its loop, and its millivolts at the temperature it has now."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

from hembit_core.conformity.bands import Band
from hembit_core.curves import thermocouples
from hembit_core.curves.ends import CurveRangeError
from hembit_core.errors import InputError
from hembit_core.families.thermocouple.plot import plot
from hembit_core.families.thermocouple.readings import LoopResistance, ThermocoupleVoltage
from hembit_core.families.thermocouple.spec import Thermocouple
from hembit_core.judging.expect import OPEN_END, expect
from hembit_core.judging.judgement import Expectation, rail_of
from hembit_core.measuring.conditions import Conditions
from hembit_core.notation import fixed, interval, plain, quantity
from hembit_core.rules.values import Rules
from hembit_core.working import WorkingLine


@dataclass(frozen=True)
class ThermocoupleDue:
    """Cold junction and, where a reference thermometer was read, what is due [°C, mV, K]."""

    cold: float
    cold_mv: float
    reference: float | None
    band: Band | None
    policy: tuple[str, ...]
    thermometer: float
    cold_standard: float
    cold_limit: float

    def millivolts(self, letter: thermocouples.ThermocoupleType, celsius: float) -> float:
        """What stands at the terminals at ``celsius`` [mV]; at the curve's end beyond it."""
        low, high = thermocouples.ends(letter)
        there = float(thermocouples.voltage(letter, min(max(celsius, low), high)))
        return there - self.cold_mv

    def millivolt_band(self, letter: thermocouples.ThermocoupleType) -> Band | None:
        """The band at the terminals [mV]; None without a reference."""
        if self.band is None or self.reference is None:
            return None
        assert self.band.lower is not None and self.band.upper is not None
        return Band(
            lower=self.millivolts(letter, self.band.lower),
            upper=self.millivolts(letter, self.band.upper),
            nominal=self.millivolts(letter, self.reference),
        )


def thermocouple_due(spec: Thermocouple, conditions: Conditions) -> ThermocoupleDue:
    """Cold junction and reference; InputError where the cold junction is not given."""
    if conditions.cold_junction is None:
        raise InputError(
            "Millivolts alone are not a temperature: give the cold junction's, at the terminals."
        ).at("conditions.cold_junction")
    cold = conditions.cold_junction.value
    try:
        cold_mv = float(thermocouples.voltage(spec.letter, cold))
    except CurveRangeError as error:
        raise error.at("conditions.cold_junction") from None
    given = conditions.part_temperature
    cold_standard, cold_limit = conditions.cold_junction_standard, conditions.cold_junction_limit
    if given is None:
        return ThermocoupleDue(cold, cold_mv, None, None, (), 0.0, cold_standard, cold_limit)
    try:
        thermocouples.voltage(spec.letter, given.value)
        band, policy = spec.band(given.value), spec.limit(given.value)[1]
    except CurveRangeError as error:
        raise error.at("conditions.part_temperature") from None
    return ThermocoupleDue(
        cold,
        cold_mv,
        given.value,
        band,
        (policy,),
        conditions.temperature_standard,
        cold_standard,
        cold_limit,
    )


@lru_cache(maxsize=64)
def millivolts_expected(spec: Thermocouple, due: ThermocoupleDue) -> Expectation:
    """Millivolts at the terminals at the reference temperature."""
    if due.band is None or due.reference is None:
        band = Band(lower=due.cold - 1, upper=due.cold + 1, nominal=due.cold)
        text, detail = "mV, then °C", "give a reference temperature, and this says what is due"
    else:
        band = due.band
        ends = [due.millivolts(spec.letter, one) for one in (band.lower or 0.0, band.upper or 0.0)]
        text = (
            interval(ends[0], ends[1], "mV")
            if min(ends) > 0
            else f"{fixed(ends[0], 2)} to {fixed(ends[1], 2)} mV"
        )
        due_mv = float(thermocouples.voltage(spec.letter, due.reference)) - due.cold_mv
        detail = (
            f"{fixed(due_mv, 3)} mV at {plain(due.reference)} °C, terminals at {plain(due.cold)} °C; "
            f"±{plain(band.half_width, 2)} K"
        )
    return expect(
        ThermocoupleVoltage,
        rail_of(band, "°C", 4, None, None),
        text=text,
        detail=detail,
        overflow_means="take a higher range",
        zero_means="tip and terminals are equally warm, or it is shorted at the terminals",
        policy=due.policy,
        working=(
            WorkingLine(
                key="cold_junction",
                label=f"Cold junction at {plain(due.cold)} °C",
                result=f"{fixed(due.cold_mv, 3)} mV",
                formula="E(t_cold)",
                source="IEC 60584-1, annex A",
                value=due.cold_mv,
                unit="mV",
            ),
        ),
        topics=("low_voltage",),
        plot=plot(spec, due.cold, due.band),
    )


def _loop_limit(spec: Thermocouple, rules: Rules) -> float:
    return spec.loop_limit.value if spec.loop_limit else rules.loop_resistance_up_to_ohm


def loop_expected(spec: Thermocouple, rules: Rules) -> Expectation:
    """The loop's ohms: up to a limit."""
    limit = _loop_limit(spec, rules)
    given = "as given" if spec.loop_limit else rules.said("loop_resistance_up_to_ohm")
    return expect(
        LoopResistance,
        rail_of(Band(upper=limit), "Ω", 2, None, OPEN_END),
        text=f"up to {quantity(limit, 'Ω', 2)}",
        detail="first of all: on mV an open input floats and shows anything",
        overflow_means="the junction or a joint is broken",
        zero_means="sound, or shorted along the way",
        policy=(f"loop up to {quantity(limit, 'Ω', 2)} ({given})",),
        topics=("ohms",),
    )
