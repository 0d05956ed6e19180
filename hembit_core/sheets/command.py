"""Judge a file from the command line: a check sheet, or a CSV of readings of one part."""

from __future__ import annotations

import argparse
import json
import os
import sys
from collections.abc import Iterable, Sequence
from pathlib import Path
from typing import Any, TextIO

from pydantic import TypeAdapter, ValidationError

from hembit_core import Conditions, DecisionRule, InputError, Judgement, Outcome
from hembit_core.findings.finding import Finding
from hembit_core.judge import PartSpec
from hembit_core.judging.ohms.brief import Brief
from hembit_core.judging.summary import figure_of
from hembit_core.records.documents import DocumentError
from hembit_core.sheets.judge_sheet import judge_sheet, outcomes
from hembit_core.sheets.readings_csv import judge_rows
from hembit_core.sheets.sheet import CheckSheet, read_sheet, write_sheet

ALL_ACCEPTED, SOMETHING_REJECTED, INPUT_ERROR, SOMETHING_UNDECIDED = 0, 1, 2, 3


HELP = (
    "Judge a check sheet (JSON), or a CSV of readings of one part (--spec). "
    "Exit status: 0 all accepted, 1 something rejected, 3 nothing rejected but something "
    "undecided, 2 input errors."
)


def add_arguments(parser: argparse.ArgumentParser) -> None:
    """What the command takes."""
    parser.add_argument("file", help="SHEET.json, READINGS.csv, or - for a sheet on standard input")
    parser.add_argument("--json", action="store_true", help="print the judged sheet as JSON")
    parser.add_argument("--spec", help="for a CSV: the part's spec, a JSON file or JSON text")
    parser.add_argument("--conditions", help="for a CSV: meter and temperature, JSON file or text")
    parser.add_argument(
        "--rule", choices=[rule.value for rule in DecisionRule], default="simple",
        help="for a CSV: the decision rule",
    )  # fmt: skip


def judge_file(options: dict[str, Any], out: TextIO, err: TextIO) -> int:
    """Judge the file that ``options`` name, and print what was found; the exit status.

    ``options`` are those of ``add_arguments``, by their names.
    """
    try:
        return _csv(options, out, err) if options["spec"] else _sheet(options, out)
    except DocumentError as error:
        err.write(f"{error.message}\n")
        for place, sentence in error.problems:
            err.write(f"  {place}: {sentence}\n")
    except InputError as error:
        err.write(f"{error.message}\n")
    return INPUT_ERROR


def main(words: Sequence[str]) -> int:
    """Judge what the words of a command line ask for; the exit status."""
    parser = argparse.ArgumentParser("manage.py judge", description=HELP)
    add_arguments(parser)
    return judge_file(vars(parser.parse_args(words)), sys.stdout, sys.stderr)


def _sheet(options: dict[str, Any], out: TextIO) -> int:
    sheet = judge_sheet(read_sheet(_text(options["file"])))
    out.write(write_sheet(sheet) if options["json"] else _readable(sheet))
    return _status(outcomes(sheet))


def _csv(options: dict[str, Any], out: TextIO, err: TextIO) -> int:
    spec = _parsed(TypeAdapter(PartSpec), options["spec"], "--spec")
    given = options["conditions"] or "{}"
    conditions = _parsed(TypeAdapter(Conditions), given, "--conditions")
    found: list[Outcome] = []
    wrong = 0
    with _opened(options["file"]) as source:
        rule, processes = DecisionRule(options["rule"]), os.cpu_count() or 1
        for row in judge_rows(source, spec, conditions, rule, processes):
            if row.verdict is None:
                wrong += 1
                err.write(f"line {row.line}: {row.name}: {row.problem}\n")
                continue
            found.append(row.verdict.outcome)
            out.write(f"line {row.line}: {row.name}: {_row_line(row.verdict)}\n")
    out.write(f"{len(found)} judged, {wrong} not usable.\n")
    return INPUT_ERROR if wrong else _status(found)


def _status(found: Iterable[Outcome]) -> int:
    seen = set(found)
    if Outcome.REJECT in seen:
        return SOMETHING_REJECTED
    return SOMETHING_UNDECIDED if Outcome.UNDECIDED in seen else ALL_ACCEPTED


def _text(name: str) -> str:
    if name == "-":
        return sys.stdin.read()
    try:
        return Path(name).read_text("utf-8-sig")
    except (OSError, UnicodeDecodeError) as error:
        raise InputError(f"{name} cannot be read: {error}.") from None


def _opened(name: str) -> Any:
    try:
        return Path(name).open(encoding="utf-8-sig", newline="")
    except OSError as error:
        raise InputError(f"{name} cannot be read: {error}.") from None


def _parsed(adapter: TypeAdapter[Any], given: str, option: str) -> Any:
    text = given if given.lstrip().startswith("{") else _text(given)
    try:
        return adapter.validate_python(json.loads(text))
    except ValidationError as error:
        problems = tuple((".".join(map(str, one["loc"])), one["msg"]) for one in error.errors())
        raise DocumentError(f"{option} cannot be used.", problems) from None
    except ValueError as error:
        raise InputError(f"{option} is not JSON: {error}.") from None


def _line(judgement: Judgement) -> str:
    figure = figure_of(judgement)
    return (
        f"{judgement.state.upper()}, {judgement.outcome_text}: {figure}, "
        f"expected {judgement.expectation.text}"
    )


def _row_line(verdict: Brief) -> str:
    return (
        f"{verdict.state.upper()}, {verdict.outcome_text}: {verdict.figure}, "
        f"expected {verdict.expected}"
    )


def _finding_lines(finding: Finding) -> list[str]:
    lines = [f"  Finding: {finding.conclusion.upper()}. {finding.headline}"]
    lines.append(f"    Rests on: {'; '.join(finding.rests_on)}")
    if finding.rules_out:
        lines.append(f"    Rules out: {'; '.join(finding.rules_out)}")
    if finding.not_tested:
        lines.append(f"    Not tested: {'; '.join(finding.not_tested)}")
    lines.append(f"    {finding.next_step}")
    return lines


def _readable(sheet: CheckSheet) -> str:
    lines = [sheet.machine.name] if sheet.machine else []
    for part in sheet.parts:
        lines.append(f"{part.name} ({part.spec.describe()})")
        for one in part.readings:
            verdict = one.judgement
            assert verdict is not None
            lines.append(f"  {verdict.expectation.title}: {_line(verdict)}")
            lines.append(f"    {verdict.headline}. {' '.join(verdict.explanation)}")
            lines.append(f"    {verdict.next_step}")
        if part.finding:
            lines += _finding_lines(part.finding)
    return "\n".join(lines) + "\n"
