"""What a measurand says of itself: declared beside its reading class, and nowhere else.

Lists of measurands (live ones, tests of any part in ohms, titles, costs) follow from these.
"""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum
from typing import Literal

from hembit_core.judging.judgement import Probes

DeadOrLive = Literal["dead", "live", "either"]


class Step(StrEnum):
    """The step of a visit that a test belongs to."""

    SUPPLY = "supply"
    MEASURE = "measure"
    ACTUATE = "actuate"
    SENSORS = "sensors"
    LIVE = "live"


class Role(StrEnum):
    """What a test asks of the part: findings and routes go by it."""

    ALONG = "along"
    """Ohms from end to end, dead: is the part whole?"""
    TO_CASE = "to_case"
    """On a multimeter: is there a path to the case?"""
    INSULATION = "insulation"
    """Under test volts: does the insulation hold?"""
    WORKING = "working"
    """Volts and amps of the part at work."""
    OPENS = "opens"
    """Does a contact open where it should?"""
    SENSES = "senses"
    """A sensor's signal, other than its ohms."""
    SHOWN = "shown"
    """What the machine shows of a sensor."""
    RESPONDS = "responds"
    """Does a sensor follow?"""
    SUPPLY = "supply"
    SEQUENCE = "sequence"
    COMPARES = "compares"
    """Equal parts against each other."""
    MOVED = "moved"
    """Watched while it is moved."""
    BUZZER = "buzzer"
    GAP = "gap"
    TIGHT = "tight"
    """Does a valve hold, and does it pass?"""
    WIRE = "wire"
    """A wire's two ends under voltage."""
    OUTPUT = "output"
    """A control's output against its feed."""
    ABLE = "able"
    """Whether a setting can be reached at all."""


@dataclass(frozen=True)
class Measurand:
    """A test, as it is named, placed, paid for and probed.

    Attributes
    ----------
    title : in trade words; the same everywhere.
    step : of the visit.
    dead_or_live : whether the machine must be dead or live for it.
    minutes : what it costs at a free terminal [min].
    role : what it asks of the part.
    probes : where the two probes go and what is off; a family may name its own drawing.
    side : comes up when the main tests do not decide.
    both_ways : read isolated and in circuit; how it was connected is not asked.
    by_meter : read off a meter; not a gap, or what a machine shows.
    """

    title: str
    step: Step
    dead_or_live: DeadOrLive
    minutes: float
    role: Role
    probes: Probes
    side: bool = False
    both_ways: bool = False
    by_meter: bool = True
