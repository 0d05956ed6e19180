"""Meters of the shop: list them, find the one that was named."""

from __future__ import annotations

from hembit.apps.shop.models import ShopMeter
from hembit_core import InputError, Meter, unknown_meter


def list_meters() -> list[tuple[int | None, Meter]]:
    """Every meter with its number, the unknown one last (None)."""
    return [*((one.pk, one.meter) for one in ShopMeter.objects.all()), (None, unknown_meter())]


def find_meter(number: int | None) -> Meter:
    """The meter with that number; the unknown meter for None."""
    if number is None:
        return unknown_meter()
    try:
        return ShopMeter.objects.get(pk=number).meter
    except ShopMeter.DoesNotExist:
        raise InputError("This meter is not in the shop. Choose one from the list.").at(
            "conditions.meter"
        ) from None


def add_meter(meter: Meter) -> ShopMeter:
    """Add a meter, or bring the one of that name up to date."""
    definition = meter.model_dump(mode="json", exclude={"name"})
    found, _ = ShopMeter.objects.update_or_create(name=meter.name, defaults={"definition": definition})
    return found
