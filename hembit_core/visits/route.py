"""The route of a visit, as data: steps in working order, what is due in each, and why."""

from __future__ import annotations

from collections.abc import Iterable
from enum import StrEnum
from typing import Annotated, Literal

from pydantic import Field, StringConstraints

from hembit_core.conformity.states import Outcome, State
from hembit_core.families.insulation import due_volts
from hembit_core.families.registry import FAMILIES
from hembit_core.findings.case_danger import DANGER_WORDS, CaseDanger, danger_first, way_out
from hembit_core.findings.finding import Conclusion
from hembit_core.judge import PartSpec
from hembit_core.model import Model
from hembit_core.visits.symptoms import Symptom

MACHINE = "machine"
"""The key of the machine as a whole, in looks."""
SUPPLY = "supply"
"""The key of the machine's supply, in readings."""


class StepKind(StrEnum):
    """The steps, in the order of a dead-first visit."""

    SUPPLY = "supply"
    ISOLATE = "isolate"
    LOOK = "look"
    METER = "meter"
    MEASURE = "measure"
    ACTUATE = "actuate"
    SENSORS = "sensors"
    LIVE = "live"
    DECIDE = "decide"
    FIT = "fit"
    CLOSE = "close"


class School(StrEnum):
    """Which test comes first."""

    DEAD_FIRST = "dead_first"
    LIVE_FIRST = "live_first"


class Taken(Model):
    """The reading of one test that stands: its state, and what followed."""

    measurand: str
    state: State
    outcome: Outcome
    figure: str = ""


class RoutePart(Model):
    """A part of the machine as the route sees it.

    ``part_of`` is the key of the bank it is a member of. ``taken`` are the readings of
    the part that is fitted now. ``concluded`` is what its evidence says, ``decided`` what
    a person accepted or overruled it to. ``spare_taken`` are the readings of the new part,
    before fitting; ``fitted`` says that a new part went in during this visit. ``changed`` names
    what was renewed inside it since it was measured: the whole is then measured again. ``danger``
    is what stands against energising the part that is in the machine now, ``touch_ended`` says that
    it touched its case and reads clear now. ``dead_members`` is how many of a bank's members its own
    readings say are dead.
    """

    key: str
    name: str
    spec: PartSpec
    part_of: str | None = None
    behind_panel: bool = False
    taken: tuple[Taken, ...] = ()
    concluded: Conclusion | None = None
    decided: Conclusion | None = None
    asks_cause: bool = False
    cause: str = ""
    spare_taken: tuple[Taken, ...] = ()
    fitted: bool = False
    looked: bool = False
    changed: str = ""
    danger: CaseDanger | None = None
    touch_ended: bool = False
    dead_members: int | None = None

    def reading(self, *measurands: str) -> Taken | None:
        """The first of these tests that was taken."""
        return next((one for one in self.taken if one.measurand in measurands), None)

    @property
    def bad(self) -> bool:
        """Decided, or else concluded, as a part that has to go or be mended, and still there."""
        return (self.decided or self.concluded) in BAD and not self.fitted

    @property
    def is_to_go(self) -> bool:
        """Decided to be exchanged. A supply is put right where it stands, as is a sequence."""
        return self.decided in TO_REPLACE and self.is_thing

    @property
    def is_thing(self) -> bool:
        """Whether it can be looked at, taken out and fitted."""
        return FAMILIES[type(self.spec)].thing

    @property
    def must_stay_dead(self) -> bool:
        """Whether it must not be energised as it is now, old part or new, whatever was decided."""
        told = self.concluded is Conclusion.DO_NOT_ENERGISE and not self.fitted
        return self.danger is not None or told

    @property
    def why_dead(self) -> str:
        """Why it must not be energised, and what comes first, in a sentence without its full stop."""
        if self.danger is None:
            return f"{self.name} is not to be energised: an insulation test decides"
        first = danger_first(self.danger, due_volts(self.spec))
        return f"{self.name} {DANGER_WORDS[self.danger.kind]}: {first}"

    @property
    def ends_danger(self) -> str:
        """What is still to be read before it may be energised."""
        return f"It takes {way_out(self.danger, due_volts(self.spec))}" if self.danger else ""


def culprits(bank: RoutePart, parts: Iterable[RoutePart]) -> tuple[RoutePart, ...]:
    """The members that explain what a bank reads: as many bad ones as it says are dead.

    Empty while some are still to be found, or the bank's own readings do not say how many there are.
    """
    found = tuple(one for one in parts if one.part_of == bank.key and one.bad and one.taken)
    return found if found and len(found) == bank.dead_members else ()


BAD = frozenset(
    {Conclusion.REPLACE, Conclusion.REPAIR, Conclusion.DO_NOT_ENERGISE, Conclusion.WRONG_PART}
)
TO_REPLACE = frozenset({Conclusion.REPLACE, Conclusion.WRONG_PART})


class Done(Model):
    """What else was done in the visit."""

    isolated: bool = False
    looked: bool = False
    meter_checked: bool = False
    gate_passed: bool = False
    on_order: tuple[str, ...] = ()
    followed: tuple[str, ...] = ()
    bypassed: tuple[str, ...] = ()
    """Safety devices, by their names, of which a bypass is still open."""
    closed: bool = False


Words = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=200)]


class Skip(Model):
    """A step or an item that is left out, with the reason."""

    key: str = Field(max_length=80)
    reason: Words


class Added(Model):
    """A step of one's own, in words."""

    key: str = Field(max_length=80)
    step: StepKind
    text: Words
    done: bool = False


class Choices(Model):
    """What the person changed about the route: school, order, what is left out or added.

    ``order`` names items by their keys, and steps as ``step:sensors``.
    """

    school: School = School.DEAD_FIRST
    order: tuple[Annotated[str, StringConstraints(max_length=80)], ...] = Field(
        default=(), max_length=400
    )
    skipped: tuple[Skip, ...] = Field(default=(), max_length=200)
    added: tuple[Added, ...] = Field(default=(), max_length=60)

    def why_skipped(self, key: str) -> str:
        """The reason that was given for leaving an item out; empty where it was not."""
        return next((one.reason for one in self.skipped if one.key == key), "")


ItemState = Literal["due", "done", "blocked", "skipped", "folded"]


class RouteItem(Model):
    """One thing to do in a step. ``why`` says why it stands there, or why it does not matter.

    ``handling`` is the caution for the kind of part that is in hand.
    """

    key: str
    title: str
    state: ItemState
    why: str = ""
    part: str | None = None
    measurand: str | None = None
    dead_or_live: Literal["dead", "live", "either"] | None = None
    minutes: float | None = None
    reading_state: State | None = None
    figure: str = ""
    handling: str = ""


class RouteStep(Model):
    """One step with its items; ``state`` follows from theirs."""

    kind: StepKind
    title: str
    state: ItemState
    why: str = ""
    cautions: tuple[str, ...] = ()
    items: tuple[RouteItem, ...] = ()


class Route(Model):
    """The whole route, and the item that comes next."""

    symptom: Symptom
    school: School
    steps: tuple[RouteStep, ...]
    next_key: str | None = None
