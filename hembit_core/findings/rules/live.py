"""What live readings say beside the dead ones: supply, joints, board, mechanism."""

from __future__ import annotations

from hembit_core.families.registry import AnySpec
from hembit_core.families.supply.spec import Supply
from hembit_core.findings.evidence import LIVE_ALONG, OHMS_ALONG, Evidence, cited
from hembit_core.findings.finding import Conclusion, Finding, Observation
from hembit_core.judging.states import Outcome, State


def no_supply(spec: AnySpec, evidence: Evidence) -> Finding | None:
    """No volts at the part when it is called: it is not proven bad."""
    found = evidence.one(*LIVE_ALONG, "sequence")
    if found is None or not (
        found.headline.startswith("No supply") or found.headline.endswith("no volts")
    ):
        return None
    dead_ok = evidence.some(OHMS_ALONG, State.WITHIN, State.JUST_WITHIN, State.WATCH)
    return Finding(
        conclusion=Conclusion.NOT_THE_PART,
        headline="Not proven bad: it gets no supply",
        rests_on=(cited(found), *((cited(dead_ok),) if dead_ok else ())),
        rules_out=("this part, as far as the missing volts explain the fault",),
        next_step=found.next_step,
    )


def opens_under_load(spec: AnySpec, evidence: Evidence) -> Finding | None:
    """Volts and no current, though the ohms were right: it opens under load, or a joint is open."""
    found = evidence.some(LIVE_ALONG, State.OPEN)
    if found is None:
        return None
    along = evidence.some(OHMS_ALONG, State.WITHIN, State.JUST_WITHIN, State.WATCH)
    if found.measurand == "igniter_called":
        return Finding(
            conclusion=Conclusion.REPLACE,
            headline="Its volts are there, and it does not glow",
            rests_on=tuple(cited(one) for one in (found, along) if one),
            rules_out=("the sequence before it", "its supply"),
            next_step=found.next_step,
        )
    return Finding(
        conclusion=Conclusion.REPLACE,
        headline="Opens under load, or a joint is open" if along else "Open while it has its volts",
        rests_on=tuple(cited(one) for one in (found, along) if one),
        rules_out=("the supply",),
        next_step="Make it dead. Check terminals and joints first; then replace the part.",
    )


def low_supply(spec: AnySpec, evidence: Evidence) -> Finding | None:
    """Current low in proportion to the volts: the supply, not the part."""
    found = evidence.one(*LIVE_ALONG)
    if isinstance(spec, Supply) or found is None or found.outcome is not Outcome.ACCEPT:
        return None
    told = [one for one in found.warnings if "supply" in one]
    if not told:
        return None
    return Finding(
        conclusion=Conclusion.NOT_THE_PART,
        headline="The supply, not the part",
        rests_on=(cited(found), *told),
        rules_out=("the part: it draws what the volts there should drive",),
        next_step="Measure the supply at the machine's terminals, loaded and not.",
    )


def board_output(spec: AnySpec, evidence: Evidence) -> Finding | None:
    """Commanded, fed, and nothing comes out."""
    if not evidence.has(Observation.FEED_PRESENT_WHILE_COMMANDED):
        return None
    return Finding(
        conclusion=Conclusion.REPAIR,
        headline="The board's output: its relay, a trace, a joint",
        rests_on=("feed present while commanded, output dead",),
        rules_out=("the load behind it", "its feed"),
        next_step="Look for a burnt trace or a cracked joint. Repair where it is no safety part; gas "
        "and safety controls are exchanged, by authorised people.",
    )


def driven_without_action(spec: AnySpec, evidence: Evidence) -> Finding | None:
    """A coil with its volts and a right current, and nothing moves."""
    found = evidence.one("winding_running")
    if found is None or "nothing moves" not in found.headline:
        return None
    along = evidence.one("winding_resistance")
    return Finding(
        conclusion=Conclusion.REPAIR,
        headline="Stuck or starved: the mechanism, not the coil",
        rests_on=tuple(cited(one) for one in (found, along) if one),
        rules_out=("an open coil", "its drive"),
        next_step="Clean it and its filter, time its leak-down. Then current and warming against a "
        "sibling: a few shorted turns do not show in ohms.",
    )


def works_but_cold(spec: AnySpec, evidence: Evidence) -> Finding | None:
    """The part works, yet its medium stays cold or warms slowly."""
    found = evidence.some(("running", "line_currents"), State.WITHIN, State.JUST_WITHIN, State.WATCH)
    cycling = evidence.some(("until_cut_out",), State.WATCH)
    if not (evidence.has(Observation.MEDIUM_COLD_OR_SLOW) or cycling) or not (found or cycling):
        return None
    return Finding(
        conclusion=Conclusion.NOT_THE_PART,
        headline="It works: look at what it heats",
        rests_on=tuple(cited(one) for one in (found, cycling) if one),
        rules_out=("the element", "its supply"),
        next_step="Is it cycling? Flow, volume, losses, scale, placement, setting; compare with the "
        "computed time to heat up.",
    )
