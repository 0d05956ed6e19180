"""A spec out of good parts that were measured. Nothing is kept."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router

from hembit.apps.rules.services import rules_here
from hembit.apps.shop.services import find_meter
from hembit_core import Conditions
from hembit_core.library.sample import GoodParts, Sample, spec_of_sample
from hembit_core.measuring.figures import Temperature
from hembit_core.model import Model

router = Router(tags=["specs"])


class GoodPartsIn(Model):
    """Good parts, and the shop's meter they were read with, null for an unknown one."""

    parts: GoodParts
    meter: int | None = None
    meter_air: Temperature | None = None


@router.post("/samples", response=Sample, operation_id="sample_good_parts")
def sample_good_parts(request: HttpRequest, given: GoodPartsIn) -> Sample:
    """What good parts say: nominal, spread, and the band that is suggested."""
    conditions = Conditions(meter=find_meter(given.meter, given.meter_air), rules=rules_here())
    return spec_of_sample(given.parts, conditions)
