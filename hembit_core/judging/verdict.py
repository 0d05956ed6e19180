"""Builds a judgement from a state and what is to be said about it."""

from __future__ import annotations

from dataclasses import dataclass, field

from hembit_core.judging.judgement import (
    Expectation,
    Judgement,
    Measured,
    Plot,
    Question,
    Rail,
    Row,
)
from hembit_core.judging.states import (
    OUTCOME_TEXT,
    RULE_TEXT,
    DecisionRule,
    Outcome,
    Side,
    State,
    outcome_of,
)
from hembit_core.notation import measured
from hembit_core.version import CORE_VERSION
from hembit_core.working import WorkingLine


@dataclass
class Verdict:
    """What a family has to say; ``build`` turns it into a judgement.

    ``unsettled`` is why a rejection is not drawn although the value is outside:
    a condition that is missing could explain it.
    """

    state: State
    headline: str
    next_step: str
    side: Side | None = None
    explanation: list[str] = field(default_factory=list)
    questions: list[Question] = field(default_factory=list)
    unsettled: str | None = None

    @classmethod
    def no_supply(cls, shown: str, part: str) -> Verdict:
        """Volts are missing at the part: nothing is concluded about it."""
        return cls(
            State.NOT_COMPARABLE,
            f"No supply: {shown} across {part} says nothing about it",
            "The part is not proven bad. Walk toward the supply: what feeds it when it is called?",
            explanation=["Nothing is concluded about a part until the volts at it have passed."],
        )

    def build(
        self,
        expectation: Expectation,
        rule: DecisionRule,
        *,
        rail: Rail,
        read_as: tuple[str, ...],
        value: Measured | None = None,
        working: tuple[WorkingLine, ...] = (),
        policy: tuple[str, ...] = (),
        warnings: tuple[str, ...] = (),
        rows: tuple[Row, ...] = (),
        plot: Plot | None = None,
    ) -> Judgement:
        """The judgement, with its outcome by ``rule`` and every policy named."""
        outcome = Outcome.UNDECIDED if self.unsettled else outcome_of(self.state, rule)
        why = f"; {self.unsettled}" if self.unsettled else ""
        return Judgement(
            core_version=CORE_VERSION,
            measurand=expectation.measurand,
            state=self.state,
            side=self.side,
            outcome=outcome,
            outcome_text=f"{OUTCOME_TEXT[outcome]} ({RULE_TEXT[rule]}){why}",
            headline=self.headline,
            explanation=tuple(self.explanation),
            next_step=self.next_step,
            read_as=read_as,
            value=value,
            questions=tuple(self.questions),
            expectation=expectation,
            rail=rail,
            cautions=expectation.cautions,
            policy=(*expectation.policy, RULE_TEXT[rule], *policy),
            warnings=(*expectation.warnings, *warnings),
            working=(*expectation.working, *working),
            rows=rows or expectation.rows,
            plot=plot or expectation.plot,
        )


def measured_value(value: float, expanded: float, unit: str) -> Measured:
    """A figure with its expanded uncertainty, and both as text."""
    return Measured(value=value, expanded=expanded, unit=unit, text=measured(value, expanded, unit))
