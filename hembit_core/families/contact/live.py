"""A contact under voltage: volts across it mean something only beside those across the load."""

from __future__ import annotations

from functools import partial
from typing import ClassVar, Literal

from hembit_core.conformity.bands import Band
from hembit_core.conformity.states import DecisionRule, Side, State
from hembit_core.errors import InputError
from hembit_core.families.contact.live_words import closed_verdict, neither_verdict, open_verdict
from hembit_core.families.contact.spec import Contact
from hembit_core.judging.closing_lines import meter_policy
from hembit_core.judging.codes import Code
from hembit_core.judging.expect import expect
from hembit_core.judging.judgement import Expectation, Gate, Judgement, Mark, Probes, Row, rail_of
from hembit_core.judging.measurand import Measurand, Role, Step
from hembit_core.judging.verdict import Verdict, measured_value
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.display import Function
from hembit_core.measuring.meter_figures import MeterFigure, meter_figure
from hembit_core.measuring.resistance_reading import Answers, DisplayText
from hembit_core.model import Model
from hembit_core.notation import plain
from hembit_core.working import WorkingLine


class ContactVolts(Model):
    """Volts across the contact, across its load, and amps if clamped.

    ``load`` may be left out, or be read from the supply to the contact's far
    side (``load_is`` "far_side"): without it 0 V across proves nothing. ``should_be`` is its
    state at rest where it was not said.
    """

    about: ClassVar = Measurand(
        "Volts across it",
        Step.LIVE,
        "live",
        4,
        Role.WORKING,
        Probes(
            drawing="contact_volts",
            first="one side of the contact",
            second="the other; then across the load",
            disconnect="nothing: under load, covers back where they can be",
        ),
    )
    measurand: Literal["contact_volts"] = "contact_volts"
    across: DisplayText
    load: DisplayText | None = None
    load_is: Literal["load", "far_side"] = "load"
    current: DisplayText | None = None
    should_be: Literal["closed", "open"] | None = None
    answers: Answers = {}


def live_expectation(spec: Contact, conditions: Conditions) -> Expectation | None:
    """What to expect live; None where the supply is not known."""
    if conditions.supply is None:
        return None
    volts, rules = conditions.supply.value, conditions.rules
    band = Band(upper=rules.volts_none_share * volts)
    gate = Gate(key="full", label=f"{plain(volts)} V", due=False)
    return expect(
        ContactVolts,
        rail_of(band, "V", 3, None, gate),
        text=f"about 0 V closed, {plain(volts)} V open",
        detail=f"only with {plain(volts)} V across the load at the same time is 0 V a closed contact",
        overflow_means="take a higher range",
        zero_means="closed, or nothing is supplied: read the load too",
        policy=(
            f"full from {plain(100 * rules.volts_full_share)} %, none up to "
            f"{plain(100 * rules.volts_none_share)} % of the supply",
        ),
    )


def judge_volts(
    spec: Contact, reading: ContactVolts, conditions: Conditions, rule: DecisionRule
) -> Judgement:
    """Judge a contact by the volts across it and across its load.

    Millivolts across a closed contact under a known current give its resistance,
    R = U / I, which is placed by the spec's closed limit.

    Raises
    ------
    InputError
        If a display cannot be used, or the supply is not given.
    """
    expectation = live_expectation(spec, conditions)
    if expectation is None or conditions.supply is None:
        raise InputError("Volts across a contact need the supply they belong to. Give it.").at(
            "conditions.supply"
        )
    figure = partial(meter_figure, answers=reading.answers, meter=conditions.meter)
    across = figure(reading.across, Function.VOLTAGE, field="across")
    load = amps = None
    if reading.load and reading.load.strip():
        load = figure(reading.load, Function.VOLTAGE, field="load")
    if reading.current and reading.current.strip():
        amps = figure(reading.current, Function.CURRENT, field="current")
    full = conditions.rules.volts_full_share * conditions.supply.value
    if (reading.should_be or spec.rests) == "open":  # another question, and another band
        due = Gate(key="full", label=f"{conditions.supply.told}", due=True)
        rail = rail_of(Band(lower=full), "V", 3, None, due)
        expectation = expectation.model_copy(update={"rail": rail})
    value = measured_value(across.value, across.expanded, "V")
    verdict, rows, lines = _verdict(spec, reading, across, load, amps, conditions)
    marks = {
        "corrected": Mark(value=across.value, label=value.text),
        "expanded": value.expanded,
    }
    return verdict.build(
        expectation,
        rule,
        rail=expectation.rail.with_gate("high", across.value >= full).model_copy(update=marks),
        read_as=tuple(one.display.read_as for one in (across, load, amps) if one),
        value=value,
        working=(across.line("Meter, across"), *lines),
        policy=meter_policy(conditions.meter),
        rows=rows,
    )


def _verdict(
    spec: Contact,
    reading: ContactVolts,
    across: MeterFigure,
    load: MeterFigure | None,
    amps: MeterFigure | None,
    conditions: Conditions,
) -> tuple[Verdict, tuple[Row, ...], tuple[WorkingLine, ...]]:
    assert conditions.supply is not None
    supply, rules = conditions.supply.value, conditions.rules
    full, none = rules.volts_full_share * supply, rules.volts_none_share * supply
    should_be = reading.should_be or spec.rests
    seen = f"{across.shown} across it"
    if load:
        place = "across the load" if reading.load_is == "load" else "from supply to its far side"
        seen += f", {load.shown} {place}"
    if across.value - across.expanded > (1 + rules.supply_tolerance) * supply:
        too_many = Verdict(
            Code.WRONG_SUPPLY,
            State.NOT_COMPARABLE,
            f"Not comparable: more volts across it than its {plain(supply)} V supply has",
            "Make it dead and look at its wires: another leg or another supply reaches one side of it.",
            side=Side.HIGH,
            explanation=[f"{seen}."],
        )
        return too_many, (), ()
    if across.value >= full:
        at_once = load is not None and load.value >= full
        return open_verdict(should_be, seen, at_once=at_once), (), ()
    if across.value > max(none, across.expanded):
        return neither_verdict(seen, across.value, supply, conditions), (), ()
    if load is None or load.value < full:
        nothing = Verdict(
            Code.CONTACT_PROVES_NOTHING,
            State.NOT_COMPARABLE,
            "Not comparable: 0 V across it proves nothing here",
            "Read across the load, or from the supply to the contact's far side: only full volts "
            "there, at this moment, make 0 V a closed contact.",
            side=Side.LOW,
            explanation=[f"{seen}. Two points of one wire, or no supply, show 0 V as well."],
        )
        return nothing, (), ()
    return closed_verdict(spec, should_be, across, amps, seen, conditions)
