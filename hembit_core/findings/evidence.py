"""The evidence on one part: its readings' judgements, and observations.

A period ends with what changes the part: drying, cleaning, tightening, cooling, exchange. Within
one the order of the readings says nothing; a reading that a later one corrects is not passed. Of what
was read to the case the order is all that counts (:mod:`hembit_core.findings.case_danger`), and
everything is passed, whatever its period.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from math import hypot

from hembit_core.conformity.states import PRECEDENCE, Outcome, State
from hembit_core.families.registry import about, measurands
from hembit_core.findings.case_danger import CaseDanger, course_of_judgements
from hembit_core.findings.finding import Observation
from hembit_core.judging.judgement import Judgement
from hembit_core.judging.measurand import Role
from hembit_core.judging.summary import figure_of

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
_NO_FIGURE = (State.NOT_COMPARABLE, State.NOT_READY, State.NOT_DECIDABLE, State.PLEASE_CONFIRM)


@dataclass(frozen=True)
class Evidence:
    """Judgements in an order of their own, whatever the order they were taken in.

    ``danger`` is what stands against energising the part, ``standing`` and ``against`` the judgements
    that it rests on; ``touch_ended`` says that a wire touched its case, and does not any more.
    """

    judgements: tuple[Judgement, ...]
    observed: frozenset[Observation]
    danger: CaseDanger | None = None
    standing: tuple[Judgement, ...] = ()
    against: tuple[Judgement, ...] = ()
    touch_ended: bool = False

    @classmethod
    def of(
        cls,
        judgements: Iterable[Judgement],
        observed: Iterable[Observation] = (),
        before: CaseDanger | None = None,
    ) -> Evidence:
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

        over = set(course.ended)
        kept = [one for at, one in enumerate(every) if at not in over]
        return cls(
            tuple(sorted(kept, key=place)),
            frozenset(observed),
            course.danger,
            tuple(every[at] for at in course.standing),
            tuple(every[at] for at in course.against),
            course.touch_ended,
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

    def contradiction(self) -> tuple[Judgement, Judgement] | None:
        """Two readings of one test under the same expectation that cannot both be right."""
        for place, one in enumerate(self.judgements):
            for other in self.judgements[place + 1 :]:
                if one.measurand == other.measurand and _contradict(one, other):
                    return one, other
        return None


def _contradict(one: Judgement, other: Judgement) -> bool:
    """Whether two readings of one test differ beyond their U, or one passes and one is rejected."""
    if one.state in _NO_FIGURE or other.state in _NO_FIGURE or one.rail.unit != other.rail.unit:
        return False
    if one.expectation.rail.band != other.expectation.rail.band:
        return False  # taken under other conditions: at another temperature, at other volts
    if one.value and other.value:
        apart = abs(one.value.value - other.value.value)
        return apart > hypot(one.value.expanded, other.value.expanded)
    if one.rows or other.rows:
        return {one.outcome, other.outcome} == {Outcome.ACCEPT, Outcome.REJECT}
    return (one.value is None) is not (other.value is None)


def cited(judgement: Judgement) -> str:
    """A reading as a finding cites it: its test, its figure, its state."""
    return f"{about(judgement.measurand).title}: {figure_of(judgement)}, {judgement.state}"
