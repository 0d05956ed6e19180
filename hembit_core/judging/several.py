"""One test of several displays: each is judged as a reading of its own."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from typing import TypeVar

from hembit_core.errors import InputError
from hembit_core.judging.judgement import Judgement
from hembit_core.judging.verdict import Verdict
from hembit_core.measuring.resistance_reading import HowTaken, ResistanceReading

Kind = TypeVar("Kind", bound=ResistanceReading)
_OF_THE_DISPLAY = ("separator", "lone_one", "prefix")


def judge_field(
    reading: HowTaken,
    field: str,
    display: str,
    kind: type[Kind],
    judge: Callable[[Kind], Judgement],
    **more: object,
) -> Judgement:
    """Judge ``reading.<field>`` as a reading of ``kind``, taken as the others were.

    Questions and errors are placed at that field, so that each display is asked about itself.

    Raises
    ------
    InputError
        If the display cannot be used.
    """
    one = kind.model_validate(
        {
            "display": display,
            "lead_zero": reading.lead_zero,
            "leads_nulled": reading.leads_nulled,
            "range_top": reading.range_top,
            "connection": reading.connection,
            "answers": answers_of(reading.answers, field),
            **more,
        }
    )
    place = f"reading.{field}"
    try:
        verdict = judge(one)
    except InputError as error:
        raise error.at(place) if error.field == "reading.display" else error from None
    name = field.rpartition(".")[2]
    questions = tuple(
        question.model_copy(update={"code": f"{name}.{question.code}", "field": place})
        for question in verdict.questions
    )
    return verdict.model_copy(update={"questions": questions})


def answers_of(answers: Mapping[str, str], field: str) -> dict[str, str]:
    """The answers for one of several displays, named as a single reading's are."""
    start = f"{field.rpartition('.')[2]}."
    own = {code: text for code, text in answers.items() if not code.startswith(start)}
    for code, text in answers.items():
        if code.startswith(start):
            rest = code.removeprefix(start)
            own[f"display.{rest}" if rest in _OF_THE_DISPLAY else rest] = text
    return own


def asked_at(answers: Mapping[str, str], field: str) -> dict[str, str]:
    """The answers to what was asked about the value of one field: ``l1.power_of_ten``."""
    return {**answers, **answers_of(answers, field)}


def without_prefix(answers: Mapping[str, str], field: str) -> dict[str, str]:
    """The answers about one field's text, under the names that reading the field looks for."""
    own = answers_of(answers, field)
    return {
        **answers,
        **{
            code.replace("display.", f"{field}.", 1): text
            for code, text in own.items()
            if code.startswith("display.")
        },
    }


def placed_at(verdict: Verdict, field: str) -> Verdict:
    """A question of one field's own: its code and place name the field."""
    name = field.rpartition(".")[2]
    verdict.questions = [
        question.model_copy(update={"code": f"{name}.{question.code}", "field": f"reading.{field}"})
        for question in verdict.questions
    ]
    return verdict
