"""Rows of a circuit that cannot be, and rows that may be meant so or may be a mistake."""

from __future__ import annotations

import cmath
from collections import Counter, defaultdict
from collections.abc import Iterable

from hembit_circuits.model.circuit import CASE, Circuit, CircuitPart
from hembit_circuits.model.component import Role
from hembit_core.model import Model
from hembit_core.notation import quantity

BESIDE = 0.25
"""How far supplies side by side may be apart, as a charger and its battery are: of the greater [1]."""


class Remark(Model):
    """What is to be said of a row of a circuit; ``part`` is its key."""

    part: str
    text: str


def mistakes_of(circuit: Circuit) -> tuple[Remark, ...]:
    """Rows that cannot be: both ends on one node, floating, a supply joined end to end."""
    found = []
    degree = _degree(circuit)
    keys: set[str] = set()
    for part in circuit.parts:
        wanted = len(part.component.terminals)
        told = ""
        if part.key in keys:
            told = "There is another part of this name."
        elif len(part.nodes) != wanted:
            told = f"It has {wanted} terminals and {len(part.nodes)} nodes are given."
        elif any(not one.strip() for one in part.nodes):
            told = "A node has no name."
        elif len(set(part.nodes)) < len(part.nodes):
            told = "Two of its terminals are on one node: it would be short-circuited."
        elif all(degree[one] < 2 for one in part.nodes):
            told = "Nothing else is on its nodes: it floats."
        keys.add(part.key)
        if told:
            found.append(Remark(part=part.key, text=told))
    return tuple(found) or _shorted(circuit, frozenset())


def doubts_of(circuit: Circuit) -> tuple[Remark, ...]:
    """Rows that may be meant so, and look like a slip: to be told, and kept as they are given."""
    return (
        *_loose_ends(circuit),
        *_apart(circuit),
        *_almost_one(circuit),
        *_unrated(circuit),
        *_shorted_once_closed(circuit),
    )


def _degree(circuit: Circuit) -> Counter[str]:
    """How many terminals are on each node."""
    return Counter([CASE, *(node for part in circuit.parts for node in part.nodes)])


def _is_supply(part: CircuitPart) -> bool:
    return any(path.role is Role.SOURCE for path in part.component.paths)


def _loose_ends(circuit: Circuit) -> Iterable[Remark]:
    """Parts with an end where nothing else is: a plug's, a neutral's that is not used, or a slip."""
    degree = _degree(circuit)
    for part in circuit.parts:
        for node in part.nodes:
            if degree[node] < 2:
                yield Remark(part=part.key, text=f"Nothing else is at “{node}”: it ends there.")


class _Joined:
    """Which nodes are joined, and by how many volts each is above the first of those with it."""

    def __init__(self) -> None:
        self._to: dict[str, tuple[str, complex]] = {}

    def of(self, node: str) -> tuple[str, complex]:
        """The first of those that a node is joined with, and how far the node is above it [V]."""
        above = 0j
        while node in self._to:
            node, step = self._to[node]
            above += step
        return node, above

    def join(self, node: str, other: str, volts: complex = 0j) -> complex | None:
        """Join two nodes, the first by ``volts`` above the other; what was between them already [V]."""
        first, above = self.of(node)
        second, beside = self.of(other)
        if first == second:
            return above - beside
        self._to[first] = (second, volts + beside - above)
        return None


def _shorted(circuit: Circuit, moved: frozenset[str]) -> tuple[Remark, ...]:
    """Supplies whose ends are joined by what is closed, and by supplies of other volts.

    ``moved`` are the contacts that are not as they rest.
    """
    joined = _Joined()
    for part in circuit.parts:
        for path in part.component.paths:
            is_closed = path.closed_at_rest != (part.key in moved)
            if path.role is Role.JOINT or (path.role is Role.CONTACT and is_closed):
                joined.join(part.nodes[path.first], part.nodes[path.second])
    supplies = [part for part in circuit.parts if _is_supply(part)]
    text = "Its two ends are joined by wires and closed contacts alone."
    shorted = [one.key for one in supplies if joined.of(one.nodes[0]) == joined.of(one.nodes[1])]
    found = [Remark(part=key, text=text) for key in shorted]
    for part in supplies:
        volts = cmath.rect(part.component.volts, cmath.pi / 180 * part.component.phase)
        first, second = part.nodes
        there = None if part.key in shorted else joined.join(first, second, volts)
        if there is not None and abs(there - volts) > BESIDE * max(abs(there), abs(volts)):
            text = (
                "Wires and closed contacts alone join it to other supplies, from which it differs by "
                f"{quantity(abs(there - volts), 'V', 3)}: a short circuit."
            )
            found.append(Remark(part=part.key, text=text))
    return tuple(found)


def _shorted_once_closed(circuit: Circuit) -> Iterable[Remark]:
    """Contacts that short-circuit a supply once they, or the coil that moves them, are called."""
    together: dict[str, set[str]] = defaultdict(set)
    for part in circuit.parts:
        if any(path.role is Role.CONTACT for path in part.component.paths):
            together[part.component.moved_by or part.key].add(part.key)
    for moved in together.values():
        if _shorted(circuit, frozenset(moved)):
            for key in sorted(moved):
                text = "Once it is called, a supply is short-circuited through it."
                yield Remark(part=key, text=text)


def _apart(circuit: Circuit) -> Iterable[Remark]:
    """Parts that no supply reaches through anything, where there is a supply."""
    joined = _Joined()
    for part in circuit.parts:
        for node in part.nodes[1:]:
            joined.join(node, part.nodes[0])
    fed = {joined.of(part.nodes[0])[0] for part in circuit.parts if _is_supply(part)}
    degree = _degree(circuit)
    for part in circuit.parts:
        is_loose = any(degree[node] < 2 for node in part.nodes)
        if fed and not is_loose and joined.of(part.nodes[0])[0] not in fed:
            yield Remark(
                part=part.key, text="No supply is joined to it through anything: it stands apart."
            )


def _almost_one(circuit: Circuit) -> Iterable[Remark]:
    """Nodes whose names differ by capitals and blanks alone."""
    degree = _degree(circuit)
    alike: dict[str, list[str]] = defaultdict(list)
    for node in sorted(circuit.nodes, key=lambda one: -degree[one]):
        alike["".join(node.split()).casefold()].append(node)
    for part in circuit.parts:
        for node in part.nodes:
            usual = alike["".join(node.split()).casefold()][0]
            if usual != node:
                yield Remark(part=part.key, text=f"“{node}” and “{usual}” are two nodes.")


def _unrated(circuit: Circuit) -> Iterable[Remark]:
    """Coils that move a contact, of which nobody said at how many volts."""
    moving = {part.component.moved_by for part in circuit.parts}
    for part in circuit.parts:
        if part.key in moving and not part.component.rated:
            text = "It moves a contact, and its rated volts are not known: taken never to pull in."
            yield Remark(part=part.key, text=text)
