"""The leak-down of a valve, or of a row of equal ones: does it hold shut, does it pass driven?"""

from __future__ import annotations

from statistics import median
from typing import Any, ClassVar, Literal

from pydantic import Field, model_validator

from hembit_core.conformity.bands import Band
from hembit_core.conformity.budget import Budget
from hembit_core.conformity.missing import Lacking
from hembit_core.conformity.placing import Placed
from hembit_core.conformity.states import DecisionRule, Side, State
from hembit_core.conformity.uncertainty import combined, rectangular
from hembit_core.errors import InputError
from hembit_core.families.declared import Family
from hembit_core.families.solenoid_valve.spec import SolenoidValve
from hembit_core.judging.codes import Code
from hembit_core.judging.expect import expect
from hembit_core.judging.judgement import Expectation, Judgement, Mark, Probes, Row
from hembit_core.judging.measurand import Measurand, Role, Step
from hembit_core.judging.ohms.several_figures import RowDue, deciding_rail, verdict_of_rows
from hembit_core.judging.ohms.siblings import compare_siblings
from hembit_core.judging.verdict import Verdict, measured_value
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.figures import FigureText, Seconds
from hembit_core.model import Model
from hembit_core.notation import fixed, plain
from hembit_core.rules.values import Rules
from hembit_core.working import WorkingLine

_NO_LIMITS = "no limits are given"


class Port(Model):
    """One valve: its port was filled and shut, then driven.

    ``seconds`` is what it took to drain while driven, "stays" where it did not. ``shut`` says
    whether it held before that.
    """

    shut: Literal["not_tried", "holds", "drains"] = "not_tried"
    driven: Literal["drains", "stays"] = "drains"
    seconds: Seconds | None = None

    @model_validator(mode="before")
    @classmethod
    def _stays_is_no_time(cls, given: Any) -> Any:
        if isinstance(given, dict) and given.get("seconds") == "stays":
            return {**given, "driven": "stays", "seconds": None}
        return given


class LeakDown(Model):
    """One valve, or a row of equal ones, each filled alike."""

    about: ClassVar = Measurand(
        "Leak-down",
        Step.ACTUATE,
        "either",
        6,
        Role.TIGHT,
        Probes(
            drawing="leak_down",
            first="its port filled with the test fluid, shut",
            second="a stopwatch, from the moment it is driven",
            disconnect="lines relieved; driven from its own driver or a bench supply",
        ),
        by_meter=False,
    )
    measurand: Literal["leak_down"] = "leak_down"
    valves: tuple[Port, ...] = Field(min_length=1, max_length=24)


def _band(spec: SolenoidValve) -> Band:
    if not spec.has_limits:
        return Band(lower=0.0)
    return Band(
        lower=spec.drain_least.value if spec.drain_least else None,
        upper=spec.drain_most.value if spec.drain_most else None,
    )


def expectations(spec: SolenoidValve, conditions: Conditions) -> tuple[Expectation, ...]:
    """Holds while shut; drains in its time while driven."""
    due = RowDue("valve_1", "the valve", _band(spec), "s", 2)
    return (
        expect(
            LeakDown,
            due.empty().rail,
            text=due.empty().due if spec.has_limits else "holds shut, drains driven",
            detail="all alike in a row" if not spec.has_limits else "to drain, driven; shut it holds",
            overflow_means="it stays while driven: stuck, or starved",
            zero_means="it drains while shut: it leaks",
            policy=()
            if spec.has_limits
            else ("no limits given: a row of equal valves is compared with its median",),
            topics=("low_voltage",),
            digits=2,
        ),
    )


def judge(
    spec: SolenoidValve, reading: LeakDown, conditions: Conditions, rule: DecisionRule
) -> Judgement:
    """Judge each valve by what it did and by its time, then against its siblings.

    Without limits a time alone says nothing: agreeing siblings stay undecided, an odd one is watch.

    Raises
    ------
    InputError
        If a valve that drained has no time.
    """
    rules = conditions.rules
    rows: list[Row] = []
    places: dict[str, Placed] = {}
    for place, port in enumerate(reading.valves, start=1):
        row, placed = _row(spec, port, place, len(reading.valves), rules)
        rows.append(row)
        if placed:
            places[row.key] = placed
    told = tuple(rows)
    verdict = verdict_of_rows(
        told,
        lambda row: (
            "Time it again, filled alike."
            if row.side is None
            else "Clean it and its filter; time it again."
        ),
        "It holds and it passes: look at what it feeds.",
        places=places,
    )
    verdict = _plain(told, reading) or verdict
    lines: tuple[WorkingLine, ...] = ()
    if verdict.state is State.WITHIN:
        verdict, lines, told = _compared(spec, told, reading, rules, verdict)
    if verdict.state is State.WITHIN:
        verdict.code = Code.VALVE_WORKS
        verdict = _shut_untried(reading) or verdict
    return verdict.build(
        expectations(spec, conditions)[0],
        rule,
        rail=deciding_rail(told),
        read_as=tuple(f"{one.seconds.text} s" if one.seconds else one.driven for one in reading.valves),
        value=told[0].value if len(told) == 1 else None,
        working=lines,
        policy=(f"a stopwatch by hand: ±{plain(rules.stopwatch_limit_s)} s",),
        rows=told,
    )


def _standard(seconds: FigureText, rules: Rules) -> float:
    """Standard uncertainty of a time by hand [s]: the thumb, and half a digit."""
    return combined(rectangular(rules.stopwatch_limit_s), rectangular(seconds.step / 2))


def _row(
    spec: SolenoidValve, port: Port, place: int, count: int, rules: Rules
) -> tuple[Row, Placed | None]:
    name = "the valve" if count == 1 else f"number {place}"
    due = RowDue(f"valve_{place}", name, _band(spec), "s", 2)
    if port.shut == "drains":
        return due.stated(State.OUTSIDE, Side.LOW), None
    if port.driven == "stays":
        return due.stated(State.OUTSIDE, Side.HIGH), None
    if port.seconds is None:
        raise InputError("It drained: give the seconds it took, or say that it stays.").at(
            f"reading.valves.{place - 1}.seconds"
        )
    if port.seconds.value <= 0:
        raise InputError("Nothing drains in no time: did it drain while shut? Then say so.").at(
            f"reading.valves.{place - 1}.seconds"
        )
    standard = _standard(port.seconds, rules)
    if spec.has_limits:
        return due.place(port.seconds.value, Budget.of(gauge=standard))
    value = measured_value(port.seconds.value, 2 * standard, "s")
    row = due.empty()
    marks = {"corrected": Mark(value=value.value, label=value.text), "expanded": value.expanded}
    rail = row.rail.model_copy(update=marks)
    told = {"value": value, "due": "no limits given", "rail": rail}
    return row.model_copy(update=told), None


def _numbers(places: list[int], count: int) -> str:
    return "the valve" if count == 1 else f"number {', '.join(str(one) for one in places)}"


def _plain(rows: tuple[Row, ...], reading: LeakDown) -> Verdict | None:
    """Draining while shut, or staying while driven, is said before any time."""
    count = len(rows)
    drains = [place for place, one in enumerate(reading.valves, start=1) if one.shut == "drains"]
    stays = [place for place, one in enumerate(reading.valves, start=1) if one.driven == "stays"]
    if drains:
        return Verdict(
            Code.DRAINS_WHILE_SHUT,
            State.OUTSIDE,
            f"Outside: it drains while shut, {_numbers(drains, count)}",
            "It leaks: dirt on the seat or a worn seal. Clean it; still so: replace it.",
            side=Side.LOW,
        )
    if stays:
        return Verdict(
            Code.STAYS_WHILE_DRIVEN,
            State.OUTSIDE,
            f"Outside: it stays while driven, {_numbers(stays, count)}",
            "Stuck or starved: is it driven, does it click? Then its filter and its seat, before the "
            "coil.",
            side=Side.HIGH,
        )
    return None


def _shut_untried(reading: LeakDown) -> Verdict | None:
    if all(one.shut == "holds" for one in reading.valves):
        return None
    said = "whether it holds while shut was not tried"
    return Verdict(
        Code.VALVE_WORKS,
        State.NOT_COMPARABLE,
        "Not comparable: it drains in its time, and shut was not tried",
        "Fill it, leave it shut for as long, and see whether it holds.",
        undecided_by=(Lacking.SHUT,),
        unsettled=said,
    )


def _compared(
    spec: SolenoidValve, rows: tuple[Row, ...], reading: LeakDown, rules: Rules, verdict: Verdict
) -> tuple[Verdict, tuple[WorkingLine, ...], tuple[Row, ...]]:
    """Against the siblings' median, for three or more; the odd ones are watch."""
    timed = [one.seconds for one in reading.valves if one.seconds]
    if len(timed) < 3:
        if spec.has_limits:
            return verdict, (), rows
        return _alone("a time without limits or siblings says nothing"), (), rows
    values = tuple(one.value for one in timed)
    standard = max(_standard(one, rules) for one in timed)
    middle = median(values)
    found = compare_siblings(values, standard, rules.sibling_spread["solenoid_valve"] * middle)
    line = WorkingLine(
        key="siblings",
        label="Among siblings",
        result=f"median {fixed(middle, 1)} s, up to {fixed(found.allowed, 1)} s away is alike",
        figures="off: " + _numbers([one + 1 for one in found.off], len(values))
        if found.off
        else "none is off",
        source="ISO 13528, C.5; factors by the size of the set",
        value=middle,
        unit="s",
    )
    if not spec.has_limits:
        rows = _beside_the_median(rows, middle, found.allowed)
    if not found.off:
        agrees = "agrees with its siblings, nothing else known"
        return verdict if spec.has_limits else _alone(agrees), (line,), rows
    off = [one + 1 for one in found.off]
    side = Side.HIGH if values[found.off[0]] > middle else Side.LOW
    watch = Verdict(
        Code.OFF_FROM_SIBLINGS,
        State.WATCH,
        f"Watch, {side}: {_numbers(off, len(values))} off from its siblings",
        "Clean that one and its filter, and time it again.",
        side=side,
        explanation=[f"The median is {fixed(middle, 1)} s."],
        unsettled=None if spec.has_limits else _NO_LIMITS,
        undecided_by=verdict.undecided_by if spec.has_limits else (Lacking.LIMITS,),
        pattern="off:" + ",".join(str(one) for one in off),
    )
    odd = {"state": State.WATCH, "side": side}
    told = tuple(
        row.model_copy(update=odd) if place in off else row for place, row in enumerate(rows, start=1)
    )
    return watch, (line,), told


def _beside_the_median(rows: tuple[Row, ...], middle: float, allowed: float) -> tuple[Row, ...]:
    """The rows on the rail of what counts as alike: no limit of the valve, a place among siblings."""
    alike = Band(lower=middle - allowed, upper=middle + allowed, nominal=middle)
    due = f"{fixed(middle, 1)} s is the median"
    return tuple(
        row.model_copy(update={"due": due, "rail": row.rail.model_copy(update={"band": alike})})
        for row in rows
    )


def _alone(said: str) -> Verdict:
    return Verdict(
        Code.PLACED,
        State.NOT_COMPARABLE,
        f"Not comparable: {said}",
        "Give the least and the most it may take, or time it against equal ones.",
        undecided_by=(Lacking.LIMITS,),
        unsettled=_NO_LIMITS,
    )


DECLARED = (Family(SolenoidValve, (LeakDown,), expectations, judge),)
