"""What goes in and out of the routes about rules."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field, StringConstraints

from hembit.apps.base.texts.text import SHOWN
from hembit_core.model import Model
from hembit_core.rules.settings import RuleSetting, Value

Name = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=60), SHOWN]
Changes = Annotated[dict[Annotated[str, Field(max_length=80)], Value], Field(max_length=200)]


class RuleSetIn(Model):
    """A set of rules: the figures that are not as shipped, by their names."""

    name: Name
    changes: Changes = {}
    is_default: bool = False


class RuleSetOut(RuleSetIn):
    """A set that is kept."""

    id: int


class RuleSetName(Model):
    """A set to choose."""

    id: int
    name: str
    is_default: bool


class RulesOut(Model):
    """Every figure there is, and the sets that change some."""

    settings: tuple[RuleSetting, ...]
    sets: tuple[RuleSetOut, ...]


class EffectsIn(Model):
    """Figures before, and after a change that is not kept yet."""

    before: Changes
    after: Changes


class Effect(Model):
    """An example reading that would be judged otherwise."""

    part: str
    test: str
    read: str
    before: str
    after: str
