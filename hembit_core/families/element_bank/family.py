"""What to expect of a bank, and judging it against 0, 1, 2 … dead members."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from hembit_core.conditions import Conditions
from hembit_core.families.element_bank.in_parallel import in_parallel
from hembit_core.families.element_bank.spec import ElementBank
from hembit_core.families.heating_element.expectation import running
from hembit_core.families.heating_element.judge_running import judge_running
from hembit_core.families.heating_element.readings import Running
from hembit_core.families.heating_element.resistance import ElementResistance, element_resistance
from hembit_core.families.to_case import TerminalToCase, judge_terminal_to_case, terminal_to_case
from hembit_core.judging.bands import Band, Placement, place
from hembit_core.judging.expect import expect, ohms_rail
from hembit_core.judging.judgement import Expectation, Judgement, Probes, Rung
from hembit_core.judging.ohms import judge_ohms
from hembit_core.judging.ohms_due import OhmsDue, OhmsWords
from hembit_core.judging.states import DecisionRule, Side, State
from hembit_core.judging.verdict import Verdict
from hembit_core.notation import deviation, interval, quantity
from hembit_core.resistance_reading import ResistanceReading
from hembit_core.working import WorkingLine

_TO_CASE = "element_to_case"
_CONFIRM = (
    "To confirm: lift one end of each member and read it alone, or clamp each branch live: "
    "a dead one carries nothing."
)
_WORDS = OhmsWords(
    open_means="Isolated, OL across a bank: every member is broken, or the common joint is.",
    open_next="Look at the common joint and the supply wires first; then read each member alone.",
    short_next="Look for debris that bridges one member; then read each member alone.",
    high_next=f"A bad common joint, or members changed. {_CONFIRM}",
    low_next=f"A bridged member, or another part beside the bank. {_CONFIRM}",
    within_next="Next: the bank to the case.",
)
_HELD = (State.NOT_COMPARABLE, State.NOT_READY)


class BankResistance(ResistanceReading):
    """Ohms across the whole bank."""

    measurand: Literal["bank_resistance"] = "bank_resistance"


@dataclass(frozen=True)
class _Step:
    """The band with ``dead`` open members [Ω], and how low a sound one may read for want of Ct."""

    dead: int
    band: Band
    lowest: float | None

    def reach(self, net: float, expanded: float) -> bool:
        """Whether the reading can be this number of dead members."""
        band = self.band if self.lowest is None else self.band.model_copy(update={"lower": self.lowest})
        return place(net, expanded, band).state is not State.OUTSIDE


def expectations(spec: ElementBank, conditions: Conditions) -> tuple[Expectation, ...]:
    """The bank's ohms with its ladder of dead members, the case, and the whole bank's amps."""
    member = element_resistance(spec.member, conditions)
    bank = in_parallel(member, spec.members)
    live = running(spec.member, conditions, bank)
    found = (_expectation(spec, member, bank), terminal_to_case(_TO_CASE), live)
    return tuple(one for one in found if one is not None)


def judge(
    spec: ElementBank,
    reading: BankResistance | TerminalToCase | Running,
    conditions: Conditions,
    rule: DecisionRule,
) -> Judgement:
    """Judge one reading of the bank."""
    if isinstance(reading, TerminalToCase):
        return judge_terminal_to_case(reading, conditions, rule, _TO_CASE)
    member = element_resistance(spec.member, conditions)
    bank = in_parallel(member, spec.members)
    if isinstance(reading, Running):
        verdict = judge_running(spec.member, reading, conditions, rule, bank)
        return _dead_by_current(spec, verdict)
    steps = _steps(spec, member)
    ohms = OhmsDue(
        expectation=_expectation(spec, member, bank),
        words=_WORDS,
        deviation=lambda net, u: f"{deviation(net, bank.today.nominal or net)} on the bank's ohms.",
        thermometer=bank.thermometer,
        missing=bank.missing,
        excuse=lambda net, u, placement: _by_the_ladder(spec, steps, net, u, placement),
    )
    verdict = judge_ohms(ohms, reading, conditions, rule)
    return _with_fits(verdict, steps)


def _steps(spec: ElementBank, member: ElementResistance) -> tuple[_Step, ...]:
    low = member.lowest_with_any_alloy if member.alloy_could_explain_low else None
    return tuple(
        _Step(dead, member.today.scaled(1 / alive), None if low is None else low / alive)
        for dead in range(spec.members)
        for alive in (spec.members - dead,)
    )


def _rungs(steps: tuple[_Step, ...]) -> tuple[Rung, ...]:
    return tuple(
        Rung(
            label="all well" if step.dead == 0 else f"{step.dead} dead",
            value=step.band.nominal or 0.0,
            lower=step.band.lower if step.band.lower is not None else step.band.nominal or 0.0,
            upper=step.band.upper if step.band.upper is not None else step.band.nominal or 0.0,
        )
        for step in steps
    )


def _with_fits(verdict: Judgement, steps: tuple[_Step, ...]) -> Judgement:
    """The ladder on the rail, with the steps marked that the reading fits."""
    if verdict.value is None:
        return verdict
    value, expanded = verdict.value.value, verdict.value.expanded
    rungs = tuple(
        rung.model_copy(update={"fits": step.reach(value, expanded)})
        for rung, step in zip(_rungs(steps), steps, strict=True)
    )
    return verdict.model_copy(update={"rail": verdict.rail.model_copy(update={"rungs": rungs})})


def _by_the_ladder(
    spec: ElementBank, steps: tuple[_Step, ...], net: float, expanded: float, placement: Placement
) -> Verdict | None:
    """What the ladder says: one number of dead members, several, or none that fits."""
    if placement.state in _HELD:
        return None
    fits = [step for step in steps if step.reach(net, expanded)]
    named = ", ".join(_name(step) for step in fits)
    well = f"{quantity(steps[0].band.nominal or net, 'Ω', 3)} is due with all {spec.members} well"
    if len(fits) > 1 and fits[0].dead == 0:
        return Verdict(
            State.NOT_DECIDABLE,
            "Not decidable: the bank's ohms cannot tell how many members are dead",
            _CONFIRM,
            side=placement.side,
            explanation=[
                f"{named} all fit: a member's tolerance is wider than the step from one to the next."
                f"{'' if steps[0].lowest is None else ' The alloy, if given, narrows it.'}"
            ],
        )
    if not fits or fits[0].dead == 0:
        return None
    if len(fits) > 1:
        found = f"from {fits[0].dead} to {fits[-1].dead} dead members fit"
    else:
        found = "one dead member fits" if fits[0].dead == 1 else f"{fits[0].dead} dead members fit"
        found += f" ({quantity(fits[0].band.nominal or net, 'Ω', 4)})"
    return Verdict(
        State.OUTSIDE,
        f"Outside, high: {found}",
        _CONFIRM,
        side=Side.HIGH,
        explanation=[f"{well}. The bank still reads nice and low: that is how a dead one hides."],
    )


def _dead_by_current(spec: ElementBank, verdict: Judgement) -> Judgement:
    """Low current: how many dead members would draw it, each member its equal share."""
    if verdict.state is not State.OUTSIDE or verdict.side is not Side.LOW or verdict.value is None:
        return verdict
    drawn, band = verdict.value, verdict.rail.band
    fits = [
        dead
        for dead in range(1, spec.members)
        if place(drawn.value, drawn.expanded, band.scaled(1 - dead / spec.members)).state
        is not State.OUTSIDE
    ]
    if not fits:
        return verdict
    count = f"{fits[0]}" if len(fits) == 1 else f"from {fits[0]} to {fits[-1]}"
    sentence = f"{count} of {spec.members} members dead would draw that. Clamp each branch to find it."
    return verdict.model_copy(update={"explanation": (*verdict.explanation, sentence)})


def _name(step: _Step) -> str:
    what = "all well" if step.dead == 0 else f"{step.dead} dead"
    return f"{what} ({quantity(step.band.nominal or 0.0, 'Ω', 4)})"


def _expectation(spec: ElementBank, member: ElementResistance, bank: ElementResistance) -> Expectation:
    steps = _steps(spec, member)
    rail = ohms_rail(bank.today).model_copy(update={"rungs": _rungs(steps)})
    ladder = WorkingLine(
        label="The ladder",
        result=f"n = {spec.members}",
        formula="R = R_member / (n − k)",
        figures="; ".join(
            f"{_name(step)}: {interval(step.band.lower, step.band.upper, 'Ω', 3)}" for step in steps[:4]
        ),
        source="k dead of n members in parallel",
    )
    return expect(
        "bank_resistance",
        "Across the bank",
        rail,
        Probes(
            drawing="bank",
            first="one bus",
            second="the other",
            disconnect="both supply wires lifted off the bank",
        ),
        detail=f"{quantity(bank.today.nominal or 0.0, 'Ω', 4)} with all {spec.members} well; "
        f"{quantity(steps[1].band.nominal or 0.0, 'Ω', 4)} with one dead",
        overflow_means="every member is broken, or the common joint is",
        zero_means="one member is bridged",
        policy=bank.policy,
        warnings=bank.warnings,
        working=(*bank.lines, ladder),
    )
