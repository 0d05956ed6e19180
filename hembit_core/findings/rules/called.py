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
from hembit_core.findings.finding import Conclusion, Finding, FindingCode
from hembit_core.findings.grounds import PASSED, Grounds, cited
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
_OFF = (State.OUTSIDE, State.JUST_OUTSIDE)
_OUTSIDE = "outside its limits, though nothing says it is broken"


def at_odds(spec: AnySpec, grounds: Grounds) -> Finding | None:
    """Two readings that no fault explains together: never the one or the other alone."""
    call = grounds.call
    if call is None or not call.at_odds or call.is_fault or call.word is Word.GOOD:
        return None
    pair = _readings(grounds, call.at_odds)
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


def fault(spec: AnySpec, grounds: Grounds) -> Finding | None:
    """A fault that its figures tell together, though none of them is a verdict of its own."""
    call = grounds.call
    if call is None or not call.is_fault:
        return None
    against = _against(grounds)
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


def no_call(spec: AnySpec, grounds: Grounds) -> Finding | None:
    """Likely a fault, or nothing that can be told yet: what would settle it comes with it."""
    call = grounds.call
    if call is None or call.word not in _NO_CALL:
        return None
    against = _against(grounds) or grounds.judgements
    return Finding(
        code=FindingCode.UNDECIDED,
        conclusion=Conclusion.UNDECIDED,
        headline=sentence(spec, call),
        rests_on=tuple(cited(one) for one in against),
        cites=tuple(dict.fromkeys(one.measurand for one in against)),
        next_step=to_settle(call) or against[0].next_step,
    )


def good(spec: AnySpec, grounds: Grounds) -> Finding | None:
    """Good, or likely so, in what was read; where a figure lies outside its limits, both are said."""
    call = grounds.call
    if call is None:
        return None
    if isinstance(spec, UnknownPart):
        return Finding(
            code=FindingCode.UNDECIDED,
            conclusion=Conclusion.UNDECIDED,
            headline="Nothing is said against it; no figures of it are known",
            rests_on=tuple(cited(one) for one in grounds.judgements),
            next_step="Compare it with a sibling, or find what the maker says.",
        )
    # What is taken as misread is told by itself, and lies outside nothing.
    rejected = () if call.at_odds else grounds.judgements
    against = [one for one in rejected if one.outcome is Outcome.REJECT]
    gone = [one for one in against if one.state not in _OFF]
    if gone:
        return _once_more(spec, gone[0], call)
    told, last = sentence(spec, call), grounds.judgements[-1]
    missing = not_seen(spec, grounds)
    if against:
        return Finding(
            code=FindingCode.WATCHED,
            conclusion=Conclusion.WATCH,
            headline=f"{told}; {_OUTSIDE}",
            rests_on=tuple(cited(one) for one in against),
            cites=tuple(dict.fromkeys(one.measurand for one in against)),
            next_step=to_settle(call) or against[0].next_step,
        )
    whole = call.word is Word.GOOD and not missing
    settle = to_settle(call) if call.word is Word.LIKELY_GOOD else ""
    told_next = last.next_step if last.state in _WITHIN else ""  # nothing of it is to be settled
    return Finding(
        code=FindingCode.SOUND if whole else FindingCode.PARTLY_READ,
        conclusion=Conclusion.SOUND if whole else Conclusion.PASSED_SO_FAR,
        headline=told,
        rests_on=_set_aside(grounds, call),
        rules_out=ruled_out(spec, grounds, call),
        next_step=" ".join(one for one in (missing, settle or told_next) if one),
    )


def _once_more(spec: AnySpec, verdict: Judgement, call: Call) -> Finding:
    """One test says that something is gone or does not work, and all else that it is not so."""
    return Finding(
        code=FindingCode.UNDECIDED,
        conclusion=Conclusion.UNDECIDED,
        headline=f"{sentence(spec, call)}; but one test says: {inside(verdict.headline)}",
        rests_on=(cited(verdict),),
        cites=(verdict.measurand,),
        next_step=f"Take “{inside(about(verdict.measurand).title)}” again, probes moved.",
    )


def conforms(spec: AnySpec, grounds: Grounds) -> Finding | None:
    """What no call is made of, such as the volts of a supply, goes by its limits alone."""
    if grounds.call is not None or not grounds.judgements:
        return None
    read = ", ".join(dict.fromkeys(inside(about(one.measurand).title) for one in grounds.judgements))
    return Finding(
        code=FindingCode.SOUND,
        conclusion=Conclusion.SOUND,
        headline=f"Within its limits: {read}",
        rests_on=(),
        next_step=grounds.judgements[-1].next_step,
    )


def _set_aside(grounds: Grounds, call: Call) -> tuple[str, ...]:
    """The readings, where one of them is not taken for the part's: that is told with them."""
    if not call.at_odds:
        return ()
    doubted = ", ".join(about(one).title for one in call.doubted)
    return (*(cited(one) for one in grounds.judgements), f"one of {doubted} is taken as misread")


def _against(grounds: Grounds) -> tuple[Judgement, ...]:
    """The readings that do not pass, or all of them where none is told apart so."""
    found = tuple(one for one in grounds.judgements if one.state not in PASSED)
    return found or grounds.judgements


def _readings(grounds: Grounds, tests: tuple[str, ...]) -> tuple[Judgement, ...]:
    return tuple(one for one in grounds.judgements if one.measurand in tests)


def not_seen(spec: AnySpec, grounds: Grounds) -> str:
    """What must be seen before the part is called sound; empty where it was."""
    if isinstance(spec, Contact):
        return _other_state(spec, grounds)
    if isinstance(spec, Control):
        return _both_ways(grounds)
    call = grounds.call
    whole = call is not None and any(one.aspect in _WHOLE for one in call.aspects)
    if not whole and call is not None and _WHOLE & {*call.untested}:
        return "Whether it is whole was not read."
    return ""


def _other_state(spec: Contact, grounds: Grounds) -> str:
    """A contact is sound once it was seen closed and seen open; a fuse, once it was seen closed."""
    read = {one.aspect for one in grounds.call.aspects} if grounds.call else set()
    opens = Aspect.MOVES in read or grounds.coded(Code.CONTACT_OPEN_AS_DUE)
    closes = Aspect.PATH in read or grounds.coded(Code.CONTACT_CLOSED_AS_DUE)
    if not closes:
        return "It was not seen closed."
    if not opens and spec.device is not ContactDevice.FUSE:
        return "It was not seen open: one stuck closed passes as well."
    return ""


def _both_ways(grounds: Grounds) -> str:
    """A control is sound once its output came when it was called, and went when it was not."""
    if grounds.coded(Code.OUTPUT_WORKS, Code.OUTPUT_WITHOUT_ACTION) is None:
        return "It was not seen called."
    if grounds.coded(Code.OUTPUT_OFF) is None:
        return "It was not seen off: one that is stuck on passes as well."
    return ""


def ruled_out(spec: AnySpec, grounds: Grounds, call: Call) -> tuple[str, ...]:
    """What the readings exclude, where the part is good in them."""
    read = {one.aspect for one in call.aspects if one.word is Word.GOOD}
    ruled: tuple[str, ...] = ()
    if Aspect.PATH in read:
        ruled = ("a contact that stays open",) if isinstance(spec, Contact) else ("a break", "a short")
    if Aspect.TO_CASE in read:
        tested = grounds.with_role(Role.INSULATION)
        ruled = (*ruled, "a leak to the case" if tested else "a gross leak to the case")
    return ruled
