"""Builds a judgement from a state and what is to be said about it."""

from __future__ import annotations

from dataclasses import dataclass, field

from hembit_core.conformity.budget import Origin
from hembit_core.conformity.states import (
    PRECEDENCE,
    RULE_TEXT,
    DecisionRule,
    Outcome,
    Side,
    State,
    is_kinder,
    least_kind,
    outcome_of,
    outcome_told,
    rule_told,
)
from hembit_core.judging.codes import Code
from hembit_core.judging.judgement import (
    Expectation,
    Judgement,
    Measured,
    Notice,
    Plot,
    Question,
    Rail,
    Row,
    Settle,
)
from hembit_core.notation import measured
from hembit_core.version import CORE_VERSION
from hembit_core.working import WorkingLine


@dataclass
class Verdict:
    """What a family has to say; ``build`` turns it into a judgement.

    ``undecided_by`` are the codes of why no rule decides although the state would: a condition
    that is missing, a test not followed to its end; ``unsettled`` says so in words.
    """

    code: Code
    state: State
    headline: str
    next_step: str
    side: Side | None = None
    explanation: list[str] = field(default_factory=list)
    questions: list[Question] = field(default_factory=list)
    undecided_by: tuple[str, ...] = ()
    unsettled: str | None = None
    dominant: Origin | None = None
    settles: tuple[Settle, ...] = ()
    pattern: str = ""

    @classmethod
    def no_supply(cls, shown: str, part: str) -> Verdict:
        """Volts are missing at the part: nothing is concluded about it."""
        return cls(
            Code.NO_SUPPLY,
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
        warnings: tuple[Notice, ...] = (),
        rows: tuple[Row, ...] = (),
        plot: Plot | None = None,
    ) -> Judgement:
        """The judgement, with its outcome by ``rule`` and every policy named.

        It is never kinder than the worst of its ``rows``, premises aside; and it accepts nothing
        while one of them is due and was not read.
        """
        shown = tuple(with_outcome(row, rule) for row in rows or expectation.rows)
        accepts = outcome_of(self.state, rule) is Outcome.ACCEPT and not self.undecided_by
        if accepts and any(_is_unread(row) for row in rows):
            self.undecided_by, self.unsettled = ("not_all_read",), "not every figure was read"
        own = Outcome.UNDECIDED if self.undecided_by else outcome_of(self.state, rule)
        members = [row for row in shown if row.outcome is not None and not row.premise]
        outcome = least_kind([own, *(each for row in members if (each := row.outcome) is not None)])
        state, side = self.state, self.side
        if is_kinder(own, outcome) and members:
            worst = min(members, key=lambda row: PRECEDENCE.index(row.state or State.WITHIN))
            if worst.state and PRECEDENCE.index(worst.state) < PRECEDENCE.index(state):
                state, side = worst.state, worst.side
        return Judgement(
            core_version=CORE_VERSION,
            measurand=expectation.measurand,
            code=self.code,
            pattern=self.pattern,
            state=state,
            side=side,
            outcome=outcome,
            undecided_by=self.undecided_by,
            outcome_text=outcome_told(outcome, rule, self.unsettled),
            rule_text=rule_told(outcome, rule, self.unsettled),
            headline=self.headline,
            explanation=tuple(self.explanation),
            next_step=self.next_step,
            read_as=read_as,
            value=value,
            dominant=self.dominant,
            settles=self.settles,
            questions=tuple(self.questions),
            expectation=expectation,
            rail=rail,
            cautions=expectation.cautions,
            policy=(*expectation.policy, RULE_TEXT[rule], *policy),
            warnings=(*expectation.warnings, *warnings),
            working=(*expectation.working, *working),
            rows=shown,
            plot=plot or expectation.plot,
        )


def _is_unread(row: Row) -> bool:
    return row.state is None and row.value is None and not row.premise


def with_outcome(row: Row, rule: DecisionRule) -> Row:
    """The row with what follows from its state by ``rule``."""
    if row.state is None or row.outcome is not None:
        return row
    outcome = Outcome.UNDECIDED if row.undecided_by else outcome_of(row.state, rule)
    return row.model_copy(update={"outcome": outcome})


def measured_value(value: float, expanded: float, unit: str) -> Measured:
    """A figure with its expanded uncertainty, both in [unit], and both as text."""
    return Measured(value=value, expanded=expanded, unit=unit, text=measured(value, expanded, unit))
