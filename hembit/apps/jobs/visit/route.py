"""Lay the route of a job: its parts and what was done, told to the core."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from typing import Any

from hembit.apps.jobs.models import Entry, FollowUpKind
from hembit.apps.jobs.visit.judged_now import now_of
from hembit.apps.jobs.visit.loaded import Visit, key_of
from hembit_core.findings.finding import Conclusion, FindingCode
from hembit_core.visits.closing import OpenEnd, left_open, what_blocks_closing
from hembit_core.visits.lay import lay
from hembit_core.visits.route import (
    MACHINE,
    SUPPLY,
    Choices,
    Done,
    Route,
    RoutePart,
    Taken,
)
from hembit_core.visits.symptoms import Symptom


@dataclass(frozen=True)
class Plan:
    """The route as it stands now, and how the job could be closed.

    ``blocks``, in sentences, must be settled before it closes; ``left_open`` is what would be left
    open then.
    """

    route: Route
    blocks: list[str]
    left_open: tuple[OpenEnd, ...]


def plan_of(visit: Visit) -> Plan:
    """The route as it stands now, and what closing would leave open."""
    parts, done = route_parts(visit), done_of(visit)
    symptom, complaint = Symptom(visit.job.symptom), visit.job.complaint
    route = lay(symptom, parts, choices_of(visit), done, complaint)
    return Plan(route, what_blocks_closing(parts, done), left_open(route, parts))


def choices_of(visit: Visit) -> Choices:
    """What people changed about the route."""
    return Choices.model_validate(visit.job.choices)


def route_parts(visit: Visit) -> list[RoutePart]:
    """The supply and every part that is fitted, with the evidence of this visit."""
    parts = [_route_part(visit, SUPPLY, "Supply")]
    for position in visit.positions:
        if position.pk in visit.parts:
            parts.append(_route_part(visit, str(position.pk), position.name))
    return parts


def _route_part(visit: Visit, key: str, name: str) -> RoutePart:
    position = visit.position(key)
    found = visit.finding(key)
    renewed = visit.renewed_in(key)
    if found and renewed and found.sequence < renewed.sequence:
        found = None
    finding = found.told if found else None
    decision = standing_decision(visit, key)
    cause = visit.last("cause_named", key)
    return RoutePart(
        key=key,
        name=name,
        spec=visit.spec(key),
        part_of=str(position.part_of_id) if position and position.part_of_id else None,
        behind_panel=bool(position and position.behind_panel),
        taken=taken_of(visit, key),
        concluded=finding.conclusion if finding else None,
        danger=visit.dangers.get(key),
        touch_ended=finding is not None and finding.code is FindingCode.TOUCH_ENDED,
        decided=Conclusion(decision.data["conclusion"]) if decision else None,
        asks_cause=visit.asks_cause(key),
        cause=cause.data["cause"] if cause else "",
        spare_taken=_latest(visit, visit.spare_readings(key)),
        fitted=visit.last("fitted", key) is not None,
        looked=visit.last("looked", key) is not None,
        changed=visit.name(renewed.data["part"]) if renewed and not found else "",
        dead_members=finding.dead_members if finding else None,
    )


def taken_of(visit: Visit, key: str) -> tuple[Taken, ...]:
    """The readings that stand of the part that is fitted now, the latest of each test."""
    position = visit.position(key)
    part = visit.parts.get(position.pk) if position else None
    renewed = visit.renewed_in(key)
    return _latest(
        visit,
        (
            one
            for one in visit.standing
            if key_of(one.position_id) == key
            and not one.spare
            and one.part_id == (part.pk if part else None)
            and (renewed is None or one.sequence > renewed.sequence)
        ),
    )


def _latest(visit: Visit, readings: Iterable[Any]) -> tuple[Taken, ...]:
    """The latest of each test, by the figures that hold for its part now."""
    latest: dict[str, Taken] = {}
    for one in readings:
        now = now_of(one, visit.mended)
        if now is not None:
            latest[one.measurand] = Taken(
                measurand=one.measurand, state=now.state, outcome=now.outcome, figure=now.figure
            )
    return tuple(latest.values())


def standing_decision(visit: Visit, key: str) -> Entry | None:
    """The last decision on a part, unless a later finding says something else."""
    decision = visit.last("decided", key)
    found = visit.finding(key)
    if decision is None or found is None:
        return decision
    is_news = found.sequence > decision.sequence and found.conclusion != decision.data["found"]
    renewed, replaced = visit.renewed_in(key), visit.last("fitted", key)
    if renewed and renewed.sequence > decision.sequence:
        return None
    return None if is_news and not replaced else decision


def done_of(visit: Visit) -> Done:
    """What else was done."""
    fitted, gate = visit.last("fitted"), visit.last("gate_passed")
    return Done(
        isolated=visit.last("proved_dead") is not None,
        looked=visit.last("looked", MACHINE) is not None,
        meter_checked=visit.last("meter_checked") is not None,
        gate_passed=gate is not None and (fitted is None or gate.sequence > fitted.sequence),
        on_order=tuple(
            key_of(one.position_id)
            for one in visit.follow_ups
            if one.kind == FollowUpKind.SPARE_ON_ORDER and one.done_at is None and one.position_id
        ),
        bypassed=tuple(
            one.position.name
            for one in visit.follow_ups
            if one.kind == FollowUpKind.BYPASS
            and one.done_at is None
            and one.position is not None
            and one.position.is_safety_device
        ),
        followed=tuple(key_of(one.position_id) for one in visit.follow_ups if one.done_at is None),
        closed=visit.job.state == "closed",
    )
