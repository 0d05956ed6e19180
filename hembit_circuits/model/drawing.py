"""A circuit drawn by itself: nodes as upright lines, parts as rungs between them."""

from __future__ import annotations

from collections import defaultdict, deque
from collections.abc import Mapping, Sequence, Set
from dataclasses import dataclass
from functools import lru_cache

from hembit_circuits.model.circuit import CASE, Circuit, CircuitPart
from hembit_circuits.model.component import Path, Role
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


@lru_cache(maxsize=64)
def drawing_of(circuit: Circuit) -> Drawing:
    """Lay a circuit out as a ladder.

    Columns follow the way from the live rails; what returns stands last. Branches follow each other
    downward. Nodes share a column as long as their lines stay apart, parts share a row as long as they
    do not lie over each other; where both would, the row is taken in which fewest lines cross.
    """
    order, rungs = _followed(circuit)
    returns, least = _returns(circuit), dict.fromkeys(order, 0)
    while True:
        layout = _Layout(_columns(order, returns, rungs, least))
        clash = next((found for one in rungs if (found := layout.place(one))), None)
        if clash is None:
            return layout.drawing(rungs)
        # The later of the two stands further on; the first of all never moves, so this ends.
        later = max(clash, key=order.index)
        least[later] = layout.column[later] + 1


@dataclass(frozen=True)
class _Rung:
    """A path to be drawn between two nodes, the one nearer to the live rails first."""

    part: CircuitPart
    path: int
    near: str
    far: str


class _Layout:
    """Rungs in rows, as they come, between nodes in columns that stand already."""

    def __init__(self, column: dict[str, int]) -> None:
        self.column = column
        self.row: list[int] = []
        self._lines: dict[str, tuple[int, int]] = {}
        self._spans: list[list[tuple[int, int]]] = []

    def place(self, rung: _Rung) -> tuple[str, str] | None:
        """Place a rung in the row where fewest lines cross; two nodes that clash if there is none."""
        ends = (rung.near, rung.far)
        left, right = (self.column[one] for one in ends)
        self._spans.append([])
        free = [
            row
            for row, spans in enumerate(self._spans)
            if all(right <= one or left >= other for one, other in spans)
        ]
        possible = [row for row in free if not any(self._in_the_way(one, row) for one in ends)]
        if not possible:
            return next(
                (one, other) for one in ends for other in self._in_the_way(one, len(self._spans) - 1)
            )
        row = min(possible, key=lambda at: (self._crossed(ends, at), at))
        self._spans[row].append((left, right))
        if not self._spans[-1]:
            self._spans.pop()
        for one in ends:
            self._lines[one] = self._stretched(one, row)
        self.row.append(row)
        return None

    def drawing(self, rungs: list[_Rung]) -> Drawing:
        """What was placed."""
        parts = [
            DrawnPart(
                part=one.part.key,
                name=one.part.name,
                path=one.path,
                symbol=_symbol(one.part.component.what, one.part.component.paths[one.path]),
                row=row,
                left=self.column[one.near],
                right=self.column[one.far],
            )
            for one, row in zip(rungs, self.row, strict=True)
        ]
        return Drawing(
            columns=max(self.column.values()) + 1,
            rows=len(self._spans),
            nodes=tuple(
                DrawnNode(name=one, column=self.column[one], top=top, bottom=bottom)
                for one, (top, bottom) in self._lines.items()
            ),
            parts=tuple(sorted(parts, key=lambda one: (one.row, one.left))),
        )

    def _stretched(self, node: str, row: int) -> tuple[int, int]:
        """From which row to which a node's line would go."""
        top, bottom = self._lines.get(node, (row, row))
        return min(top, row), max(bottom, row)

    def _in_the_way(self, node: str, row: int) -> list[str]:
        """The nodes on which its line would lie."""
        top, bottom = self._stretched(node, row)
        return [
            other
            for other, (above, below) in self._lines.items()
            if other != node
            and self.column[other] == self.column[node]
            and above <= bottom
            and below >= top
        ]

    def _crossed(self, ends: tuple[str, str], row: int) -> int:
        """How many lines would cross."""
        left, right = (self.column[one] for one in ends)
        across = sum(
            left < self.column[node] < right and top <= row <= bottom
            for node, (top, bottom) in self._lines.items()
        )
        for one in ends:
            top, bottom = self._stretched(one, row)
            across += sum(
                first < self.column[one] < last
                for spans in self._spans[top : bottom + 1]
                for first, last in spans
            )
        return across


def _returns(circuit: Circuit) -> set[str]:
    """The nodes that current returns by: of each supply of no volts, and the case."""
    neutral = {
        part.nodes[0]
        for part in circuit.parts
        if part.component.what == "source" and not part.component.volts
    }
    return {*neutral, CASE}


def _followed(circuit: Circuit) -> tuple[list[str], list[_Rung]]:
    """The nodes by their distance from the live rails, the returning ones last; the rungs, each branch
    as far as it goes before the next.
    """
    paths = [
        (part, place, part.nodes[path.first], part.nodes[path.second])
        for part in circuit.parts
        for place, path in enumerate(part.component.paths)
        if path.role is not Role.SOURCE
    ]
    beside: dict[str, list[tuple[CircuitPart, int, str]]] = defaultdict(list)
    for part, place, first, second in paths:
        beside[first].append((part, place, second))
        beside[second].append((part, place, first))
    returns = _returns(circuit)
    live = [
        part.nodes[0]
        for part in circuit.parts
        if part.component.what == "source" and part.component.volts and part.nodes[0] in beside
    ]
    onward = [one for one in circuit.nodes if one in beside and one not in returns]
    order = _by_distance(beside, [live, *([one] for one in onward)], returns)
    order += [one for one in circuit.nodes if one in beside and one in returns]
    at = {one: place for place, one in enumerate(order)}
    rungs: dict[tuple[str, int], _Rung] = {}
    followed: set[str] = set()

    def follow(node: str) -> None:
        followed.add(node)
        for part, place, other in beside[node]:
            if (part.key, place) not in rungs:
                near, far = sorted((node, other), key=at.__getitem__)
                rungs[part.key, place] = _Rung(part, place, near, far)
                if other not in followed | returns:
                    follow(other)

    for start in (*live, *order):
        if start not in followed:
            follow(start)
    return order, list(rungs.values())


def _by_distance(
    beside: Mapping[str, list[tuple[CircuitPart, int, str]]],
    starts: Sequence[Sequence[str]],
    returns: Set[str],
) -> list[str]:
    """Nodes by their distance from the first group of starts that reaches them; none that returns."""
    order: list[str] = []
    seen = set(returns)
    for group in starts:
        waiting = deque(dict.fromkeys(one for one in group if one not in seen))
        seen.update(waiting)
        while waiting:
            node = waiting.popleft()
            order.append(node)
            for _, _, other in beside[node]:
                if other not in seen:
                    seen.add(other)
                    waiting.append(other)
    return order


def _columns(
    order: list[str], returns: Set[str], rungs: Sequence[_Rung], least: Mapping[str, int]
) -> dict[str, int]:
    """Each node right of those before it, what returns right of all others."""
    column: dict[str, int] = {}
    for node in order:
        before = [column[one.near] for one in rungs if one.far == node]
        if node in returns:
            before += [at for one, at in column.items() if one not in returns]
        column[node] = max([least[node], *(at + 1 for at in before)])
    return column


def _symbol(what: str, path: Path) -> str:
    if path.role is Role.CONTACT:
        return "closed" if path.closed_at_rest else "open"
    return {"resistive_load": "load"}.get(what, what)
