"""What the readings of a part come to together: a fault, a doubt, good."""

from __future__ import annotations

from hembit_core.conformity.states import Outcome, State
from hembit_core.families.contact.spec import Contact, ContactDevice
from hembit_core.families.control.spec import Control
from hembit_core.families.element_bank.spec import ElementBank
from hembit_core.families.ignition_sequence.spec import IgnitionSequence
from hembit_core.families.registry import AnySpec, about
from hembit_core.families.supply.spec import Supply
from hembit_core.families.unknown_part.spec import UnknownPart
from hembit_core.findings.evidence import PASSED, Evidence, cited
from hembit_core.findings.finding import Conclusion, Finding, FindingCode
from hembit_core.judging.codes import Code
from hembit_core.judging.judgement import Judgement
from hembit_core.judging.measurand import Role
from hembit_core.notation import inside
from hembit_core.soundness.call import Call, Word
from hembit_core.soundness.modes import Aspect
from hembit_core.soundness.words import sentence, to_settle

_NO_CALL = (Word.LIKELY_FAULT, Word.CANNOT_TELL)
_WHOLE = {Aspect.PATH, Aspect.UNDER_LOAD}
"""What shows whether a part is whole."""
_WITHIN = (State.WITHIN, State.WATCH)
_OUTSIDE = "outside its limits, though nothing says it is broken"


def at_odds(spec: AnySpec, evidence: Evidence) -> Finding | None:
    """Two readings that no fault explains together: never the one or the other alone."""
    call = evidence.call
    if call is None or not call.at_odds or call.is_fault or call.word is Word.GOOD:
        return None
    pair = _readings(evidence, call.at_odds)
    doubted = next((one for one in call.doubted if one in call.at_odds), call.at_odds[0])
    title = inside(about(doubted).title)
    return Finding(
        code=FindingCode.CONTRADICTING,
        conclusion=Conclusion.UNDECIDED,
        headline="These two contradict each other: they cannot both be right"
        if len(pair) == 2
        else "These contradict each other: they cannot all be right",
        rests_on=tuple(cited(one) for one in pair),
        cites=tuple(dict.fromkeys(one.measurand for one in pair)),
        next_step=f"Take “{title}” again, probes moved, or with another meter. If both stand it is "
        "intermittent: wriggle it, and look at joints and leads.",
    )


def fault(spec: AnySpec, evidence: Evidence) -> Finding | None:
    """A fault that its figures tell together, though none of them is a verdict of its own."""
    call = evidence.call
    if call is None or not call.is_fault:
        return None
    against = _against(evidence)
    repairs = isinstance(spec, ElementBank | Supply)
    return Finding(
        code=FindingCode.REJECTED,
        conclusion=Conclusion.UNDECIDED
        if isinstance(spec, IgnitionSequence)
        else Conclusion.REPAIR
        if repairs
        else Conclusion.REPLACE,
        headline=sentence(spec, call),
        rests_on=tuple(cited(one) for one in against),
        cites=tuple(dict.fromkeys(one.measurand for one in against)),
        next_step=against[0].next_step if against else "Read it once more, then replace it.",
    )


def no_call(spec: AnySpec, evidence: Evidence) -> Finding | None:
    """Likely a fault, or nothing that can be told yet: what would settle it comes with it."""
    call = evidence.call
    if call is None or call.word not in _NO_CALL:
        return None
    against = _against(evidence) or evidence.judgements
    return Finding(
        code=FindingCode.UNDECIDED,
        conclusion=Conclusion.UNDECIDED,
        headline=sentence(spec, call),
        rests_on=tuple(cited(one) for one in against),
        cites=tuple(dict.fromkeys(one.measurand for one in against)),
        next_step=to_settle(call) or against[0].next_step,
    )


def good(spec: AnySpec, evidence: Evidence) -> Finding | None:
    """Good, or likely so, in what was read; where a figure lies outside its limits, both are said."""
    call = evidence.call
    if call is None:
        return None
    if isinstance(spec, UnknownPart):
        return Finding(
            code=FindingCode.UNDECIDED,
            conclusion=Conclusion.UNDECIDED,
            headline="Nothing is said against it; no figures of it are known",
            rests_on=tuple(cited(one) for one in evidence.judgements),
            next_step="Compare it with a sibling, or find what the maker says.",
        )
    # What is taken as misread is told by itself, and lies outside nothing.
    rejected = () if call.at_odds else evidence.judgements
    outside = [one for one in rejected if one.outcome is Outcome.REJECT]
    told, last = sentence(spec, call), evidence.judgements[-1]
    missing = not_seen(spec, evidence)
    if outside:
        return Finding(
            code=FindingCode.WATCHED,
            conclusion=Conclusion.WATCH,
            headline=f"{told}; {_OUTSIDE}",
            rests_on=tuple(cited(one) for one in outside),
            cites=tuple(dict.fromkeys(one.measurand for one in outside)),
            next_step=to_settle(call) or outside[0].next_step,
        )
    whole = call.word is Word.GOOD and not missing
    settle = to_settle(call) if call.word is Word.LIKELY_GOOD else ""
    told_next = last.next_step if last.state in _WITHIN else ""  # nothing of it is to be settled
    return Finding(
        code=FindingCode.SOUND if whole else FindingCode.PARTLY_READ,
        conclusion=Conclusion.SOUND if whole else Conclusion.PASSED_SO_FAR,
        headline=told,
        rests_on=_set_aside(evidence, call),
        rules_out=ruled_out(spec, evidence, call),
        next_step=" ".join(one for one in (missing, settle or told_next) if one),
    )


def conforms(spec: AnySpec, evidence: Evidence) -> Finding | None:
    """What no call is made of, such as the volts of a supply, goes by its limits alone."""
    if evidence.call is not None or not evidence.judgements:
        return None
    read = ", ".join(dict.fromkeys(inside(about(one.measurand).title) for one in evidence.judgements))
    return Finding(
        code=FindingCode.SOUND,
        conclusion=Conclusion.SOUND,
        headline=f"Within its limits: {read}",
        rests_on=(),
        next_step=evidence.judgements[-1].next_step,
    )


def _set_aside(evidence: Evidence, call: Call) -> tuple[str, ...]:
    """The readings, where one of them is not taken for the part's: that is told with them."""
    if not call.at_odds:
        return ()
    doubted = ", ".join(about(one).title for one in call.doubted)
    return (*(cited(one) for one in evidence.judgements), f"one of {doubted} is taken as misread")


def _against(evidence: Evidence) -> tuple[Judgement, ...]:
    """The readings that do not pass, or all of them where none is told apart so."""
    found = tuple(one for one in evidence.judgements if one.state not in PASSED)
    return found or evidence.judgements


def _readings(evidence: Evidence, tests: tuple[str, ...]) -> tuple[Judgement, ...]:
    return tuple(one for one in evidence.judgements if one.measurand in tests)


def not_seen(spec: AnySpec, evidence: Evidence) -> str:
    """What must be seen before the part is called sound; empty where it was."""
    if isinstance(spec, Contact):
        return _other_state(spec, evidence)
    if isinstance(spec, Control):
        return _both_ways(evidence)
    call = evidence.call
    whole = call is not None and any(one.aspect in _WHOLE for one in call.aspects)
    if not whole and call is not None and _WHOLE & {*call.untested}:
        return "Whether it is whole was not read."
    return ""


def _other_state(spec: Contact, evidence: Evidence) -> str:
    """A contact is sound once it was seen closed and seen open; a fuse, once it was seen closed."""
    read = {one.aspect for one in evidence.call.aspects} if evidence.call else set()
    opens = Aspect.MOVES in read or evidence.coded(Code.CONTACT_OPEN_AS_DUE)
    closes = Aspect.PATH in read or evidence.coded(Code.CONTACT_CLOSED_AS_DUE)
    if not closes:
        return "It was not seen closed."
    if not opens and spec.device is not ContactDevice.FUSE:
        return "It was not seen open: one stuck closed passes as well."
    return ""


def _both_ways(evidence: Evidence) -> str:
    """A control is sound once its output came when it was called, and went when it was not."""
    if evidence.coded(Code.OUTPUT_WORKS, Code.OUTPUT_WITHOUT_ACTION) is None:
        return "It was not seen called."
    if evidence.coded(Code.OUTPUT_OFF) is None:
        return "It was not seen off: one that is stuck on passes as well."
    return ""


def ruled_out(spec: AnySpec, evidence: Evidence, call: Call) -> tuple[str, ...]:
    """What the readings exclude, where the part is good in them."""
    along = evidence.passed(Role.ALONG)
    ruled: tuple[str, ...] = ()
    if along and not isinstance(spec, Contact):
        ruled = ("a break", "a short")
    elif along:
        ruled = ("a contact that stays open",)
    if evidence.passed(Role.INSULATION):
        ruled = (*ruled, "a leak to the case")
    elif evidence.passed(Role.TO_CASE):
        ruled = (*ruled, "a gross leak to the case")
    return ruled
