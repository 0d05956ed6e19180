"""A machine's circuit: its rows, its drawing, any two points asked."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router

from hembit.apps.base.not_found import NotFound
from hembit.apps.machines import circuit
from hembit.apps.machines.circuit import CircuitIn, CircuitOut
from hembit.apps.machines.services import find_machine
from hembit.apps.people.access import asking
from hembit_circuits.advise.asked import Asked, Healthy
from hembit_circuits.model.row_templates import RowTemplate, row_templates

router = Router(tags=["circuits"])


@router.get("/circuit-templates", response=list[RowTemplate], operation_id="list_circuit_templates")
def list_circuit_templates(request: HttpRequest) -> list[RowTemplate]:
    """Circuits to start from."""
    return list(row_templates())


@router.get("/machines/{row:number}/circuit", response=CircuitOut | None, operation_id="get_circuit")
def get_circuit(request: HttpRequest, number: int) -> CircuitOut | None:
    """A machine's circuit; null where it has none."""
    return circuit.circuit_out(find_machine(number))


@router.post(
    "/machines/{row:number}/circuit/looked-at", response=CircuitOut, operation_id="look_at_circuit"
)
def look_at_circuit(request: HttpRequest, number: int, given: CircuitIn) -> CircuitOut:
    """How rows would be drawn. Nothing is kept."""
    return circuit.look_at(find_machine(number), given)


@router.put("/machines/{row:number}/circuit", response=CircuitOut, operation_id="save_circuit")
def save_circuit(request: HttpRequest, number: int, given: CircuitIn) -> CircuitOut:
    """Keep a new revision of a machine's circuit."""
    machine = find_machine(number)
    circuit.save(machine, given, asking(request))
    kept = circuit.circuit_out(machine)
    if kept is None:
        raise NotFound("The circuit is gone. Reload the page.")
    return kept


@router.post("/machines/{row:number}/circuit/asked", response=Healthy, operation_id="ask_circuit")
def ask_circuit(request: HttpRequest, number: int, asked: Asked) -> Healthy:
    """What a healthy machine reads between two points."""
    return circuit.ask(find_machine(number), asked)
