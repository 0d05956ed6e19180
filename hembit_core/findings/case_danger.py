"""A path to the case: what stands against energising the part, and the one way in which it ends.

Belief does not come into it. A figure below the limit of its instrument stands until readings after
it have shown, one by one, that the path is gone; whatever was read before it contradicts it and ends
nothing. Only the time of the readings counts, not what the part was called, cleaned or decided to be.
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from enum import StrEnum
from typing import Literal

from hembit_core.conformity.states import State
from hembit_core.families.insulation import volts_told
from hembit_core.families.registry import about
from hembit_core.families.to_case import DAMP_FROM
from hembit_core.judging.case_figure import CaseFigure, TakenWhile
from hembit_core.judging.judgement import Judgement
from hembit_core.judging.measurand import Role
from hembit_core.model import Model


class CaseDangerKind(StrEnum):
    """What the worst figure to the case is."""

    TOUCH = "touch"
    """A wire: below 10 kΩ."""
    LEAK = "leak"
    """In the range of damp and skin."""
    INSULATION = "insulation"
    """Under test volts the insulation does not hold."""
    IN_CIRCUIT = "in_circuit"
    """A figure, with something beside the part that may carry it."""
    NEW_PART_UNREAD = "new_part_unread"
    """The part before was one of these, and the new one was not read to its case yet."""


class Lacks(StrEnum):
    """What must still be read, after the last figure, before it is over."""

    ISOLATED = "isolated"
    """A clear reading with both ends lifted."""
    CLEAR_TWICE = "clear_twice"
    """Two clear readings to the case, both ends lifted."""
    CLEAR_MOVED = "clear_moved"
    """One of them while the part is moved or tapped."""
    CLEAR_WARM = "clear_warm"
    """One of them warm, but dead."""
    CLEAR_TO_CASE = "clear_to_case"
    """Of a new part: a clear reading to the case."""
    INSULATION_TEST = "insulation_test"
    """An insulation test at the part's own volts that passes, both ends lifted."""


class CaseDanger(Model):
    """What stands against energising a part: its kind, what is lacking for its end, in that order.

    ``contradicted`` says that a reading before was clear, so that not both can be right.
    ``by`` are the instruments that showed it: a new part passes the same tests. ``begun`` says that
    something clear was read since.
    """

    kind: CaseDangerKind
    lacks: tuple[Lacks, ...]
    contradicted: bool = False
    by: tuple[Literal["multimeter", "insulation_tester"], ...] = ("multimeter",)
    begun: bool = False

    @property
    def asks(self) -> frozenset[Role]:
        """The tests that come next. Of a wire that touches, and of insulation that failed, none until
        somebody begins: that part is replaced, or dried, first.
        """
        if self.kind in (CaseDangerKind.TOUCH, CaseDangerKind.INSULATION) and not self.begun:
            return frozenset()
        to_case = bool(set(self.lacks) - {Lacks.INSULATION_TEST})
        if to_case:
            return frozenset({Role.TO_CASE})
        return frozenset({Role.INSULATION}) if self.lacks else frozenset()


class Course(Model):
    """How a part stands with its case after all its readings.

    ``standing`` and ``against`` are the places, among the readings given, of the figures that stand
    and of the clear ones before that contradict them; ``ended`` of the figures that are over.
    ``touch_ended`` says that one of these was a touch, which is followed up.
    """

    danger: CaseDanger | None = None
    standing: tuple[int, ...] = ()
    against: tuple[int, ...] = ()
    ended: tuple[int, ...] = ()
    touch_ended: bool = False


def figure_of_case(judgement: Judgement) -> CaseFigure | None:
    """What a judgement says of the path to the case; None where its test is another.

    One of before these were data says no more than its state and figure: how it was taken is not
    known, so that it ends nothing.
    """
    if judgement.case is not None:
        return judgement.case
    role = about(judgement.measurand).role
    if role not in (Role.TO_CASE, Role.INSULATION):
        return None
    return CaseFigure(
        by="multimeter" if role is Role.TO_CASE else "insulation_tester",
        ohms=judgement.value.value if judgement.value else None,
        clear=judgement.state in (State.WITHIN, State.JUST_WITHIN),
    )


def course_of(figures: Sequence[CaseFigure | None], before: CaseDanger | None = None) -> Course:
    """Go through a part's readings, oldest first; ``before`` is what stood of the part before it.

    A single figure of 10 kΩ and more ends by an insulation test at the part's own volts, both ends
    lifted, that passes. Anything else (a touch, a failed insulation test, figures that came again)
    ends by two clear readings, one while it is moved or tapped, one warm where it showed warm, and
    such a test. One that was read in circuit alone ends by a clear reading with both ends lifted. A
    new part passes the tests that the one before it failed.

    References
    ----------
    EN 50678:2020, 5.1 (a part that failed is not put back before it passed); the limits are the
    shop's rules. That belief ends none of it is a decision of this project, ``docs/decisions.md``.
    """
    standing: list[int] = []
    after: list[CaseFigure] = []
    clear: list[int] = []
    against: list[int] = []
    ended: list[int] = []
    touched = False
    unread = before
    for place, figure in enumerate(figures):
        if figure is None:
            continue
        if figure.clear:
            clear.append(place)
            after.append(figure)
        elif figure.ohms is not None:
            if not standing:
                against = list(clear)
            standing.append(place)
            after = []
        dangers = [one for at in standing if (one := figures[at]) is not None]
        if standing and not _lacking(dangers, after):
            touched = touched or _kind(dangers) is CaseDangerKind.TOUCH
            ended += standing
            standing, against, clear, unread = [], [], [], None
    if standing:
        dangers = [one for at in standing if (one := figures[at]) is not None]
        return Course(
            danger=CaseDanger(
                kind=_kind(dangers),
                lacks=_lacking(dangers, after),
                contradicted=bool(against),
                by=tuple(dict.fromkeys(one.by for one in dangers)),
                begun=bool(after),
            ),
            standing=tuple(standing),
            against=tuple(against),
            ended=tuple(ended),
            touch_ended=touched,
        )
    return Course(danger=_of_new_part(unread, after), ended=tuple(ended), touch_ended=touched)


def _own(dangers: Sequence[CaseFigure]) -> list[CaseFigure]:
    """Those that nothing beside the part can have carried."""
    return [one for one in dangers if one.isolated is not False]


def _kind(dangers: Sequence[CaseFigure]) -> CaseDangerKind:
    own = _own(dangers)
    if not own:
        return CaseDangerKind.IN_CIRCUIT
    if any(one.by == "multimeter" and (one.ohms or 0.0) < DAMP_FROM for one in own):
        return CaseDangerKind.TOUCH
    if any(one.by == "insulation_tester" for one in own):
        return CaseDangerKind.INSULATION
    return CaseDangerKind.LEAK


def _lacking(dangers: Sequence[CaseFigure], after: Sequence[CaseFigure]) -> tuple[Lacks, ...]:
    """What the readings ``after`` the last figure still leave open."""
    lifted = [one for one in after if one.isolated]
    tests = [one for one in lifted if one.by == "insulation_tester" and _at_its_volts(one)]
    insulation = () if tests else (Lacks.INSULATION_TEST,)
    kind = _kind(dangers)
    if kind is CaseDangerKind.IN_CIRCUIT:
        return () if lifted else (Lacks.ISOLATED,)
    if kind is CaseDangerKind.LEAK and len(_own(dangers)) == 1:
        return insulation
    clear = [one.taken_while for one in lifted if one.by == "multimeter"]
    lacks = []
    if len(clear) < 2:
        lacks.append(Lacks.CLEAR_TWICE)
    if TakenWhile.MOVED not in clear:
        lacks.append(Lacks.CLEAR_MOVED)
    if TakenWhile.WARM not in clear and any(one.taken_while is TakenWhile.WARM for one in dangers):
        lacks.append(Lacks.CLEAR_WARM)
    return (*lacks, *insulation)


def _at_its_volts(test: CaseFigure) -> bool:
    return test.volts is not None and test.volts >= (test.due_volts or 500)


def _of_new_part(before: CaseDanger | None, after: Sequence[CaseFigure]) -> CaseDanger | None:
    """What a new part still has to show, where the one before it was a danger."""
    if before is None:
        return None
    lifted = [one for one in after if one.isolated]
    lacks = []
    if "multimeter" in before.by and not any(one.by == "multimeter" for one in lifted):
        lacks.append(Lacks.CLEAR_TO_CASE)
    if "insulation_tester" in before.by and not any(
        one.by == "insulation_tester" and _at_its_volts(one) for one in lifted
    ):
        lacks.append(Lacks.INSULATION_TEST)
    if not lacks:
        return None
    return CaseDanger(kind=CaseDangerKind.NEW_PART_UNREAD, lacks=tuple(lacks), by=before.by)


def course_of_judgements(judgements: Iterable[Judgement], before: CaseDanger | None = None) -> Course:
    """The same of judgements, oldest first."""
    return course_of([figure_of_case(one) for one in judgements], before)


DANGER_WORDS = {
    CaseDangerKind.TOUCH: "touches its case",
    CaseDangerKind.LEAK: "leaks to its case",
    CaseDangerKind.INSULATION: "does not hold its test volts",
    CaseDangerKind.IN_CIRCUIT: "shows a figure to its case, in circuit",
    CaseDangerKind.NEW_PART_UNREAD: "took the place of one that was a danger, and is not read yet",
}
"""What a part does that is not to be energised, to stand after its name."""


def danger_first(danger: CaseDanger, due: int | None) -> str:
    """What comes before anything is energised, in a few words; the whole of it is :func:`way_out`."""
    if danger.kind is CaseDangerKind.LEAK:
        return f"an insulation test at {volts_told(due)} first"
    return _FIRST[danger.kind]


_FIRST = {
    CaseDangerKind.TOUCH: "replace it first, or clear it by tests",
    CaseDangerKind.INSULATION: "dry it or replace it first",
    CaseDangerKind.IN_CIRCUIT: "read it with both ends lifted first",
    CaseDangerKind.NEW_PART_UNREAD: "read it to its case first",
}
_STILL = {
    Lacks.ISOLATED: "a clear reading with both ends lifted",
    Lacks.CLEAR_TWICE: "two clear readings to the case",
    Lacks.CLEAR_MOVED: "one while it is moved or tapped",
    Lacks.CLEAR_WARM: "one warm, but dead",
    Lacks.CLEAR_TO_CASE: "a clear reading of it to the case, both ends lifted",
}


def way_out(danger: CaseDanger, due: int | None) -> str:
    """What still has to be read, in words, the test at the part's own volts ``due`` [V DC]."""
    test = f"an insulation test that passes at {volts_told(due)}, both ends lifted, terminals joined"
    told = [_STILL.get(one, test) for one in danger.lacks]
    return " and ".join([", ".join(told[:-1]), told[-1]] if len(told) > 1 else told)
