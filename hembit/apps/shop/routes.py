"""What there is to measure with: the meters and thermometers to choose from, resistors and leads."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router
from ninja.responses import Status

from hembit.apps.people.access import asking, leads_only
from hembit.apps.shop import bench, services
from hembit.apps.shop.models import LeadSet, LeadZero, Resistor
from hembit.apps.shop.schemas import (
    FunctionOut,
    LeadSetIn,
    LeadSetOut,
    MeterOut,
    RangeOut,
    ResistorIn,
    ResistorOut,
    ResistorReadIn,
    ResistorReadOut,
    ThermometerOut,
)
from hembit.apps.shop.telling import read_out
from hembit_core import Function, Meter
from hembit_core.measuring.display import UNIT
from hembit_core.measuring.meters import FunctionAccuracy
from hembit_core.notation import plain, quantity

router = Router(tags=["shop"])


@router.get("/meters", response=list[MeterOut], operation_id="list_meters")
def list_meters(request: HttpRequest) -> list[MeterOut]:
    """The meters to choose from, the unknown one last."""
    return [_meter(number, meter) for number, meter in services.meters_in_use()]


@router.get("/thermometers", response=list[ThermometerOut], operation_id="list_thermometers")
def list_thermometers(request: HttpRequest) -> list[ThermometerOut]:
    """The thermometers to choose from."""
    return [
        ThermometerOut(
            id=number,
            name=one.name,
            source=one.source,
            told=tuple(doubt.told(one.name) for doubt in one.doubts),
        )
        for number, one in services.thermometers_in_use()
    ]


@router.get("/resistors", response=list[ResistorOut], operation_id="list_resistors")
def list_resistors(request: HttpRequest) -> list[Resistor]:
    """The known resistors for the daily check."""
    return list(bench.list_resistors())


@router.post("/resistors", response={201: ResistorOut}, operation_id="add_resistor", auth=leads_only)
def add_resistor(request: HttpRequest, given: ResistorIn) -> Status[Resistor]:
    """Add a known resistor."""
    return Status(201, bench.keep_resistor(None, given))


@router.put(
    "/resistors/{row:number}", response=ResistorOut, operation_id="change_resistor", auth=leads_only
)
def change_resistor(request: HttpRequest, number: int, given: ResistorIn) -> Resistor:
    """Change a known resistor; checks that were made with it stay as they are."""
    return bench.keep_resistor(number, given)


@router.post(
    "/meters/{row:number}/checks",
    response={200: ResistorReadOut, 201: ResistorReadOut},
    operation_id="check_meter",
)
def check_meter(request: HttpRequest, number: int, given: ResistorReadIn) -> Status[ResistorReadOut]:
    """Check a meter on a known resistor; off by more than U, it is not trusted from then on."""
    stored = bench.read_resistor(number, given, asking(request))
    return Status(stored.status, read_out(stored.row))


@router.get("/leads", response=list[LeadSetOut], operation_id="list_leads")
def list_leads(request: HttpRequest) -> list[LeadSetOut]:
    """The sets of test leads, with what each last read shorted."""
    return [_leads(one, last) for one, last in bench.list_leads()]


@router.post("/leads", response={201: LeadSetOut}, operation_id="add_leads", auth=leads_only)
def add_leads(request: HttpRequest, given: LeadSetIn) -> Status[LeadSetOut]:
    """Add a set of test leads."""
    return Status(201, _leads(bench.keep_leads(None, given), None))


@router.put("/leads/{row:number}", response=LeadSetOut, operation_id="change_leads", auth=leads_only)
def change_leads(request: HttpRequest, number: int, given: LeadSetIn) -> LeadSetOut:
    """Rename a set of test leads, or take it out of use."""
    return _leads(bench.keep_leads(number, given), None)


def _meter(number: int | None, meter: Meter) -> MeterOut:
    return MeterOut(
        id=number,
        name=meter.name,
        stated=meter.stated,
        four_wires=meter.four_wires,
        asks_air=meter.holds is not None,
        doubts=tuple(one.code for one in meter.doubts),
        told=tuple(one.told(meter.name) for one in meter.doubts),
        functions=tuple(_function(function, one) for function, one in meter.accuracy.items()),
    )


def _function(function: Function, accuracy: FunctionAccuracy) -> FunctionOut:
    tops = dict.fromkeys(one.top for one in accuracy.ranges)
    return FunctionOut(
        function=function,
        accuracy=f"±({plain(accuracy.percent)} % + {plain(accuracy.counts)} counts)",
        ranges=tuple(RangeOut(top=one, label=quantity(one, UNIT[function], 4)) for one in tops),
    )


def _leads(one: LeadSet, last: LeadZero | None) -> LeadSetOut:
    return LeadSetOut(
        id=one.pk,
        name=one.name,
        retired=one.retired,
        last_zero=last.shorted if last else "",
        last_meter=last.instrument.name if last and last.instrument else "",
        last_at=last.at if last else None,
    )
