"""What holds for any part: open questions, looks, rejected, watched."""

from __future__ import annotations

from hembit_core.conformity.states import Outcome, State
from hembit_core.data_files import table
from hembit_core.families.element_bank.spec import ElementBank
from hembit_core.families.ignition_sequence.spec import IgnitionSequence
from hembit_core.families.registry import AnySpec, about
from hembit_core.families.supply.spec import Supply
from hembit_core.findings.finding import Conclusion, Finding, FindingCode, Observation
from hembit_core.findings.grounds import NO_FIGURE, Grounds, cited
from hembit_core.judging.codes import Code
from hembit_core.judging.measurand import Role

_LOOKS = {
    Observation.CRACKED: ("Cracked: replace it", Conclusion.REPLACE),
    Observation.BURNT_TERMINAL: ("A burnt terminal: renew it with its wire end", Conclusion.REPAIR),
    Observation.CORRODED: ("Corroded: clean or renew the terminals", Conclusion.REPAIR),
}


def label(observation: Observation) -> str:
    """What was observed, in trade words."""
    return str(table("observations")["observations"][observation]["label"])


def ask_first(spec: AnySpec, grounds: Grounds) -> Finding | None:
    """A display that is still to be confirmed decides nothing."""
    asked = next((one for one in grounds.judgements if one.state is State.PLEASE_CONFIRM), None)
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


def looks_bad(spec: AnySpec, grounds: Grounds) -> Finding | None:
    """Something seen that decides although the readings pass."""
    for observation, (headline, conclusion) in _LOOKS.items():
        if grounds.has(observation):
            return Finding(
                code=FindingCode.LOOKS_BAD,
                conclusion=conclusion,
                headline=headline,
                rests_on=(
                    f"seen: {label(observation)}",
                    *(cited(one) for one in grounds.judgements),
                ),
                next_step="Then measure again: ohms that pass cold can fail hot at such a place.",
            )
    return None


def rejected(spec: AnySpec, grounds: Grounds) -> Finding | None:
    """Something is outside."""
    found = grounds.rejected()
    if found is None or found.state in NO_FIGURE:
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
        rests_on=(cited(found), *(f"seen: {label(one)}" for one in _LOOKS if grounds.has(one))),
        cites=(found.measurand,),
        rules_out=rules_out,
        next_step=found.next_step,
    )


def watched(spec: AnySpec, grounds: Grounds) -> Finding | None:
    """Inside its limits, outside the watch limits, or apart from its siblings."""
    found = next(
        (
            one
            for one in grounds.judgements
            if one.state is State.WATCH or one.code is Code.OFF_FROM_SIBLINGS
        ),
        None,
    )
    if found is None or any(one.outcome is Outcome.UNDECIDED for one in grounds.judgements):
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


def undecided(spec: AnySpec, grounds: Grounds) -> Finding | None:
    """Something was read that decides nothing yet."""
    open_ones = [one for one in grounds.judgements if one.outcome is Outcome.UNDECIDED]
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
