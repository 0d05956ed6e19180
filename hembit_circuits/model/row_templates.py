"""Templates as rows, to be bound to a machine's positions and changed."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any

from hembit_circuits.model.circuit import CircuitPart
from hembit_circuits.model.component import Role
from hembit_circuits.model.templates import TEMPLATES
from hembit_core.model import Model
from hembit_core.notation import plain
from hembit_core.sheets.circuit_row import CircuitRow, RowKind

LABELS = {
    "element_with_limit": "element with limit and thermostat",
    "two_elements_changeover": "two elements with a changeover thermostat",
    "parallel_bank": "parallel bank behind a contactor",
    "star": "three elements in star",
    "delta": "three elements in delta",
    "split_element": "element of three terminals",
    "sections": "cable in sections",
    "chain_of_limits": "chain of limits before a coil",
    "ignition": "igniter and gas valve by a board",
    "sensor_into_board": "sensor into a board's input",
    "sender_and_gauge": "two-wire sender with gauge",
    "position_sensor": "three-wire position sensor",
    "ignition_coil": "ignition coil with lead",
    "supply_with_protection": "supply with protective devices",
    "thermocouple_and_magnet": "thermocouple and magnet",
}


class RowTemplate(Model):
    """A template: its key, what it is called, its rows."""

    key: str
    label: str
    rows: tuple[CircuitRow, ...]


def row_templates() -> tuple[RowTemplate, ...]:
    """Every template as rows."""
    return tuple(
        RowTemplate(key=key, label=LABELS[key], rows=tuple(_rows(make().parts)))
        for key, make in TEMPLATES.items()
    )


def _rows(parts: tuple[CircuitPart, ...]) -> Iterator[CircuitRow]:
    keys = {part.key: f"r{place}" for place, part in enumerate(parts, 1)}
    for part in parts:
        component = part.component
        first = component.paths[0]
        given: dict[str, Any] = {
            "key": keys[part.key],
            "name": part.name,
            "kind": _kind(part),
            "nodes": part.nodes,
            "moved_by": keys.get(component.moved_by or "", ""),
        }
        if first.role is Role.LOAD:
            given["ohms"] = plain(first.cold)
            if len(component.paths) == 2:
                given["second_ohms"] = plain(component.paths[1].cold)
            if component.what == "coil" and component.rated:
                given["volts"] = plain(component.rated)
                impedance = abs(complex(first.live or first.cold, first.reactive))
                given["va"] = plain(component.rated**2 / impedance, 3)
        if first.role is Role.SOURCE and component.volts:
            given["volts"] = plain(component.volts)
            given["degrees"] = component.phase
            given["trips_at"] = plain(component.trips_at) if component.trips_at else None
        yield CircuitRow.model_validate(given)


def _kind(part: CircuitPart) -> RowKind:
    component, first = part.component, part.component.paths[0]
    if first.role is Role.CONTACT and len(component.paths) == 1:
        if component.driven:
            return RowKind.OUTPUT
        return RowKind.NORMALLY_CLOSED if first.closed_at_rest else RowKind.NORMALLY_OPEN
    if first.role is Role.SOURCE and not component.volts:
        return RowKind.NEUTRAL
    if len(component.paths) == 2 and first.role is Role.LOAD:
        return RowKind.SPLIT_LOAD
    return RowKind(
        {"resistive_load": "load", "contact": "changeover"}.get(component.what, component.what)
    )
