"""How a part of a family fails: its modes, their weights, and what each would make its tests read."""

from __future__ import annotations

import json
from collections.abc import Mapping
from enum import StrEnum
from functools import cache
from importlib.resources import files
from typing import Any, Literal

from pydantic import Field

from hembit_core.data_files import table
from hembit_core.families.registry import AnySpec
from hembit_core.judging.codes import Code
from hembit_core.model import Model

_USUAL = table("soundness")["answers"]


class Aspect(StrEnum):
    """What of a part may be sound or not; each has tests that could have shown it."""

    PATH = "path"
    """Its ohms, volts or curve from end to end."""
    TO_CASE = "to_case"
    UNDER_LOAD = "under_load"
    MOVES = "moves"
    """Acts, opens, closes, sweeps."""


class Law(Model):
    """How far a mode goes: a law with its range.

    ``factor``: ohms over nominal, evenly over its logarithm. ``ohms``: the same in ohms.
    ``off``: from nominal by so many times the tolerance on that side. ``open``, ``short``: all the way.
    """

    law: Literal["factor", "ohms", "off", "open", "short"]
    low: float = Field(default=1.0, gt=0)
    high: float = Field(default=1.0, gt=0)


class Mode(Model):
    """One way to fail.

    Attributes
    ----------
    weight : how often, beside the other modes of its kind [1].
    aspects : what is not sound with it; the first is what it is called by.
    path : what becomes of the ohms from end to end; as a sound part's where nothing is said.
    apart : of the ohms between what is to be apart: to the case, or across a contact that is open.
    comes_and_goes : each reading may find it there or not; of a mode without a path too.
    every_member : of several members, it is all of them.
    answers : of tests that are no figure, how often each answer is given [1], by test and code.
    told : the mode in a few words, to stand after the part's name.
    """

    weight: float = Field(gt=0)
    aspects: tuple[Aspect, ...] = Field(min_length=1)
    path: Law | None = None
    apart: Law | None = None
    comes_and_goes: bool = False
    every_member: bool = False
    answers: Mapping[str, Mapping[str, float]] = Field(default_factory=dict)
    told: str


class Modes(Model):
    """The modes of one kind of part, and what its sound ones answer; ``variants`` weigh some anew."""

    source: str
    sound: Mapping[str, Mapping[str, float]] = Field(default_factory=dict)
    modes: Mapping[str, Mode]
    variants: Mapping[str, Mapping[str, float]] = Field(default_factory=dict)

    @property
    def aspects(self) -> tuple[Aspect, ...]:
        """The aspects that the kind has, in the order of :class:`Aspect`."""
        named = {aspect for one in self.modes.values() for aspect in one.aspects}
        return tuple(one for one in Aspect if one in named)

    def answers_to(self, test: str) -> frozenset[str]:
        """The answers to a test that are declared, by any mode."""
        every = (self.sound, *(one.answers for one in self.modes.values()))
        return frozenset(answer for one in every for answer in one.get(test, {}))

    def often_beside_a_figure(self, name: str, test: str, answer: str) -> float:
        """How often a part in a mode answers so [1], beside a figure that speaks for itself: 1 where
        the mode has an own path, or says nothing of the test.
        """
        mode = self.modes.get(name)
        if mode is None or mode.path is not None or test not in mode.answers:
            return 1.0
        return mode.answers[test].get(answer, 0.0)

    def often(self, name: str, test: str, aspect: Aspect, answer: str) -> float:
        """How often a part in a mode, or a sound one where it is none, answers so [1].

        Where the kind declares nothing for the test: a mode fails what it harms, and passes the rest.
        """
        mode = self.modes.get(name)
        if answer in self.answers_to(test):
            said = self.sound.get(test, {}) if mode is None else mode.answers.get(test)
            return (self.sound.get(test, {}) if said is None else said).get(answer, 0.0)
        failing = mode is not None and aspect in mode.aspects
        if answer == Code.INTERMITTENT:
            moved: float = _USUAL["moved"]["goes" if mode and mode.comes_and_goes else "stays"]
            return moved
        goes = mode is not None and mode.comes_and_goes
        how = "passing" if not failing else "coming_and_going" if goes else "failing"
        usual: float = _USUAL[how][answer]
        return usual


@cache
def _every() -> dict[str, Any]:
    folders = (one for one in files("hembit_core.families").iterdir() if one.is_dir())
    pages = (one.joinpath("modes.json") for one in folders)
    read = (json.loads(page.read_text("utf-8")) for page in pages if page.is_file())
    return {kind: given for page in read for kind, given in page.items()}


def modes_of(spec: AnySpec) -> Modes | None:
    """The modes that a kind of part declares in its folder, with the weights of its variant; None where
    it declares none.
    """
    return modes_of_kind(spec.kind, getattr(spec, "variant", ""))


@cache
def modes_of_kind(kind: str, variant: str = "") -> Modes | None:
    """The same by the kind's name, and its variant's."""
    given = _every().get(kind)
    if given is None:
        return None
    found = Modes.model_validate(given)
    own = found.variants.get(variant, {})
    weighed = {
        name: one.model_copy(update={"weight": own.get(name, one.weight)})
        for name, one in found.modes.items()
    }
    return found.model_copy(update={"modes": weighed})
