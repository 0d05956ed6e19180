"""Where a clamp goes: round the lead of a part's path."""

from __future__ import annotations

from hembit_circuits.model.circuit import Circuit
from hembit_core.model import Model


class Clamp(Model):
    """A part's path, with what its lead is called."""

    part: str
    path: int
    text: str


def clamps_of(circuit: Circuit) -> tuple[Clamp, ...]:
    """Every path that current may be read in; of a part with several, by the terminal it has alone."""
    return tuple(
        Clamp(part=part.key, path=path, text=clamp_text(circuit, part.key, path))
        for part in circuit.parts
        for path in range(len(part.component.paths))
    )


def clamp_text(circuit: Circuit, key: str, path: int) -> str:
    """What a path is called: its part, and where its own lead is where the part has several.

    Raises
    ------
    KeyError
        If there is no such part.
    """
    part = circuit.parts[circuit.place_of(key)]
    paths = part.component.paths
    if len(paths) == 1:
        return part.name
    ends = [{one.first, one.second} for one in paths]
    others = set[int]().union(*(each for place, each in enumerate(ends) if place != path))
    own = min(ends[path] - others, default=min(ends[path]))
    return f"{part.name}, its lead at {part.nodes[own]}"
