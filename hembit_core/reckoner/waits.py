"""Waits: until it has cooled, by temperatures or by a winding's own ohms; until it is hot."""

from __future__ import annotations

from typing import Literal

from hembit_core.curves.conductors import WindingMetal, winding_temperature
from hembit_core.errors import InputError
from hembit_core.measuring.figures import (
    Kelvin,
    Litres,
    Minutes,
    Percent,
    Power,
    Resistance,
    Temperature,
)
from hembit_core.model import Model
from hembit_core.notation import fixed, limit_text, plain, quantity
from hembit_core.physics.waiting import (
    WATER_HEAT_CAPACITY,
    cooling_time_constant,
    cooling_wait,
    cooling_wait_limits,
    heat_up_time,
)
from hembit_core.reckoner.result import Reckoned
from hembit_core.working import WorkingLine

_NEWTON = "Newton's law of cooling"
_NEAR = 2.0
"""As near to the room as this is cool, where nothing else is asked for [K]."""
_TELLS = 0.1
"""A wait that the last digits move by more than this share of it is told with its limits."""


class CoolingByTemperature(Model):
    """Two temperatures of the part some minutes apart, or one with a known time constant."""

    sum: Literal["cooling_by_temperature"] = "cooling_by_temperature"
    now: Temperature
    room: Temperature
    before: Temperature | None = None
    apart: Minutes | None = None
    time_constant: Minutes | None = None
    within: Kelvin | None = None

    def reckon(self) -> Reckoned:
        """The wait until it is within 2 K of the room, or as near as asked.

        Raises
        ------
        InputError
            If neither a second temperature nor a time constant is given, or they do not approach.
        """
        if self.time_constant:
            given = WorkingLine(
                label="Time constant", result=self.time_constant.told, source="as given"
            )
            near = self.within.value if self.within else _NEAR
            now, room = self.now.value, self.room.value
            minutes = cooling_wait(now, room, self.time_constant.value, near)
            return _told(minutes, now, room, near, (given,))
        if self.before is None or self.apart is None:
            raise InputError(
                "Give an earlier temperature and the minutes between, or the time constant."
            ).at("sum.before")
        return _from_two(
            (self.before.value, self.before.step / 2),
            (self.now.value, self.now.step / 2),
            f"{self.before.told}, {self.apart.told} later {self.now.told}, room {self.room.told}",
            self,
        )


class CoolingByWinding(Model):
    """A winding is its own thermometer: its ohms cold, earlier, and now.

    ``leads`` is what the shorted leads showed [Ω]; it is in both displays, not in the cold figure.
    """

    sum: Literal["cooling_by_winding"] = "cooling_by_winding"
    cold_resistance: Resistance
    cold: Temperature
    before: Resistance
    now: Resistance
    apart: Minutes
    room: Temperature
    metal: WindingMetal = WindingMetal.COPPER
    within: Kelvin | None = None
    leads: Resistance | None = None

    def reckon(self) -> Reckoned:
        """The wait, from two resistances turned into temperatures.

        Raises
        ------
        InputError
            If the two do not approach the room's temperature, or the leads read more than they.
        """
        leads = self.leads.value if self.leads else 0.0
        net = self.before.value - leads, self.now.value - leads
        if min(net) <= 0:
            raise InputError("The leads alone read as much: short them again.").at("sum.leads")
        first, second = self._celsius(net[0]), self._celsius(net[1])
        return _from_two(
            (first, self._celsius(net[0] + self.before.step / 2) - first),
            (second, self._celsius(net[1] + self.now.step / 2) - second),
            f"{quantity(net[0], 'Ω', 4)} is {fixed(first, 1)} °C, "
            f"{self.apart.told} later {quantity(net[1], 'Ω', 4)} is {fixed(second, 1)} °C",
            self,
        )

    def _celsius(self, ohms: float) -> float:
        cold, metal = self.cold_resistance.value, self.metal
        return float(winding_temperature(ohms, cold, self.cold.value, metal))


def _from_two(
    first: tuple[float, float],
    second: tuple[float, float],
    figures: str,
    asked: CoolingByTemperature | CoolingByWinding,
) -> Reckoned:
    """The wait from two temperatures [°C], each with half its last digit."""
    assert asked.apart is not None
    room, apart = asked.room.value, asked.apart.value
    near = asked.within.value if asked.within else _NEAR
    if abs(second[0] - room) <= near:  # whatever it was before
        return _told(0.0, second[0], room, near, ())
    try:
        constant = cooling_time_constant(first[0], second[0], room, apart)
    except InputError as error:
        raise error.at("sum.before") from None
    try:
        limits = cooling_wait_limits(first, second, room, apart, near)
    except InputError as error:
        raise error.at("sum.now") from None
    line = WorkingLine(
        label="Time constant",
        result=f"{plain(constant, 3)} min",
        formula="τ₀ = Δτ / ln((t₁ − t_room) / (t₂ − t_room))",
        figures=figures,
        source=_NEWTON,
        value=constant,
        unit="min",
    )
    last_digits = WorkingLine(
        label="The wait, as the last digits leave it",
        result=f"{_minutes(limits[0])} to {_minutes(limits[1])}",
        figures=f"±{plain(first[1], 2)} K and ±{plain(second[1], 2)} K",
        source="half a digit of each reading; JCGM 100, 4.3.7",
    )
    minutes = cooling_wait(second[0], room, constant, near)
    return _told(minutes, second[0], room, near, (line, last_digits), limits)


def _told(
    minutes: float,
    now: float,
    room: float,
    near: float,
    lines: tuple[WorkingLine, ...],
    limits: tuple[float, float] | None = None,
) -> Reckoned:
    if minutes == 0:
        headline = f"No wait: it is within {plain(near)} K of the room"
    else:
        told = _minutes(minutes)
        if limits and limits[1] - limits[0] > 2 * _TELLS * minutes:
            told += f" ({_minutes(limits[0])} to {_minutes(limits[1])})"
        headline = f"Wait {told}, until it is within {plain(near)} K of the room"
    return Reckoned(
        headline=headline,
        working=(
            *lines,
            WorkingLine(
                label="The wait",
                result=_minutes(minutes),
                formula="τ = τ₀ · ln(|t − t_room| / Δ)",
                figures=f"{fixed(now, 1)} °C in {plain(room)} °C, Δ = {plain(near)} K",
                source=_NEWTON,
                value=minutes,
                unit="min",
            ),
        ),
        minutes=minutes,
    )


def _minutes(minutes: float) -> str:
    """A wait in minutes, hours or days: in two of them, and no minutes of a wait of days."""
    whole, hours = round(minutes), round(minutes / 60)
    if whole < 120:
        return f"{whole} min"
    if hours < 72:
        return f"{whole // 60} h {whole % 60} min"
    return f"{hours // 24} d {hours % 24} h" if hours < 100 * 24 else f"{round(hours / 24)} d"


class HeatUpSum(Model):
    """How long until it is hot: water by its litres, or anything by mass and heat capacity."""

    sum: Literal["heat_up"] = "heat_up"
    litres: Litres
    start: Temperature
    end: Temperature
    power: Power
    efficiency: Percent | None = None

    def reckon(self) -> Reckoned:
        """The time to heat water; with no efficiency given, the least it can take.

        Raises
        ------
        InputError
            If the end is not above the start.
        """
        share = self.efficiency.value / 100 if self.efficiency else 1.0
        try:
            seconds = heat_up_time(
                self.litres.value, self.start.value, self.end.value, self.power.value, share
            )
        except InputError as error:
            raise error.at("sum.end") from None
        minutes = seconds / 60
        losses = "without losses: it takes longer" if self.efficiency is None else f"η {plain(share)}"
        return Reckoned(
            headline=f"{_minutes(minutes)}, {losses}",
            explanation=(
                "Much slower, with the current right: it cycles, or flow, volume or losses changed. "
                "A target above what the heater can reach is a setting fault, not a part fault.",
            ),
            working=(
                WorkingLine(
                    label="Time to heat up",
                    result=_minutes(minutes),
                    formula="t = m · c · Δθ / (η · P)",
                    figures=f"{limit_text(self.litres.value, 'kg', 6)} · "
                    f"{plain(WATER_HEAT_CAPACITY)} J/(kg·K) · "
                    f"{plain(self.end.value - self.start.value)} K / "
                    f"({plain(share)} · {self.power.told})",
                    source="heat capacity of water near 40 °C",
                    value=minutes,
                    unit="min",
                ),
            ),
            minutes=minutes,
        )
