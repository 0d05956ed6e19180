"""At what temperature a contact opens and closes, warmed with a thermometer beside it."""

from __future__ import annotations

from typing import ClassVar, Literal

from hembit_core.conformity.bands import Band
from hembit_core.conformity.budget import Budget
from hembit_core.conformity.states import DecisionRule, Side, State
from hembit_core.conformity.uncertainty import expanded
from hembit_core.errors import InputError
from hembit_core.families.contact.spec import Contact
from hembit_core.judging.codes import Code
from hembit_core.judging.expect import expect
from hembit_core.judging.judgement import Expectation, Judgement, Probes
from hembit_core.judging.measurand import Measurand, Role, Step
from hembit_core.judging.ohms.several_figures import RowDue, deciding_rail, verdict_of_rows
from hembit_core.judging.verdict import Verdict
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.figures import Temperature
from hembit_core.model import Model
from hembit_core.notation import plain
from hembit_core.rules.values import Rules
from hembit_core.working import WorkingLine

_NEXT = (
    "Was it warmed slowly, the thermometer on its face? Once more; then replace it. One stuck closed "
    "passes every cold test."
)


class ContactSwitching(Model):
    """Temperatures [°C] at which it opened and closed again; ``stayed`` if it never changed."""

    about: ClassVar = Measurand(
        "Where it switches",
        Step.ACTUATE,
        "dead",
        15,
        Role.OPENS,
        Probes(
            drawing="contact_switching",
            first="one terminal",
            second="the other, on ohms or the buzzer",
            disconnect="out, or one wire lifted; warm it slowly, thermometer on its face",
        ),
        side=True,
    )
    measurand: Literal["contact_switching"] = "contact_switching"
    opened_at: Temperature | None = None
    closed_at: Temperature | None = None
    stayed: Literal["no", "closed", "open"] = "no"
    answers: dict[str, str] = {}


def switching_expectation(spec: Contact, rules: Rules) -> Expectation | None:
    """Where it should open and close; None where the spec does not say."""
    due = _due(spec, rules)
    if not due:
        return None
    rows = tuple(one.empty() for one in due.values())
    given = "as given" if spec.switching_tolerance else rules.said("switching_tolerance_K")
    return expect(
        ContactSwitching,
        rows[0].rail,
        text="  ·  ".join(f"{row.label} {row.due}" for row in rows),
        detail="it must change, with a click, both ways",
        overflow_means="open",
        zero_means="closed",
        policy=(f"setting ±{plain(_tolerance(spec, rules))} K ({given})",),
        rows=rows,
        topics=("ohms",),
    )


def _tolerance(spec: Contact, rules: Rules) -> float:
    given = spec.switching_tolerance
    return given.value if given else rules.switching_tolerance_K


def _due(spec: Contact, rules: Rules) -> dict[str, RowDue]:
    width = _tolerance(spec, rules)
    settings = {"opened_at": ("opens at", spec.opens_at), "closed_at": ("closes at", spec.closes_at)}
    return {
        name: RowDue(
            name,
            label,
            Band(lower=one.value - width, upper=one.value + width, nominal=one.value),
            "°C",
            3,
        )
        for name, (label, one) in settings.items()
        if one
    }


def judge_switching(
    spec: Contact, reading: ContactSwitching, conditions: Conditions, rule: DecisionRule
) -> Judgement:
    """Judge where the contact switched, by its setting ± tolerance.

    Raises
    ------
    InputError
        If the spec has no settings, or nothing was read.
    """
    expectation = switching_expectation(spec, conditions.rules)
    if expectation is None:
        raise InputError("Give the temperature it should open at, or close at.").at("spec.opens_at")
    due = _due(spec, conditions.rules)
    limit = conditions.temperature_limit
    if reading.stayed != "no":
        return _stayed(reading, next(iter(due.values()))).build(
            expectation, rule, rail=expectation.rail, read_as=(f"stayed {reading.stayed}",)
        )
    given = {name: figure for name in due if (figure := getattr(reading, name))}
    if not given:
        raise InputError("Give the temperature at which it opened, or closed again.").at(
            f"reading.{next(iter(due))}"
        )
    standards = {name: conditions.standard_at(one, limit) for name, one in given.items()}
    rows = tuple(
        one.placed(given[name].value, Budget.of(thermometer=standards[name]))
        if name in given
        else one.empty()
        for name, one in due.items()
    )
    u = expanded(max(standards.values()))
    taken = tuple(row for row in rows if row.state)
    verdict = verdict_of_rows(taken, lambda row: _NEXT, "It works where it should.")
    if len(taken) < len(rows) and verdict.state is State.WITHIN:
        verdict.code = Code.NOT_ALL_READ
        verdict.next_step = "Let it cool, and see that it comes back."
    return verdict.build(
        expectation,
        rule,
        rail=deciding_rail(taken),
        read_as=tuple(f"{figure.told}" for figure in given.values()),
        value=taken[0].value,
        working=(
            WorkingLine(
                key="thermometer",
                label="Thermometer",
                result=f"U {plain(u, 2)} K",
                formula="U = 2 · √(limit² + (half a digit)²) / √3",
                figures=f"±{plain(limit)} K",
                source=conditions.temperature_source_label,
                value=u,
                unit="K",
            ),
        ),
        rows=rows,
    )


def _stayed(reading: ContactSwitching, due: RowDue) -> Verdict:
    if reading.stayed == "closed":
        return Verdict(
            Code.STAYED_CLOSED,
            State.SHORT,
            "Stuck closed: warmed past its setting, it did not open",
            "Replace it, and its companion where the maker pairs them. Heat that never stops comes "
            "from here.",
            side=Side.LOW,
            explanation=[f"It {due.label} {due.empty().due} by its setting."],
        )
    return Verdict(
        Code.STAYED_OPEN,
        State.OPEN,
        "Open: it never closed",
        "Has it a reset button? Press it once. A one-shot or a fuse stays open: replace it, and find "
        "why it went.",
        side=Side.HIGH,
    )
