"""A circuit drawn by itself: nodes as upright lines, parts as rungs between them."""

from __future__ import annotations

from collections import deque

from hembit_core.circuits.circuit import CASE, Circuit
from hembit_core.circuits.component import Path, Role
from hembit_core.model import Model


class DrawnNode(Model):
    """A node: an upright line in a column, from one row to another."""

    name: str
    column: int
    top: int
    bottom: int


class DrawnPart(Model):
    """A path of a part: a symbol in a row, between two columns."""

    part: str
    name: str
    path: int
    symbol: str
    row: int
    left: int
    right: int


class Drawing(Model):
    """Where everything stands, in columns and rows from 0."""

    columns: int
    rows: int
    nodes: tuple[DrawnNode, ...]
    parts: tuple[DrawnPart, ...]


def drawing_of(circuit: Circuit) -> Drawing:
    """Lay a circuit out as a ladder.

    Columns follow the distance from the live rails; the rail that returns stands last. Parts in a
    row share a rung as long as they do not lie over each other.
    """
    column = _columns(circuit)
    parts: list[DrawnPart] = []
    taken: list[list[tuple[int, int]]] = []
    rungs = [
        (part, place, path)
        for part in circuit.parts
        for place, path in enumerate(part.component.paths)
        if path.role is not Role.SOURCE
    ]
    rungs.sort(
        key=lambda one: min(column[one[0].nodes[one[2].first]], column[one[0].nodes[one[2].second]])
    )
    for part, place, path in rungs:
        ends = column[part.nodes[path.first]], column[part.nodes[path.second]]
        left, right = min(ends), max(ends)
        row = next(
            (at for at, spans in enumerate(taken) if all(right <= a or left >= b for a, b in spans)),
            len(taken),
        )
        if row == len(taken):
            taken.append([])
        taken[row].append((left, right))
        parts.append(
            DrawnPart(
                part=part.key,
                name=part.name,
                path=place,
                symbol=_symbol(part.component.what, path),
                row=row,
                left=left,
                right=right,
            )
        )
    return Drawing(
        columns=max(column.values()) + 1,
        rows=len(taken),
        nodes=tuple(_nodes(circuit, column, parts)),
        parts=tuple(sorted(parts, key=lambda one: (one.row, one.left))),
    )


def _columns(circuit: Circuit) -> dict[str, int]:
    """Each node a column of its own, by its distance from the live rails; the returning ones last."""
    live = [
        part.nodes[0]
        for part in circuit.parts
        if part.component.what == "source" and part.component.volts
    ]
    last = [
        part.nodes[0]
        for part in circuit.parts
        if part.component.what == "source" and not part.component.volts
    ]
    beside: dict[str, list[str]] = {one: [] for one in circuit.nodes}
    for part in circuit.parts:
        for path in part.component.paths:
            if path.role is not Role.SOURCE:
                first, second = part.nodes[path.first], part.nodes[path.second]
                beside[first].append(second)
                beside[second].append(first)
    used = [one for one in circuit.nodes if beside[one]]
    returns = {one for one in (*last, CASE) if one in used}
    order: list[str] = []
    waiting = deque([one for one in live if one in used] or used[:1])
    seen = set(waiting) | returns
    while waiting:
        node = waiting.popleft()
        order.append(node)
        for other in beside[node]:
            if other not in seen:
                seen.add(other)
                waiting.append(other)
    order += [one for one in used if one not in order and one not in returns]
    order += [one for one in used if one in returns]
    return {one: place for place, one in enumerate(order)}


def _nodes(circuit: Circuit, column: dict[str, int], parts: list[DrawnPart]) -> list[DrawnNode]:
    found = []
    for name, place in column.items():
        rows = [one.row for one in parts if place in (one.left, one.right)]
        found.append(DrawnNode(name=name, column=place, top=min(rows), bottom=max(rows)))
    return found


def _symbol(what: str, path: Path) -> str:
    if path.role is Role.CONTACT:
        return "closed" if path.closed_at_rest else "open"
    return {"resistive_load": "load"}.get(what, what)
