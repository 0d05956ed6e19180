"""Export and erase a customer's personal data: a lead's work."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest
from ninja import Router

from hembit.apps.machines.models import Customer
from hembit.apps.machines.schemas import CustomerOut
from hembit.apps.machines.services import find_customer
from hembit.apps.people.access import leads_only
from hembit.apps.privacy import services
from hembit.apps.privacy.found import ErasableWords, found_of
from hembit.apps.privacy.schemas import EraseIn

router = Router(tags=["privacy"], auth=leads_only)


@router.get("/customers/{row:number}/words", response=ErasableWords, operation_id="find_words")
def find_words(request: HttpRequest, number: int) -> ErasableWords:
    """What would be erased, and what else mentions them."""
    return found_of(find_customer(number))


@router.get("/customers/{row:number}/export", response=dict[str, Any], operation_id="export_customer")
def export_customer(request: HttpRequest, number: int) -> dict[str, Any]:
    """Everything that is kept of a customer in words."""
    return services.export_customer(number)


@router.post("/customers/{row:number}/erase", response=CustomerOut, operation_id="erase_customer")
def erase_customer(request: HttpRequest, number: int, given: EraseIn) -> Customer:
    """Erase a customer's personal data, as chosen; measurements stay."""
    return services.erase_customer(number, given)
