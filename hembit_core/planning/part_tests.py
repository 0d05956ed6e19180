"""The tests a kind of part takes, each with its step, its title and what it costs."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache
from typing import Literal, cast

from hembit_core.data_files import table
from hembit_core.families.registry import FAMILIES, AnySpec
from hembit_core.model import Model
from hembit_core.safety import EITHER_MEASURANDS, LIVE_MEASURANDS

Room = Literal["dead", "live", "either"]


@dataclass(frozen=True)
class PartTest:
    """One test. ``side`` ones come up when the main ones do not decide."""

    measurand: str
    step: str
    title: str
    minutes: float
    side: bool

    @property
    def room(self) -> Room:
        """Whether the machine must be dead or live for it."""
        if self.measurand in LIVE_MEASURANDS:
            return "live"
        return "either" if self.measurand in EITHER_MEASURANDS else "dead"


@cache
def part_test(measurand: str) -> PartTest:
    """The test of that measurand."""
    row = table("tests")["tests"][measurand]
    return PartTest(measurand, row["step"], row["title"], row["minutes"], row.get("side", False))


def tests_of(spec: AnySpec) -> tuple[PartTest, ...]:
    """The family's own tests, in its own order."""
    readings = (cast(type[Model], one) for one in FAMILIES[type(spec)].readings)
    return tuple(part_test(one.model_fields["measurand"].default) for one in readings)


def minutes_of(test: PartTest, behind_panel: bool) -> float:
    """What the test costs [min]; behind a panel, opening it is added."""
    return test.minutes + (table("tests")["behind_panel_minutes"] if behind_panel else 0)
