"""The readings of a three-phase set as evidence on its branches."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

import numpy as np

from hembit_core.families.declared import Members
from hembit_core.families.heating_element.resistance import element_resistance
from hembit_core.families.three_phase_set.due import FIELDS
from hembit_core.families.three_phase_set.patterns import branch_names
from hembit_core.families.three_phase_set.readings import LineToLine
from hembit_core.families.three_phase_set.spec import SetConnection, ThreePhaseSet
from hembit_core.judging.ohms.figures import Due, Figure, Floats, Ratios, figure_of_field
from hembit_core.measuring.conditions import Conditions


def members(spec: ThreePhaseSet) -> Members:
    """Its branches: three, or two in open delta."""
    return Members(len(branch_names(spec.connection)))


def figures(spec: ThreePhaseSet, reading: Any, conditions: Conditions) -> tuple[Figure, ...]:
    """Ohms from line to line: what each says of the branches.

    References
    ----------
    Resistances in series and in parallel: two legs of a star, one branch of a delta beside two.
    """
    if not isinstance(reading, LineToLine):
        return ()
    due = element_resistance(spec.branch, conditions)
    member = Due(due.today, due.shares, due.missing)
    return tuple(
        figure_of_field(member, reading, name, conditions, _of(spec.connection, place))
        for place, name in enumerate(FIELDS)
    )


def _of(connection: SetConnection, place: int) -> Ratios:
    if connection is SetConnection.STAR:
        return lambda ratios: ratios[:, place] + ratios[:, (place + 1) % 3]
    if connection is SetConnection.OPEN_DELTA:
        opened: tuple[Callable[[Floats], Floats], ...] = (
            lambda ratios: ratios[:, 0],
            lambda ratios: ratios[:, 1],
            lambda ratios: ratios[:, 0] + ratios[:, 1],
        )
        return opened[place]

    def delta(ratios: Floats) -> Floats:
        beside = ratios[:, (place + 1) % 3] + ratios[:, (place + 2) % 3]
        with np.errstate(divide="ignore"):
            return np.asarray(1 / (1 / ratios[:, place] + 1 / beside))

    return delta
