"""Which of the shop's own instruments can decide a test of a part."""

from __future__ import annotations

from hembit.apps.checks.schemas import DeciderOut, DecidersOut, DecidingIn
from hembit.apps.checks.services import conditions_of
from hembit.apps.shop.services import meters_in_use, thermometers_in_use
from hembit_core import Conditions
from hembit_core.deciding import meters_that_decide, thermometers_that_decide
from hembit_core.families.registry import AnySpec


def deciders_of(given: DecidingIn) -> DecidersOut:
    """The shop's meters and thermometers, ranked for one test of a part.

    Raises
    ------
    InputError
        If it is no test of this part.
    """
    return ranked(given.spec, given.measurand, conditions_of(given.conditions))


def ranked(spec: AnySpec, measurand: str, conditions: Conditions) -> DecidersOut:
    """The same, for conditions that the core has."""
    meters = [one for one in meters_in_use() if one[0] is not None]
    thermometers = thermometers_in_use()
    return DecidersOut(
        meters=tuple(
            DeciderOut(id=meters[one.place][0], **one.model_dump(exclude={"place"}))
            for one in meters_that_decide(spec, measurand, conditions, [each for _, each in meters])
        ),
        thermometers=tuple(
            DeciderOut(id=thermometers[one.place][0], **one.model_dump(exclude={"place"}))
            for one in thermometers_that_decide(
                spec, measurand, conditions, [each for _, each in thermometers]
            )
        ),
    )
