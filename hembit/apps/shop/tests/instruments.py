"""Instruments for tests."""

from __future__ import annotations

from hembit.apps.shop.models import Instrument, What
from hembit_core import Meter


def add_meter(meter: Meter) -> Instrument:
    """A meter on the shelf, as the core knows it."""
    definition = meter.model_dump(mode="json", exclude={"name", "revision", "doubts", "air"})
    one, _ = Instrument.objects.update_or_create(
        name=meter.name, defaults={"what": What.METER, "definition": definition}
    )
    return one
