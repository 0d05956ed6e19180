"""Several curves fit: which temperature, of those a workshop can make, tells most of them apart."""

from __future__ import annotations

from collections.abc import Sequence
from itertools import combinations

import numpy as np

from hembit_core.data_files import table
from hembit_core.families.temperature_sensor.spec import TemperatureSensor
from hembit_core.families.temperature_sensor.types import SwitchingPtc
from hembit_core.measuring.thermometers import TemperatureSource
from hembit_core.model import Model
from hembit_core.notation import plain
from hembit_core.rules.values import Rules
from hembit_core.sensor_curves.separation import separation
from hembit_core.sensor_curves.stretch import ends_of

_MOST_RIVALS = 8
"""So many of the nearest curves are weighed against each other [1]."""
_SAME = 5.0
"""A bath this near to a temperature that was taken says what that said [K]."""
_CAUTION = "Keep plug and wires dry; hot water and steam scald."


class NextBath(Model):
    """A temperature to take the sensor to; ``parts`` of ``pairs`` pairs of curves part there.

    ``celsius`` is none where no bath tells any two of them apart.
    """

    celsius: float | None
    source: TemperatureSource | None
    parts: int
    pairs: int
    text: str
    caution: str


def next_bath(
    rivals: Sequence[tuple[str, TemperatureSensor]], rules: Rules, taken: Sequence[float]
) -> NextBath:
    """The bath at which most pairs of ``rivals`` can be told apart; of equals, the one listed first.

    Parameters
    ----------
    rivals : curves that fit so far, the nearest first.
    taken : temperatures that were measured already [°C].
    """
    named = [one for one in rivals[:_MOST_RIVALS] if not isinstance(one[1].sensor, SwitchingPtc)]
    pairs = list(combinations(named, 2))
    best: tuple[int, dict[str, object]] | None = None
    for bath in table("baths")["baths"]:
        celsius = float(bath["celsius"])
        if any(abs(celsius - one) < _SAME for one in taken):
            continue
        parts = sum(
            _parts(one, other, celsius, TemperatureSource(bath["from"]), rules) for one, other in pairs
        )
        if parts and (best is None or parts > best[0]):
            best = parts, bath
    if best is None:
        return NextBath(
            celsius=None,
            source=None,
            parts=0,
            pairs=len(pairs),
            text="No temperature from a freezer's to an oven's tells them apart within their bands: "
            "as far as a thermometer can say, either is right. Go by the part number.",
            caution="",
        )
    parts, bath = best
    many = "all of them part" if parts == len(pairs) else f"{parts} of {len(pairs)} pairs part"
    celsius = float(str(bath["celsius"]))
    return NextBath(
        celsius=celsius,
        source=TemperatureSource(str(bath["from"])),
        parts=parts,
        pairs=len(pairs),
        text=f"Measure it at {plain(celsius)} °C next ({bath['label']}): {many} there.",
        caution=_CAUTION if celsius > 40 else "",
    )


def _parts(
    first: tuple[str, TemperatureSensor],
    second: tuple[str, TemperatureSensor],
    celsius: float,
    source: TemperatureSource,
    rules: Rules,
) -> bool:
    for _, spec in (first, second):
        assert not isinstance(spec.sensor, SwitchingPtc)
        low, high = ends_of(spec.sensor)
        if not low <= celsius <= high:
            return False
    limit = rules.thermometer_limit_K[source]
    found = separation(first[1], second[1], np.array([celsius]), limit, rules)
    return bool(found.tells[0])
