"""What volts across a contact are told as: open, neither, closed and how worn."""

from __future__ import annotations

from hembit_core.conformity.bands import Band
from hembit_core.conformity.budget import Budget
from hembit_core.conformity.states import Side, State
from hembit_core.families.contact.spec import Contact
from hembit_core.judging.codes import Code
from hembit_core.judging.judgement import Row
from hembit_core.judging.ohms.several_figures import RowDue, verdict_of_rows
from hembit_core.judging.settling import settles_of, to_settle
from hembit_core.judging.verdict import Verdict
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.meter_figures import MeterFigure
from hembit_core.notation import measured
from hembit_core.working import WorkingLine

Told = tuple[Verdict, tuple[Row, ...], tuple[WorkingLine, ...]]


def open_verdict(should_be: str, seen: str, *, at_once: bool) -> Verdict:
    """Full volts across it: open, with supply and load behind it."""
    told = [f"{seen}: open, with the supply and a whole load behind it."]
    if at_once:
        return Verdict(
            Code.CONTRADICTION,
            State.NOT_COMPARABLE,
            "Not comparable: full volts across contact and load at once",
            "Both cannot be: probes on another circuit, or it switched in between. Read both again.",
            explanation=[f"{seen}."],
        )
    if should_be == "open":
        return Verdict(
            Code.CONTACT_OPEN_AS_DUE,
            State.WITHIN,
            "Within: open, as it should be",
            "Make it close.",
            explanation=told,
        )
    return Verdict(
        Code.CONTACT_OPEN,
        State.OPEN,
        "Open: full volts across it, where it should be closed",
        "Is it called, warm, reset? Then replace it. A fuse or limit opened for a reason: find that.",
        side=Side.HIGH,
        explanation=told,
    )


def neither_verdict(seen: str, across: float, supply: float, conditions: Conditions) -> Verdict:
    """Some volts across it, neither none nor full."""
    if conditions.may_be_ghost(across, supply):
        return Verdict(
            Code.GHOST,
            State.NOT_COMPARABLE,
            "Not comparable: neither closed nor open",
            "Read again with low impedance: a floating wire collapses.",
            side=Side.HIGH,
            explanation=[f"{seen}."],
        )
    return Verdict(
        Code.CONTACT_NEITHER,
        State.OUTSIDE,
        "Outside, high: neither closed nor open",
        "A burnt contact, or a snubber that leaks: make it dead and read its ohms.",
        side=Side.HIGH,
        explanation=[f"{seen}."],
    )


def closed_verdict(
    spec: Contact,
    should_be: str,
    across: MeterFigure,
    amps: MeterFigure | None,
    seen: str,
    conditions: Conditions,
) -> Told:
    """No volts across it and full ones behind: closed, and with a current, how worn."""
    told = [f"{seen}: closed."]
    if should_be == "open":
        stuck = Verdict(
            Code.CONTACT_STUCK_CLOSED,
            State.SHORT,
            "Stuck closed: no volts across it, where it should be open",
            "Is it past its setting, not called? Then it is welded, or its relay is held: replace it. "
            "A solid-state relay fails this way with its light out.",
            side=Side.LOW,
            explanation=told,
        )
        return stuck, (), ()
    if amps is None or amps.value <= amps.expanded:
        verdict = Verdict(
            Code.CONTACT_CLOSED_AS_DUE,
            State.WITHIN,
            "Within: closed, its load has full volts",
            "Its millivolts with the current tell its wear.",
            explanation=told,
        )
        return verdict, (), ()
    return _worn(spec, across, amps, told, conditions)


def _worn(
    spec: Contact,
    across: MeterFigure,
    amps: MeterFigure,
    told: list[str],
    conditions: Conditions,
) -> Told:
    ohms = across.value / amps.value
    budget = Budget.of(
        meter=across.standard / amps.value, expectation=ohms * amps.standard / amps.value
    )
    limit = spec.limit(conditions.rules)
    row_due = RowDue("under_load", "its ohms under load", Band(upper=limit), "Ω", 2)
    row, placed = row_due.place(ohms, budget)
    ways = settles_of(placed, conditions.meter, across.display)
    verdict = verdict_of_rows(
        (row,),
        lambda one: (
            "It burns more from day to day: replace it, and find what arced."
            if one.state is State.OUTSIDE
            else to_settle(ways)
        ),
        "Make it open, too.",
        places={row.key: placed},
    )
    if verdict.state is State.OUTSIDE:
        verdict.code, verdict.headline = Code.CONTACT_WORN, "Outside, high: closed, but worn"
    elif verdict.state is State.WITHIN:
        verdict.code, verdict.headline = Code.CONTACT_CLOSED_AS_DUE, "Within: closed under load"
    else:
        verdict.settles = ways
    verdict.explanation = [*told, *verdict.explanation]
    line = WorkingLine(
        key="under_load",
        label="Contact resistance under load",
        result=measured(1e3 * ohms, 1e3 * budget.expanded, "mΩ"),
        formula="R = U / I",
        figures=f"{across.shown} / {amps.shown}",
        source="Ohm's law; JCGM 100, 5.1.2",
        value=ohms,
        unit="Ω",
    )
    return verdict, (row,), (line,)
