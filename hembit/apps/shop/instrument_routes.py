"""The shop's meters and thermometers, as leads keep them."""

from __future__ import annotations

from typing import BinaryIO, cast
from uuid import UUID

from django.http import FileResponse, HttpRequest
from django.http.response import HttpResponseBase
from ninja import File, Form, Router, UploadedFile
from ninja.responses import Status

from hembit.apps.base.not_found import NotFound
from hembit.apps.people.access import asking, leads_only
from hembit.apps.shop import keeping, papers
from hembit.apps.shop.models import Calibration, What
from hembit.apps.shop.schemas import (
    CalibrationIn,
    CalibrationOut,
    InstrumentOut,
    InstrumentRow,
    MeterIn,
    StandingIn,
    TableIn,
    TableOut,
    ThermometerIn,
)
from hembit.apps.shop.services import instruments
from hembit.apps.shop.telling import calibration_out, row_out, whole_out

router = Router(tags=["shop"])


@router.get("/instruments", response=list[InstrumentRow], operation_id="list_instruments")
def list_instruments(request: HttpRequest) -> list[InstrumentRow]:
    """Every meter and thermometer, those out of use last, with its standing today."""
    return [row_out(one) for one in instruments().order_by("retired_on", "what", "name")]


@router.post("/instruments/table", response=TableOut, operation_id="read_accuracy_table")
def read_accuracy_table(request: HttpRequest, given: TableIn) -> TableOut:
    """How a manual's table is read, line by line. Nothing is stored."""
    return keeping.read(What(given.what), given.table)


@router.get("/instruments/{row:number}", response=InstrumentOut, operation_id="get_instrument")
def get_instrument(request: HttpRequest, number: int) -> InstrumentOut:
    """A meter or thermometer whole."""
    return whole_out(keeping.find_instrument(number))


@router.post(
    "/instruments/meters", response={201: InstrumentOut}, operation_id="add_meter", auth=leads_only
)
def add_meter(request: HttpRequest, given: MeterIn) -> Status[InstrumentOut]:
    """Add a meter."""
    one = keeping.add_instrument(given, asking(request))
    return Status(201, whole_out(keeping.find_instrument(one.pk)))


@router.put(
    "/instruments/meters/{row:number}",
    response=InstrumentOut,
    operation_id="change_meter",
    auth=leads_only,
)
def change_meter(request: HttpRequest, number: int, given: MeterIn) -> InstrumentOut:
    """Change a meter: other figures make another revision."""
    keeping.change_instrument(number, given, asking(request))
    return whole_out(keeping.find_instrument(number))


@router.post(
    "/instruments/thermometers",
    response={201: InstrumentOut},
    operation_id="add_thermometer",
    auth=leads_only,
)
def add_thermometer(request: HttpRequest, given: ThermometerIn) -> Status[InstrumentOut]:
    """Add a thermometer."""
    one = keeping.add_instrument(given, asking(request))
    return Status(201, whole_out(keeping.find_instrument(one.pk)))


@router.put(
    "/instruments/thermometers/{row:number}",
    response=InstrumentOut,
    operation_id="change_thermometer",
    auth=leads_only,
)
def change_thermometer(request: HttpRequest, number: int, given: ThermometerIn) -> InstrumentOut:
    """Change a thermometer: other limits make another revision."""
    keeping.change_instrument(number, given, asking(request))
    return whole_out(keeping.find_instrument(number))


@router.post(
    "/instruments/{row:number}/calibrations",
    response={201: CalibrationOut},
    operation_id="calibrate",
    auth=leads_only,
)
def calibrate(
    request: HttpRequest,
    number: int,
    given: Form[CalibrationIn],
    file: File[UploadedFile | None] = None,
) -> Status[CalibrationOut]:
    """Keep a calibration, with its certificate as PDF if there is one."""
    size = file.size if file else None
    kept = keeping.calibrate(number, given, cast("BinaryIO | None", file), size, asking(request))
    return Status(201, calibration_out(kept))


@router.put("/instruments/{row:number}/standing", response=InstrumentOut, operation_id="say_standing")
def say_standing(request: HttpRequest, number: int, given: StandingIn) -> InstrumentOut:
    """Warn of an instrument; leads also say that it is trusted again, out of use, or in again."""
    keeping.say_standing(number, given, asking(request))
    return whole_out(keeping.find_instrument(number))


@router.get("/certificates/{uuid:number}", operation_id="get_certificate", include_in_schema=False)
def get_certificate(request: HttpRequest, number: UUID) -> HttpResponseBase:
    """A certificate, to be saved: it is handed out as it came, and never shown in this page."""
    kept = Calibration.objects.filter(file=number).first()
    path = papers.path_of(number)
    if kept is None or not path.exists():
        raise NotFound("There is no certificate with this number.")
    response = FileResponse(
        path.open("rb"),
        content_type="application/pdf",
        as_attachment=True,
        filename=f"certificate-{kept.on.isoformat()}.pdf",
    )
    response["X-Content-Type-Options"] = "nosniff"
    response["Content-Security-Policy"] = "sandbox; default-src 'none'"
    return response
