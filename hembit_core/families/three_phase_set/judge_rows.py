"""Three readings of a set judged together: the pattern of open branches that fits them."""

from __future__ import annotations

from dataclasses import dataclass, replace
from math import inf

from hembit_core.conformity.bands import Band
from hembit_core.conformity.budget import Budget
from hembit_core.conformity.missing import Missing
from hembit_core.conformity.placing import Placed, place_overflow, short_below
from hembit_core.conformity.states import Side, State
from hembit_core.families.three_phase_set.patterns import Pattern, branch_names
from hembit_core.families.three_phase_set.spec import ThreePhaseSet
from hembit_core.judging.codes import Code
from hembit_core.judging.judgement import Rail, Row
from hembit_core.judging.ohms.several_figures import RowDue, deciding_rail, said, verdict_of_rows
from hembit_core.judging.verdict import Verdict
from hembit_core.measuring.resistance_reading import HowTaken
from hembit_core.working import WorkingLine

_NEXT = "Lift one end of each branch and read it alone; look at the joints and links first."


@dataclass(frozen=True)
class Read:
    """One of the three figures [Ω or A], ``inf`` for OL, with its uncertainty and how it was read.

    ``floor`` is what an OL is known to exceed; ``gain`` what is common to all three [standard];
    below ``short_share`` of nominal it is near zero.
    """

    value: float
    budget: Budget
    read_as: str
    lines: tuple[WorkingLine, ...]
    missing: tuple[Missing, ...]
    floor: float | None
    gain: float
    short_share: float
    question: Verdict | None = None

    def fits(self, share: float, unit: Band) -> bool:
        """Whether this figure can be ``share`` unit branches, with tolerance, U and ignorance."""
        nominal = unit.nominal or 0.0
        if self.value == inf:
            return share == inf or (self.floor or 0.0) < share * nominal
        if share == inf:
            return False
        if share == 0:
            return self.value <= short_below(nominal, self.budget.expanded, self.short_share)
        band = unit.scaled(share)
        ends = [one.ends(self.value) for one in self.missing]
        lowest = self.value + sum(low for low, _ in ends) - self.budget.expanded
        highest = self.value + sum(high for _, high in ends) + self.budget.expanded
        below = band.upper is None or lowest <= band.upper
        return below and (band.lower is None or highest >= band.lower)


@dataclass(frozen=True)
class SetJudged:
    """The rows, what they say together, and whether every branch stands: ``whole``."""

    rows: tuple[Row, ...]
    verdict: Verdict
    rail: Rail
    whole: bool

    def with_branches(self, more: tuple[Row, ...]) -> SetJudged:
        """With each branch, worked out and judged, where one is worse than what was read."""
        everything = (*self.rows, *more)
        verdict = verdict_of_rows(everything, lambda row: _NEXT, "Next: to the case.")
        if verdict.state is self.verdict.state:
            return self
        return replace(self, verdict=verdict, rail=deciding_rail(everything))


def judge_set(
    due: tuple[RowDue, ...],
    read: tuple[Read, Read, Read],
    patterns: tuple[Pattern, ...],
    unit: Band,
    spec: ThreePhaseSet,
    how: HowTaken | None,
) -> SetJudged:
    """Place each figure, then say which branches are open: the first pattern that fits all three.

    ``unit`` is the band of one branch [Ω], or of the current that one drives [A].
    """
    asked = [one.question for one in read if one.question]
    places: dict[str, Placed] = {}
    rows = tuple(_row(one, figure, places) for one, figure in zip(due, read, strict=True))
    if asked:
        verdict = replace(asked[0], questions=[question for one in asked for question in one.questions])
        return SetJudged(rows, verdict, deciding_rail(rows), whole=False)
    fits = [
        pattern
        for pattern in patterns
        if all(one.fits(share, unit) for one, share in zip(read, pattern.figures, strict=True))
    ]
    plain = verdict_of_rows(rows, lambda row: _NEXT, "Next: to the case.", places=places)
    held = plain.state in (State.NOT_COMPARABLE, State.NOT_READY, State.NOT_DECIDABLE)
    all_well = not fits or any(not pattern.open for pattern in fits)
    if held or all_well:
        whole = not held and how is not None and all(one.value not in (0.0, inf) for one in read)
        return SetJudged(rows, plain, deciding_rail(rows), whole)
    names = branch_names(spec.connection)
    if how is None and len(fits[0].open) == len(names):
        not_placed = tuple(row.model_copy(update={"state": State.NOT_COMPARABLE}) for row in rows)
        return SetJudged(not_placed, _nothing_flows(), deciding_rail(rows), whole=False)
    return SetJudged(rows, _open(rows, fits, names, plain.side), deciding_rail(rows), whole=False)


def _open(
    rows: tuple[Row, ...], fits: list[Pattern], names: tuple[str, ...], side: Side | None
) -> Verdict:
    gone = [" and ".join(names[place] for place in pattern.open) for pattern in fits]
    verb = "is" if len(fits[0].open) == 1 else "are"
    every = len(fits[0].open) == len(names)
    text = "every branch is open, or the supply wires' joint is" if every else f"{gone[0]} {verb} open"
    return Verdict(
        Code.BRANCHES_OPEN,
        State.OPEN,
        f"Open: {text}",
        _NEXT,
        side=side or Side.HIGH,
        explanation=[
            *(f"{said(row)}." for row in rows if row.state is not State.WITHIN),
            *([f"As well: {', '.join(gone[1:])} would fit."] if len(gone) > 1 else []),
        ],
        pattern="open:" + ",".join(str(place + 1) for place in fits[0].open),
    )


def _row(due: RowDue, read: Read, places: dict[str, Placed]) -> Row:
    if read.value == inf:
        return due.stated(place_overflow(read.floor or 0.0, due.band, read.missing), Side.HIGH)
    row, placed = due.place(read.value, read.budget, read.missing)
    nominal = due.band.nominal or due.band.lower or 0.0
    if nominal and read.value <= short_below(nominal, read.budget.expanded, read.short_share):
        if placed.lacking:
            return row
        return row.model_copy(update={"state": State.SHORT if due.unit == "Ω" else State.OPEN})
    places[due.key] = placed
    return row


def _nothing_flows() -> Verdict:
    return Verdict(
        Code.NOTHING_FLOWS,
        State.NOT_COMPARABLE,
        "No current in any line: nothing is said about the set yet",
        "First: is each clamp round one conductor only, an AC clamp on AC, the thermostat calling? "
        "If all three are settled, make it dead and read from line to line.",
        side=Side.LOW,
    )
