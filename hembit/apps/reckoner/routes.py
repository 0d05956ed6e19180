"""POST /api/v1/reckoner: the sums of the trade that belong to no single part."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router

from hembit.apps.shop.services import find_meter
from hembit_core.errors import InputError
from hembit_core.model import Model
from hembit_core.reckoner.clamp import ClampDifferenceSum
from hembit_core.reckoner.result import Reckoned
from hembit_core.reckoner.sums import Sum

router = Router(tags=["reckoner"])


class SumIn(Model):
    """A sum, with the shop's meter by its number where it takes one."""

    sum: Sum
    meter: int | None = None


@router.post("/reckoner", response=Reckoned, operation_id="reckon")
def reckon(request: HttpRequest, given: SumIn) -> Reckoned:
    """Work out a sum. Nothing is stored."""
    sum_ = given.sum
    if isinstance(sum_, ClampDifferenceSum):
        sum_ = sum_.model_copy(update={"meter": find_meter(given.meter)})
    try:
        return sum_.reckon()
    except InputError as error:
        raise error.at(error.field.replace("reading.", "sum.", 1)) from None
