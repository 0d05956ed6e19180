"""Judge every reading of a check sheet."""

from __future__ import annotations

from hembit_core.conformity.states import Outcome
from hembit_core.errors import InputError
from hembit_core.findings.find import find
from hembit_core.judge import judge
from hembit_core.records.documents import DocumentError
from hembit_core.sheets.sheet import CheckSheet, SheetPart, SheetReading
from hembit_core.soundness.evidence import Evidence, evidence_of


def judge_sheet(sheet: CheckSheet) -> CheckSheet:
    """Return the sheet with a judgement on every reading and a finding on every part.

    A reading's own conditions stand above the sheet's. A file is judged and
    flagged: what would be asked on the screen stays "please confirm".

    Raises
    ------
    DocumentError
        If a reading cannot be used; ``problems`` names the part, the field and why.
    """
    problems: list[tuple[str, str]] = []
    parts = tuple(_judge_part(sheet, part, problems) for part in sheet.parts)
    if problems:
        raise DocumentError(f"{len(problems)} readings of this sheet cannot be used.", tuple(problems))
    return sheet.model_copy(update={"parts": parts})


def _judge_part(sheet: CheckSheet, part: SheetPart, problems: list[tuple[str, str]]) -> SheetPart:
    judged: list[SheetReading] = []
    weighed: list[Evidence] = []
    for number, one in enumerate(part.readings, start=1):
        conditions = one.conditions or sheet.conditions
        try:
            verdict = judge(part.spec, one.reading, conditions, sheet.rule)
            weighed.append(evidence_of(part.spec, one.reading, conditions, verdict))
        except InputError as error:
            problems.append((f"{part.name}, reading {number}, {error.field}", error.message))
            continue
        judged.append(one.model_copy(update={"judgement": verdict}))
    verdicts = [one.judgement for one in judged if one.judgement]
    finding = None
    if verdicts or part.observed:
        finding = find(part.spec, verdicts, part.observed, sheet.conditions, weighed=weighed)
    return part.model_copy(update={"readings": tuple(judged), "finding": finding})


def outcomes(sheet: CheckSheet) -> tuple[Outcome, ...]:
    """The outcome of every judged reading, in order."""
    return tuple(
        one.judgement.outcome
        for part in sheet.parts
        for one in part.readings
        if one.judgement is not None
    )
