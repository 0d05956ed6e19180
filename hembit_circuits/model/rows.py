"""A circuit as rows that a person types: a part, its kind, its nodes, its figures."""

from __future__ import annotations

from collections.abc import Callable, Mapping

from hembit_circuits.model.circuit import Circuit, CircuitPart
from hembit_circuits.model.component import Component, Role
from hembit_circuits.model.kinds import (
    changeover,
    coil,
    contact,
    fuse,
    joint,
    load,
    output,
    source,
    split_load,
)
from hembit_circuits.model.mistakes import mistakes_of
from hembit_core.errors import InputError
from hembit_core.sheets.circuit_row import MOST_ROWS, CircuitRow, RowKind


def circuit_of(rows: tuple[CircuitRow, ...], parts: Mapping[int, Component] | None = None) -> Circuit:
    """The circuit of rows; ``parts`` are those of the machine's positions, by number.

    Raises
    ------
    InputError
        At ``rows.3.nodes`` and the like, if a row cannot be.
    """
    circuit = circuit_as_kept(rows, parts)
    wrong = mistakes_of(circuit)
    if wrong:
        place = next(at for at in range(len(rows) - 1, -1, -1) if rows[at].key == wrong[0].part)
        raise InputError(wrong[0].text).at(f"rows.{place}.nodes")
    return circuit


def circuit_as_kept(
    rows: tuple[CircuitRow, ...], parts: Mapping[int, Component] | None = None
) -> Circuit:
    """The same of rows that were kept: what would be a mistake today is looked for by nobody here.

    A part that was fitted since may rest otherwise, and short a supply: its readings still count.

    Raises
    ------
    InputError
        At a row of which no part can be made.
    """
    if len(rows) > MOST_ROWS:
        raise InputError(f"A circuit has {MOST_ROWS} rows at the most.").at("rows")
    if all(one.kind in (RowKind.SOURCE, RowKind.NEUTRAL) for one in rows):
        raise InputError("A circuit needs a part besides its supply.").at("rows")
    keys = {one.key for one in rows}
    made = []
    for place, row in enumerate(rows):
        known = (parts or {}).get(row.position) if row.position is not None else None
        component = known or _component(row, place)
        if len(component.terminals) != len(row.nodes):
            raise InputError(
                f"It has {len(component.terminals)} terminals, and {len(row.nodes)} nodes are given."
            ).at(f"rows.{place}.nodes")
        if row.moved_by and component.paths[0].role is Role.CONTACT and not component.driven:
            if row.moved_by not in keys:
                raise InputError(f"There is no row “{row.moved_by}” that could move it.").at(
                    f"rows.{place}.moved_by"
                )
            component = component.model_copy(update={"moved_by": row.moved_by})
        if row.fails != 1:
            component = component.failing(row.fails)
        made.append(
            CircuitPart(
                key=row.key,
                name=row.name,
                component=component,
                nodes=row.nodes,
                minutes=row.minutes,
            )
        )
    return Circuit(parts=tuple(made))


_USUAL = {"ohms": "50", "second_ohms": "50", "volts": "230"}
"""What a row is taken for whose figures nobody knows [Ω, V]."""


def with_usual_figures(row: CircuitRow) -> CircuitRow:
    """The row, with usual figures where it could not stand by its own: its part is gone, say."""
    while True:
        try:
            _component(row, 0)
        except InputError as error:
            field = error.field.rpartition(".")[2]
            row = CircuitRow.model_validate({**row.model_dump(), field: _USUAL[field]})
        else:
            return row


def as_said(row: CircuitRow) -> Component:
    """What a row says that it is, whatever is fitted at its position."""
    return _component(with_usual_figures(row), 0)


def _component(row: CircuitRow, place: int) -> Component:
    return _MADE[row.kind](row, place)


def _ohms(row: CircuitRow, place: int, field: str = "ohms") -> float:
    figure = getattr(row, field)
    if figure is None:
        raise InputError("Its ohms are needed here.").at(f"rows.{place}.{field}")
    return float(figure.value)


def _coil(row: CircuitRow, place: int) -> Component:
    volts = row.volts.value if row.volts else 0.0
    return coil(_ohms(row, place), volts, row.va.value if row.va else None)


def _source(row: CircuitRow, place: int) -> Component:
    if row.volts is None:
        raise InputError("Its volts are needed here.").at(f"rows.{place}.volts")
    trips = row.trips_at.value if row.trips_at else None
    return source(row.volts.value, row.degrees, trips_at=trips)


_MADE: dict[RowKind, Callable[[CircuitRow, int], Component]] = {
    RowKind.LOAD: lambda row, place: load(_ohms(row, place), 0.05),
    RowKind.COIL: _coil,
    RowKind.SPLIT_LOAD: lambda row, place: split_load(
        _ohms(row, place), _ohms(row, place, "second_ohms")
    ),
    RowKind.SENSOR: lambda row, place: load(_ohms(row, place), 0.1, what="sensor", prior=2.0),
    RowKind.NORMALLY_CLOSED: lambda row, place: contact(True),
    RowKind.NORMALLY_OPEN: lambda row, place: contact(False),
    RowKind.OUTPUT: lambda row, place: output(),
    RowKind.CHANGEOVER: lambda row, place: changeover(),
    RowKind.FUSE: lambda row, place: fuse(),
    RowKind.JOINT: lambda row, place: joint(),
    RowKind.SOURCE: _source,
    RowKind.NEUTRAL: lambda row, place: source(0.0),
}
