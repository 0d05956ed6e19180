"""A row of a circuit as a person types it, and as a sheet of a machine holds it."""

from __future__ import annotations

from enum import StrEnum
from typing import Annotated

from pydantic import Field, StringConstraints

from hembit_core.measuring.figures import ApparentPower, Current, Resistance, Voltage
from hembit_core.model import Model

Node = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=24)]
Key = Annotated[str, StringConstraints(pattern=r"^[a-z0-9_-]{1,24}$")]
Name = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=120)]
MOST_ROWS = 60


class RowKind(StrEnum):
    """What a row is."""

    LOAD = "load"
    COIL = "coil"
    SPLIT_LOAD = "split_load"
    SENSOR = "sensor"
    NORMALLY_CLOSED = "normally_closed"
    NORMALLY_OPEN = "normally_open"
    OUTPUT = "output"
    CHANGEOVER = "changeover"
    FUSE = "fuse"
    JOINT = "joint"
    SOURCE = "source"
    NEUTRAL = "neutral"


TERMINALS = {RowKind.SPLIT_LOAD: 3, RowKind.CHANGEOVER: 3}
"""Rows of another number of terminals than two."""


class CircuitRow(Model):
    """A row of a circuit.

    Attributes
    ----------
    key : what other rows call it; ``name`` is the part's, for people.
    position : the machine's position it is, by its number; its figures are the part's spec then.
    nodes : the terminals a probe can reach, in the order of the part's own.
    ohms, second_ohms : cold [Ω]; ``volts`` and ``va`` of a coil or a source, ``degrees`` its phase.
    moved_by : the key of the coil that moves a contact; of anything else it says nothing.
    trips_at : a source's protection [A].
    minutes : what it takes to get at its terminals [min]; the usual where it is left out.
    fails : how often it fails against its like: 2 for the end that is handled most [1].
    """

    key: Key
    name: Name
    kind: RowKind
    nodes: tuple[Node, ...] = Field(min_length=2, max_length=3)
    position: int | None = None
    ohms: Resistance | None = None
    second_ohms: Resistance | None = None
    volts: Voltage | None = None
    va: ApparentPower | None = None
    degrees: float = Field(default=0.0, ge=-360, le=360)
    moved_by: str = Field(default="", max_length=24)
    trips_at: Current | None = None
    minutes: float | None = Field(default=None, ge=0, le=600)
    fails: float = Field(default=1.0, ge=0.01, le=100)
