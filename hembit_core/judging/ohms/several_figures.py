"""Several figures of one test: each placed in its band, the worst one decides."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass

from hembit_core.conformity.bands import Band
from hembit_core.conformity.budget import Budget
from hembit_core.conformity.missing import Lacking, Missing
from hembit_core.conformity.placing import Placed, place_value
from hembit_core.conformity.states import PRECEDENCE, Side, State
from hembit_core.judging.codes import Code
from hembit_core.judging.judgement import Gate, Judgement, Mark, Rail, Row, rail_of
from hembit_core.judging.ohms.words import LACKING_WORDS, lacking_reason
from hembit_core.judging.settling import too_close
from hembit_core.judging.verdict import Verdict, measured_value
from hembit_core.notation import interval, limit_text


@dataclass(frozen=True)
class RowDue:
    """What is due for one figure: its key, name, band, unit, and the dead ends of its rail."""

    key: str
    label: str
    band: Band
    unit: str
    digits: int = 4
    low_gate: Gate | None = None
    high_gate: Gate | None = None
    premise: bool = False

    def empty(self) -> Row:
        """The row before its reading."""
        rail = rail_of(self.band, self.unit, self.digits, self.low_gate, self.high_gate)
        text = interval(self.band.lower, self.band.upper, self.unit, self.digits)
        return Row(key=self.key, label=self.label, due=text, rail=rail, premise=self.premise)

    def place(
        self, value: float, budget: Budget, missing: tuple[Missing, ...] = ()
    ) -> tuple[Row, Placed]:
        """The row with ``value`` [unit] placed in its band, and where it lies."""
        placed = place_value(value, budget, self.band, missing)
        figure = measured_value(value, budget.expanded, self.unit)
        row = self.empty()
        marks = {"corrected": Mark(value=value, label=figure.text), "expanded": budget.expanded}
        told = row.model_copy(
            update={
                "rail": row.rail.model_copy(update=marks),
                "state": placed.state,
                "side": placed.side,
                "value": figure,
                "undecided_by": tuple(str(one) for one in placed.lacking),
            }
        )
        return told, placed

    def placed(self, value: float, budget: Budget, missing: tuple[Missing, ...] = ()) -> Row:
        """The row with ``value`` [unit] placed in its band."""
        return self.place(value, budget, missing)[0]

    def stated(self, state: State, side: Side | None = None) -> Row:
        """The row where a state, not a figure, was read: OL, or nothing at all."""
        row = self.empty()
        rail = row.rail.with_gate("high") if state is State.OPEN else row.rail
        return row.model_copy(update={"state": state, "side": side, "rail": rail})


def row_of(key: str, label: str, judgement: Judgement) -> Row:
    """The row of a figure that was judged as a test of its own."""
    return Row(
        key=key,
        label=label,
        due=judgement.expectation.text,
        rail=judgement.rail,
        state=judgement.state,
        side=judgement.side,
        value=judgement.value,
        outcome=judgement.outcome,
        undecided_by=judgement.undecided_by,
    )


def worst(rows: Iterable[Row]) -> Row:
    """The row whose state comes first in precedence; the first of equals."""
    return min(rows, key=lambda row: PRECEDENCE.index(row.state or State.WITHIN))


def deciding_rail(rows: tuple[Row, ...]) -> Rail:
    """The rail of the row that decides."""
    return worst(rows).rail


def said(row: Row) -> str:
    """A row in a few words: ``L1–L2 reads 213.4 ± 2.0 Ω where 67.2–78.4 Ω is due``."""
    if row.value is None:
        read = {State.OPEN: "reads OL", State.SHORT: "reads near 0"}.get(row.state or State.WITHIN)
        return f"{row.label} {read or row.state} where {row.due} is due"
    return f"{row.label} reads {row.value.text} where {row.due} is due"


_PLAIN = {
    State.WITHIN: "Within: every figure lies inside by more than its uncertainty",
    State.OPEN: "Open: {label}",
    State.SHORT: "Short: {label}",
    State.LEAKING: "Leaking: {label}",
    State.NOT_DECIDABLE: "Not decidable: this meter is too coarse for {label}",
    State.NOT_COMPARABLE: "Not comparable as it was taken: {label}",
    State.NOT_READY: "Not ready: {label}",
    State.PLEASE_CONFIRM: "Please confirm: {label}",
}


def verdict_of_rows(
    rows: tuple[Row, ...],
    next_step: Callable[[Row], str],
    within_next: str,
    named: Callable[[Row], str] = lambda row: row.label,
    places: Mapping[str, Placed] | None = None,
) -> Verdict:
    """What the worst row says, with every row that is not within in the explanation.

    ``named`` is how the headline calls it; ``places`` are where the rows lie, by their keys, so
    that what dominates U and what is missing can be said.
    """
    decisive = worst(rows)
    placed = (places or {}).get(decisive.key)
    state = decisive.state or State.WITHIN
    side = "" if decisive.side is None else f", {decisive.side}"
    headline = _PLAIN.get(state, f"{state.capitalize()}{side}: {{label}}")
    if state is State.WITHIN and len(rows) == 1:
        headline = "Within: inside by more than the uncertainty"
    off = [row for row in rows if row.state not in (None, State.WITHIN)]
    explanation = [f"{said(row)}: {row.state}." for row in off]
    if state in (State.JUST_WITHIN, State.JUST_OUTSIDE) and decisive.side and not decisive.undecided_by:
        band = decisive.rail.band
        limit = band.upper if decisive.side is Side.HIGH else band.lower
        if limit is not None:
            by = too_close(placed) if placed else "too close to call"
            explanation.append(
                f"The limit, {limit_text(limit, decisive.rail.unit)}, lies inside ± U: {by}."
            )
    step = within_next if state is State.WITHIN else next_step(decisive)
    if placed and placed.remedies:
        asked = " and ".join(LACKING_WORDS[one][0] for one in placed.lacking)
        headline, step = f"{headline}: {asked}", " ".join(placed.remedies)
    return Verdict(
        Code.PLACED,
        state,
        headline.format(label=named(decisive)),
        step,
        side=decisive.side,
        explanation=explanation,
        undecided_by=decisive.undecided_by,
        unsettled=_reason(decisive.undecided_by),
        dominant=placed.dominant if placed else None,
    )


def _reason(codes: tuple[str, ...]) -> str | None:
    """Why nothing is decided, in words, from the codes of what was left out."""
    if not codes:
        return None
    known = tuple(Lacking(one) for one in codes if one in set(Lacking))
    return lacking_reason(known) or "it was not followed to its end"
