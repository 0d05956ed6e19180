"""Parts of one type in a row: each by its spec, then against their median."""

from __future__ import annotations

from dataclasses import replace
from statistics import median
from typing import ClassVar, Literal

from pydantic import Field

from hembit_core.conformity.missing import Lacking
from hembit_core.conformity.states import DecisionRule, Side, State
from hembit_core.families.any_ohms.single import Single
from hembit_core.judging.codes import Code
from hembit_core.judging.expect import measurand_of
from hembit_core.judging.judgement import Expectation, Judgement, Probes, Row
from hembit_core.judging.measurand import Measurand, Role, Step
from hembit_core.judging.ohms.several_figures import deciding_rail, row_of, said, verdict_of_rows
from hembit_core.judging.ohms.siblings import compare_siblings, pair_differs
from hembit_core.judging.several import judge_field
from hembit_core.judging.verdict import Verdict
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.resistance_reading import DisplayText, HowTaken
from hembit_core.notation import quantity
from hembit_core.working import WorkingLine

_AGAIN = (
    "Read that one again, ends cleaned, at the same temperature. Still off: it is on its "
    "way out, whatever its band says."
)


class Siblings(HowTaken):
    """Displays of two or more parts of one type, all at one temperature, all measured alike."""

    about: ClassVar = Measurand(
        "Siblings in a row",
        Step.MEASURE,
        "dead",
        8,
        Role.COMPARES,
        Probes(
            drawing="resistive",
            first="one end of each in turn",
            second="its other end",
            disconnect="all alike, at one temperature",
        ),
        side=True,
    )
    measurand: Literal["siblings"] = "siblings"
    displays: tuple[DisplayText, ...] = Field(min_length=2, max_length=24)


def siblings_expectation(single: Expectation) -> Expectation:
    """As for one part, several in a row."""
    return single.model_copy(
        update={
            "measurand": measurand_of(Siblings),
            "title": Siblings.about.title,
            "text": f"each {single.text}",
            "detail": "and all alike: siblings at one temperature agree far better than their band",
            "rows": (),
            "plot": None,
        }
    )


def judge_siblings(
    reading: Siblings, single: Single, conditions: Conditions, rule: DecisionRule
) -> Judgement:
    """Judge each part by its spec, then find those that are off from the rest.

    Three or more: by the distance from their median, see ``compare_siblings``. Two: their
    difference against U and the band. In circuit, or with the leads not taken off, all shift
    alike, and the comparison still holds; what each may claim alone stays as it is.

    Raises
    ------
    InputError
        If a display, the leads or the range cannot be used.
    """
    found = [
        judge_field(reading, f"displays.{place}", text, single.kind, single.judge)
        for place, text in enumerate(reading.displays)
    ]
    rows = tuple(
        row_of(f"number_{place}", f"number {place}", one) for place, one in enumerate(found, start=1)
    )
    steps = {row.key: one.next_step for row, one in zip(rows, found, strict=True)}

    def named(worst: Row) -> str:
        alike = [row for row in rows if row.state is worst.state]
        return _named(alike) if worst.state is not State.WITHIN else worst.label

    verdict = verdict_of_rows(
        rows, lambda row: steps[row.key], "All alike, and each within its band.", named
    )
    verdict.questions = [question for one in found for question in one.questions]
    lines: tuple[WorkingLine, ...] = ()
    if not verdict.questions:
        verdict, lines = _compared(rows, single, conditions, verdict)
    return verdict.build(
        siblings_expectation(single.expectation),
        rule,
        rail=deciding_rail(rows),
        read_as=tuple(text for one in found for text in one.read_as),
        working=lines,
        policy=("siblings: by U, their usual spread and this set's own scatter, by its size",),
        rows=rows,
    )


def _named(rows: list[Row]) -> str:
    """``numbers 2, 5``, or ``number 4``."""
    places = ", ".join(row.key.rpartition("_")[2] for row in rows)
    return f"numbers {places}" if len(rows) > 1 else f"number {places}"


def _compared(
    rows: tuple[Row, ...], single: Single, conditions: Conditions, verdict: Verdict
) -> tuple[Verdict, tuple[WorkingLine, ...]]:
    """The comparison among those that read a figure, and what it adds to the verdict."""
    units = {row.value.unit for row in rows if row.value}
    read = [(row, row.value) for row in rows if row.value is not None]
    if len(read) < 2 or len(units) > 1:
        return verdict, ()
    unit = read[0][1].unit
    difference = "K" if unit == "°C" else unit
    values = tuple(value.value for _, value in read)
    u = max(value.expanded for _, value in read)
    spread = single.usual_spread(conditions.rules, median(values))
    if len(read) == 2:
        half = 2 * spread if single.nothing_known else read[0][0].rail.band.half_width
        return _pair(values, u, half, single.nothing_known, verdict, difference)
    comparison = compare_siblings(values, u / 2, spread)
    off = [read[place][0] for place in comparison.off]
    line = WorkingLine(
        key="siblings",
        label="Among siblings",
        result=f"median {quantity(comparison.median, unit, 4)}, "
        f"up to {quantity(comparison.allowed, difference, 2)} away is alike",
        formula="|R − median| against k · max(u, usual spread), and this set's own scatter",
        figures=f"off: {_named(off)}" if off else "none is off",
        source="ISO 13528, C.5 and deleted residuals; factors by the size of the set",
        value=comparison.median,
        unit=unit,
    )
    if not off:
        return (_alike(verdict) if single.nothing_known else verdict), (line,)
    verdict.pattern = "off:" + ",".join(row.key.rpartition("_")[2] for row in off)
    sentence = f"Off from its siblings: {_named(off)}."
    if verdict.state not in (State.WITHIN, State.WATCH) and not _only_unknown(rows, single):
        verdict.explanation.append(sentence)
        if verdict.state is State.JUST_WITHIN:
            verdict.code = Code.OFF_FROM_SIBLINGS
        return verdict, (line,)
    side = Side.HIGH if (off[0].value and off[0].value.value > comparison.median) else Side.LOW
    middle = quantity(comparison.median, unit, 4)
    return (
        Verdict(
            Code.OFF_FROM_SIBLINGS,
            State.WATCH,
            f"Watch, {side}: {'' if single.nothing_known else 'inside its band, but '}{_named(off)} "
            f"{'is' if len(off) == 1 else 'are'} off from its siblings",
            _AGAIN,
            side=side,
            explanation=[
                f"{_figure(row) if single.nothing_known else said(row)}; the median is {middle}."
                for row in off
            ],
            undecided_by=verdict.undecided_by,
            unsettled=verdict.unsettled,
            pattern=verdict.pattern,
        ),
        (line,),
    )


def _figure(row: Row) -> str:
    return f"{row.label} reads {row.value.text if row.value else 'nothing'}"


def _only_unknown(rows: tuple[Row, ...], single: Single) -> bool:
    """Whether all that is open about each of them is that no figure is known."""
    return single.nothing_known and all(row.undecided_by == (Lacking.FIGURES,) for row in rows)


def _alike(verdict: Verdict) -> Verdict:
    """Parts without figures that agree: that is all that is known, and it decides nothing."""
    if verdict.undecided_by != (Lacking.FIGURES,):
        return verdict
    return replace(
        verdict,
        code=Code.NOTHING_ELSE_KNOWN,
        headline="They agree with each other; nothing else is known",
        next_step="Equal parts seldom fail alike, but they may: find what the maker says.",
    )


def _pair(
    values: tuple[float, ...], u: float, half: float, unknown: bool, verdict: Verdict, unit: str
) -> tuple[Verdict, tuple[WorkingLine, ...]]:
    differs = pair_differs(values[0], values[1], u, half)
    line = WorkingLine(
        key="pair",
        label="The two against each other",
        result=f"{quantity(abs(values[0] - values[1]), unit, 2)} apart",
        formula="|R₁ − R₂| against √2 · U + "
        + ("twice the usual spread" if unknown else "half the band"),
        figures=f"{quantity(2**0.5 * u + half, unit, 2)} is allowed",
        source="two have no majority: a third would say which one is off",
    )
    if unknown and not differs:
        return _alike(verdict), (line,)
    if differs and (verdict.state is State.WITHIN or verdict.undecided_by == (Lacking.FIGURES,)):
        verdict.code, verdict.state = Code.PAIR_APART, State.WATCH
        inside = "" if unknown else "inside the band, but "
        verdict.headline = f"Watch: {inside}the two are far apart"
        verdict.next_step = "Measure a third: two that differ do not say which one is off."
    return verdict, (line,)
