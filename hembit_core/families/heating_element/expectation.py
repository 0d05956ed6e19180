"""What to expect from an element, told before anything is measured."""

from __future__ import annotations

from functools import lru_cache

from hembit_core.conformity.bands import Band
from hembit_core.families.heating_element.readings import BetweenTerminals, Running
from hembit_core.families.heating_element.resistance import ElementResistance
from hembit_core.families.heating_element.spec import HeatingElement
from hembit_core.judging.expect import NO_AMPS, expect, ohms_rail
from hembit_core.judging.judgement import Expectation, rail_of
from hembit_core.measuring.conditions import Conditions
from hembit_core.notation import interval, plain, quantity
from hembit_core.working import WorkingLine

_OF_HOT_OHMS = ("nominal", "band")


@lru_cache(maxsize=256)
def between_terminals(due: ElementResistance) -> Expectation:
    """Cold ohms from end to end, at the part's temperature."""
    assert due.today.nominal is not None
    ratio = "" if due.ratio.known else ", alloy not given (Ct = 1)"
    return expect(
        BetweenTerminals,
        ohms_rail(due.today),
        detail=f"{quantity(due.today.nominal, 'Ω', 4)} cold{ratio}",
        overflow_means="the wire is broken",
        zero_means="the coil is bridged",
        policy=due.policy,
        warnings=due.warnings,
        working=due.lines,
    )


def power_text(watts: float) -> str:
    """Watts as a person would say them: four digits from 1000 W, three below."""
    return quantity(watts, "W", 4 if watts >= 1000 else 3)


def current_band(due: ElementResistance, volts: float) -> Band:
    """Current band at ``volts`` [A], from the hot resistance band.

    I = U / R_hot; the lower ohm limit gives the upper current limit.
    """

    def amps(ohms: float | None) -> float | None:
        return None if ohms is None else volts / ohms

    hot = due.hot
    return Band(
        lower=amps(hot.upper),
        upper=amps(hot.lower),
        watch_lower=amps(hot.watch_upper),
        watch_upper=amps(hot.watch_lower),
        nominal=amps(hot.nominal),
    )


@lru_cache(maxsize=256)
def running_at(due: ElementResistance, volts: float, volts_text: str) -> Expectation:
    """Amps and watts at a supply of ``volts`` [V], from hot ohms."""
    band = current_band(due, volts)
    assert band.nominal is not None and due.hot.nominal is not None
    watts = volts**2 / due.hot.nominal
    amps_line = WorkingLine(
        key="amps_due",
        label=f"Current at {volts_text}",
        result=interval(band.lower, band.upper, "A", 3),
        formula="I = U / R_hot",
        figures=f"{volts_text} / {quantity(due.hot.nominal, 'Ω', 5)} = "
        f"{quantity(band.nominal, 'A', 3)}; the band by the hot limits",
        source="Ohm's law, at working heat",
        value=band.nominal,
        unit="A",
    )
    watts_line = WorkingLine(
        key="watts_due",
        label=f"Power at {volts_text}",
        result=power_text(watts),
        formula="P = U² / R_hot",
        figures=f"({volts_text})² / {quantity(due.hot.nominal, 'Ω', 5)}",
        source="Joule's law",
        value=watts,
        unit="W",
    )
    return expect(
        Running,
        rail_of(band, "A", 3, NO_AMPS, None),
        detail=f"{quantity(band.nominal, 'A', 3)} and {power_text(watts)} at {volts_text}",
        overflow_means="take a higher range",
        zero_means="clamp, thermostat, then the element",
        policy=due.policy,
        warnings=due.warnings,
        working=(*_hot_lines(due), amps_line, watts_line),
        digits=3,
    )


def running(spec: HeatingElement, conditions: Conditions, due: ElementResistance) -> Expectation | None:
    """Amps and watts at the supply that is there; None where no volts are known at all."""
    volts = conditions.supply.value if conditions.supply else spec.rated_volts
    if volts is None:
        return None
    return running_at(due, volts, f"{plain(volts)} V")


def _hot_lines(due: ElementResistance) -> tuple[WorkingLine, ...]:
    return tuple(line for line in due.lines if line.key in _OF_HOT_OHMS)
