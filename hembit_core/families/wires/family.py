"""A wire's two ends under voltage: what is lost between the source and the part."""

from __future__ import annotations

from functools import partial
from typing import ClassVar, Literal

from pydantic import Field

from hembit_core.conformity.bands import Band
from hembit_core.conformity.budget import Budget
from hembit_core.conformity.missing import Lacking
from hembit_core.conformity.placing import Placed
from hembit_core.conformity.states import DecisionRule, State
from hembit_core.conformity.uncertainty import combined
from hembit_core.errors import InputError
from hembit_core.families.declared import Family
from hembit_core.families.wires.spec import Wires
from hembit_core.judging.closing_lines import meter_policy
from hembit_core.judging.codes import Code
from hembit_core.judging.expect import expect
from hembit_core.judging.judgement import Expectation, Judgement, Probes, Row
from hembit_core.judging.measurand import Measurand, Role, Step
from hembit_core.judging.ohms.several_figures import RowDue, deciding_rail, verdict_of_rows
from hembit_core.judging.settling import settles_of, to_settle
from hembit_core.judging.verdict import Verdict
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.display import Function
from hembit_core.measuring.meter_figures import MeterFigure, meter_figure
from hembit_core.measuring.resistance_reading import Answers, DisplayText
from hembit_core.model import Model
from hembit_core.notation import measured, plain
from hembit_core.rules.values import Rules
from hembit_core.working import WorkingLine

_CLEAN = "Clean its joints, plug and crimps, and read again before any part is replaced."


class WireEnd(Model):
    """One wire: volts at the source's end and at the part's, to one reference; or along it."""

    at_source: DisplayText | None = None
    at_part: DisplayText | None = None
    along: DisplayText | None = None


class WireEnds(Model):
    """Both ends of each wire, in the spec's order, with everything plugged in and running.

    ``loaded`` says that its current flows: with the plug off a bad joint shows full volts.
    """

    about: ClassVar = Measurand(
        "Both ends of each wire",
        Step.LIVE,
        "live",
        6,
        Role.WIRE,
        Probes(
            drawing="wire_ends",
            first="each end of the wire, at the pin's back",
            second="one reference, the same all along",
            disconnect="nothing: plugged in and running",
        ),
    )
    measurand: Literal["wire_ends"] = "wire_ends"
    ends: tuple[WireEnd, ...] = Field(min_length=1, max_length=12)
    loaded: Literal["yes", "no"] | None = None
    answers: Answers = {}


def _limit(spec: Wires, rules: Rules) -> float:
    share = spec.drop.value / 100 if spec.drop else rules.wire_drop_share
    return share * spec.voltage.value


def _due(spec: Wires, rules: Rules) -> tuple[RowDue, ...]:
    band = Band(upper=_limit(spec, rules))
    return tuple(
        RowDue(f"wire_{place}", name, band, "V", 2) for place, name in enumerate(spec.wires, start=1)
    )


def expectations(spec: Wires, conditions: Conditions) -> tuple[Expectation, ...]:
    """What may be lost along each wire."""
    rules = conditions.rules
    rows = _due(spec, rules)
    whose = "as given" if spec.drop else rules.said("wire_drop_share")
    return (
        expect(
            WireEnds,
            rows[0].empty().rail,
            text=f"up to {rows[0].empty().due.removeprefix('up to ')} along each",
            detail="its two ends agree while its current flows",
            overflow_means="take a higher range",
            zero_means="no volts at all, or switched off",
            policy=(f"each wire may lose {plain(_limit(spec, conditions.rules), 2)} V ({whose})",),
            rows=tuple(row.empty() for row in rows),
        ),
    )


def judge(spec: Wires, reading: WireEnds, conditions: Conditions, rule: DecisionRule) -> Judgement:
    """Judge what is lost along each wire, the volts along it before the difference of its ends.

    ΔU = |U_source − U_part|. Read on one range, the meter's gain error is common to both ends and
    counts for the difference alone.

    Raises
    ------
    InputError
        If a display cannot be used, or nothing was read.

    References
    ----------
    JCGM 100:2008, 5.2.2 (correlated inputs) and 5.1.2.
    """
    if len(reading.ends) > len(spec.wires):
        raise InputError("More wires were read than the spec names. Name them all.").at("reading.ends")
    rows: list[Row] = []
    places: dict[str, Placed] = {}
    lines: list[WorkingLine] = []
    read_as: list[str] = []
    figures: list[MeterFigure] = []
    for place, due in enumerate(_due(spec, conditions.rules)):
        end = reading.ends[place] if place < len(reading.ends) else WireEnd()
        read = _read(end, place, reading, conditions)
        if not read:
            rows.append(due.empty())
            continue
        value, budget, how = _lost(read)
        row, placed = due.place(value, budget)
        rows.append(row)
        places[row.key] = placed
        figures += read.values()
        read_as += [one.display.read_as for one in read.values()]
        lines.append(_line(due.label, value, budget, how))
    if not places:
        raise InputError("Nothing is read yet. Read both ends of a wire, or along it.").at(
            "reading.ends.0.at_source"
        )
    told = tuple(rows)
    return _verdict(told, places, reading, conditions, figures).build(
        expectations(spec, conditions)[0],
        rule,
        rail=deciding_rail(tuple(row for row in told if row.state)),
        read_as=tuple(read_as),
        working=tuple(lines),
        policy=meter_policy(conditions.meter),
        rows=told,
    )


def _read(
    end: WireEnd, place: int, reading: WireEnds, conditions: Conditions
) -> dict[str, MeterFigure]:
    figure = partial(
        meter_figure, function=Function.VOLTAGE, answers=reading.answers, meter=conditions.meter
    )
    texts = {name: getattr(end, name) for name in ("at_source", "at_part", "along")}
    given = {name: text for name, text in texts.items() if text and text.strip()}
    if "along" not in given and len(given) == 1:
        lacks = "at_part" if "at_source" in given else "at_source"
        raise InputError("One end says nothing. Read the other to the same reference.").at(
            f"reading.ends.{place}.{lacks}"
        )
    return {
        name: figure(text, field=f"ends.{place}.{name}", signed=True) for name, text in given.items()
    }


def _lost(read: dict[str, MeterFigure]) -> tuple[float, Budget, str]:
    """Volts lost along the wire [V], by what was read directly before the difference."""
    if "along" in read:
        along = read["along"]
        return abs(along.value), Budget.of(meter=along.standard), f"along it {along.shown}"
    source, part = read["at_source"], read["at_part"]
    lost = source.value - part.value
    how = f"|{source.shown} − {part.shown}|"
    if source.display.step != part.display.step:
        return abs(lost), Budget.of(meter=combined(source.standard, part.standard)), how
    gain = source.gain / abs(source.value) * abs(lost) if source.value else 0.0
    return abs(lost), Budget.of(meter=combined(source.digits, part.digits, gain)), f"{how}, one range"


def _line(name: str, value: float, budget: Budget, how: str) -> WorkingLine:
    return WorkingLine(
        key="wire",
        label=f"Lost along {name}",
        result=measured(value, budget.expanded, "V"),
        formula="ΔU = |U_source − U_part|",
        figures=how,
        source="Kirchhoff's voltage law; JCGM 100, 5.2.2",
        value=value,
        unit="V",
    )


def _verdict(
    rows: tuple[Row, ...],
    places: dict[str, Placed],
    reading: WireEnds,
    conditions: Conditions,
    figures: list[MeterFigure],
) -> Verdict:
    read = tuple(row for row in rows if row.state)
    worst = min(places.values(), key=lambda one: one.ratio)
    ways = settles_of(worst, conditions.meter, figures[0].display)
    verdict = verdict_of_rows(
        read,
        lambda row: _CLEAN if row.state is State.OUTSIDE else to_settle(ways),
        "The wires bring it: look at the part.",
        places=places,
    )
    lossy = [row.label for row in read if row.state is State.OUTSIDE]
    if lossy:
        verdict.code = Code.WIRE_DROPS
        verdict.headline = f"Outside, high: lost along {' and '.join(lossy)}"
        return verdict
    unread = [row.label for row in rows if row.state is None]
    if reading.loaded == "yes" and unread and verdict.state in (State.WITHIN, State.JUST_WITHIN):
        verdict.code, verdict.undecided_by = Code.NOT_ALL_READ, ("not_every_wire",)
        verdict.headline = f"{verdict.state.capitalize()}, as far as it was read"
        verdict.next_step = f"Read both ends of {' and '.join(unread)} too."
        verdict.unsettled = "not every wire was read"
        return verdict
    if reading.loaded == "yes":
        verdict.code = Code.WIRES_HOLD if verdict.state is State.WITHIN else verdict.code
        return verdict
    said = "its plug was off" if reading.loaded == "no" else "whether its current flowed was not said"
    agree = verdict.state in (State.WITHIN, State.JUST_WITHIN)
    told = [f"The ends agree, but {said}."] if agree else [*verdict.explanation, f"And {said}."]
    return Verdict(
        Code.WIRES_UNLOADED,
        State.NOT_COMPARABLE,
        "Not comparable: without its current a bad joint shows full volts",
        "Plug it in, switch it on, and read both ends again while its current flows.",
        explanation=told,
        undecided_by=(Lacking.LOAD,),
        unsettled=said,
    )


DECLARED = (Family(Wires, (WireEnds,), expectations, judge),)
