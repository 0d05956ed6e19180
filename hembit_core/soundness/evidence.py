"""What one reading says of a part as evidence: figures, a path to the case, an answer."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from functools import cache
from math import sqrt
from typing import Any

from hembit_core.conformity.states import Outcome
from hembit_core.data_files import table
from hembit_core.families.registry import FAMILIES, AnyReading, AnySpec, about, reading_class
from hembit_core.judge import by_rules, judge
from hembit_core.judging.codes import Code
from hembit_core.judging.judgement import Judgement
from hembit_core.judging.measurand import Role
from hembit_core.judging.ohms.figures import Figure, figure_of_ohms
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.resistance_reading import ResistanceReading
from hembit_core.rules.values import Rules, default_rules
from hembit_core.soundness.misreadings import ANSWERED, TYPED
from hembit_core.soundness.modes import Aspect, modes_of

FLOWS = "flows"
"""What is answered where amps are a figure: what opens under load lets none through."""
_UNSAID = table("soundness")["unsaid_temperature"]
_ASPECTS: Mapping[Role, Aspect] = {
    Role.ALONG: Aspect.PATH,
    Role.SENSES: Aspect.PATH,
    Role.COMPARES: Aspect.PATH,
    Role.MOVED: Aspect.PATH,
    Role.BUZZER: Aspect.PATH,
    Role.GAP: Aspect.PATH,
    Role.TO_CASE: Aspect.TO_CASE,
    Role.INSULATION: Aspect.TO_CASE,
    Role.WORKING: Aspect.UNDER_LOAD,
    Role.SEQUENCE: Aspect.UNDER_LOAD,
    Role.WIRE: Aspect.UNDER_LOAD,
    Role.OUTPUT: Aspect.UNDER_LOAD,
    Role.OPENS: Aspect.MOVES,
    Role.TIGHT: Aspect.MOVES,
    Role.RESPONDS: Aspect.MOVES,
}
"""What a test could have shown. What a machine shows of a sensor, whether a setting can be
reached, and the volts of a supply say nothing of a part that fails."""


def aspect_of(measurand: str) -> Aspect | None:
    """The aspect that a test could show; None where it says nothing of the part."""
    return _ASPECTS.get(about(measurand).role)


@dataclass(frozen=True)
class Apart:
    """Ohms between what is to be apart [Ω]; None where more than ``above``, its instrument's top."""

    ohms: float | None
    above: float


@dataclass(frozen=True)
class Evidence:
    """One reading: the aspect that its test could have shown, none where it is about no part, and what
    it says.

    ``figures`` of the path; ``apart`` of what is to be apart; ``answer`` what is no figure, by its
    code, or what a figure says of modes that leave the path as it is. ``danger`` says that it forbids
    energising, whatever the weights.
    """

    test: str
    aspect: Aspect | None
    figures: tuple[Figure, ...] = ()
    apart: Apart | None = None
    answer: str = ""
    danger: bool = False
    misread: float = TYPED

    def misread_as(self, share: float) -> Evidence:
        """The same with another share of such readings that are not the part's [1]."""
        figures = tuple(replace(one, misread=share) for one in self.figures)
        return replace(self, figures=figures, misread=share)

    def of_unsaid_warmth(self) -> Evidence:
        """The same of a part of which nobody said how warm it is: it may have run."""
        figures = tuple(
            replace(one, warmth=replace(one.warmth, may_have_run=True)) if one.warmth else one
            for one in self.figures
        )
        return replace(self, figures=figures)

    def taken_afresh(self) -> Evidence:
        """The same, with the probes moved since the one before."""
        return replace(self, figures=tuple(replace(one, afresh=True) for one in self.figures))


def evidence_of(
    spec: AnySpec,
    reading: AnyReading,
    conditions: Conditions,
    judgement: Judgement | None = None,
    misread: float = TYPED,
) -> Evidence:
    """A reading as evidence. What was not said is taken as usual, with how far it may be off;
    ``misread`` is how often such a reading is not the part's [1], less where the questions that rule
    the usual mistakes out were answered.

    Raises
    ------
    InputError
        As :func:`hembit_core.judge.judge`.
    """
    found = _read(spec, reading, conditions, judgement)
    if conditions.part_temperature is None:
        found = found.of_unsaid_warmth()
    asked = bool(getattr(reading, "answers", None)) and bool(found.answer)
    return found.misread_as(misread * ANSWERED if asked else misread)


def _read(
    spec: AnySpec, reading: AnyReading, conditions: Conditions, judgement: Judgement | None
) -> Evidence:
    family = FAMILIES[type(spec)]
    spec = by_rules(spec, conditions.rules)
    aspect = aspect_of(reading.measurand)
    usual, rules = _usual(conditions), conditions.rules
    if family.figures is not None and (figures := family.figures(spec, reading, usual)):
        found = _along(reading, aspect, figures)
        if aspect is not Aspect.UNDER_LOAD:
            return found
        return replace(found, answer=FLOWS)
    if family.ohms is not None and family.ohms_due is not None and isinstance(reading, family.ohms):
        wired = family.as_taken(spec, reading)
        due = family.ohms_due(spec, wired, usual)
        return _along(reading, aspect, (figure_of_ohms(due, wired, usual),))
    verdict = judgement or judge(spec, reading, conditions)
    if verdict.case is not None or (aspect is Aspect.MOVES and isinstance(reading, ResistanceReading)):
        return _of_case(spec, verdict, aspect, rules)
    return _of_verdict(spec, verdict, aspect)


def _of_case(spec: AnySpec, verdict: Judgement, aspect: Aspect | None, rules: Rules) -> Evidence:
    """What is to be apart: to the case, or across an open contact. An insulation tester has a limit of
    its own, below which alone it speaks of a path: what it shows goes by its verdict.
    """
    danger = verdict.case is not None and not verdict.case.clear
    if verdict.case is not None and verdict.case.by == "insulation_tester":
        return replace(_of_verdict(spec, verdict, aspect), danger=danger)
    if verdict.outcome is Outcome.UNDECIDED and verdict.value is None:
        return Evidence(verdict.measurand, None)  # an overflow of a range that does not reach
    apart = Apart(verdict.value.value if verdict.value else None, rules.unknown_meter_top_ohm)
    return Evidence(verdict.measurand, aspect, apart=apart, danger=danger)


def _of_verdict(spec: AnySpec, verdict: Judgement, aspect: Aspect | None) -> Evidence:
    """What is no figure: by the verdict's code, or by what follows from it, if anything does."""
    answer = _answer(spec, verdict) if aspect else ""
    return Evidence(verdict.measurand, aspect if answer else None, answer=answer)


def _along(reading: AnyReading, aspect: Aspect | None, figures: tuple[Figure, ...]) -> Evidence:
    """Figures as evidence. With something beside the part, only what is open can be told."""
    if any(one.beside_a_path and one.shown is not None for one in figures):
        return Evidence(reading.measurand, None)
    return Evidence(reading.measurand, aspect, figures)


def evidence_of_judgement(spec: AnySpec, judgement: Judgement, misread: float = TYPED) -> Evidence:
    """A verdict of which the reading is not at hand, by what follows from it."""
    aspect = aspect_of(judgement.measurand)
    of_ohms = issubclass(reading_class(judgement.measurand), ResistanceReading)
    if judgement.case is not None or (aspect is Aspect.MOVES and of_ohms):
        return _of_case(spec, judgement, aspect, default_rules()).misread_as(misread)
    return _of_verdict(spec, judgement, aspect).misread_as(misread)


def _answer(spec: AnySpec, verdict: Judgement) -> str:
    """The verdict's code where the kind says how often its modes give it, else what follows from it."""
    declared = modes_of(spec)
    told = declared.answers_to(verdict.measurand) if declared else frozenset()
    if verdict.code in told or verdict.code is Code.INTERMITTENT:
        return str(verdict.code)
    return "" if verdict.outcome is Outcome.UNDECIDED else str(verdict.outcome)


def _usual(conditions: Conditions) -> Conditions:
    """The conditions with the temperature of a part that is isolated and did not run, where none was
    said.
    """
    if conditions.part_temperature is not None:
        return conditions
    return conditions.model_copy(update=_unsaid())


@cache
def _unsaid() -> dict[str, Any]:
    """Its temperature [°C] and, of its standard deviation, the limit of a rectangle that has it [K]."""
    limit = f"{_UNSAID['standard_K'] * sqrt(3):.2f}"
    usual = Conditions.model_validate(
        {"part_temperature": f"{_UNSAID['celsius']}", "thermometer_limit": limit}
    )
    return {name: getattr(usual, name) for name in ("part_temperature", "thermometer_limit")}
