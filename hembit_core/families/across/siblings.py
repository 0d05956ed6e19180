"""Parts of one type in a row: each by its spec, then against their median."""

from __future__ import annotations

from collections.abc import Callable
from typing import Literal

from pydantic import Field

from hembit_core.judging.judgement import Expectation, Judgement, Row
from hembit_core.judging.rows import deciding_rail, row_of, said, verdict_of_rows
from hembit_core.judging.several import judge_field
from hembit_core.judging.siblings import compare_siblings, pair_differs
from hembit_core.judging.states import DecisionRule, Side, State
from hembit_core.judging.verdict import Verdict
from hembit_core.notation import quantity
from hembit_core.resistance_reading import DisplayText, HowTaken, ResistanceReading
from hembit_core.working import WorkingLine

JudgeOne = Callable[[ResistanceReading], Judgement]


class Siblings(HowTaken):
    """Displays of two or more parts of one type, all at one temperature, all measured alike."""

    measurand: Literal["siblings"] = "siblings"
    displays: tuple[DisplayText, ...] = Field(min_length=2, max_length=24)


def siblings_expectation(single: Expectation) -> Expectation:
    """As for one part, several in a row."""
    return single.model_copy(
        update={
            "measurand": "siblings",
            "title": "Siblings in a row",
            "text": f"each {single.text}",
            "detail": "and all alike: siblings at one temperature agree far better than their band",
            "rows": (),
            "plot": None,
        }
    )


def judge_siblings(
    reading: Siblings,
    single: Expectation,
    kind: type[ResistanceReading],
    judge_one: JudgeOne,
    rule: DecisionRule,
) -> Judgement:
    """Judge each part by its spec, then find those that are off from the rest.

    Three or more: off by more than 3 · 1.4826 · MAD and at least 2U from the
    median. Two: their difference against U and the band. In circuit, or with the
    leads not taken off, all shift alike, and the comparison still holds.

    Raises
    ------
    InputError
        If a display, the leads or the range cannot be used.
    """
    found = [
        judge_field(reading, f"displays.{place}", text, kind, judge_one)
        for place, text in enumerate(reading.displays)
    ]
    rows = [row_of(f"number {place}", one) for place, one in enumerate(found, start=1)]
    steps = {row.label: one.next_step for row, one in zip(rows, found, strict=True)}
    verdict = verdict_of_rows(
        tuple(rows), lambda row: steps[row.label], "All alike, and each within its band."
    )
    worst_ones = [row for row in rows if row.state is verdict.state]
    if len(worst_ones) > 1 and verdict.state is not State.WITHIN:
        verdict.headline = verdict.headline.replace(worst_ones[0].label, _named(worst_ones))
    verdict.questions = [question for one in found for question in one.questions]
    lines: tuple[WorkingLine, ...] = ()
    if not verdict.questions:
        verdict, lines = _compared(rows, verdict)
    return verdict.build(
        siblings_expectation(single),
        rule,
        rail=deciding_rail(tuple(rows)),
        read_as=tuple(text for one in found for text in one.read_as),
        working=lines,
        policy=("siblings: off by more than 3 · 1.4826 · MAD, at least 2U, from the median",),
        rows=tuple(rows),
    )


def _named(rows: list[Row]) -> str:
    """``numbers 2, 5``, or ``number 4``."""
    places = ", ".join(row.label.removeprefix("number ") for row in rows)
    return f"numbers {places}" if len(rows) > 1 else f"number {places}"


def _compared(rows: list[Row], verdict: Verdict) -> tuple[Verdict, tuple[WorkingLine, ...]]:
    """The comparison among those that read a figure, and what it adds to the verdict."""
    read = [(row, row.value) for row in rows if row.value is not None]
    if len(read) < 2:
        return verdict, ()
    unit = read[0][1].unit
    difference = "K" if unit == "°C" else unit
    values = tuple(value.value for _, value in read)
    u = max(value.expanded for _, value in read)
    if len(read) == 2:
        return _pair(rows, read[0][0], values, u, verdict, difference)
    comparison = compare_siblings(values, u)
    off = [read[place][0] for place in comparison.off]
    line = WorkingLine(
        label="Among siblings",
        result=f"median {quantity(comparison.median, unit, 4)}, "
        f"up to {quantity(comparison.allowed, difference, 2)} away is alike",
        formula="3 · 1.4826 · median |R − median|, at least 2U",
        figures=f"off: {_named(off)}" if off else "none is off",
        source="ISO 13528, C.5 (scaled median absolute deviation)",
        value=comparison.median,
        unit=unit,
    )
    if not off:
        return verdict, (line,)
    sentence = f"Off from its siblings: {_named(off)}."
    if verdict.state not in (State.WITHIN, State.JUST_WITHIN):
        verdict.explanation.append(sentence)
        return verdict, (line,)
    side = Side.HIGH if (off[0].value and off[0].value.value > comparison.median) else Side.LOW
    return (
        Verdict(
            State.WATCH,
            f"Watch, {side}: inside its band, but {_named(off)} "
            f"{'is' if len(off) == 1 else 'are'} off from its siblings",
            "Read that one again, ends cleaned, at the same temperature. Still off: it is on its "
            "way out, whatever its band says.",
            side=side,
            explanation=[f"{said(row)}; the median is {line.result.split(',')[0][7:]}." for row in off],
        ),
        (line,),
    )


def _pair(
    rows: list[Row],
    first: Row,
    values: tuple[float, ...],
    u: float,
    verdict: Verdict,
    unit: str,
) -> tuple[Verdict, tuple[WorkingLine, ...]]:
    band = first.rail.band
    differs = pair_differs(values[0], values[1], u, band.half_width)
    line = WorkingLine(
        label="The two against each other",
        result=f"{quantity(abs(values[0] - values[1]), unit, 2)} apart",
        formula="|R₁ − R₂| against √2 · U + half the band",
        figures=f"{quantity(2**0.5 * u + band.half_width, unit, 2)} is allowed",
        source="two have no majority: a third would say which one is off",
    )
    if differs and verdict.state is State.WITHIN:
        verdict.state = State.WATCH
        verdict.headline = "Watch: inside the band, but the two are far apart"
        verdict.next_step = "Measure a third: two that differ do not say which one is off."
    return verdict, (line,)
