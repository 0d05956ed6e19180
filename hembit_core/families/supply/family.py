"""What to expect of a supply, and judging all of its pairs together."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from hembit_core.conditions import Conditions
from hembit_core.display import Function
from hembit_core.errors import InputError
from hembit_core.families.supply.patterns import find_pattern
from hembit_core.families.supply.spec import Supply
from hembit_core.judging.closing_lines import meter_policy
from hembit_core.judging.expect import expect
from hembit_core.judging.judgement import Expectation, Judgement, Probes, Row
from hembit_core.judging.meter_figures import MeterFigure, meter_figure
from hembit_core.judging.rows import RowDue, deciding_rail, said, verdict_of_rows
from hembit_core.judging.states import DecisionRule, State
from hembit_core.judging.verdict import Verdict
from hembit_core.model import Model
from hembit_core.resistance_reading import Answers, DisplayText, read_field

_NEXT = "Put the supply right before any part is judged from volts or amps."
_PASSED = "The supply has passed: now volts and amps at the part mean something."


class SupplyVolts(Model):
    """Volts of the supply's pairs, by the pair's name; at least one, all of them to pass."""

    measurand: Literal["supply_volts"] = "supply_volts"
    volts: dict[str, DisplayText] = Field(min_length=1, max_length=12)
    answers: Answers = {}


def expectations(spec: Supply, conditions: Conditions) -> tuple[Expectation, ...]:
    """The band of each pair."""
    return (_expectation(spec),)


def _expectation(spec: Supply) -> Expectation:
    rows = tuple(one.empty() for one in _rows_due(spec).values())
    return expect(
        "supply_volts",
        "Volts, every pair",
        rows[0].rail,
        Probes(
            drawing="supply",
            first="each terminal",
            second="each other, and earth",
            disconnect="at the machine's own terminals, with its load on",
        ),
        text="  ·  ".join(dict.fromkeys(row.due for row in rows)),
        detail=spec.entry["label"],
        overflow_means="take a higher range",
        zero_means="no supply there, or the tester is dead: prove it",
        policy=(spec.policy(),),
        room="live",
        rows=rows,
    )


def _rows_due(spec: Supply) -> dict[str, RowDue]:
    return {
        name: RowDue(name, spec.band(nominal), "V", 3 if nominal else 1)
        for name, nominal in spec.pairs.items()
    }


def judge(spec: Supply, reading: SupplyVolts, conditions: Conditions, rule: DecisionRule) -> Judgement:
    """Judge every pair by its band, and name the pattern they make.

    Raises
    ------
    InputError
        If a pair is not one of the system's, or a display cannot be used.
    """
    due = _rows_due(spec)
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
        one.placed(figures[name].value, figures[name].expanded) if name in figures else one.empty()
        for name, one in due.items()
    )
    taken = tuple(row for row in rows if row.state is not None)
    verdict = _verdict(spec, taken, figures, [name for name in due if name not in figures])
    return verdict.build(
        _expectation(spec),
        rule,
        rail=deciding_rail(taken),
        read_as=tuple(one.display.read_as for one in figures.values()),
        working=tuple(one.line(f"Meter, {name}") for name, one in figures.items()),
        policy=meter_policy(conditions.meter),
        warnings=_coupling_warnings(spec, figures),
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
    if spec.entry["coupling"] == "DC":
        marked = any(mark in text.upper() for mark in ("AC", "DC", "~", "⎓", "="))
        folded = text if marked else f"{text} DC"
        display = read_field(folded, Function.VOLTAGE, answers, field)
        if display.value is not None and display.value < 0:
            positive = meter_figure(
                folded.replace("-", "").replace("−", ""),
                Function.VOLTAGE,
                answers,
                field,
                conditions.meter,
            )
            return MeterFigure(display, positive.share, display.value)
        text = folded
    return meter_figure(text, Function.VOLTAGE, answers, field, conditions.meter)


def _coupling_warnings(spec: Supply, figures: dict[str, MeterFigure]) -> tuple[str, ...]:
    due = spec.entry["coupling"]
    wrong = [name for name, one in figures.items() if one.display.coupling not in (None, due)]
    if not wrong:
        return ()
    return (f"{', '.join(wrong)}: the display's mark is not {due}. Set the meter to {due}.",)


def _verdict(
    spec: Supply, rows: tuple[Row, ...], figures: dict[str, MeterFigure], unread: list[str]
) -> Verdict:
    plain = verdict_of_rows(rows, lambda row: _NEXT, _PASSED)
    wrong = [
        one for one in figures.values() if one.display.coupling not in (None, spec.entry["coupling"])
    ]
    if wrong:
        return Verdict(
            State.NOT_COMPARABLE,
            "Not comparable: the meter was set to the other kind of volts",
            f"Set it to {spec.entry['coupling']} and read again.",
        )
    pattern = find_pattern(spec, {name: one.value for name, one in figures.items()})
    off = plain.state in (State.OUTSIDE, State.JUST_OUTSIDE)
    if pattern and (off or pattern.name.startswith(("neutral", "line", "protective"))):
        state = State.NOT_DECIDABLE if pattern.name.startswith("perhaps") else plain.state
        state = state if off or state is State.NOT_DECIDABLE else State.OUTSIDE
        return Verdict(
            state,
            f"{state.capitalize()}: {pattern.name}",
            pattern.next_step,
            side=plain.side,
            explanation=[
                pattern.why,
                *(f"{said(row)}." for row in rows if row.state is not State.WITHIN),
            ],
        )
    if plain.state in (State.WITHIN, State.JUST_WITHIN) and unread:
        plain.explanation.append(f"Not read: {', '.join(unread)}.")
        if plain.state is State.WITHIN:
            plain.headline = "Within, as far as it was read"
            plain.next_step = f"Read {', '.join(unread)} as well: a missing leg shows only there."
        plain.unsettled = "not every pair was read"
    return plain
