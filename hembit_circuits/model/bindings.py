"""Rows of a circuit against the parts of the positions that they are bound to."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator, Mapping

from hembit_circuits.model.component import Component, Role
from hembit_circuits.model.mistakes import Remark
from hembit_circuits.model.rows import as_said
from hembit_core.sheets.circuit_row import CircuitRow

_IS = {
    Role.LOAD: "a load",
    Role.CONTACT: "a contact",
    Role.JOINT: "a fuse or a joint",
    Role.SOURCE: "a supply",
}


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
    said = as_said(row)
    path, own = part.paths[0], said.paths[0]
    if path.role is not own.role:
        yield f"What is fitted at its position is {_IS[path.role]}, and it is taken for that."
    elif path.closed_at_rest != own.closed_at_rest:
        rests = "closed" if path.closed_at_rest else "open"
        yield f"What is fitted at its position rests {rests}, and it is taken so."
    elif said.driven != part.driven:
        yield "What is fitted at its position is no such contact, and it is taken as it is."
