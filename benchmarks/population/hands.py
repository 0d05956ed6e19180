"""A hand that measures: its meter, its leads, its room, and what it says of them."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from math import inf, log10
from random import Random
from typing import Any

from hembit_core import Conditions, Meter, TemperatureSource
from hembit_core.measuring.display import Function

METERS = ((0.8, 3), (0.5, 2), (1.5, 5))
"""± (percent of reading + digits) of usual meters."""
LEADS_OHM = (0.1, 0.3)
ROOM_C = (12.0, 30.0)
PROBE_K, GUESS_K = 1.0, 5.0
"""A contact probe and a guess are off by this at most [K]."""


@dataclass(frozen=True)
class World:
    """How parts are in a population: the share of sound ones, how much wider than told they spread, how
    much farther than told faults go, and how much more or less usual each fault is than another.
    """

    sound: float = 0.6
    spread: float = 1.0
    severity: float = 1.0
    tilts: Mapping[str, float] = field(default_factory=dict)

    def mode(self, draw: Random, modes: Sequence[str]) -> str:
        """Sound, or one of ``modes``."""
        if draw.random() < self.sound:
            return "sound"
        return draw.choices(modes, [self.tilts.get(one, 1.0) for one in modes])[0]


@dataclass
class Hand:
    """One visit's measuring. ``misread`` is the share of readings that show something else, ``wrong``
    the tests of this part that did.
    """

    source: Random
    misread: float = 0.0
    all_said: bool = False
    world: World = field(default_factory=World)
    wrong: list[float] = field(default_factory=list)

    def __post_init__(self) -> None:
        draw = self.source
        percent, digits = draw.choice(METERS)
        self.counts = draw.choice((4000, 6000))
        self.gain = draw.uniform(-percent, percent) / 100
        self.digits = digits
        self.offsets: dict[float, float] = {}
        self.leads = draw.uniform(*LEADS_OHM)
        self.room = draw.uniform(*ROOM_C)
        known = self.all_said or draw.random() < 0.75
        accuracy = {Function.RESISTANCE: {"percent": percent, "counts": digits}}
        for other in (Function.VOLTAGE, Function.CURRENT):
            accuracy[other] = {"percent": percent, "counts": digits}
        self.meter = {"name": "The meter", "accuracy": accuracy} if known else None
        said = draw.random()
        self.leads_said = "noted" if self.all_said or said < 0.5 else "rel" if said < 0.65 else ""
        said = draw.random()
        self.warmth_said = "probe" if self.all_said or said < 0.4 else "guess" if said < 0.55 else ""

    def conditions(self) -> Conditions:
        """What it says of meter and temperature."""
        given: dict[str, Any] = {"meter": Meter.model_validate(self.meter)} if self.meter else {}
        if self.warmth_said == "probe":
            given["part_temperature"] = f"{self.room + self.source.uniform(-PROBE_K, PROBE_K):.1f}"
            given["temperature_source"] = TemperatureSource.CONTACT_PROBE
        elif self.warmth_said == "guess":
            given["part_temperature"] = f"{self.room + self.source.uniform(-GUESS_K, GUESS_K):.0f}"
            given["temperature_source"] = TemperatureSource.GUESSED
        return Conditions.model_validate(given)

    def how_taken(self) -> dict[str, Any]:
        """What it says of its leads."""
        if self.leads_said == "noted":
            return {"lead_zero": self._text(self.leads), "connection": "isolated"}
        return {"leads_nulled": self.leads_said == "rel", "connection": "isolated"}

    def ohms(self, true: float) -> str:
        """What the display shows across ``true`` [Ω], leads in it unless REL took them off."""
        if self.misread and self.source.random() < self.misread:
            self.wrong.append(true)
            return self._misread(true)
        zero = self._shown(self.leads)[0] if self.leads_said == "rel" else 0.0
        return self._text(true + self.leads, zero)

    def _misread(self, true: float) -> str:
        """OL, near zero, a prefix that was lost, or anything."""
        kind = self.source.random()
        if kind < 0.2:
            return "OL"
        if kind < 0.4:
            return self._text(self.source.uniform(0, 0.5))
        if kind < 0.6 and true < inf:
            return self._text(true * self.source.choice((1e-3, 1e3)))
        return self._text(10 ** self.source.uniform(-1, 6.5))

    def _shown(self, true: float) -> tuple[float, float]:
        """The figure on the display, and its last digit [Ω]; the figure is infinite beyond its top."""
        for power in range(6):
            step = 0.1 * 10**power
            offset = self.offsets.setdefault(step, self.source.uniform(-self.digits, self.digits))
            read = true * (1 + self.gain) + offset * step
            if read < step * self.counts:
                return round(max(read, 0.0) / step) * step, step
        return inf, step

    def _text(self, true: float, zero: float = 0.0) -> str:
        read, step = self._shown(true)
        if read == inf:
            return "OL"
        for prefix, unit in (("M", 1e6), ("k", 1e3), ("", 1.0)):
            if step * self.counts > unit * 1.001 or not prefix:
                places = max(round(-log10(step / unit)), 0)
                return f"{max(read - zero, 0.0) / unit:.{places}f}{prefix}"
        raise AssertionError
