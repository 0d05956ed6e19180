"""Where a value lies, and what follows from it: two different things.

The *state* comes from the value and its uncertainty alone. The *outcome*
follows from the state by the decision rule that was chosen (ILAC-G8:09/2019).
"""

from __future__ import annotations

from collections.abc import Iterable
from enum import StrEnum


class State(StrEnum):
    """Where the value lies. The words are the ones the interface shows."""

    LEAKING = "leaking"
    PLEASE_CONFIRM = "please confirm"
    OPEN = "open"
    SHORT = "short"
    OUTSIDE = "outside"
    NOT_READY = "not ready"
    NOT_DECIDABLE = "not decidable"
    NOT_COMPARABLE = "not comparable"
    JUST_OUTSIDE = "just outside"
    JUST_WITHIN = "just within"
    WATCH = "watch"
    WITHIN = "within"


PRECEDENCE: tuple[State, ...] = tuple(State)
"""Which state wins where several apply: the first one."""


class Side(StrEnum):
    """On which side of the band, or near which of its limits, the value lies."""

    LOW = "low"
    HIGH = "high"


class Outcome(StrEnum):
    """What follows for the part."""

    ACCEPT = "accept"
    REJECT = "reject"
    UNDECIDED = "undecided"


class DecisionRule(StrEnum):
    """How uncertainty is taken into account (ILAC-G8:09/2019, 4.2)."""

    SIMPLE = "simple"
    GUARDED_ACCEPTANCE = "guarded_acceptance"
    GUARDED_REJECTION = "guarded_rejection"


RULE_TEXT = {
    DecisionRule.SIMPLE: "simple rule: the value alone decides",
    DecisionRule.GUARDED_ACCEPTANCE: "guarded acceptance: accepted only when inside by more than U",
    DecisionRule.GUARDED_REJECTION: "guarded rejection: rejected only when outside by more than U",
}

_REJECTED = {State.OPEN, State.SHORT, State.LEAKING, State.OUTSIDE}
_ACCEPTED = {State.WITHIN, State.WATCH}


def outcome_of(state: State, rule: DecisionRule) -> Outcome:
    """What follows from ``state`` by ``rule``.

    A state that is not a comparison (not ready, not decidable, not comparable,
    please confirm) is never a pass and never a rejection.

    References
    ----------
    ILAC-G8:09/2019, 4.2: simple acceptance, guard band for acceptance or rejection.
    """
    if state in _REJECTED:
        return Outcome.REJECT
    if state in _ACCEPTED:
        return Outcome.ACCEPT
    if state is State.JUST_WITHIN:
        guarded = rule is DecisionRule.GUARDED_ACCEPTANCE
        return Outcome.UNDECIDED if guarded else Outcome.ACCEPT
    if state is State.JUST_OUTSIDE:
        guarded = rule is DecisionRule.GUARDED_REJECTION
        return Outcome.UNDECIDED if guarded else Outcome.REJECT
    return Outcome.UNDECIDED


_FROM_KIND = (Outcome.ACCEPT, Outcome.UNDECIDED, Outcome.REJECT)


def least_kind(outcomes: Iterable[Outcome]) -> Outcome:
    """The outcome of several together: never kinder than the worst of them."""
    return max(outcomes, key=_FROM_KIND.index)


def is_kinder(one: Outcome, other: Outcome) -> bool:
    """Whether ``one`` is kinder to the part than ``other``."""
    return _FROM_KIND.index(one) < _FROM_KIND.index(other)


OUTCOME_TEXT = {
    Outcome.ACCEPT: "accepted",
    Outcome.REJECT: "rejected",
    Outcome.UNDECIDED: "undecided",
}


def rule_told(outcome: Outcome, rule: DecisionRule, why: str | None) -> str:
    """The rule that was used and, where it decides nothing, why not."""
    return f"{RULE_TEXT[rule]}{_reason(outcome, why)}"


def outcome_told(outcome: Outcome, rule: DecisionRule, why: str | None) -> str:
    """What follows, in one line: ``undecided (simple rule: …); the alloy is not given``."""
    return f"{OUTCOME_TEXT[outcome]} ({RULE_TEXT[rule]}){_reason(outcome, why)}"


def _reason(outcome: Outcome, why: str | None) -> str:
    return f"; {why}" if why and outcome is Outcome.UNDECIDED else ""
