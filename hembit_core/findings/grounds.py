"""What a finding rests on: a part's judgements, what was observed, and the call that they come to.

A period ends with what changes the part: drying, cleaning, tightening, cooling, exchange. Within
one the order of the readings says nothing; a reading that a later one corrects is not passed. Of what
was read to the case the order is all that counts (:mod:`hembit_core.findings.case_danger`), and
everything is passed, whatever its period.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from hembit_core.conformity.states import PRECEDENCE, Outcome, State
from hembit_core.families.registry import about, measurands
from hembit_core.findings.case_danger import CaseDanger, course_of_judgements
from hembit_core.findings.finding import Observation
from hembit_core.judging.judgement import Judgement
from hembit_core.judging.measurand import Role
from hembit_core.judging.summary import figure_of
from hembit_core.soundness.call import Call

OWN_ROLES = frozenset(
    {
        Role.ALONG,
        Role.TO_CASE,
        Role.INSULATION,
        Role.OPENS,
        Role.WORKING,
        Role.SENSES,
        Role.COMPARES,
        Role.MOVED,
    }
)
"""Tests whose rejection is the part's own, so that nothing else can say "not the part"."""
PASSED = (State.WITHIN, State.JUST_WITHIN, State.WATCH)
NO_FIGURE = (State.NOT_COMPARABLE, State.NOT_READY, State.NOT_DECIDABLE, State.PLEASE_CONFIRM)


@dataclass(frozen=True)
class Grounds:
    """Judgements in an order of their own, whatever the order they were taken in.

    ``danger`` is what stands against energising the part, ``standing`` and ``against`` the judgements
    that it rests on; ``touch_ended`` says that a wire touched its case, and does not any more.
    ``kept`` are the places of these judgements among those given, ``call`` is the word about the part
    by all of them together.
    """

    judgements: tuple[Judgement, ...]
    observed: frozenset[Observation]
    danger: CaseDanger | None = None
    standing: tuple[Judgement, ...] = ()
    against: tuple[Judgement, ...] = ()
    touch_ended: bool = False
    kept: tuple[int, ...] = ()
    call: Call | None = None

    @classmethod
    def of(
        cls,
        judgements: Iterable[Judgement],
        observed: Iterable[Observation] = (),
        before: CaseDanger | None = None,
    ) -> Grounds:
        """Collect what was read, oldest first, by measurand and then the worst first.

        Figures to the case that are over are left out: they are history. ``before`` is what stood
        of the part that this one took the place of.
        """
        every = tuple(judgements)
        course = course_of_judgements(every, before)
        order = list(measurands())

        def place(one: Judgement) -> tuple[object, ...]:
            value = one.value.value if one.value else 0.0
            return order.index(one.measurand), PRECEDENCE.index(one.state), value, one.headline

        kept = [at for at in range(len(every)) if at not in course.ended]
        return cls(
            tuple(sorted((every[at] for at in kept), key=place)),
            frozenset(observed),
            course.danger,
            tuple(every[at] for at in course.standing),
            tuple(every[at] for at in course.against),
            course.touch_ended,
            tuple(kept),
        )

    def with_role(self, *roles: Role) -> tuple[Judgement, ...]:
        """The judgements of tests with one of these roles."""
        return tuple(one for one in self.judgements if about(one.measurand).role in roles)

    def some(self, roles: Iterable[Role], *states: State) -> Judgement | None:
        """The first of tests with these roles whose state is one of ``states``."""
        wanted = tuple(roles)
        return next((one for one in self.with_role(*wanted) if one.state in states), None)

    def coded(self, *codes: str) -> Judgement | None:
        """The first whose verdict or pattern is one of ``codes``."""
        return next((one for one in self.judgements if one.code in codes or one.pattern in codes), None)

    def accepted(self, *roles: Role) -> Judgement | None:
        """The first of tests with these roles that passed."""
        return next((one for one in self.with_role(*roles) if one.state in PASSED), None)

    def rejected(self) -> Judgement | None:
        """The worst that was rejected."""
        found = [one for one in self.judgements if one.outcome is Outcome.REJECT]
        return min(found, key=lambda one: PRECEDENCE.index(one.state), default=None)

    def rejected_itself(self) -> Judgement | None:
        """The worst rejection by one of the part's own tests."""
        found = [one for one in self.with_role(*OWN_ROLES) if one.outcome is Outcome.REJECT]
        return min(found, key=lambda one: PRECEDENCE.index(one.state), default=None)

    def has(self, observation: Observation) -> bool:
        """Whether this was observed."""
        return observation in self.observed


def cited(judgement: Judgement) -> str:
    """A reading as a finding cites it: its test, its figure, its state."""
    return f"{about(judgement.measurand).title}: {figure_of(judgement)}, {judgement.state}"
