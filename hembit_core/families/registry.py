"""Every family and every test, looked up by their spec, by their name or by their role.

The families are found by ``collect`` and written to ``every``: nothing names them all by hand.
What a test is called, where it belongs and what it costs is declared by its reading class.
"""

from __future__ import annotations

from functools import cache
from typing import Any

from hembit_core.about_kinds import kinds
from hembit_core.families.any_ohms.continuity import Continuity
from hembit_core.families.any_ohms.in_circuit import IsolatedAndInCircuit
from hembit_core.families.any_ohms.siblings import Siblings
from hembit_core.families.any_ohms.wriggled import Wriggled
from hembit_core.families.declared import Family
from hembit_core.families.every import DECLARED, AnyOwnReading
from hembit_core.families.every import AnySpec as AnySpec
from hembit_core.judging.measurand import Measurand, Role
from hembit_core.measuring.resistance_reading import HowTaken

AnyReading = AnyOwnReading | Siblings | IsolatedAndInCircuit | Wriggled | Continuity

_IN_ORDER = list(kinds())
FAMILIES: dict[type, Family] = {
    one.spec: one for one in sorted(DECLARED, key=lambda one: _IN_ORDER.index(one.kind))
}

ANY_OHMS: tuple[type, ...] = (Siblings, Wriggled, IsolatedAndInCircuit, Continuity)
"""Tests that any part takes which is judged by a single reading in ohms."""


def readings_of(spec: type) -> tuple[type, ...]:
    """The reading classes a kind of part takes: its own, and those of any part in ohms."""
    family = FAMILIES[spec]
    return (*family.readings, *(ANY_OHMS if family.ohms is not None else ()))


@cache
def _by_measurand() -> dict[str, Any]:
    every: tuple[Any, ...] = (
        *(one for family in FAMILIES.values() for one in family.readings),
        *ANY_OHMS,
    )
    return {str(one.model_fields["measurand"].default): one for one in every}


@cache
def measurands() -> dict[str, Measurand]:
    """Every measurand with what its reading class declares of it."""
    return {name: one.about for name, one in _by_measurand().items()}


@cache
def live_measurands() -> tuple[str, ...]:
    """The measurands that need a live machine."""
    return tuple(name for name, one in measurands().items() if one.dead_or_live == "live")


def about(measurand: str) -> Measurand:
    """What a measurand declares of itself; KeyError where there is none of that name."""
    return measurands()[measurand]


def reading_class(measurand: str) -> Any:
    """The reading class of a measurand; KeyError where there is none of that name."""
    return _by_measurand()[measurand]


def takes_ohms(measurand: str) -> bool:
    """Whether leads, range and connection belong to it."""
    return issubclass(reading_class(measurand), HowTaken)


def asks_connection(measurand: str) -> bool:
    """Whether it must be said how the part was connected, isolated or in circuit."""
    fields = reading_class(measurand).model_fields
    return "connection" in fields and not about(measurand).both_ways


@cache
def with_role(*roles: Role) -> frozenset[str]:
    """The measurands with one of these roles."""
    return frozenset(name for name, one in measurands().items() if one.role in roles)
