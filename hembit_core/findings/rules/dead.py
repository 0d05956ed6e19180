"""What dead readings say: broken, shorted, leaking, stuck, intermittent."""

from __future__ import annotations

from hembit_core.conformity.states import State
from hembit_core.families.contact.spec import Contact, ContactDevice
from hembit_core.families.registry import AnySpec
from hembit_core.families.three_phase_set.patterns import branch_names
from hembit_core.families.three_phase_set.spec import ThreePhaseSet
from hembit_core.findings.finding import Conclusion, Finding, FindingCode, Observation
from hembit_core.findings.grounds import Grounds, cited
from hembit_core.judging.codes import Code
from hembit_core.judging.judgement import Judgement
from hembit_core.judging.measurand import Role

_CAUSE = {
    ContactDevice.FUSE: "Find why it blew: blocked air, a stuck contact, a grounded element. Renew its "
    "companion contact where the maker pairs them.",
    ContactDevice.LIMIT: "Find why it opened: blocked air, a stuck thermostat, scale. Renew its "
    "companion where the maker pairs them.",
}
_ALONG = (Role.ALONG, Role.COMPARES, Role.BUZZER)


def intermittent(spec: AnySpec, grounds: Grounds) -> Finding | None:
    """Right at rest, and gone when moved or hot: a joint or a crack."""
    wriggled = grounds.coded(Code.INTERMITTENT)
    along = grounds.accepted(Role.ALONG)
    rejected = grounds.rejected_itself()
    hot = grounds.has(Observation.DROPS_OUT_HOT) and along is not None and rejected is None
    if wriggled is None and not hot:
        return None
    rests = [one for one in (wriggled, along) if one]
    return Finding(
        code=FindingCode.INTERMITTENT,
        conclusion=Conclusion.REPAIR,
        headline="Intermittent: a joint or a crack",
        rests_on=(*(cited(one) for one in rests), *(("drops out when hot",) if hot else ())),
        cites=tuple(one.measurand for one in rests),
        rules_out=("a part that is broken for good",),
        next_step="Find the place where it moves: joint, lead, plug. Repair the joint or replace the "
        "part; gas and safety controls are exchanged, by authorised people.",
    )


def open_part(spec: AnySpec, grounds: Grounds) -> Finding | None:
    """No path: the part is broken. A fuse or a limit asks for its cause."""
    found = grounds.some(_ALONG, State.OPEN)
    if found is None or not _is_called(spec, grounds, "open"):
        return None
    if isinstance(spec, Contact):
        cause = _CAUSE.get(spec.device)
        why = "and for a reason" if cause else "it does not close"
        return Finding(
            code=FindingCode.OPENED_FOR_A_REASON if cause else FindingCode.OPEN,
            conclusion=Conclusion.REPLACE,
            headline=f"Open {spec.device.word}: {why}",
            rests_on=(cited(found),),
            cites=(found.measurand,),
            rules_out=("what stands behind it, until it has volts",),
            next_step=cause or found.next_step,
            asks_cause=cause is not None,
        )
    if isinstance(spec, ThreePhaseSet) and (some := _branches_that_heat(spec, found)):
        return Finding(
            code=FindingCode.OPEN,
            conclusion=Conclusion.REPLACE,
            headline=found.headline,
            rests_on=(cited(found),),
            cites=(found.measurand,),
            rules_out=("its supply, as far as a branch explains the fault",),
            next_step=found.next_step,
            for_customer=some,
        )
    return Finding(
        code=FindingCode.OPEN,
        conclusion=Conclusion.REPLACE,
        headline="Broken: replace it",
        rests_on=(cited(found),),
        cites=(found.measurand,),
        rules_out=("its supply as the cause of no action, for this part",),
        next_step=f"{found.next_step} Measure the new part before it is fitted, and the whole circuit "
        "after: a second break may wait.",
    )


def _is_called(spec: AnySpec, grounds: Grounds, law: str) -> bool:
    """Whether the fault that all readings come to is one that goes so far; one may be misread."""
    return grounds.call is None or grounds.call.may_go(spec, law)


_COUNTED = ("no", "one", "two", "three")


def _branches_that_heat(spec: ThreePhaseSet, found: Judgement) -> str:
    """What a customer reads of a set that still heats in part; empty where none of it does, or where
    it is not told which branches are open.
    """
    several = len(branch_names(spec.connection))
    gone = len(found.pattern.removeprefix("open:").split(",")) if found.pattern else several
    left = several - gone
    if left <= 0:
        return ""
    verb = "heats" if left == 1 else "heat"
    return f"heats in part: {_COUNTED[left]} of its {_COUNTED[several]} branches still {verb}"


def shorted_part(spec: AnySpec, grounds: Grounds) -> Finding | None:
    """Near zero where ohms are due."""
    found = grounds.some((*_ALONG, Role.SENSES), State.SHORT)
    if found is None or not _is_called(spec, grounds, "short"):
        return None
    return Finding(
        code=FindingCode.SHORTED,
        conclusion=Conclusion.REPLACE,
        headline="Shorted: replace it",
        rests_on=(cited(found),),
        cites=(found.measurand,),
        rules_out=("a broken wire",),
        next_step=f"{found.next_step} Then look at what fed it: fuse, relay, board.",
        asks_cause=True,
    )


def stuck_contact(spec: AnySpec, grounds: Grounds) -> Finding | None:
    """Closed where it should be open: the heat that never stops."""
    if not isinstance(spec, Contact):
        return None
    found = grounds.some((Role.OPENS, Role.WORKING), State.SHORT, State.LEAKING)
    if found is None:
        return None
    return Finding(
        code=FindingCode.STUCK,
        conclusion=Conclusion.REPLACE,
        headline="Stuck closed: replace it",
        rests_on=(
            cited(found),
            *(("heat never stops",) if grounds.has(Observation.HEAT_NEVER_STOPS) else ()),
        ),
        cites=(found.measurand,),
        rules_out=("the element as the cause of too much heat, unless it leaks to the case",),
        next_step=f"{found.next_step} Renew its companion where the maker pairs them; a shop policy.",
        asks_cause=True,
    )
