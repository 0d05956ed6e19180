"""The workshop's details: read by everybody, said by leads."""

from __future__ import annotations

from typing import Annotated
from zoneinfo import available_timezones

import segno
from django.conf import settings
from django.http import HttpRequest
from ninja import Router
from pydantic import AfterValidator, ConfigDict, Field

from hembit.apps.base.texts.text import SHOWN
from hembit.apps.lists.services import KnownSupply
from hembit.apps.people.access import leads_only
from hembit.apps.workshop.models import Workshop
from hembit.apps.workshop.services import save_workshop, workshop
from hembit_core.measuring.figures import Altitude
from hembit_core.model import Model

router = Router(tags=["shop"])


def _known(zone: str) -> str:
    if zone not in available_timezones():
        raise ValueError("This time zone is not known. Give it as Area/Place, such as Europe/Lisbon.")
    return zone


class WorkshopIn(Model):
    """Name and address as they stand on the customer's page; clock, supply and height of the bench.

    ``locale`` says how a day is written (BCP 47); ``altitude`` [m] is null where nobody said it.
    ``lock_after`` [min] is when a screen that nobody touches locks, null for never.
    """

    name: Annotated[str, Field(min_length=1, max_length=80), SHOWN]
    address: Annotated[str, Field(max_length=400), SHOWN] = ""
    time_zone: Annotated[str, Field(max_length=64), AfterValidator(_known)]
    locale: str = Field(pattern=r"^[a-z]{2,3}(-[A-Z][a-z]{3})?(-[A-Z]{2})?$", default="en-GB")
    supply_system: KnownSupply
    altitude: Altitude | None = None
    lock_after: int | None = Field(ge=1, le=480, default=None)


class WorkshopOut(WorkshopIn):
    """The details; ``begun`` once a lead went through the first day's page."""

    model_config = ConfigDict(from_attributes=True)

    begun: bool


@router.get("/workshop", response=WorkshopOut, operation_id="get_workshop")
def get_workshop(request: HttpRequest) -> Workshop:
    """The workshop's details."""
    return workshop()


class Telephones(Model):
    """How a telephone comes to trust this Hembit; ``drawn`` is the page's address as a QR code (SVG).

    All empty where there is nothing to trust: on this machine alone, with an own certificate, behind a
    proxy.
    """

    page: str
    drawn: str
    fingerprint: str


@router.get("/telephones", response=Telephones, operation_id="get_telephones")
def get_telephones(request: HttpRequest) -> Telephones:
    """Where telephones take the certificate, and what its fingerprint must be."""
    page = settings.PHONE_PAGE
    drawn = segno.make(page, error="m").svg_data_uri(border=2, light="#fff") if page else ""
    return Telephones(page=page, drawn=drawn, fingerprint=settings.FINGERPRINT)


@router.put("/workshop", response=WorkshopOut, operation_id="change_workshop", auth=leads_only)
def change_workshop(request: HttpRequest, given: WorkshopIn) -> Workshop:
    """Say the workshop's details."""
    return save_workshop(**given.model_dump(mode="json"))


@router.post("/workshop/begun", response=WorkshopOut, operation_id="end_first_day", auth=leads_only)
def end_first_day(request: HttpRequest) -> Workshop:
    """The first day's page is done with."""
    return save_workshop(begun=True)
