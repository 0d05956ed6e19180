"""Customers, machines, positions, parts."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router
from ninja.responses import Status

from hembit.apps.base.paging import After, Page, Text, page_of
from hembit.apps.library.schemas import FoundSpec
from hembit.apps.machines import finding_specs, position_table, positions, safety, services
from hembit.apps.machines.models import Customer
from hembit.apps.machines.position_table import TableRead
from hembit.apps.machines.schemas import (
    CustomerIn,
    CustomerOut,
    FittedBySpec,
    MachineCopyIn,
    MachineIn,
    MachineOut,
    MachineSummary,
    PartIn,
    PositionChange,
    PositionIn,
    PositionsIn,
    PositionTableIn,
    SafetyIn,
)
from hembit.apps.machines.shown import machine_out
from hembit.apps.people.access import asking, leads_only

router = Router(tags=["machines"])


@router.get("/specs/found", response=list[FoundSpec], operation_id="find_specs")
def find_specs(request: HttpRequest, text: Text = "", machine: int | None = None) -> list[FoundSpec]:
    """Specs of the library, of a machine and of the checks of these days that fit a few letters."""
    return finding_specs.find_specs(text, machine)


@router.get(
    "/specs/{row:number}/positions", response=list[FittedBySpec], operation_id="list_spec_positions"
)
def list_spec_positions(request: HttpRequest, number: int) -> list[FittedBySpec]:
    """Where parts by a spec are fitted now."""
    return finding_specs.fitted_by(number)


@router.get("/customers", response=Page[CustomerOut], operation_id="list_customers")
def list_customers(request: HttpRequest, text: Text = "", after: After = "") -> Page[CustomerOut]:
    """Customers by name."""
    return page_of(services.list_customers(text.strip()), after, CustomerOut.model_validate)


@router.post("/customers", response={201: CustomerOut}, operation_id="add_customer")
def add_customer(request: HttpRequest, given: CustomerIn) -> Status[Customer]:
    """Add a customer."""
    return Status(201, services.save_customer(given))


@router.put("/customers/{row:number}", response=CustomerOut, operation_id="change_customer")
def change_customer(request: HttpRequest, number: int, given: CustomerIn) -> Customer:
    """Change a customer."""
    return services.save_customer(given, number)


@router.get("/machines", response=Page[MachineSummary], operation_id="list_machines")
def list_machines(
    request: HttpRequest,
    text: Text = "",
    customer: int | None = None,
    after: After = "",
) -> Page[MachineSummary]:
    """Machines by name, with their customer."""
    found = services.list_machines(text.strip(), customer)
    return page_of(found, after, MachineSummary.model_validate)


@router.post("/machines", response={201: MachineOut}, operation_id="add_machine")
def add_machine(request: HttpRequest, given: MachineIn) -> Status[MachineOut]:
    """Add a machine."""
    return Status(201, machine_out(services.save_machine(given)))


@router.get("/machines/{row:number}", response=MachineOut, operation_id="get_machine")
def get_machine(request: HttpRequest, number: int) -> MachineOut:
    """A machine with its positions and the part in each."""
    return machine_out(services.find_machine(number))


@router.put("/machines/{row:number}", response=MachineOut, operation_id="change_machine")
def change_machine(request: HttpRequest, number: int, given: MachineIn) -> MachineOut:
    """Change a machine."""
    return machine_out(services.save_machine(given, number))


@router.post(
    "/machines/{row:number}/positions/table/looked-at",
    response=list[TableRead],
    operation_id="look_at_positions",
)
def look_at_positions(request: HttpRequest, number: int, given: PositionTableIn) -> list[TableRead]:
    """What a pasted table of positions would add. Nothing is kept."""
    return position_table.look_at_table(services.find_machine(number), given.text)


@router.post(
    "/machines/{row:number}/positions/table",
    response={201: MachineOut},
    operation_id="add_position_table",
)
def add_position_table(request: HttpRequest, number: int, given: PositionTableIn) -> Status[MachineOut]:
    """Add the positions of a pasted table, all or none."""
    machine = services.find_machine(number)
    position_table.add_table(machine, given.text, asking(request))
    return Status(201, machine_out(machine))


@router.post(
    "/machines/{row:number}/positions", response={201: MachineOut}, operation_id="add_position"
)
def add_position(request: HttpRequest, number: int, given: PositionIn) -> Status[MachineOut]:
    """Add a position with the part in it."""
    machine = services.find_machine(number)
    services.add_position(machine, given)
    return Status(201, machine_out(machine))


@router.post(
    "/machines/{row:number}/positions/several",
    response={201: MachineOut},
    operation_id="add_positions",
)
def add_positions(request: HttpRequest, number: int, given: PositionsIn) -> Status[MachineOut]:
    """Add several positions, all or none."""
    machine = services.find_machine(number)
    positions.add_positions(machine, given)
    return Status(201, machine_out(machine))


@router.post("/machines/{row:number}/copies", response={201: MachineOut}, operation_id="copy_machine")
def copy_machine(request: HttpRequest, number: int, given: MachineCopyIn) -> Status[MachineOut]:
    """Add another machine of the same kind, with the same positions."""
    copied = positions.copy_machine(services.find_machine(number), given)
    return Status(201, machine_out(services.find_machine(copied.pk)))


@router.delete("/positions/{row:number}", response=MachineOut, operation_id="take_position_away")
def take_position_away(request: HttpRequest, number: int) -> MachineOut:
    """Remove a position that was never used; one that was is retired."""
    position = services.find_position(number)
    positions.take_away(position, asking(request))
    return machine_out(services.find_machine(position.machine_id))


@router.patch("/positions/{row:number}", response=MachineOut, operation_id="change_position")
def change_position(request: HttpRequest, number: int, given: PositionChange) -> MachineOut:
    """Change a position's name, whether it sits behind a panel, or its rules."""
    position = services.change_position(services.find_position(number), given)
    return machine_out(services.find_machine(position.machine_id))


@router.put(
    "/positions/{row:number}/safety",
    response=MachineOut,
    operation_id="mark_safety",
    auth=leads_only,
)
def mark_safety(request: HttpRequest, number: int, given: SafetyIn) -> MachineOut:
    """A lead says whether the part is a safety device."""
    position = safety.mark_safety(services.find_position(number), given.safety_device, given.reason)
    return machine_out(services.find_machine(position.machine_id))


@router.post("/positions/{row:number}/parts", response={201: MachineOut}, operation_id="fit_part")
def fit_part(request: HttpRequest, number: int, given: PartIn) -> Status[MachineOut]:
    """Note a part that was fitted outside a job."""
    position = services.find_position(number)
    services.fit_outside_a_job(position, given, asking(request))
    machine = services.find_machine(position.machine_id)
    return Status(201, machine_out(machine))
