"""Lay the route: the trade's order, likely and cheap first, the person's own changes on top."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from typing import TypeVar

from hembit_core.conformity.states import Outcome
from hembit_core.data_files import table
from hembit_core.findings.finding import Conclusion
from hembit_core.notation import inside
from hembit_core.visits.closing import what_blocks_closing
from hembit_core.visits.folding import Visit, Weighed, decides_danger, explained, weigh
from hembit_core.visits.naming import named_in
from hembit_core.visits.part_tests import can_be_judged, has_dead_test, minutes_of, tests_of
from hembit_core.visits.route import (
    MACHINE,
    SUPPLY,
    Choices,
    Done,
    ItemState,
    Route,
    RouteItem,
    RoutePart,
    RouteStep,
    School,
    StepKind,
    Taken,
    culprits,
)
from hembit_core.visits.symptoms import Symptom, suspicion

_LIVE_FIRST = (
    StepKind.SUPPLY,
    StepKind.LIVE,
    StepKind.ISOLATE,
    StepKind.LOOK,
    StepKind.METER,
    StepKind.MEASURE,
    StepKind.ACTUATE,
    StepKind.SENSORS,
    StepKind.DECIDE,
    StepKind.FIT,
    StepKind.CLOSE,
)
_STEP = "step:"
"""Before a step's kind in the order: items have keys of their own, some with the same name."""
_Key = TypeVar("_Key", bound=str)
_MEASURING = {StepKind.MEASURE, StepKind.ACTUATE, StepKind.SENSORS, StepKind.LIVE, StepKind.SUPPLY}


def lay(
    symptom: Symptom,
    parts: Sequence[RoutePart],
    choices: Choices | None = None,
    done: Done | None = None,
    complaint: str = "",
) -> Route:
    """The route for a symptom, from the machine's parts and what is known of them.

    Parameters
    ----------
    symptom : the complaint.
    parts : the machine's parts with their evidence; the supply has the key "supply".
    choices : school, order, what was left out or added.
    done : what else was done in the visit.
    complaint : in the customer's words: a part that it names comes first.

    Returns
    -------
    Route : every step and item with its state; nothing is hidden, what does not matter
        now is folded with the reason.

    Notes
    -----
    Within a step the tests stand by suspicion per minute: prior × symptom's weight ÷ cost.
    Laid anew after each finding, so that a test folds or comes up with the evidence.
    """
    choices, done = choices or Choices(), done or Done()
    visit = Visit(
        symptom,
        choices.school,
        tuple(parts),
        gate_due=any(one.fitted for one in parts) and not done.gate_passed,
        named=named_in(complaint, {one.key: one.name for one in parts if one.key != SUPPLY}),
    )
    weighed = weigh(visit, parts)
    kinds = list(StepKind) if choices.school is School.DEAD_FIRST else list(_LIVE_FIRST)
    of_steps = [key.removeprefix(_STEP) for key in choices.order if key.startswith(_STEP)]
    steps = [_step(kind, visit, weighed, choices, done) for kind in _ordered(kinds, of_steps)]
    next_key = None if done.closed else _next(steps)
    return Route(symptom=symptom, school=choices.school, steps=tuple(steps), next_key=next_key)


def _step(
    kind: StepKind, visit: Visit, weighed: list[Weighed], choices: Choices, done: Done
) -> RouteStep:
    row = table("steps")["steps"][kind]
    items = [*_items(kind, visit, weighed, done), *_own(kind, choices)]
    skipped = {one.key: one.reason for one in choices.skipped}
    items = [
        one.model_copy(update={"state": "skipped", "why": skipped[one.key]})
        if one.key in skipped and one.state in ("due", "blocked", "folded")
        else one
        for one in items
    ]
    by_key = {one.key: one for one in items}
    ordered = tuple(by_key[key] for key in _ordered(list(by_key), choices.order))
    state, why = _state_of(kind, ordered, visit, done)
    if kind is StepKind.SUPPLY and _supply_is_silent(visit, weighed) and state == "due":
        state, why = "folded", "Dead first, and nothing speaks for the supply yet"
    if kind in skipped and state != "done":
        state, why = "skipped", skipped[kind]
    return RouteStep(
        kind=kind,
        title=row["title"],
        state=state,
        why=why,
        cautions=(*row["cautions"], table("cautions")["defer"]) if row["cautions"] else (),
        items=ordered,
    )


def _ordered(keys: list[_Key], order: Sequence[str]) -> list[_Key]:
    """``keys``, those named in ``order`` permuted among the places they hold."""
    rank = {key: place for place, key in enumerate(order)}
    places = [place for place, key in enumerate(keys) if key in rank]
    moved = sorted((keys[place] for place in places), key=lambda key: rank[key])
    result = list(keys)
    for place, key in zip(places, moved, strict=True):
        result[place] = key
    return result


def _items(kind: StepKind, visit: Visit, weighed: list[Weighed], done: Done) -> Iterable[RouteItem]:
    if kind in _MEASURING:
        mine = [one for one in weighed if one.test.step == kind and _stands_in_its_step(one)]
        yield from (_test_item(one) for one in sorted(mine, key=lambda one: -one.rank))
    elif kind is StepKind.ISOLATE:
        yield _plain("isolate", "Off, locked, proved dead", done.isolated)
    elif kind is StepKind.LOOK:
        yield _plain(f"look:{MACHINE}", "The machine as a whole", done.looked, part=MACHINE)
        for part in visit.parts:
            if part.is_thing and not _member_unasked(visit, part):
                yield _look(visit, part)
    elif kind is StepKind.METER:
        yield _plain("meter", "Meter, leads, battery", done.meter_checked)
    elif kind is StepKind.DECIDE:
        yield from _decisions(visit)
    elif kind is StepKind.FIT:
        yield from _fitting(visit, done)
    else:
        yield _plain("close", "Report and close", done.closed)


def _look(visit: Visit, part: RoutePart) -> RouteItem:
    """A part is looked at where the symptom speaks for it, before it is measured."""
    item = _plain(f"look:{part.key}", part.name, part.looked, part=part.key)
    if part.behind_panel:
        item = item.model_copy(update={"dead_or_live": "dead"})
    if item.state == "done":
        return item
    if part.taken:
        return item.model_copy(update={"state": "folded", "why": "Measured already"})
    if _speaks(visit, part) >= _strongest(visit) / 2:
        return item
    return item.model_copy(update={"state": "folded", "why": "Little speaks for it so far"})


def _speaks(visit: Visit, part: RoutePart) -> float:
    tests = (one for one in tests_of(part.spec) if not one.side)
    kind = part.spec.kind
    return max((suspicion(visit.symptom, kind, one.measurand) for one in tests), default=0.0)


def _strongest(visit: Visit) -> float:
    return max((_speaks(visit, one) for one in visit.parts if one.key != SUPPLY), default=0.0)


def _stands_in_its_step(one: Weighed) -> bool:
    """A part that was fitted has its proof runs elsewhere; if one of its members was renewed after
    that, it is measured whole again.
    """
    if not one.part.fitted or decides_danger(one.part, one.test):
        return True
    return bool(one.part.changed and one.test.dead_or_live == "dead")


def _plain(key: str, title: str, is_done: bool, part: str | None = None) -> RouteItem:
    return RouteItem(key=key, title=title, state="done" if is_done else "due", part=part)


def _member_unasked(visit: Visit, part: RoutePart) -> bool:
    return part.part_of is not None and visit.part(part.part_of) is not None and not part.taken


def _test_item(one: Weighed) -> RouteItem:
    taken = one.part.reading(one.test.measurand)
    is_done = taken is not None and not (one.part.danger and decides_danger(one.part, one.test))
    return RouteItem(
        key=f"{one.part.key}:{one.test.measurand}",
        title=one.test.title,
        state="done" if is_done else one.state,
        why="" if is_done else one.why,
        part=one.part.key,
        handling=_handling(one.part),
        measurand=one.test.measurand,
        dead_or_live=one.test.dead_or_live,
        minutes=minutes_of(one.test, one.part.behind_panel),
        reading_state=taken.state if taken else None,
        figure=taken.figure if taken else "",
    )


def _handling(part: RoutePart) -> str:
    return str(table("steps")["handling"].get(part.spec.kind, ""))


def _decisions(visit: Visit) -> Iterable[RouteItem]:
    for part in visit.parts:
        said = part.concluded is not None or part.decided is not None
        if said and (part.key != SUPPLY or part.bad):
            yield RouteItem(
                key=f"decide:{part.key}",
                title=part.name,
                state=_decision_state(visit, part),
                why=str(part.decided or part.concluded),
                part=part.key,
            )
        if part.asks_cause:
            yield RouteItem(
                key=f"cause:{part.key}",
                title=f"{part.name}: what did it die of?",
                state="done" if part.cause else "due",
                why=part.cause or "It is named before the job closes",
                part=part.key,
            )


def _decision_state(visit: Visit, part: RoutePart) -> ItemState:
    """What asks for a decision: not a sound part, nor a bank whose dead members are found, nor one
    that its readings leave open while another explains the complaint. Each may have one all the same.
    """
    if part.decided or part.fitted:
        return "done"
    if culprits(part, visit.parts):
        return "folded"
    if part.concluded is Conclusion.UNDECIDED and explained(visit, part):
        return "folded"
    return "folded" if part.concluded in _NOTHING_TO_DECIDE else "due"


def _fitting(visit: Visit, done: Done) -> Iterable[RouteItem]:
    fitted = [part for part in visit.parts if part.fitted]
    for part in visit.parts:
        if part.fitted or part.is_to_go:
            yield from _replacing(part, done)
    coming = any(part.is_to_go and part.key not in done.on_order for part in visit.parts)
    if coming or fitted:
        gate = _plain("gate", "Before energising: earth, insulation, covers", done.gate_passed)
        gate = gate.model_copy(update={"dead_or_live": "dead"})
        whole = next((one for one in visit.parts if one.changed and has_dead_test(one.spec)), None)
        if whole and not done.gate_passed:
            why = f"{whole.changed} was renewed: {whole.name} is measured whole first"
            gate = gate.model_copy(update={"state": "blocked", "why": why})
        yield gate
    for part in fitted:
        for test in tests_of(part.spec):
            if (
                test.dead_or_live == "live"
                and not test.side
                and can_be_judged(part.spec, test.measurand)
            ):
                yield _proof_run(part, test.measurand, test.title, visit.must_stay_dead())


def _replacing(part: RoutePart, done: Done) -> Iterable[RouteItem]:
    spare = next(
        (one for one in tests_of(part.spec) if one.dead_or_live == "dead" and not one.side), None
    )
    waits = part.key in done.on_order and not part.fitted and not part.spare_taken
    bad = next((one for one in part.spare_taken if one.outcome is Outcome.REJECT), None)
    taken = any(spare is not None and one.measurand == spare.measurand for one in part.spare_taken)
    if spare:
        why = "The spare is on order" if waits else "Loose, before it is fitted"
        passed = part.fitted or (taken and bad is None)
        yield RouteItem(
            key=f"spare:{part.key}",
            title=f"{part.name}: measure the new part",
            state="done" if passed else "folded" if waits else "due",
            why=f"{_did_not_pass(bad)}: measure another new part" if bad and not passed else why,
            part=part.key,
            handling=_handling(part),
            measurand=spare.measurand,
            dead_or_live="dead",
            minutes=spare.minutes,
        )
    yield RouteItem(
        key=f"fit:{part.key}",
        title=f"{part.name}: fit it",
        state="done" if part.fitted else "folded" if waits else "blocked" if bad else "due",
        why="The spare is on order" if waits else _did_not_pass(bad) if bad and not part.fitted else "",
        part=part.key,
        handling=_handling(part),
        dead_or_live="dead",
    )


def _did_not_pass(spare: Taken) -> str:
    return f"The new part did not pass ({spare.figure or spare.state})"


def _proof_run(part: RoutePart, measurand: str, title: str, why: str) -> RouteItem:
    taken = part.reading(measurand)
    state: ItemState = "done" if taken else "blocked" if why else "due"
    return RouteItem(
        key=f"{part.key}:{measurand}",
        title=f"{part.name}: {inside(title)}, as a proof run",
        state=state,
        why=why if state == "blocked" else "",
        part=part.key,
        measurand=measurand,
        dead_or_live="live",
        reading_state=taken.state if taken else None,
        figure=taken.figure if taken else "",
        handling=_handling(part),
    )


def _own(kind: StepKind, choices: Choices) -> Iterable[RouteItem]:
    for one in choices.added:
        if one.step == kind:
            yield RouteItem(
                key=one.key, title=one.text, state="done" if one.done else "due", why="added"
            )


def _state_of(
    kind: StepKind, items: Sequence[RouteItem], visit: Visit, done: Done
) -> tuple[ItemState, str]:
    states = {one.state for one in items}
    if kind is StepKind.CLOSE and not done.closed:
        open_ends = what_blocks_closing(visit.parts, done)
        return ("blocked", open_ends[0]) if open_ends else ("due", "")
    if "due" in states:
        return "due", ""
    if "blocked" in states:
        return "blocked", next(one.why for one in items if one.state == "blocked")
    for state in _SETTLED:
        if state in states:
            return state, ""
    return "folded", items[0].why if items else _NOTHING[kind]


_NOTHING_TO_DECIDE = frozenset({Conclusion.SOUND, Conclusion.PASSED_SO_FAR, Conclusion.NOT_THE_PART})
_SETTLED: tuple[ItemState, ...] = ("done", "skipped")
_NOTHING = dict.fromkeys(StepKind, "Nothing here for this machine") | {
    StepKind.DECIDE: "Comes with the first readings",
    StepKind.FIT: "Nothing is to be replaced so far",
}


def _supply_is_silent(visit: Visit, weighed: list[Weighed]) -> bool:
    """Dead first, the symptom does not speak for it, and no live test waits for it."""
    if visit.school is School.LIVE_FIRST or visit.symptom.speaks_for_supply:
        return False
    return not any(one.waits_for_supply for one in weighed)


def _next(steps: Sequence[RouteStep]) -> str | None:
    """The first item that is due, in the first step that is not folded or skipped."""
    for step in steps:
        if step.state != "due":
            continue
        for item in step.items:
            if item.state == "due":
                return item.key
    return None
