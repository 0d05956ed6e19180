"""The circuits of the demo's machines."""

from __future__ import annotations

import json
from collections.abc import Mapping
from pathlib import Path
from typing import Any

from hembit.apps.machines.circuit import CircuitIn, current_of, save
from hembit.apps.machines.models import Machine
from hembit.apps.people.models import Person

DATA = Path(__file__).resolve().parent / "data" / "circuits.json"


def load_circuits(machines: Mapping[str, Machine], by: Person) -> int:
    """Give each machine its circuit, where it has none; how many were given just now."""
    loaded = 0
    for name, rows in json.loads(DATA.read_text("utf-8")).items():
        machine = machines.get(name)
        if machine is None or current_of(machine) is not None:
            continue
        save(machine, CircuitIn.model_validate({"rows": [_row(machine, one) for one in rows]}), by)
        loaded += 1
    return loaded


def _row(machine: Machine, given: dict[str, Any]) -> dict[str, Any]:
    position = given.pop("at", None)
    if position is None:
        return given
    return {**given, "name": position, "position": machine.positions.get(name=position).pk}
