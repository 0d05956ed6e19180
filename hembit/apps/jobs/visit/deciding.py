"""Which meter to take for a job: how well each of the shop's decides every test of its parts."""

from __future__ import annotations

from hembit.apps.jobs.models import Job
from hembit.apps.jobs.visit.loaded import Visit, key_of
from hembit.apps.shop.services import meters_in_use
from hembit_core import Conditions
from hembit_core.deciding import CanDecide, Decides, meters_that_decide
from hembit_core.families.registry import AnySpec
from hembit_core.model import Model
from hembit_core.visits.dead.category import is_rated_for, needed_category
from hembit_core.visits.part_tests import can_be_judged, tests_of
from hembit_core.visits.route import SUPPLY


class TestForMeter(Model):
    """A test of a part that a meter does not decide well, and why."""

    part: str
    title: str
    ratio: float | None
    told: str


class MeterForJob(Model):
    """A meter: how many tests of the job it decides well and with care, and those it does not.

    ``rated`` says whether its category reaches the machine's supply; null where nobody knows.
    """

    id: int
    name: str
    good: int
    with_care: int
    not_decided: tuple[TestForMeter, ...]
    rated: bool | None


def meters_for(job: Job) -> tuple[MeterForJob, ...]:
    """The shop's meters for every test of the job's parts, the one that decides most first."""
    visit = Visit.load(job)
    asked = [
        (key, test.title, spec, test.measurand)
        for key, spec in _parts(visit)
        for test in tests_of(spec)
        if not test.side and can_be_judged(spec, test.measurand)
    ]
    meters = [(number, meter) for number, meter in meters_in_use() if number is not None]
    each = [meter for _, meter in meters]
    ranked = [
        (
            visit.name(key),
            title,
            meters_that_decide(spec, measurand, Conditions(rules=visit.rules_for(key)), each),
        )
        for key, title, spec, measurand in asked
    ]
    needed = needed_category(visit.supply)
    found = []
    for place, (number, meter) in enumerate(meters):
        own = [
            (part, title, one)
            for part, title, ranking in ranked
            for one in ranking
            if one.place == place
        ]
        found.append(
            MeterForJob(
                id=number,
                name=meter.name,
                good=sum(one.decides is Decides.WELL for _, _, one in own),
                with_care=sum(one.decides is Decides.WITH_CARE for _, _, one in own),
                not_decided=tuple(
                    _not_decided(part, title, one)
                    for part, title, one in own
                    if one.decides is Decides.NOT
                ),
                rated=is_rated_for(meter, needed) if needed else True,
            )
        )
    return tuple(sorted(found, key=lambda one: (-one.good, -one.with_care)))


def _parts(visit: Visit) -> list[tuple[str, AnySpec]]:
    return [(SUPPLY, visit.supply), *((key_of(one), spec) for one, spec in visit.specs.items())]


def _not_decided(part: str, title: str, one: CanDecide) -> TestForMeter:
    return TestForMeter(part=part, title=title, ratio=one.ratio, told=one.told)
