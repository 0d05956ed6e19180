"""Customers, machines, positions, parts."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router
from ninja.responses import Status

from hembit.apps.base.paging import After, Page, Text, page_of
from hembit.apps.machines import services
from hembit.apps.machines.models import Customer
from hembit.apps.machines.schemas import (
    CustomerIn,
    CustomerOut,
    MachineIn,
    MachineOut,
    MachineSummary,
    PartIn,
    PositionChange,
    PositionIn,
    SafetyIn,
)
from hembit.apps.people.access import leads_only

router = Router(tags=["machines"])


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
    return Status(201, services.machine_out(services.save_machine(given)))


@router.get("/machines/{row:number}", response=MachineOut, operation_id="get_machine")
def get_machine(request: HttpRequest, number: int) -> MachineOut:
    """A machine with its positions and the part in each."""
    return services.machine_out(services.find_machine(number))


@router.put("/machines/{row:number}", response=MachineOut, operation_id="change_machine")
def change_machine(request: HttpRequest, number: int, given: MachineIn) -> MachineOut:
    """Change a machine."""
    return services.machine_out(services.save_machine(given, number))


@router.post(
    "/machines/{row:number}/positions", response={201: MachineOut}, operation_id="add_position"
)
def add_position(request: HttpRequest, number: int, given: PositionIn) -> Status[MachineOut]:
    """Add a position with the part in it."""
    machine = services.find_machine(number)
    services.add_position(machine, given)
    return Status(201, services.machine_out(machine))


@router.patch("/positions/{row:number}", response=MachineOut, operation_id="change_position")
def change_position(request: HttpRequest, number: int, given: PositionChange) -> MachineOut:
    """Change a position's name, whether it sits behind a panel, or its rules."""
    position = services.change_position(services.find_position(number), given)
    return services.machine_out(services.find_machine(position.machine_id))


@router.put(
    "/positions/{row:number}/safety",
    response=MachineOut,
    operation_id="mark_safety",
    auth=leads_only,
)
def mark_safety(request: HttpRequest, number: int, given: SafetyIn) -> MachineOut:
    """A lead says whether the part is a safety device."""
    position = services.mark_safety(services.find_position(number), given.safety_device, given.reason)
    return services.machine_out(services.find_machine(position.machine_id))


@router.post("/positions/{row:number}/parts", response={201: MachineOut}, operation_id="fit_part")
def fit_part(request: HttpRequest, number: int, given: PartIn) -> Status[MachineOut]:
    """Note a part that was fitted outside a job."""
    position = services.find_position(number)
    services.fit_part(position, given)
    machine = services.find_machine(position.machine_id)
    return Status(201, services.machine_out(machine))
