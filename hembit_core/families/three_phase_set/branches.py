"""Each branch worked out from three line-to-line readings, with its U, and judged."""

from __future__ import annotations

from math import hypot, isfinite

from hembit_core.conformity.budget import Budget, Origin, Share
from hembit_core.conformity.states import State
from hembit_core.families.heating_element.resistance import ElementResistance
from hembit_core.families.three_phase_set.judge_rows import Read
from hembit_core.families.three_phase_set.patterns import Three, branch_names, branches_from
from hembit_core.families.three_phase_set.spec import SetConnection, ThreePhaseSet
from hembit_core.judging.expect import NEAR_ZERO, OPEN_END
from hembit_core.judging.judgement import Row
from hembit_core.judging.ohms.several_figures import RowDue
from hembit_core.notation import quantity
from hembit_core.working import WorkingLine

_STEP = 1e-6
_OPEN_FROM = 20.0
"""A branch of this many times the least is open, or nearly: its figure is noise [1]."""


def branch_rows(
    spec: ThreePhaseSet, due: ElementResistance, read: tuple[Read, Read, Read]
) -> tuple[tuple[Row, ...], tuple[WorkingLine, ...]]:
    """Rows of the branches that this meter can tell, and the line of the working.

    The meter's gain is common to all three readings and adds up; counts and leads are taken as
    independent. A branch that the readings cannot tell, or that is not comparable, is not judged.

    References
    ----------
    Kennelly's star–delta transformation; JCGM 100:2008, 5.1.2 and 5.2.2 (correlated inputs).
    """
    ohms = (read[0].value, read[1].value, read[2].value)
    names = branch_names(spec.connection)
    branches = branches_from(spec.connection, ohms) if len(names) == 3 else None
    if branches is None or not all(isfinite(one) for one in branches):
        return (), ()
    rows = []
    for place, name in enumerate(names):
        label = name.removeprefix("the ")
        row_due = RowDue(f"branch_{place + 1}", label, due.today, "Ω", 4, NEAR_ZERO, OPEN_END)
        shares = due.shares
        budget = _budget(spec.connection, ohms, read, place).plus(*shares)
        row, placed = row_due.place(branches[place], budget, read[place].missing)
        if placed.ratio >= 1 and placed.state is not State.NOT_DECIDABLE:
            rows.append(row)
    line = WorkingLine(
        key="branches",
        label="Each branch, worked out",
        result=", ".join(
            f"{name.removeprefix('the ')} "
            f"{'open, or nearly' if one > _OPEN_FROM * min(branches) else quantity(one, 'Ω', 3)}"
            for name, one in zip(names, branches, strict=True)
        ),
        formula="star–delta transformation of the three readings",
        source="Kennelly; small differences make it coarse",
    )
    return tuple(rows), (line,)


def _budget(
    connection: SetConnection, ohms: Three, read: tuple[Read, Read, Read], place: int
) -> Budget:
    slopes = _slopes(connection, ohms, place)
    common = abs(sum(slope * one.gain for slope, one in zip(slopes, read, strict=True)))
    own = [
        slope * max(one.budget.expanded_from(Origin.METER, Origin.LEADS) / 2 - one.gain, 0.0)
        for slope, one in zip(slopes, read, strict=True)
    ]
    return Budget((Share(Origin.METER, hypot(common, *own)),))


def _slopes(connection: SetConnection, ohms: Three, place: int) -> tuple[float, ...]:
    """d(branch)/d(reading) for the three readings [1], by central differences."""
    found = []
    for number in range(3):
        ends = []
        for sign in (-1, 1):
            moved = list(ohms)
            moved[number] *= 1 + sign * _STEP
            there = branches_from(connection, (moved[0], moved[1], moved[2]))
            ends.append(there[place] if there else 0.0)
        found.append((ends[1] - ends[0]) / (2 * _STEP * ohms[number]))
    return tuple(found)
