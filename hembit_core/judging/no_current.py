"""Volts at a part and nothing on the clamp: the clamp is settled first, then the part is open."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from hembit_core.conformity.states import Side, State
from hembit_core.judging.codes import Code
from hembit_core.judging.judgement import Question
from hembit_core.judging.verdict import Verdict


@dataclass(frozen=True)
class NoCurrent:
    """How a part says it: what shows the same, what to do where the clamp was wrong, and open."""

    shows_the_same: str
    clamp_again: str
    open_headline: str
    open_next: str


def no_current_verdict(
    words: NoCurrent, question: Question, answers: Mapping[str, str], seen: str
) -> Verdict:
    """Open once ``question`` about the clamp is answered yes; ``seen`` are volts and amps, in words."""
    answer = answers.get(question.code)
    if answer not in ("yes", "no"):
        return Verdict(
            Code.NO_CURRENT_ASKED,
            State.PLEASE_CONFIRM,
            "Please confirm: volts, but no current",
            f"Settle the clamp first; {words.shows_the_same} shows the same.",
            side=Side.LOW,
            explanation=[seen],
            questions=[question],
        )
    if answer == "no":
        return Verdict(
            Code.NO_CURRENT_NOT_CALLED,
            State.NOT_COMPARABLE,
            "Not comparable as it was taken",
            words.clamp_again,
            explanation=[seen],
        )
    return Verdict(
        Code.OPEN_UNDER_LOAD,
        State.OPEN,
        words.open_headline,
        words.open_next,
        side=Side.LOW,
        explanation=[f"{seen} The clamp is settled."],
    )
