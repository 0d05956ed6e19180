"""A circuit: parts between named nodes, what is wrong with it, and its branches as arrays."""

from __future__ import annotations

from collections import Counter
from functools import cached_property
from typing import Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from hembit_core.circuits.component import MILLIVOLTS_BELOW, Component, Role
from hembit_core.circuits.probe import Probe
from hembit_core.model import Model

CASE = "PE"
"""The node of the case and of the protective conductor."""


class CircuitPart(Model):
    """A part in a circuit, its terminals on the nodes of the same places.

    ``minutes`` is what it takes to get at its terminals [min]; none where nobody said.
    """

    key: str = Field(min_length=1, max_length=80)
    name: str = Field(max_length=120)
    component: Component
    nodes: tuple[str, ...]
    minutes: float | None = None


class Fault(Model):
    """What is wrong with a row of a circuit; ``part`` is its key."""

    part: str
    text: str


class Branch(Model):
    """A branch of the network: a part's path, or from a terminal of it to the case."""

    part: int
    path: int | None
    terminal: int | None
    first: int
    second: int


class Circuit(Model):
    """Parts between nodes; a node is a terminal that a probe can reach."""

    parts: tuple[CircuitPart, ...] = Field(max_length=60)

    def __hash__(self) -> int:
        """Of its parts, worked out once: what is known of a circuit is kept by it."""
        return self.hashed

    @cached_property
    def hashed(self) -> int:
        """The hash of its parts."""
        return hash(self.parts)

    @cached_property
    def nodes(self) -> tuple[str, ...]:
        """Every node, in the order in which parts name them; the case is among them."""
        found = dict.fromkeys(node for part in self.parts for node in part.nodes)
        return tuple(dict.fromkeys((*found, CASE)))

    @cached_property
    def branches(self) -> tuple[Branch, ...]:
        """Every path, then a place for a leak to the case at every terminal that may have one."""
        at = {name: place for place, name in enumerate(self.nodes)}
        paths = [
            Branch(
                part=number,
                path=place,
                terminal=None,
                first=at[part.nodes[path.first]],
                second=at[part.nodes[path.second]],
            )
            for number, part in enumerate(self.parts)
            for place, path in enumerate(part.component.paths)
        ]
        leaks = [
            Branch(
                part=number,
                path=None,
                terminal=terminal,
                first=at[part.nodes[terminal]],
                second=at[CASE],
            )
            for number, part in enumerate(self.parts)
            for terminal in sorted(part.component.leaking)
            if part.nodes[terminal] != CASE
        ]
        return (*paths, *leaks)

    @property
    def ends(self) -> NDArray[np.int64]:
        """Both nodes of each branch, shape (branches, 2)."""
        return np.array([(one.first, one.second) for one in self.branches], dtype=np.int64)

    @cached_property
    def working(self) -> tuple[str, ...]:
        """The contacts that are called while the machine works: open at rest, and no coil's."""
        return tuple(
            part.key
            for part in self.parts
            if part.component.moved_by is None
            and len(part.component.paths) == 1
            and part.component.paths[0].role is Role.CONTACT
            and not part.component.paths[0].closed_at_rest
        )

    @cached_property
    def volts_kind(self) -> Literal["volts", "millivolts"]:
        """In what its volts are read: millivolts where no supply has a volt, as by a thermocouple."""
        highest = max((abs(one.component.volts) for one in self.parts), default=0.0)
        return "millivolts" if 0 < highest < MILLIVOLTS_BELOW else "volts"

    def has(self, probe: Probe) -> bool:
        """Whether all that a measurement names is in it; not where it was revised since."""
        keys = {part.key for part in self.parts}
        nodes = {probe.first, probe.second} - {""}
        named = {*probe.alone, *probe.lifted, *probe.called, *((probe.part,) if probe.part else ())}
        return nodes <= set(self.nodes) and named <= keys

    def place_of(self, key: str) -> int:
        """The place of a part by its key.

        Raises
        ------
        KeyError
            If there is none.
        """
        for place, part in enumerate(self.parts):
            if part.key == key:
                return place
        raise KeyError(key)

    def faults(self) -> tuple[Fault, ...]:
        """Rows that cannot be: both ends on one node, floating, a source joined end to end."""
        found = []
        degree = self._degree
        keys: set[str] = set()
        for part in self.parts:
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
                found.append(Fault(part=part.key, text=told))
        return (*found, *self._shorted(keys and not found))

    @property
    def loose_ends(self) -> tuple[Fault, ...]:
        """Parts with an end where nothing else is: meant so, as a plug's, or a mistyped node."""
        degree = self._degree
        return tuple(
            Fault(part=part.key, text=f"Nothing else is at “{node}”: it ends there.")
            for part in self.parts
            if not any(path.role is Role.SOURCE for path in part.component.paths)
            for node in part.nodes
            if degree[node] < 2
        )

    @property
    def _degree(self) -> Counter[str]:
        """How many terminals are on each node."""
        return Counter([CASE, *(node for part in self.parts for node in part.nodes)])

    def _shorted(self, is_whole: object) -> list[Fault]:
        """Sources whose ends are joined by nothing but what is closed at rest."""
        if not is_whole:
            return []
        joined = {one: one for one in self.nodes}

        def root(node: str) -> str:
            while joined[node] != node:
                node = joined[node]
            return node

        for part in self.parts:
            for path in part.component.paths:
                is_closed = path.role is Role.CONTACT and path.closed_at_rest
                if path.role is Role.JOINT or is_closed:
                    joined[root(part.nodes[path.first])] = root(part.nodes[path.second])
        return [
            Fault(part=part.key, text="Its two ends are joined by wires and closed contacts alone.")
            for part in self.parts
            for path in part.component.paths
            if path.role is Role.SOURCE
            and root(part.nodes[path.first]) == root(part.nodes[path.second])
        ]
