"""GET /api/v1/meters."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router

from hembit.apps.shop import services
from hembit_core import Function, Meter
from hembit_core.display import UNIT
from hembit_core.meters import FunctionAccuracy
from hembit_core.model import Model
from hembit_core.notation import quantity

router = Router(tags=["shop"])


class RangeOut(Model):
    """A range to choose, by its top [Ω, V or A]."""

    top: float
    label: str


class FunctionOut(Model):
    """Accuracy in words, and the ranges of one function."""

    function: Function
    accuracy: str
    ranges: tuple[RangeOut, ...]


class MeterOut(Model):
    """A meter to choose; ``id`` is null for the unknown one."""

    id: int | None
    name: str
    stated: bool
    functions: tuple[FunctionOut, ...]


@router.get("/meters", response=list[MeterOut], operation_id="list_meters")
def list_meters(request: HttpRequest) -> list[MeterOut]:
    """The shop's meters, the unknown one last."""
    return [_out(number, meter) for number, meter in services.list_meters()]


def _out(number: int | None, meter: Meter) -> MeterOut:
    return MeterOut(
        id=number,
        name=meter.name,
        stated=meter.stated,
        functions=tuple(_function(function, one) for function, one in meter.accuracy.items()),
    )


def _function(function: Function, accuracy: FunctionAccuracy) -> FunctionOut:
    return FunctionOut(
        function=function,
        accuracy=f"±({accuracy.percent:g} % + {accuracy.counts:g} counts)",
        ranges=tuple(
            RangeOut(top=one.top, label=quantity(one.top, UNIT[function], 4)) for one in accuracy.ranges
        ),
    )
