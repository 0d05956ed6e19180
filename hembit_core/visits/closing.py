"""What stands in the way of closing a job, and what is left open when it is closed."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping, Sequence
from enum import StrEnum

from hembit_core.findings.finding import Conclusion
from hembit_core.model import Model
from hembit_core.notation import inside
from hembit_core.visits.part_tests import has_dead_test
from hembit_core.visits.route import (
    Done,
    Route,
    RouteItem,
    RoutePart,
    StepKind,
    culprits,
)


class OpenEndKind(StrEnum):
    """What is left open."""

    DANGER = "danger"
    """A part that must not be energised, and is still there."""
    BROKEN = "broken"
    """A part that was found bad, and is still there."""
    NOT_PROVED = "not_proved"
    """A new part that was not seen at work."""
    UNDECIDED = "undecided"
    NOT_MEASURED = "not_measured"


class OpenEnd(Model):
    """One thing that is left open: what, why that matters, and which part it is of.

    A ``danger`` takes a reason, or a follow-up, before the job closes.
    """

    kind: OpenEndKind
    part: str | None = None
    what: str
    why: str

    @property
    def is_danger(self) -> bool:
        """Whether somebody can be hurt by it."""
        return self.kind is OpenEndKind.DANGER


def what_blocks_closing(parts: Iterable[RoutePart], done: Done) -> list[str]:
    """What must be settled before the job closes, in sentences; empty when nothing is."""
    blocks = []
    listed = tuple(parts)
    for part in listed:
        if part.bad and part.decided is None and not culprits(part, listed):
            blocks.append(f"{part.name}: the readings say {part.concluded}; decide on it")
        if part.changed and has_dead_test(part.spec):
            blocks.append(f"{part.name}: {part.changed} was renewed; measure the whole again")
        if part.asks_cause and not part.cause:
            blocks.append(f"{part.name} died of something: name the cause first")
        if part.is_to_go and not part.fitted and part.key not in done.on_order:
            blocks.append(f"{part.name} is to be replaced: fit it, or put the spare on order")
        if part.touch_ended and part.key not in done.followed:
            blocks.append(
                f"{part.name} touched its case, and reads clear now: set a day to read it again"
            )
    blocks += [
        f"{name} is a safety device, and its bypass is still open: take it out"
        for name in done.bypassed
    ]
    if any(part.fitted for part in listed) and not done.gate_passed:
        blocks.append("A part was fitted: the gate before energising is still open")
    return blocks


_MEASURING = (
    StepKind.SUPPLY,
    StepKind.MEASURE,
    StepKind.ACTUATE,
    StepKind.SENSORS,
    StepKind.LIVE,
)
_NAMED = 4
"""So many tests are named one by one; more are counted."""


def left_open(route: Route, parts: Sequence[RoutePart]) -> tuple[OpenEnd, ...]:
    """What is left open if the job is closed now, dangers first; empty when all that was due was done.

    What the evidence folded away, or a person skipped with a reason, is not open.
    """
    return (*_of_parts(parts), *_of_tests(route, {one.key: one.name for one in parts}))


def _of_parts(parts: Sequence[RoutePart]) -> Iterator[OpenEnd]:
    for part in parts:
        if part.must_stay_dead:
            yield OpenEnd(
                kind=OpenEndKind.DANGER,
                part=part.key,
                what=f"{part.name} must not be energised, and is still in the machine",
                why="Whoever switches it on may be hurt: lock it off and tag it, or take it out.",
            )
    for part in parts:
        if part.bad and not part.must_stay_dead:
            yield OpenEnd(
                kind=OpenEndKind.BROKEN,
                part=part.key,
                what=f"{part.name}: {part.decided or part.concluded}, and it is still in the machine",
                why="The machine works without it, or not at all, until it is put right.",
            )
        if part.concluded is Conclusion.UNDECIDED and part.decided in (None, Conclusion.UNDECIDED):
            yield OpenEnd(
                kind=OpenEndKind.UNDECIDED,
                part=part.key,
                what=f"{part.name}: its readings decide nothing",
                why="It may be good, and it may be what comes back next week.",
            )


def _of_tests(route: Route, names: Mapping[str, str]) -> Iterator[OpenEnd]:
    by_kind = {step.kind: step for step in route.steps}
    proofs = [one for one in _open(by_kind[StepKind.FIT].items) if one.dead_or_live == "live"]
    for one in proofs:
        yield OpenEnd(
            kind=OpenEndKind.NOT_PROVED,
            part=one.part,
            what=f"Not done: {one.title}",
            why="A new part that was not seen at work may be wired wrong, or the wrong one.",
        )
    for kind in _MEASURING:
        step = by_kind[kind]
        items = [] if step.state in ("folded", "skipped") else _open(step.items)
        if items:
            yield OpenEnd(
                kind=OpenEndKind.NOT_MEASURED,
                what=f"{step.title}, not done: {_told(items, names, step.title)}",
                why=_WHY[kind],
            )


_WHY = {
    StepKind.SUPPLY: "Without it nothing that was read live is certain.",
    StepKind.MEASURE: "A second fault may wait behind the first.",
    StepKind.ACTUATE: "A contact that sticks, or does not open, passes every test at rest.",
    StepKind.SENSORS: "A sensor that is off makes the machine wrong without a fault to be seen.",
    StepKind.LIVE: "Ohms do not prove that it works under load.",
}


def _open(items: Iterable[RouteItem]) -> list[RouteItem]:
    return [one for one in items if one.state in ("due", "blocked")]


def _told(items: Sequence[RouteItem], names: Mapping[str, str], step: str) -> str:
    """The tests with their parts, where the step does not name them; counted where they are many."""
    of = [name if (name := names.get(one.part or "", "")) != step else "" for one in items]
    if len(items) > _NAMED:
        return f"{len(items)} tests of {', '.join(dict.fromkeys(name for name in of if name))}"
    return "; ".join(
        f"{name}, {inside(one.title)}" if name else inside(one.title)
        for one, name in zip(items, of, strict=True)
    )
