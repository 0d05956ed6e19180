"""What to expect of a supply, and judging all of its pairs together."""

from __future__ import annotations

from dataclasses import replace
from typing import ClassVar, Literal

from pydantic import Field

from hembit_core.conformity.budget import Budget
from hembit_core.conformity.states import DecisionRule, State
from hembit_core.errors import InputError
from hembit_core.families.declared import Family
from hembit_core.families.supply.patterns import (
    DANGEROUS,
    PatternCode,
    SupplyPattern,
    find_pattern,
)
from hembit_core.families.supply.spec import Supply
from hembit_core.judging.closing_lines import meter_policy
from hembit_core.judging.codes import Code, NoticeCode
from hembit_core.judging.expect import expect
from hembit_core.judging.judgement import Expectation, Judgement, Notice, Probes, Row
from hembit_core.judging.measurand import Measurand, Role, Step
from hembit_core.judging.ohms.several_figures import RowDue, deciding_rail, said, verdict_of_rows
from hembit_core.judging.verdict import Verdict
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.display import Function
from hembit_core.measuring.meter_figures import MeterFigure, meter_figure
from hembit_core.measuring.resistance_reading import Answers, DisplayText
from hembit_core.model import Model
from hembit_core.rules.values import Rules

_NEXT = "Put the supply right before any part is judged from volts or amps."
_FINER = (
    "Name the meter, or take one that is finer on volts: nothing is concluded from live tests before."
)
_PASSED = "The supply has passed: now volts and amps at the part mean something."


class SupplyVolts(Model):
    """Volts of the supply's pairs, by the pair's name; at least one, all of them to pass."""

    about: ClassVar = Measurand(
        "Volts, every pair",
        Step.SUPPLY,
        "live",
        4,
        Role.SUPPLY,
        Probes(
            drawing="supply",
            first="each terminal",
            second="each other, and earth",
            disconnect="at the machine's own terminals, with its load on",
        ),
    )
    measurand: Literal["supply_volts"] = "supply_volts"
    volts: dict[str, DisplayText] = Field(min_length=1, max_length=12)
    answers: Answers = {}


def expectations(spec: Supply, conditions: Conditions) -> tuple[Expectation, ...]:
    """The band of each pair."""
    return (_expectation(spec, conditions.rules),)


def _expectation(spec: Supply, rules: Rules) -> Expectation:
    rows = tuple(one.empty() for one in _rows_due(spec, rules).values())
    due = dict.fromkeys(row.due for row in rows if row.key not in spec.to_earth)
    return expect(
        SupplyVolts,
        rows[0].rail,
        text="  ·  ".join(due),
        detail=spec.entry["label"],
        overflow_means="take a higher range",
        zero_means="no supply there, or the tester is dead: prove it",
        policy=(spec.policy(rules),),
        rows=rows,
    )


def _rows_due(spec: Supply, rules: Rules) -> dict[str, RowDue]:
    return {
        name: RowDue(name, name, spec.band(nominal, rules), "V", 3 if nominal else 1)
        for name, nominal in spec.pairs.items()
    }


def judge(spec: Supply, reading: SupplyVolts, conditions: Conditions, rule: DecisionRule) -> Judgement:
    """Judge every pair by its band, and name the pattern they make.

    Raises
    ------
    InputError
        If a pair is not one of the system's, or a display cannot be used.
    """
    due = _rows_due(spec, conditions.rules)
    read = {name: text for name, text in reading.volts.items() if text.strip()}
    for name in read:
        if name not in due:
            raise InputError(
                f"{spec.entry['label'].capitalize()} has no pair “{name}”. It has {', '.join(due)}."
            ).at(f"reading.volts.{name}")
    if not read:
        raise InputError("Give the volts of at least one pair.").at("reading.volts")
    figures = {name: _figure(spec, reading, name, text, conditions) for name, text in read.items()}
    rows = tuple(
        one.placed(figures[name].value, Budget.of(meter=figures[name].standard))
        if name in figures
        else one.empty()
        for name, one in due.items()
        if name in figures or name not in spec.to_earth
    )
    unread = [name for name in due if name not in figures]
    pattern = find_pattern(spec, {name: one.value for name, one in figures.items()}, conditions)
    wrong = _wrong_coupling(spec, figures)
    rows = tuple(_as_it_counts(row, pattern, wrong) for row in rows)
    taken = tuple(row for row in rows if row.state is not None)
    verdict = _verdict(spec, taken, pattern, wrong, unread)
    return verdict.build(
        _expectation(spec, conditions.rules),
        rule,
        rail=deciding_rail(taken),
        read_as=tuple(one.display.read_as for one in figures.values()),
        working=tuple(one.line(f"Meter, {name}") for name, one in figures.items()),
        policy=meter_policy(conditions.meter),
        warnings=_coupling_warnings(spec, wrong),
        rows=rows,
    )


def _figure(
    spec: Supply, reading: SupplyVolts, name: str, text: str, conditions: Conditions
) -> MeterFigure:
    """A pair's volts. On DC a minus sign is a finding, not a mistake."""
    field = f"volts.{name}"
    answers = {
        code.replace(f"{name}.", f"{field}.", 1) if code.startswith(f"{name}.") else code: answer
        for code, answer in reading.answers.items()
    }
    direct = spec.entry["coupling"] == "DC"
    if direct and not any(mark in text.upper() for mark in ("AC", "DC", "~", "⎓", "=")):
        text = f"{text} DC"
    return meter_figure(text, Function.VOLTAGE, answers, field, conditions.meter, signed=direct)


def _wrong_coupling(spec: Supply, figures: dict[str, MeterFigure]) -> tuple[str, ...]:
    """The pairs whose display was of the other kind of volts."""
    due = spec.entry["coupling"]
    return tuple(name for name, one in figures.items() if one.display.coupling not in (None, due))


def _as_it_counts(row: Row, pattern: SupplyPattern | None, wrong: tuple[str, ...]) -> Row:
    """A pair that was read with the wrong setting, or floats, is no comparison."""
    if row.state is None:
        return row
    if row.key in wrong:
        return row.model_copy(update={"state": State.NOT_COMPARABLE})
    if pattern and pattern.code is PatternCode.FLOATING_WIRE and row.key in pattern.pairs:
        return row.model_copy(update={"state": State.NOT_DECIDABLE})
    return row


def _coupling_warnings(spec: Supply, wrong: tuple[str, ...]) -> tuple[Notice, ...]:
    if not wrong:
        return ()
    due = spec.entry["coupling"]
    text = f"{', '.join(wrong)}: the display's mark is not {due}. Set the meter to {due}."
    return (Notice(code=NoticeCode.COUPLING, text=text),)


def _next_step(row: Row) -> str:
    return _FINER if row.state is State.NOT_DECIDABLE else _NEXT


def _verdict(
    spec: Supply,
    rows: tuple[Row, ...],
    pattern: SupplyPattern | None,
    wrong: tuple[str, ...],
    unread: list[str],
) -> Verdict:
    plain = verdict_of_rows(rows, _next_step, _PASSED)
    if wrong:
        return Verdict(
            Code.WRONG_COUPLING,
            State.NOT_COMPARABLE,
            "Not comparable: the meter was set to the other kind of volts",
            f"Set it to {spec.entry['coupling']} and read again.",
        )
    off = plain.state in (State.OUTSIDE, State.JUST_OUTSIDE, State.NOT_DECIDABLE)
    if pattern and (off or pattern.code in DANGEROUS):
        dangerous = pattern.code in DANGEROUS and not off
        state = State.OUTSIDE if dangerous else plain.state
        return Verdict(
            Code.SUPPLY_PATTERN,
            state,
            f"{state.capitalize()}: {pattern.name}",
            pattern.next_step,
            side=plain.side,
            explanation=[
                pattern.why,
                *(f"{said(row)}." for row in rows if row.state is not State.WITHIN),
            ],
            pattern=pattern.code,
        )
    passes = plain.state in (State.WITHIN, State.JUST_WITHIN)
    to_earth = [name for name in unread if name in spec.to_earth]
    unread = [name for name in unread if name not in to_earth]
    if passes and to_earth:
        plain.explanation.append(
            f"Not read: {', '.join(to_earth)}. An earth that is lost, or exchanged, shows only there."
        )
    if passes and unread:
        plain = replace(plain, undecided_by=("not_every_pair",), unsettled="not every pair was read")
        plain.explanation.append(f"Not read: {', '.join(unread)}.")
        if plain.state is State.WITHIN:
            plain.code = Code.NOT_ALL_READ
            plain.headline = "Within, as far as it was read"
            plain.next_step = f"Read {', '.join(unread)} as well: a missing leg shows only there."
    return plain


DECLARED = (Family(Supply, (SupplyVolts,), expectations, judge, thing=False),)
