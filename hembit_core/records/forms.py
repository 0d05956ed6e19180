"""The form of what is kept, and the steps that bring an older one along.

What was kept must open for ever. Whatever is stored says its form. Where the models change so that an
older record would not be read, the form gets the next number and a step from the one before; a step is
never changed afterwards. A figure that is added to the rules comes with its value in
``data/rules_by_form.json``: a record of before was judged without it, and has it as it shipped then.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from enum import StrEnum
from typing import Any, Final

from hembit_core.data_files import table

FORM: Final = 7
"""The form of what is stored now."""

Record = dict[str, Any]
Step = Callable[[Record], Record]


class Kind(StrEnum):
    """What is stored, by the shape that steps know."""

    RULES = "rules"
    CONDITIONS = "conditions"
    SUBMISSION = "submission"
    JUDGEMENT = "judgement"
    FINDING = "finding"
    ENTRY = "entry"
    SHEET = "sheet"


class NewerForm(ValueError):
    """What is stored was written by a newer Hembit than this."""


def brought_along(kind: Kind, record: Mapping[str, Any], form: int | None = None) -> Record:
    """A record as it would be stored now.

    Parameters
    ----------
    record : as it is stored, with its form under ``form``; that key is left out of what comes back.
    form : its form, where it is not in the record; the first where neither says it.

    Raises
    ------
    NewerForm
        If it is of a form that is not known here.

    Examples
    --------
    >>> brought_along(Kind.SUBMISSION, {"machine": {"state": "loose_part"}}, form=6)
    {'machine': {'state': 'loose_part'}}
    >>> brought_along(Kind.FINDING, {"headline": "Sound", "form": 7})
    {'headline': 'Sound'}
    """
    found = dict(record)
    said = found.pop("form", None)
    at = form if form is not None else said if said is not None else 1
    if at > FORM:
        raise NewerForm(
            f"This was written by a newer Hembit (form {at}; form {FORM} is the newest known here). "
            "Bring Hembit up to date to read it."
        )
    for number in range(at + 1, FORM + 1):
        found = _STEPS.get((number, kind), _unchanged)(found)
        found = _within(kind, found, number)
    return found


def _unchanged(record: Record) -> Record:
    return record


def _within(kind: Kind, record: Record, number: int) -> Record:
    """The same step for what stands in a record."""
    for name, inner in _HOLDS.get(kind, {}).items():
        if isinstance(record.get(name), dict):
            record = {**record, name: _one_step(inner, record[name], number)}
    if kind is Kind.SHEET and isinstance(record.get("parts"), list):
        record = {**record, "parts": [_part_of_sheet(one, number) for one in record["parts"]]}
    return record


def _one_step(kind: Kind, record: Record, number: int) -> Record:
    return _within(kind, _STEPS.get((number, kind), _unchanged)(record), number)


def _part_of_sheet(part: Any, number: int) -> Any:
    """A part of a sheet: each of its readings with conditions and judgement, and its finding."""
    if not isinstance(part, dict):
        return part
    found = dict(part)
    if isinstance(found.get("finding"), dict):
        found["finding"] = _one_step(Kind.FINDING, found["finding"], number)
    if isinstance(found.get("readings"), list):
        found["readings"] = [_reading_of_sheet(one, number) for one in found["readings"]]
    return found


def _reading_of_sheet(reading: Any, number: int) -> Any:
    if not isinstance(reading, dict):
        return reading
    found = dict(reading)
    for name, kind in (("conditions", Kind.CONDITIONS), ("judgement", Kind.JUDGEMENT)):
        if isinstance(found.get(name), dict):
            found[name] = _one_step(kind, found[name], number)
    return found


_HOLDS: dict[Kind, dict[str, Kind]] = {
    Kind.CONDITIONS: {"rules": Kind.RULES},
    Kind.SUBMISSION: {"conditions": Kind.CONDITIONS},
    Kind.SHEET: {"conditions": Kind.CONDITIONS},
}


def _figures_of(form: int) -> Step:
    """The figures that came with a form, where a record of before has none."""

    def step(rules: Record) -> Record:
        return {**table("rules_by_form")["forms"][str(form)], **rules}

    return step


def _with_rules(submission: Record) -> Record:
    """What was judged before rules were kept was judged by those that were shipped."""
    conditions = submission.get("conditions")
    if not isinstance(conditions, dict) or "rules" in conditions:
        return submission
    return {**submission, "conditions": {**conditions, "rules": {}}}


def _dead_or_live(old: str) -> Step:
    """Dead or live was stored under another name."""

    def step(record: Record) -> Record:
        if old not in record:
            return record
        renamed = dict(record)
        renamed["dead_or_live"] = renamed.pop(old)
        return renamed

    return step


def _judgement_without_room(judgement: Record) -> Record:
    expectation = judgement.get("expectation")
    if not isinstance(expectation, dict):
        return judgement
    return {**judgement, "expectation": _dead_or_live("room")(expectation)}


_STEPS: dict[tuple[int, Kind], Step] = {
    (2, Kind.SUBMISSION): _with_rules,
    **{(form, Kind.RULES): _figures_of(form) for form in range(2, 7)},
    (3, Kind.SUBMISSION): _dead_or_live("machine"),
    (3, Kind.JUDGEMENT): _judgement_without_room,
}
"""From the form before to each form. Form 7 says of a judgement how it was read to the case, and of a
finding what stands against energising the part; both are missing in what is older."""
