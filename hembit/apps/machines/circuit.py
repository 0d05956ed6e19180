"""A machine's circuit: revised, never edited away; solved, drawn, asked."""

from __future__ import annotations

from datetime import datetime
from typing import Literal

from django.db import transaction
from django.utils import timezone
from pydantic import TypeAdapter

from hembit.apps.machines.models import FittedPart, Machine, MachineCircuit
from hembit.apps.people.models import Person
from hembit.apps.rules.services import rules_of
from hembit_circuits.advise.asked import Asked, Healthy, ask_healthy
from hembit_circuits.model.bindings import doubts_of_bindings
from hembit_circuits.model.circuit import Circuit
from hembit_circuits.model.clamps import Clamp, clamps_of
from hembit_circuits.model.component import Component
from hembit_circuits.model.drawing import Drawing, drawing_of
from hembit_circuits.model.mistakes import Remark, doubts_of, mistakes_of
from hembit_circuits.model.of_parts import component_of
from hembit_circuits.model.rows import circuit_as_kept, circuit_of, with_usual_figures
from hembit_circuits.solve.protection import overloads, overloads_together
from hembit_core.errors import InputError
from hembit_core.model import Model
from hembit_core.sheets.circuit_row import CircuitRow

_ROWS: TypeAdapter[tuple[CircuitRow, ...]] = TypeAdapter(tuple[CircuitRow, ...])


class CircuitIn(Model):
    """A machine's circuit as rows; ``base`` is the revision that was looked at, 0 for none."""

    rows: tuple[CircuitRow, ...]
    base: int = 0


class CircuitOut(Model):
    """A machine's circuit: its revision and rows, its drawing, its nodes, how its volts are read,
    where a clamp goes, and which rows may be a slip.
    """

    number: int
    rows: tuple[CircuitRow, ...]
    drawing: Drawing
    nodes: tuple[str, ...]
    volts_kind: Literal["volts", "millivolts"]
    clamps: tuple[Clamp, ...]
    doubts: tuple[Remark, ...]
    at: datetime | None
    by: str


def current_of(machine: Machine) -> MachineCircuit | None:
    """The circuit's last revision; None where the machine has none."""
    return machine.circuits.select_related("by").order_by("-number").first()


def circuit_before(machine: Machine, sequence: int | None) -> MachineCircuit | None:
    """The last revision that was written before a record; the last of all where none is given."""
    if sequence is None:
        return current_of(machine)
    before = machine.circuits.filter(sequence__lt=sequence)
    return before.select_related("by").order_by("-number").first()


def circuit_with_parts(machine: Machine, kept: MachineCircuit) -> Circuit:
    """A revision, solved with the parts that are fitted now."""
    return circuit_as_kept(rows_bound_now(machine, kept), _components(machine))


def rows_bound_now(machine: Machine, kept: MachineCircuit) -> tuple[CircuitRow, ...]:
    """The rows of a revision, bound to the parts that are fitted now."""
    return _still_bound(machine, rows_of(kept))


def rows_of(kept: MachineCircuit) -> tuple[CircuitRow, ...]:
    """The rows of a revision."""
    return _ROWS.validate_python(kept.rows)


def build(machine: Machine, rows: tuple[CircuitRow, ...]) -> Circuit:
    """The circuit of rows, with the parts that are fitted in the machine now.

    Raises
    ------
    InputError
        If a row cannot be, or names a position that is not the machine's.
    """
    here = set(machine.positions.filter(retired_at__isnull=True).values_list("pk", flat=True))
    for place, row in enumerate(rows):
        if row.position is not None and row.position not in here:
            raise InputError("This position is not in the machine. Choose one that is.").at(
                f"rows.{place}.position"
            )
    circuit = circuit_of(rows, _components(machine))
    for one in overloads(circuit):
        place = next(at for at, row in enumerate(rows) if row.key == one.part)
        raise InputError(one.text).at(f"rows.{place}.trips_at")
    return circuit


def _doubts(circuit: Circuit, rows: tuple[CircuitRow, ...], machine: Machine) -> tuple[Remark, ...]:
    bound = doubts_of_bindings(rows, _components(machine))
    told = (*mistakes_of(circuit), *doubts_of(circuit))
    return (*bound, *told, *overloads(circuit), *overloads_together(circuit))


def _components(machine: Machine) -> dict[int, Component]:
    rules = rules_of(machine.rule_set)
    found = {}
    for part in FittedPart.objects.filter(position__machine=machine, removed_at__isnull=True):
        made = component_of(part.part_spec, rules)
        if made:
            found[part.position_id] = made
    return found


def look_at(machine: Machine, given: CircuitIn) -> CircuitOut:
    """How rows would be drawn. Nothing is kept."""
    circuit = build(machine, given.rows)
    return CircuitOut(
        number=given.base,
        rows=given.rows,
        drawing=drawing_of(circuit),
        nodes=circuit.nodes,
        volts_kind=circuit.volts_kind,
        clamps=clamps_of(circuit),
        doubts=_doubts(circuit, given.rows, machine),
        at=None,
        by="",
    )


def circuit_out(machine: Machine) -> CircuitOut | None:
    """The machine's circuit; None where it has none."""
    kept = current_of(machine)
    return None if kept is None else revision_out(machine, kept)


def revision_out(machine: Machine, kept: MachineCircuit) -> CircuitOut:
    """A revision of the machine's circuit, drawn with the parts that are fitted now."""
    circuit, rows = circuit_with_parts(machine, kept), rows_of(kept)
    return CircuitOut(
        number=kept.number,
        rows=rows,
        drawing=drawing_of(circuit),
        nodes=circuit.nodes,
        volts_kind=circuit.volts_kind,
        clamps=clamps_of(circuit),
        doubts=_doubts(circuit, rows, machine),
        at=kept.at,
        by=kept.by.name,
    )


def _still_bound(machine: Machine, rows: tuple[CircuitRow, ...]) -> tuple[CircuitRow, ...]:
    """Rows whose part fits their kind no more stand by their own figures, or by a usual one."""
    parts = _components(machine)
    found = []
    for row in rows:
        part = parts.get(row.position) if row.position is not None else None
        fits = part is not None and len(part.terminals) == len(row.nodes)
        if row.position is not None and not fits:
            row = with_usual_figures(row.model_copy(update={"position": None}))
        found.append(row)
    return tuple(found)


def save(machine: Machine, given: CircuitIn, by: Person, now: datetime | None = None) -> MachineCircuit:
    """Keep a new revision of a machine's circuit.

    Raises
    ------
    InputError
        If a row cannot be, or somebody revised it meanwhile.
    """
    build(machine, given.rows)
    with transaction.atomic():
        last = current_of(machine)
        number = last.number if last else 0
        if number != given.base:
            raise InputError("Somebody revised this circuit while you typed. Look at it again.").at(
                "base"
            )
        kept = MachineCircuit(
            machine=machine,
            number=number + 1,
            rows=[row.model_dump(mode="json") for row in given.rows],
            at=now or timezone.now(),
            by=by,
        )
        kept.save()
    return kept


def ask(machine: Machine, asked: Asked) -> Healthy:
    """What a healthy machine reads between two points.

    Raises
    ------
    InputError
        If it has no circuit, or a point is not in it.
    """
    kept = current_of(machine)
    if kept is None:
        raise InputError("This machine has no circuit yet. Give it one first.")
    return ask_healthy(circuit_with_parts(machine, kept), asked)
