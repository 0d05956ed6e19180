"""Whether today's core says of a kept reading what was said that day, and what it says otherwise."""

from __future__ import annotations

from hembit_core.judging.judgement import Judgement
from hembit_core.model import Model


class Difference(Model):
    """Something that is said otherwise now: what it is, what was said then, what is said now."""

    what: str
    then: str
    now: str


class SaidAgain(Model):
    """What today's core says of a kept reading, by its stored inputs and rules.

    ``cannot`` says why it cannot be judged by it any more; empty where it can.
    """

    core_version: str
    differences: tuple[Difference, ...] = ()
    cannot: str = ""

    @property
    def same(self) -> bool:
        """Whether it says the same."""
        return not self.differences and not self.cannot


def said_again(kept: Judgement, again: Judgement) -> SaidAgain:
    """Compare a kept judgement with the one of today, in what a person reads of them."""
    return SaidAgain(
        core_version=again.core_version,
        differences=tuple(
            Difference(what=what, then=then, now=now)
            for what, then, now in zip(_WHAT, _read(kept), _read(again), strict=True)
            if then != now
        ),
    )


_WHAT = ("State", "Outcome", "Value", "Due", "Headline", "Next step", "Rules and schools")


def _read(judgement: Judgement) -> tuple[str, ...]:
    return (
        judgement.state.value,
        judgement.outcome.value,
        judgement.value.text if judgement.value else "",
        judgement.expectation.text,
        judgement.headline,
        judgement.next_step,
        "; ".join(judgement.policy),
    )
