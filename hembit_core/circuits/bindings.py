"""Rows of a circuit against the parts of the positions that they are bound to."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator, Mapping

from hembit_core.circuits.component import Component, Role
from hembit_core.circuits.mistakes import Remark
from hembit_core.circuits.rows import CircuitRow, RowKind

_IS = {
    Role.LOAD: "a load",
    Role.CONTACT: "a contact",
    Role.JOINT: "a fuse or a joint",
    Role.SOURCE: "a supply",
}
_SAID = {
    RowKind.LOAD: Role.LOAD,
    RowKind.COIL: Role.LOAD,
    RowKind.SPLIT_LOAD: Role.LOAD,
    RowKind.SENSOR: Role.LOAD,
    RowKind.NORMALLY_CLOSED: Role.CONTACT,
    RowKind.NORMALLY_OPEN: Role.CONTACT,
    RowKind.OUTPUT: Role.CONTACT,
    RowKind.CHANGEOVER: Role.CONTACT,
    RowKind.FUSE: Role.JOINT,
    RowKind.JOINT: Role.JOINT,
    RowKind.SOURCE: Role.SOURCE,
    RowKind.NEUTRAL: Role.SOURCE,
}
_RESTS_CLOSED = {RowKind.NORMALLY_CLOSED: True, RowKind.NORMALLY_OPEN: False, RowKind.OUTPUT: False}


def doubts_of_bindings(
    rows: tuple[CircuitRow, ...], parts: Mapping[int, Component]
) -> tuple[Remark, ...]:
    """Rows that say another thing than the part they are bound to is, and positions bound twice.

    Parameters
    ----------
    parts : the parts of the machine's positions, by number.
    """
    bound = Counter(one.position for one in rows if one.position is not None)
    found = []
    for row in rows:
        if row.position is None:
            continue
        if bound[row.position] > 1:
            text = "Another row is bound to the same position: it is one part."
            found.append(Remark(part=row.key, text=text))
        if row.position in parts:
            found += [Remark(part=row.key, text=one) for one in _contradicted(row, parts[row.position])]
    return tuple(found)


def _contradicted(row: CircuitRow, part: Component) -> Iterator[str]:
    path = part.paths[0]
    if path.role is not _SAID[row.kind]:
        yield f"What is fitted at its position is {_IS[path.role]}, and it is taken for that."
    elif row.kind in _RESTS_CLOSED and path.closed_at_rest != _RESTS_CLOSED[row.kind]:
        rests = "closed" if path.closed_at_rest else "open"
        yield f"What is fitted at its position rests {rests}, and it is taken so."
    elif (row.kind is RowKind.OUTPUT) != part.driven and path.role is Role.CONTACT:
        yield "What is fitted at its position is no such contact, and it is taken as it is."
