"""Waits: until it has cooled, by temperatures or by a winding's own ohms; until it is hot."""

from __future__ import annotations

from typing import Literal

from hembit_core.curves.conductors import WindingMetal, winding_temperature
from hembit_core.errors import InputError
from hembit_core.figures import (
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
    heat_up_time,
)
from hembit_core.reckoner.result import Reckoned
from hembit_core.working import WorkingLine

_NEWTON = "Newton's law of cooling"


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
        constant, line = self._constant()
        return _wait(self.now.value, self.room.value, constant, self.within, line)

    def _constant(self) -> tuple[float, WorkingLine]:
        if self.time_constant:
            return self.time_constant.value, WorkingLine(
                label="Time constant",
                result=f"{self.time_constant.told}",
                source="as given",
            )
        if self.before is None or self.apart is None:
            raise InputError(
                "Give an earlier temperature and the minutes between, or the time constant."
            ).at("sum.before")
        try:
            constant = cooling_time_constant(
                self.before.value, self.now.value, self.room.value, self.apart.value
            )
        except InputError as error:
            raise error.at("sum.before") from None
        figures = f"{self.before.told}, {self.apart.told} later {self.now.told}, room {self.room.told}"
        return constant, _constant_line(constant, figures)


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
        first, second = (
            float(winding_temperature(one, self.cold_resistance.value, self.cold.value, self.metal))
            for one in net
        )
        try:
            constant = cooling_time_constant(first, second, self.room.value, self.apart.value)
        except InputError as error:
            raise error.at("sum.before") from None
        line = _constant_line(
            constant,
            f"{quantity(net[0], 'Ω', 4)} is {fixed(first, 1)} °C, "
            f"{self.apart.told} later {quantity(net[1], 'Ω', 4)} is {fixed(second, 1)} °C",
        )
        return _wait(second, self.room.value, constant, self.within, line)


def _constant_line(constant: float, figures: str) -> WorkingLine:
    return WorkingLine(
        label="Time constant",
        result=f"{plain(constant, 3)} min",
        formula="τ₀ = Δτ / ln((t₁ − t_room) / (t₂ − t_room))",
        figures=figures,
        source=_NEWTON,
        value=constant,
        unit="min",
    )


def _wait(
    now: float, room: float, constant: float, within: Kelvin | None, line: WorkingLine
) -> Reckoned:
    near = within.value if within else 2.0
    minutes = cooling_wait(now, room, constant, near)
    if minutes == 0:
        headline = f"No wait: it is within {plain(near)} K of the room"
    else:
        headline = f"Wait {_minutes(minutes)}, until it is within {plain(near)} K of the room"
    return Reckoned(
        headline=headline,
        working=(
            line,
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
