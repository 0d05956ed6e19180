"""The usual curves that ship with the core, for who has no library of specs at hand."""

from __future__ import annotations

from functools import cache

from pydantic import TypeAdapter

from hembit_core.data_files import table
from hembit_core.families.temperature_sensor.spec import TemperatureSensor
from hembit_core.families.temperature_sensor.types import CurveSensor


@cache
def known_curves() -> tuple[tuple[str, TemperatureSensor], ...]:
    """Usual curves without a maker, by name."""
    adapter: TypeAdapter[CurveSensor] = TypeAdapter(CurveSensor)
    return tuple(
        (one["name"], TemperatureSensor(sensor=adapter.validate_python(one["sensor"])))
        for one in table("known_curves")["curves"]
    )
