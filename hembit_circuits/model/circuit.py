"""A circuit: parts between named nodes, what is wrong with it, and its branches as arrays."""

from __future__ import annotations

from functools import cached_property
from typing import Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import Field

from hembit_circuits.model.component import MILLIVOLTS_BELOW, Component, Role
from hembit_circuits.model.probe import Probe
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
