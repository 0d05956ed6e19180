"""What holds for any part: open questions, contradictions, looks, rejected, watched, sound."""

from __future__ import annotations

from hembit_core.conformity.states import Outcome, State
from hembit_core.data_files import table
from hembit_core.families.contact.spec import Contact, ContactDevice
from hembit_core.families.control.spec import Control
from hembit_core.families.element_bank.spec import ElementBank
from hembit_core.families.ignition_sequence.spec import IgnitionSequence
from hembit_core.families.registry import AnySpec, about, readings_of
from hembit_core.families.supply.spec import Supply
from hembit_core.findings.evidence import PASSED, Evidence, cited
from hembit_core.findings.finding import Conclusion, Finding, FindingCode, Observation
from hembit_core.judging.codes import Code
from hembit_core.judging.expect import measurand_of
from hembit_core.judging.measurand import Role
from hembit_core.notation import inside

_LOOKS = {
    Observation.CRACKED: ("Cracked: replace it", Conclusion.REPLACE),
    Observation.BURNT_TERMINAL: ("A burnt terminal: renew it with its wire end", Conclusion.REPAIR),
    Observation.CORRODED: ("Corroded: clean or renew the terminals", Conclusion.REPAIR),
}


def label(observation: Observation) -> str:
    """What was observed, in trade words."""
    return str(table("observations")["observations"][observation]["label"])


def ask_first(spec: AnySpec, evidence: Evidence) -> Finding | None:
    """A display that is still to be confirmed decides nothing."""
    asked = next((one for one in evidence.judgements if one.state is State.PLEASE_CONFIRM), None)
    if asked is None:
        return None
    return Finding(
        code=FindingCode.TO_BE_CONFIRMED,
        conclusion=Conclusion.UNDECIDED,
        headline="A display is to be confirmed first",
        rests_on=(cited(asked),),
        cites=(asked.measurand,),
        next_step=asked.next_step,
    )


def contradicting(spec: AnySpec, evidence: Evidence) -> Finding | None:
    """Two readings of one test that differ beyond their U: never the one or the other alone."""
    pair = evidence.contradiction()
    if pair is None:
        return None
    return Finding(
        code=FindingCode.CONTRADICTING,
        conclusion=Conclusion.UNDECIDED,
        headline="Two readings of one test contradict each other",
        rests_on=tuple(cited(one) for one in pair),
        cites=(pair[0].measurand,),
        next_step="Was one of them taken wrong? Then take it again in its place, and say why. If both "
        "are right it is intermittent: wriggle it, and look at joints and leads.",
    )


def looks_bad(spec: AnySpec, evidence: Evidence) -> Finding | None:
    """Something seen that decides although the readings pass."""
    for observation, (headline, conclusion) in _LOOKS.items():
        if evidence.has(observation):
            return Finding(
                code=FindingCode.LOOKS_BAD,
                conclusion=conclusion,
                headline=headline,
                rests_on=(
                    f"seen: {label(observation)}",
                    *(cited(one) for one in evidence.judgements),
                ),
                next_step="Then measure again: ohms that pass cold can fail hot at such a place.",
            )
    return None


def rejected(spec: AnySpec, evidence: Evidence) -> Finding | None:
    """Something is outside."""
    found = evidence.rejected()
    if found is None:
        return None
    conclusion = Conclusion.REPLACE
    rules_out: tuple[str, ...] = ()
    if isinstance(spec, ElementBank):
        conclusion = Conclusion.REPAIR  # one member is changed, not the bank
    elif isinstance(spec, Supply):
        conclusion, rules_out = Conclusion.REPAIR, ("what stands on it, until it is right",)
    elif isinstance(spec, IgnitionSequence):
        conclusion, rules_out = Conclusion.UNDECIDED, ("the stages before it",)
    elif about(found.measurand).role is Role.ALONG and found.value is not None:
        rules_out = ("a broken wire",)
    return Finding(
        code=FindingCode.REJECTED,
        conclusion=conclusion,
        headline=found.headline,
        rests_on=(cited(found), *(f"seen: {label(one)}" for one in _LOOKS if evidence.has(one))),
        cites=(found.measurand,),
        rules_out=rules_out,
        next_step=found.next_step,
    )


def watched(spec: AnySpec, evidence: Evidence) -> Finding | None:
    """Inside its limits, outside the watch limits, or apart from its siblings."""
    found = next(
        (
            one
            for one in evidence.judgements
            if one.state is State.WATCH or one.code is Code.OFF_FROM_SIBLINGS
        ),
        None,
    )
    if found is None or any(one.outcome is Outcome.UNDECIDED for one in evidence.judgements):
        return None
    return Finding(
        code=FindingCode.WATCHED,
        conclusion=Conclusion.WATCH,
        headline="Order a spare, set a date",
        rests_on=(cited(found),),
        cites=(found.measurand,),
        rules_out=("a fault today",),
        next_step=found.next_step,
    )


def undecided(spec: AnySpec, evidence: Evidence) -> Finding | None:
    """Something was read that decides nothing yet."""
    open_ones = [one for one in evidence.judgements if one.outcome is Outcome.UNDECIDED]
    if not open_ones:
        return None
    return Finding(
        code=FindingCode.UNDECIDED,
        conclusion=Conclusion.UNDECIDED,
        headline="Undecided as it stands",
        rests_on=tuple(cited(one) for one in open_ones),
        cites=tuple(dict.fromkeys(one.measurand for one in open_ones)),
        next_step=open_ones[0].next_step,
    )


def nothing_measured(rests_on: str) -> Finding:
    """No reading says anything of the part; ``rests_on`` is what there is instead, in words."""
    return Finding(
        code=FindingCode.NOTHING_MEASURED,
        conclusion=Conclusion.UNDECIDED,
        headline="Nothing is measured yet",
        rests_on=(rests_on,),
        next_step="Measure it.",
    )


def sound(spec: AnySpec, evidence: Evidence) -> Finding | None:
    """Everything that was read passes: sound where enough was read, else what was read is said."""
    if not evidence.judgements:
        return nothing_measured("what was seen")
    read = ", ".join(dict.fromkeys(inside(about(one.measurand).title) for one in evidence.judgements))
    last = evidence.judgements[-1]
    missing = _not_seen(spec, evidence)
    if missing:
        return Finding(
            code=FindingCode.PARTLY_READ,
            conclusion=Conclusion.PASSED_SO_FAR,
            headline=f"Passes as far as it was read: {read}",
            rests_on=(),
            rules_out=_ruled_out(spec, evidence),
            next_step=f"{missing} {last.next_step}",
        )
    return Finding(
        code=FindingCode.SOUND,
        conclusion=Conclusion.SOUND,
        headline="Sound, as far as it was tested",
        rests_on=(),
        rules_out=_ruled_out(spec, evidence),
        next_step=last.next_step,
    )


def _not_seen(spec: AnySpec, evidence: Evidence) -> str:
    """What must be seen before the part is called sound; empty where it was."""
    if isinstance(spec, Contact):
        return _other_state(spec, evidence)
    if isinstance(spec, Control):
        return _both_ways(evidence)
    roles = {about(measurand_of(one)).role for one in readings_of(type(spec))}
    works = evidence.accepted(Role.ALONG, Role.WORKING, Role.SENSES, Role.SUPPLY, Role.SEQUENCE)
    if works is None and roles & {Role.ALONG, Role.WORKING}:
        return "Whether it is whole was not read."
    return ""


def _other_state(spec: Contact, evidence: Evidence) -> str:
    """A contact is sound once it was seen closed and seen open; a fuse, once it was seen closed."""
    opens = evidence.accepted(Role.OPENS) or evidence.coded(Code.CONTACT_OPEN_AS_DUE)
    closes = evidence.accepted(Role.ALONG) or evidence.coded(Code.CONTACT_CLOSED_AS_DUE)
    if closes is None:
        return "It was not seen closed."
    if opens is None and spec.device is not ContactDevice.FUSE:
        return "It was not seen open: one stuck closed passes as well."
    return ""


def _both_ways(evidence: Evidence) -> str:
    """A control is sound once its output came when it was called, and went when it was not."""
    if evidence.coded(Code.OUTPUT_WORKS, Code.OUTPUT_WITHOUT_ACTION) is None:
        return "It was not seen called."
    if evidence.coded(Code.OUTPUT_OFF) is None:
        return "It was not seen off: one that is stuck on passes as well."
    return ""


def _ruled_out(spec: AnySpec, evidence: Evidence) -> tuple[str, ...]:
    along = next((one for one in evidence.with_role(Role.ALONG) if one.state in PASSED), None)
    ruled: tuple[str, ...] = ()
    if along and not isinstance(spec, Contact):
        ruled = ("a break", "a short")
    elif along:
        ruled = ("a contact that stays open",)
    if evidence.accepted(Role.INSULATION):
        ruled = (*ruled, "a leak to the case")
    elif evidence.some((Role.TO_CASE,), State.WITHIN):
        ruled = (*ruled, "a gross leak to the case")
    return ruled
