"""Sensors' curves: shown, compared, and matched with an unknown sensor's readings."""

from __future__ import annotations

from pydantic import Field

from hembit.apps.library.finding import found_spec, in_use
from hembit.apps.library.schemas import FoundSpec
from hembit.apps.rules.services import rules_here
from hembit.apps.shop.services import find_meter
from hembit_core import Conditions
from hembit_core.families.temperature_sensor.spec import TemperatureSensor
from hembit_core.measuring.figures import Temperature
from hembit_core.model import Model
from hembit_core.sensor_curves.comparing import Curves, CurvesAsked, show_curves
from hembit_core.sensor_curves.matching import Matched, PairsTaken, match_sensor


class PairsIn(Model):
    """Pairs of an unknown sensor, and the shop's meter they were read with, null for an unknown one."""

    taken: PairsTaken
    meter: int | None = None
    meter_air: Temperature | None = None


class MatchedOut(Model):
    """What the pairs say, and the library's specs in the order of its matches."""

    matched: Matched
    specs: tuple[FoundSpec, ...] = Field(max_length=50)


def show(asked: CurvesAsked) -> Curves:
    """One to four curves by the shop's rules."""
    return show_curves(asked, rules_here())


def match(given: PairsIn) -> MatchedOut:
    """The library's curves by how well they fit, with their specs."""
    rows = [
        one for one in in_use().filter(kind="temperature_sensor").order_by("name", "id") if one.current
    ]
    known = []
    for one in rows:
        assert one.current
        entry = one.current.entry
        assert isinstance(entry.spec, TemperatureSensor)
        known.append((entry.name, entry.spec))
    conditions = Conditions(meter=find_meter(given.meter, given.meter_air), rules=rules_here())
    matched = match_sensor(given.taken, known, conditions)
    return MatchedOut(
        matched=matched, specs=tuple(found_spec(rows[one.place]) for one in matched.matches)
    )
