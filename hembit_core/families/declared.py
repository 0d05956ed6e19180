"""What a family declares in code: its spec, its tests, what they should show, and its judge.

What else is known of it stands in its folder's about.json (:mod:`hembit_core.about_kinds`).
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

from hembit_core.conformity.states import DecisionRule
from hembit_core.families.insulation import InsulationTest
from hembit_core.families.to_case import TerminalToCase
from hembit_core.judging.judgement import Expectation, Judgement
from hembit_core.judging.ohms.due import OhmsDue
from hembit_core.judging.ohms.figures import Figure
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.resistance_reading import ResistanceReading
from hembit_core.model import Model


@dataclass(frozen=True)
class Members:
    """Of how many like members a part consists; ``alike`` where no reading tells one from another."""

    count: int = 1
    alike: bool = False


def _of_one(spec: Any) -> Members:
    return Members()


def _as_it_is(spec: Any, reading: Any) -> Any:
    return reading


@dataclass(frozen=True)
class Family:
    """One kind of part. ``own`` are the tests that its ``judge`` judges, ``expectations`` what each
    should show; ``ohms`` is its single reading in ohms, which tests across families build on,
    ``ohms_due`` the ohms that are due for it and ``as_taken`` that reading as the part makes it: a
    sensor's by the number of its wires. ``lights`` says that gas is lit by it. A supply, a sequence and
    a setting are no ``thing``: nothing to be looked at, taken out or fitted.
    """

    spec: type[Model]
    own: tuple[type[Model], ...]
    expectations: Callable[[Any, Conditions], tuple[Expectation, ...]]
    judge: Callable[[Any, Any, Conditions, DecisionRule], Judgement]
    ohms: type[ResistanceReading] | None = None
    ohms_due: Callable[[Any, Any, Conditions], OhmsDue] | None = None
    as_taken: Callable[[Any, Any], Any] = _as_it_is
    members: Callable[[Any], Members] = _of_one
    figures: Callable[[Any, Any, Conditions], tuple[Figure, ...]] | None = None
    thing: bool = True
    lights: bool = False

    @property
    def kind(self) -> str:
        """How its spec is told apart from others."""
        return str(self.spec.model_fields["kind"].default)

    @property
    def readings(self) -> tuple[type[Model], ...]:
        """Its own tests and, where one of them is to the case, the insulation test."""
        return (*self.own, InsulationTest) if TerminalToCase in self.own else self.own
