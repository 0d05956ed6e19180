"""Points that loads alone hold: a star point, the middle of a divider."""

from __future__ import annotations

from hembit_circuits.model.circuit import CASE, Circuit
from hembit_circuits.model.component import Role
from hembit_circuits.model.probe import Probe


def loads_meeting(circuit: Circuit, probe: Probe) -> tuple[str, ...]:
    """The names of the loads that meet at one of the points, and alone hold it; none where none do.

    What closed contacts and joints join is one point; a contact that a coil moves is taken for closed,
    so that nothing is said of a point that it feeds.
    """
    found = (_at(circuit, probe, node) for node in (probe.first, probe.second))
    return next((names for names in found if len(names) > 1), ())


def _at(circuit: Circuit, probe: Probe, node: str) -> tuple[str, ...]:
    loads: dict[str, None] = {}
    waiting, seen = [node], set[str]()
    while waiting:
        here = waiting.pop()
        if here == CASE:
            return ()
        if here in seen:
            continue
        seen.add(here)
        for part in circuit.parts:
            if part.key in probe.lifted:
                continue
            for path in part.component.paths:
                ends = part.nodes[path.first], part.nodes[path.second]
                if here not in ends:
                    continue
                is_turned = part.key in probe.called
                if path.role is Role.SOURCE:
                    return ()
                if path.role is Role.LOAD:
                    loads[part.name] = None
                elif (
                    path.role is Role.JOINT
                    or part.component.moved_by is not None
                    or path.closed_at_rest != is_turned
                ):
                    waiting += ends
    return tuple(loads)
