"""A verdict without its words and its working: where a reading lies and what follows."""

from __future__ import annotations

from dataclasses import dataclass

from hembit_core.conformity.states import (
    DecisionRule,
    Outcome,
    Side,
    State,
    outcome_of,
    outcome_told,
)
from hembit_core.judging.judgement import Judgement
from hembit_core.judging.ohms.due import OhmsDue
from hembit_core.judging.ohms.judged import place_ohms
from hembit_core.judging.ohms.words import lacking_reason
from hembit_core.judging.summary import figure_of
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.display import Function
from hembit_core.measuring.resistance_reading import ResistanceReading, read_field
from hembit_core.notation import measured


@dataclass(frozen=True)
class Brief:
    """Where it lies, what follows by the rule, the figure with its U, and what was due."""

    state: State
    side: Side | None
    outcome: Outcome
    outcome_text: str
    figure: str
    expected: str

    @classmethod
    def of(cls, judgement: Judgement) -> Brief:
        """The same of a whole judgement."""
        return cls(
            judgement.state,
            judgement.side,
            judgement.outcome,
            judgement.outcome_text,
            figure_of(judgement),
            judgement.expectation.text,
        )


def brief(
    due: OhmsDue, reading: ResistanceReading, conditions: Conditions, rule: DecisionRule
) -> Brief | None:
    """The verdict on one reading in ohms; None where it is not said by its place alone.

    Overflow, a short, a question, and what a family reads into a figure are left to the whole
    judgement.

    Raises
    ------
    InputError
        If the display, the leads or the range cannot be used.
    """
    display = read_field(reading.display, Function.RESISTANCE, reading.answers, "display")
    if display.overflow:
        return None
    found = place_ohms(due, reading, display, conditions)
    placed, frame = found.placed, found.frame
    if found.early or due.reads_as(found.net.net, placed):
        return None
    outcome = Outcome.UNDECIDED if placed.lacking else outcome_of(placed.state, rule)
    return Brief(
        placed.state,
        placed.side,
        outcome,
        outcome_told(outcome, rule, lacking_reason(placed.lacking)),
        measured(frame.value, placed.budget.expanded, frame.unit),
        due.text,
    )
