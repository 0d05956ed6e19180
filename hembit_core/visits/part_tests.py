"""The tests a kind of part takes, as its reading classes declare them."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache, lru_cache

from hembit_core.families.registry import FAMILIES, AnySpec, about
from hembit_core.judging.expect import measurand_of
from hembit_core.judging.measurand import DeadOrLive, Measurand, Role
from hembit_core.measuring.conditions import Conditions
from hembit_core.rules.values import Rules, default_rules


@dataclass(frozen=True)
class PartTest:
    """One test of a part: its measurand, and what that declares of itself."""

    measurand: str
    declared: Measurand

    @property
    def title(self) -> str:
        """In trade words."""
        return self.declared.title

    @property
    def step(self) -> str:
        """The step of the visit."""
        return self.declared.step

    @property
    def dead_or_live(self) -> DeadOrLive:
        """Whether the machine must be dead or live for it."""
        return self.declared.dead_or_live

    @property
    def minutes(self) -> float:
        """What it costs at a free terminal [min]."""
        return self.declared.minutes

    @property
    def role(self) -> Role:
        """What it asks of the part."""
        return self.declared.role

    @property
    def side(self) -> bool:
        """Whether it comes up only when the main ones do not decide."""
        return self.declared.side


def part_test(measurand: str) -> PartTest:
    """The test of that measurand."""
    return PartTest(measurand, about(measurand))


def tests_of(spec: AnySpec) -> tuple[PartTest, ...]:
    """The family's own tests, in its own order."""
    return tuple(part_test(measurand_of(one)) for one in FAMILIES[type(spec)].readings)


def has_dead_test(spec: AnySpec) -> bool:
    """Whether a plain test on the dead machine says something of the part."""
    return any(one.dead_or_live == "dead" and not one.side for one in tests_of(spec))


@cache
def _everything_said() -> Conditions:
    given = {"part_temperature": "21", "supply": "230", "cold_junction": "21"}
    return Conditions.model_validate(given)


@lru_cache(maxsize=1024)
def can_be_judged(spec: AnySpec, measurand: str) -> bool:
    """Whether the spec has the figures for this test, once every condition is said.

    It has them where the family says what to expect; the insulation test has its limit from
    the shop's rules.
    """
    if about(measurand).role is Role.INSULATION:
        return True
    expected = FAMILIES[type(spec)].expectations(spec, _everything_said())
    return any(one.measurand == measurand for one in expected)


def minutes_of(test: PartTest, behind_panel: bool, rules: Rules | None = None) -> float:
    """What the test costs [min]; behind a panel, opening it is added."""
    panel = (rules or default_rules()).panel_minutes
    return test.minutes + (panel if behind_panel else 0)
