"""What a reading between two points may say by itself, and what counts as full and as nothing."""

from __future__ import annotations

from enum import StrEnum

from hembit_circuits.model.circuit import Circuit
from hembit_circuits.model.probe import Probe
from hembit_core.model import Model

FULL = 0.8
"""Of the volts that are due: from here on full [1]."""
NO_AMPS = 0.03
"""Less is no current [A]."""


class TruthCode(StrEnum):
    """What a reading says."""

    AS_DUE = "as_due"
    CLOSED = "closed"
    CLOSED_OR_DEAD = "closed_or_dead"
    OPEN_UNDER_VOLTS = "open_under_volts"
    DROPS = "drops"
    NO_CURRENT = "no_current"
    NOTHING_ARRIVES = "nothing_arrives"
    TOO_LITTLE_ARRIVES = "too_little_arrives"
    TO_EARTH_ONLY = "to_earth_only"
    RETURN_LOST = "return_lost"
    VOLTS_WHERE_NONE = "volts_where_none"
    MAY_BE_GHOST = "may_be_ghost"
    LOADS_UNEQUAL = "loads_unequal"
    NO_PATH = "no_path"
    LOWER = "lower"
    HIGHER = "higher"


class Truth(Model):
    """What a reading says: in a sentence, with what a healthy machine reads there."""

    code: TruthCode
    text: str
    due: str


def highest_of(circuit: Circuit, probe: Probe) -> float:
    """The highest supply, in the unit of a measurement [V or mV]."""
    volts = max((part.component.volts for part in circuit.parts), default=0.0)
    return volts * 1000 if probe.kind == "millivolts" else volts
