"""What live readings say beside the dead ones: supply, joints, board, mechanism."""

from __future__ import annotations

from hembit_core.conformity.states import Outcome, State
from hembit_core.families.registry import AnySpec
from hembit_core.families.supply.patterns import DANGEROUS
from hembit_core.families.supply.spec import Supply
from hembit_core.findings.finding import Conclusion, Finding, FindingCode, Observation
from hembit_core.findings.grounds import Grounds, cited
from hembit_core.judging.codes import Code, NoticeCode
from hembit_core.judging.measurand import Role

_NO_SUPPLY = (Code.NO_SUPPLY, Code.WRONG_SUPPLY, Code.STAGE_WITHOUT_VOLTS)


def live_danger(spec: AnySpec, grounds: Grounds) -> Finding | None:
    """A supply that is a danger as it stands: said before anything else."""
    found = grounds.coded(*DANGEROUS)
    if found is None:
        return None
    return Finding(
        code=FindingCode.LIVE_DANGER,
        conclusion=Conclusion.REPAIR,
        headline=found.headline,
        rests_on=(cited(found),),
        cites=(found.measurand,),
        rules_out=("what stands on it, until it is right",),
        next_step=found.next_step,
        asks_cause=True,
    )


def no_supply(spec: AnySpec, grounds: Grounds) -> Finding | None:
    """No volts at the part when it is called: it is not proven bad."""
    found = grounds.coded(*_NO_SUPPLY)
    if found is None or grounds.rejected_itself():
        return None
    dead_ok = grounds.accepted(Role.ALONG)
    return Finding(
        code=FindingCode.NO_SUPPLY,
        conclusion=Conclusion.NOT_THE_PART,
        headline="Not proven bad: it gets no supply"
        if found.code is not Code.WRONG_SUPPLY
        else "Not proven bad: its supply is wrong",
        rests_on=tuple(cited(one) for one in (found, dead_ok) if one),
        cites=tuple(one.measurand for one in (found, dead_ok) if one),
        rules_out=("this part, as far as the missing volts explain the fault",),
        next_step=found.next_step,
    )


def opens_under_load(spec: AnySpec, grounds: Grounds) -> Finding | None:
    """Volts and no current, though the ohms were right: it opens under load, or a joint is open."""
    found = grounds.some((Role.WORKING,), State.OPEN)
    if found is None:
        return None
    along = grounds.accepted(Role.ALONG)
    rests = tuple(one for one in (found, along) if one)
    dark = found.code is Code.NO_GLOW
    return Finding(
        code=FindingCode.NO_GLOW if dark else FindingCode.OPENS_UNDER_LOAD,
        conclusion=Conclusion.REPLACE,
        headline="Its volts are there, and it does not glow"
        if dark
        else "Opens under load, or a joint is open"
        if along
        else "Open while it has its volts",
        rests_on=tuple(cited(one) for one in rests),
        cites=tuple(one.measurand for one in rests),
        rules_out=("the sequence before it", "its supply") if dark else ("the supply",),
        next_step=found.next_step
        if dark
        else "Make it dead. Check terminals and joints first; then replace the part.",
    )


def low_supply(spec: AnySpec, grounds: Grounds) -> Finding | None:
    """Current low in proportion to the volts: the supply, not the part."""
    if isinstance(spec, Supply) or grounds.rejected_itself():
        return None
    for found in grounds.with_role(Role.WORKING):
        told = [one.text for one in found.warnings if one.code == NoticeCode.SUPPLY_OFF]
        if told and found.outcome is Outcome.ACCEPT:
            return Finding(
                code=FindingCode.LOW_SUPPLY,
                conclusion=Conclusion.NOT_THE_PART,
                headline="The supply, not the part",
                rests_on=(cited(found), *told),
                cites=(found.measurand,),
                rules_out=("the part: it draws what the volts there should drive",),
                next_step="Measure the supply at the machine's terminals, loaded and not.",
            )
    return None


def board_output(spec: AnySpec, grounds: Grounds) -> Finding | None:
    """Commanded, fed, and nothing comes out: seen, or read."""
    read = grounds.coded(Code.OUTPUT_DEAD)
    if read is None and not grounds.has(Observation.FEED_PRESENT_WHILE_COMMANDED):
        return None
    return Finding(
        code=FindingCode.BOARD_OUTPUT,
        conclusion=Conclusion.REPAIR,
        headline="The board's output: its relay, a trace, a joint",
        rests_on=(cited(read),) if read else ("feed present while commanded, output dead",),
        cites=(read.measurand,) if read else (),
        rules_out=("the load behind it", "its feed"),
        next_step="Look for a burnt trace or a cracked joint. Repair where it is no safety part; gas "
        "and safety controls are exchanged, by authorised people.",
    )


def driven_without_action(spec: AnySpec, grounds: Grounds) -> Finding | None:
    """A coil with its volts and a right current, and nothing moves."""
    found = grounds.coded(Code.NOTHING_MOVES)
    if found is None:
        return None
    along = grounds.accepted(Role.ALONG)
    rests = tuple(one for one in (found, along) if one)
    return Finding(
        code=FindingCode.DRIVEN_WITHOUT_ACTION,
        conclusion=Conclusion.REPAIR,
        headline="Stuck or starved: the mechanism, not the coil",
        rests_on=tuple(cited(one) for one in rests),
        cites=tuple(one.measurand for one in rests),
        rules_out=("an open coil", "its drive"),
        next_step="Clean it and its filter, time its leak-down. Then current and warming against a "
        "sibling: a few shorted turns do not show in ohms.",
    )


def beyond_reach(spec: AnySpec, grounds: Grounds) -> Finding | None:
    """A setting that the heater cannot reach: the setting's fault, not the part's."""
    found = grounds.coded(Code.SETTING_BEYOND_REACH, Code.TIME_TOO_SHORT)
    if found is None or grounds.rejected_itself():
        return None
    return Finding(
        code=FindingCode.BEYOND_REACH,
        conclusion=Conclusion.NOT_THE_PART,
        headline="The setting, not the part",
        rests_on=(cited(found),),
        cites=(found.measurand,),
        rules_out=("the element, as far as the setting explains the fault",),
        next_step=found.next_step,
    )


def lossy_wire(spec: AnySpec, grounds: Grounds) -> Finding | None:
    """Volts are lost along a wire: its joints, before any part."""
    found = grounds.coded(Code.WIRE_DROPS)
    if found is None:
        return None
    return Finding(
        code=FindingCode.LOSSY_WIRE,
        conclusion=Conclusion.REPAIR,
        headline=found.headline,
        rests_on=(cited(found),),
        cites=(found.measurand,),
        rules_out=("the part behind it, until its wires bring what it needs",),
        next_step=found.next_step,
    )


def valve(spec: AnySpec, grounds: Grounds) -> Finding | None:
    """A valve that leaks, sticks or starves: cleaned before it is exchanged."""
    found = grounds.coded(Code.DRAINS_WHILE_SHUT, Code.STAYS_WHILE_DRIVEN)
    if found is None:
        return None
    return Finding(
        code=FindingCode.VALVE,
        conclusion=Conclusion.REPAIR,
        headline=found.headline,
        rests_on=(cited(found),),
        cites=(found.measurand,),
        next_step=found.next_step,
    )


def works_but_cold(spec: AnySpec, grounds: Grounds) -> Finding | None:
    """The part works, yet its medium stays cold or warms slowly."""
    cycling = grounds.coded(Code.CYCLES)
    found = next(
        (one for one in grounds.with_role(Role.WORKING) if one.outcome is Outcome.ACCEPT), None
    )
    if not (grounds.has(Observation.MEDIUM_COLD_OR_SLOW) or cycling) or not (found or cycling):
        return None
    if grounds.rejected_itself():
        return None
    rests = tuple(dict.fromkeys(one.measurand for one in (found, cycling) if one))
    return Finding(
        code=FindingCode.WORKS_BUT_COLD,
        conclusion=Conclusion.NOT_THE_PART,
        headline="It works: look at what it heats",
        rests_on=tuple(dict.fromkeys(cited(one) for one in (found, cycling) if one)),
        cites=rests,
        rules_out=("the element", "its supply"),
        next_step="Is it cycling? Flow, volume, losses, scale, placement, setting; compare with the "
        "computed time to heat up.",
    )
