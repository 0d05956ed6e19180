"""Which tests matter now: what the evidence folds away, and what it brings up."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from typing import Literal

from hembit_core.conformity.states import Outcome, State
from hembit_core.families.contact.spec import Contact
from hembit_core.families.registry import with_role
from hembit_core.findings.finding import Conclusion
from hembit_core.judging.measurand import Role
from hembit_core.visits.part_tests import PartTest, can_be_judged, has_dead_test, minutes_of, tests_of
from hembit_core.visits.route import BAD, SUPPLY, RoutePart, School, culprits
from hembit_core.visits.symptoms import Symptom, strongest_weight, suspicion, test_weight

_UNSETTLED = (Conclusion.UNDECIDED, Conclusion.WATCH)
_BY_THE_GATE = (Role.TO_CASE, Role.INSULATION)
"""What the insulation test before energising covers."""
_CAUSES = (Role.OPENS, Role.TO_CASE)


@dataclass(frozen=True)
class Weighed:
    """A test of a part with its rank (higher comes first), and whether it matters now."""

    part: RoutePart
    test: PartTest
    rank: float
    state: Literal["due", "blocked", "folded"]
    why: str
    waits_for_supply: bool = False


@dataclass(frozen=True)
class Visit:
    """The parts of a visit together: what one says of another.

    ``gate_due`` says that a part was fitted and the gate before energising was not passed yet;
    ``named`` are the parts that the complaint names.
    """

    symptom: Symptom
    school: School
    parts: tuple[RoutePart, ...]
    gate_due: bool = False
    named: frozenset[str] = frozenset()

    def part(self, key: str | None) -> RoutePart | None:
        """The part with that key."""
        return next((one for one in self.parts if one.key == key), None)

    @property
    def found(self) -> RoutePart | None:
        """A part that is bad and still there."""
        return next((one for one in self.parts if one.bad and one.key != SUPPLY), None)

    @property
    def unexplained(self) -> RoutePart | None:
        """A part that died of something nobody has named yet."""
        return next((one for one in self.parts if one.asks_cause and not one.cause), None)

    @property
    def ran_through(self) -> RoutePart | None:
        """A sequence that passed from its first stage to its last, with what is fitted now."""
        return next(
            (
                one
                for one in self.parts
                if not one.changed
                and (taken := one.reading(*with_role(Role.SEQUENCE)))
                and taken.outcome is Outcome.ACCEPT
            ),
            None,
        )

    def must_stay_dead(self) -> str:
        """Why nothing may be energised now; empty when it may."""
        leaking = next((one for one in self.parts if one.must_stay_dead), None)
        if leaking:
            return leaking.why_dead
        return "A part was fitted: the gate before energising comes first" if self.gate_due else ""

    def supply_trouble(self) -> str:
        """Why live tests say nothing yet; empty when the supply has passed or there is none."""
        supply = self.part(SUPPLY)
        if supply is None:
            return ""
        taken = supply.reading(*with_role(Role.SUPPLY))
        if taken is None:
            return "The supply is measured first: nothing is concluded from live tests before"
        if taken.outcome is not Outcome.ACCEPT:
            return f"The supply does not pass ({taken.figure}): put it right first"
        return ""


def weigh(visit: Visit, parts: Iterable[RoutePart]) -> list[Weighed]:
    """Every test of ``parts``, with its rank and whether it matters now.

    Rank is suspicion per minute: prior of the part × what the symptom speaks for ÷ cost.
    """
    found = []
    for part in parts:
        for test in tests_of(part.spec):
            rank = _suspicion(visit, part, test) / minutes_of(test, part.behind_panel)
            found.append(_weighed(visit, part, test, rank))
    return found


def _suspicion(visit: Visit, part: RoutePart, test: PartTest) -> float:
    speaks = suspicion(visit.symptom, part.spec.kind, test.measurand)
    if _is_cause(visit, part, test) or decides_danger(part, test):
        speaks = max(speaks, 1.0) * 4
    bank = visit.part(part.part_of)
    if part.changed or (bank is not None and _points_at_members(bank)):
        speaks *= 4
    if part.key in visit.named or _only_seen(part):
        speaks *= 4
    return speaks


def _only_seen(part: RoutePart) -> bool:
    """Something was seen on it, and it was not measured yet."""
    return part.concluded is not None and not part.taken


def _is_cause(visit: Visit, part: RoutePart, test: PartTest) -> bool:
    dead = visit.unexplained
    return (
        dead is not None
        and dead.key != part.key
        and test.role in _CAUSES
        and isinstance(dead.spec, Contact)
    )


def decides_danger(part: RoutePart, test: PartTest) -> bool:
    """Whether the test comes next before a part that is a danger may be energised."""
    if part.danger is not None:
        return test.role in part.danger.asks and (part.decided is None or part.fitted)
    leaks = part.concluded is Conclusion.DO_NOT_ENERGISE and part.decided is None
    return leaks and test.role is Role.INSULATION


def _weighed(visit: Visit, part: RoutePart, test: PartTest, rank: float) -> Weighed:
    folded = _folded(visit, part, test)
    if folded:
        return Weighed(part, test, rank, "folded", folded)
    if test.dead_or_live == "live" or test.step == "live":
        dead = visit.must_stay_dead()
        supply = "" if part.key == SUPPLY or test.dead_or_live != "live" else visit.supply_trouble()
        if dead or supply:
            return Weighed(part, test, rank, "blocked", dead or supply, bool(supply))
    return Weighed(part, test, rank, "due", _why(visit, part, test))


def _folded(visit: Visit, part: RoutePart, test: PartTest) -> str:
    """Why a test does not matter now; empty when it does."""
    if part.key == SUPPLY:
        return ""
    if not can_be_judged(part.spec, test.measurand):
        return "Its spec has no figure to judge this by"
    if decides_danger(part, test):
        return ""
    if part.changed and test.dead_or_live == "dead" and not test.side and test.role not in _BY_THE_GATE:
        return ""
    if test.role is Role.INSULATION:
        return "Where a figure is read to the case, and after a repair"
    if _is_cause(visit, part, test):
        return ""
    bank = visit.part(part.part_of)
    if bank is not None and not _points_at_members(bank) and not part.taken and not part.fitted:
        return f"{bank.name} speaks for it until the bank is off"
    renewed = any(one.part_of == part.key and one.fitted for one in visit.parts)
    if renewed and test.role is Role.TO_CASE and not part.must_stay_dead:
        return "The insulation test before energising covers it"
    if bank is not None and not part.taken and not part.fitted:
        found = culprits(bank, visit.parts)
        if found:
            names = ", ".join(one.name for one in found)
            return f"{names} is why {bank.name} is off; it is measured whole again after that"
    if suspicion(visit.symptom, part.spec.kind, test.measurand) == 0:
        return f"Says nothing about “{visit.symptom.label}”"
    answer = _answers_the_complaint(visit, part, test)
    if answer is not None:
        return f"{answer.name} explains “{visit.symptom.label}”: this one if it comes back"
    if part.bad and part.taken and part.reading(test.measurand) is None and test.dead_or_live != "live":
        return f"Decided: {part.decided or part.concluded}"
    if test.side:
        if part.concluded not in _UNSETTLED:
            return "Only if the plain tests do not decide"
        explains = explained(visit, part)
        if explains:
            return f"{explains.name} explains the complaint: this one if it comes back"
    return _folded_live(visit, part, test)


def explained(visit: Visit, part: RoutePart) -> RoutePart | None:
    """Another part that was decided or exchanged: it explains the complaint."""
    others = (one for one in visit.parts if one.key not in (part.key, SUPPLY))
    return next((one for one in others if one.fitted or one.decided in BAD), None)


def _answers_the_complaint(visit: Visit, part: RoutePart, test: PartTest) -> RoutePart | None:
    """Another part that failed, or was exchanged for failing, the test that the complaint asks for
    far more than for this one: where something trips, a leak that was found says more than ohms.
    """
    mine = test_weight(visit.symptom, test.measurand)
    for one in visit.parts:
        if one.key in (part.key, SUPPLY) or not (one.bad or one.fitted):
            continue
        failed = [
            test_weight(visit.symptom, taken.measurand)
            for taken in one.taken
            if taken.outcome is Outcome.REJECT
        ]
        weight = strongest_weight(visit.symptom) if one.fitted else max(failed, default=0.0)
        if mine < weight / 2:
            return one
    return None


def _folded_live(visit: Visit, part: RoutePart, test: PartTest) -> str:
    if test.dead_or_live == "dead" or test.step != "live":
        return ""
    bad = visit.found
    if bad is not None:
        return f"{bad.name} is found: put it right, then prove it live"
    ran = visit.ran_through
    if ran is not None and ran.key != part.key:
        return f"{ran.name} ran through: it works in there"
    waiting = visit.school is School.DEAD_FIRST and not part.taken and has_dead_test(part.spec)
    return "Dead first: its dead tests have not been taken" if waiting else ""


def _points_at_members(bank: RoutePart) -> bool:
    """Whether a bank's readings, or its decision, ask for its members one by one."""
    off = any(
        one.outcome is not Outcome.ACCEPT or one.state is State.NOT_DECIDABLE
        for one in bank.taken
        if one.measurand in with_role(Role.ALONG, Role.WORKING)
    )
    return off or bank.bad


def _why(visit: Visit, part: RoutePart, test: PartTest) -> str:
    if part.changed:
        return f"{part.changed} was renewed: measure the whole again"
    dead = visit.unexplained
    if decides_danger(part, test):
        return "It leaks on the multimeter: this decides" if part.danger is None else part.ends_danger
    if dead is not None and _is_cause(visit, part, test):
        return f"{dead.name} opened for a reason: this may be it"
    bank = visit.part(part.part_of)
    if bank is not None and _points_at_members(bank):
        return f"{bank.name} is off: which member?"
    if test.dead_or_live == "live" and part.taken:
        return "Its dead tests are done: does it work?"
    return ""
