"""Three readings of a set judged together: the pattern of open branches that fits them."""

from __future__ import annotations

from dataclasses import dataclass
from math import inf, isfinite

from hembit_core.families.three_phase_set.patterns import Pattern, branch_names, branches_from
from hembit_core.families.three_phase_set.spec import ThreePhaseSet
from hembit_core.judging.bands import Band, Shift, place
from hembit_core.judging.judgement import Expectation, Judgement, Row
from hembit_core.judging.rows import RowDue, deciding_rail, said, verdict_of_rows
from hembit_core.judging.states import DecisionRule, Side, State
from hembit_core.judging.verdict import Verdict
from hembit_core.notation import quantity
from hembit_core.resistance_reading import Connection, HowTaken
from hembit_core.working import WorkingLine

_NEXT = "Lift one end of each branch and read it alone; look at the joints and links first."


@dataclass(frozen=True)
class Read:
    """One of the three figures [Ω or A], ``inf`` for OL, with its U and how it was read.

    ``floor`` is what an OL is known to exceed, where the range was stated.
    """

    value: float
    expanded: float
    read_as: str
    lines: tuple[WorkingLine, ...]
    missing: tuple[Shift, ...]
    floor: float | None

    def fits(self, share: float, unit: Band) -> bool:
        """Whether this figure can be ``share`` unit branches, tolerance and U allowed for."""
        if share == inf:
            return self.value == inf
        if self.value == inf:
            return self.floor is not None and self.floor < share * (unit.nominal or 0.0)
        if share == 0:
            return self.value <= max(self.expanded, 0.02 * (unit.nominal or 0.0))
        return place(self.value, self.expanded, unit.scaled(share)).state is not State.OUTSIDE


def judge_set(
    expectation: Expectation,
    due: tuple[RowDue, ...],
    read: tuple[Read, Read, Read],
    patterns: tuple[Pattern, ...],
    unit: Band,
    spec: ThreePhaseSet,
    rule: DecisionRule,
    policy: tuple[str, ...],
    how: HowTaken | None,
    extra: WorkingLine | None = None,
    lowest_share: float | None = None,
) -> Judgement:
    """Place each figure, then say which branches are open: the first pattern that fits all three.

    ``unit`` is the band of one branch [Ω], or of the current that one drives [A].
    """
    rows = tuple(_row(one, figure) for one, figure in zip(due, read, strict=True))
    fits = [
        pattern
        for pattern in patterns
        if all(one.fits(share, unit) for one, share in zip(read, pattern.figures, strict=True))
    ]
    excused = alloy_not_given(rows, lowest_share) if lowest_share else None
    verdict = excused or _verdict(rows, fits, spec, how)
    lines = tuple(line for one in read for line in one.lines)
    worked = _branch_line(spec, read) if how else None
    return verdict.build(
        expectation,
        rule,
        rail=deciding_rail(rows),
        read_as=tuple(one.read_as for one in read),
        working=(*lines, *(one for one in (worked, extra) if one)),
        policy=policy,
        rows=rows,
    )


def _row(due: RowDue, read: Read) -> Row:
    if read.value == inf:
        if read.floor is not None and read.floor < (due.band.upper or 0.0):
            return due.stated(State.NOT_DECIDABLE, Side.HIGH)
        return due.stated(State.OPEN, Side.HIGH)
    nominal = due.band.nominal or due.band.lower or 0.0
    if nominal and read.value <= max(read.expanded, 0.02 * nominal):
        state = State.SHORT if due.unit == "Ω" else State.OPEN
        return due.placed(read.value, read.expanded).model_copy(update={"state": state})
    return due.placed(read.value, read.expanded, missing=read.missing)


def _verdict(
    rows: tuple[Row, ...], fits: list[Pattern], spec: ThreePhaseSet, how: HowTaken | None
) -> Verdict:
    plain = verdict_of_rows(rows, lambda row: _NEXT, "Next: to the case.")
    held = plain.state in (State.NOT_COMPARABLE, State.NOT_READY, State.NOT_DECIDABLE)
    if how is not None and how.connection is Connection.IN_CIRCUIT and plain.state is not State.OPEN:
        plain.next_step = "Lift the supply wires and read again: what is beside the set lowers it."
    if held or not fits or any(not pattern.open for pattern in fits):
        return plain
    names = branch_names(spec.connection)
    if how is None and len(fits[0].open) == len(names):
        return _nothing_flows()
    gone = [" and ".join(names[place] for place in pattern.open) for pattern in fits]
    verb = "is" if len(fits[0].open) == 1 else "are"
    every = len(fits[0].open) == len(names)
    text = "every branch is open, or the supply wires' joint is" if every else f"{gone[0]} {verb} open"
    return Verdict(
        State.OPEN,
        f"Open: {text}",
        _NEXT,
        side=plain.side or Side.HIGH,
        explanation=[
            *(f"{said(row)}." for row in rows if row.state is not State.WITHIN),
            *([f"As well: {', '.join(gone[1:])} would fit."] if len(gone) > 1 else []),
        ],
    )


def _nothing_flows() -> Verdict:
    return Verdict(
        State.NOT_COMPARABLE,
        "No current in any line: nothing is said about the set yet",
        "First: is each clamp round one conductor only, an AC clamp on AC, the thermostat calling? "
        "If all three are settled, make it dead and read from line to line.",
        side=Side.LOW,
    )


def alloy_not_given(rows: tuple[Row, ...], lowest_share: float) -> Verdict | None:
    """Low by no more than a usual alloy's Ct explains: ask for the alloy, decide nothing."""

    def explained(row: Row) -> bool:
        lower = row.rail.band.lower
        if row.side is not Side.LOW or row.value is None or lower is None:
            return row.state in (State.WITHIN, State.JUST_WITHIN, State.WATCH)
        return row.value.value + row.value.expanded >= lower * lowest_share

    off = [row for row in rows if row.state in (State.OUTSIDE, State.JUST_OUTSIDE)]
    if not off or not all(explained(row) for row in rows):
        return None
    return Verdict(
        State.JUST_OUTSIDE,
        "Just outside, low: give the alloy",
        "Give the heating alloy, or its hot/cold ratio Ct, and the band moves to where it belongs.",
        side=Side.LOW,
        explanation=[
            *(f"{said(row)}." for row in off),
            "Without the alloy Ct = 1 is used, and a sound element may then read up to 7 % low.",
        ],
        unsettled="the alloy is not given",
    )


def _branch_line(spec: ThreePhaseSet, read: tuple[Read, Read, Read]) -> WorkingLine | None:
    """Each branch worked out from the three readings, for an uneven set."""
    first, second, third = (one.value for one in read)
    if not all(isfinite(one.value) for one in read) or len(branch_names(spec.connection)) < 3:
        return None
    branches = branches_from(spec.connection, (first, second, third))
    if branches is None:
        return None
    names = branch_names(spec.connection)
    return WorkingLine(
        label="Each branch, worked out",
        result=", ".join(
            f"{name.removeprefix('the ')} "
            f"{'open, or nearly' if ohms > 20 * min(branches) else quantity(ohms, 'Ω', 3)}"
            for name, ohms in zip(names, branches, strict=True)
        ),
        formula="star–delta transformation of the three readings",
        source="Kennelly; small differences make it coarse",
    )
