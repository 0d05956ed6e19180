"""What holds for any part: open questions, looks, rejected, watched, undecided, sound."""

from __future__ import annotations

from hembit_core.data_files import table
from hembit_core.families.element_bank.spec import ElementBank
from hembit_core.families.ignition_sequence.spec import IgnitionSequence
from hembit_core.families.registry import AnySpec
from hembit_core.families.supply.spec import Supply
from hembit_core.findings.evidence import OHMS_ALONG, Evidence, cited
from hembit_core.findings.finding import Conclusion, Finding, Observation
from hembit_core.judging.states import Outcome, State

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
    asked = evidence.some(evidence.judgements, State.PLEASE_CONFIRM)
    if asked is None:
        return None
    return Finding(
        conclusion=Conclusion.UNDECIDED,
        headline="A display is to be confirmed first",
        rests_on=(cited(asked),),
        next_step=asked.next_step,
    )


def looks_bad(spec: AnySpec, evidence: Evidence) -> Finding | None:
    """Something seen that decides although the readings pass."""
    if evidence.rejected():
        return None
    for observation, (headline, conclusion) in _LOOKS.items():
        if evidence.has(observation):
            return Finding(
                conclusion=conclusion,
                headline=headline,
                rests_on=(
                    f"seen: {label(observation)}",
                    *(cited(one) for one in evidence.judgements.values()),
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
    elif found.measurand in OHMS_ALONG and found.value is not None:
        rules_out = ("a broken wire",)
    return Finding(
        conclusion=conclusion,
        headline=found.headline,
        rests_on=(cited(found), *(f"seen: {label(one)}" for one in _LOOKS if evidence.has(one))),
        rules_out=rules_out,
        next_step=found.next_step,
    )


def watched(spec: AnySpec, evidence: Evidence) -> Finding | None:
    """Inside its limits, outside the watch limits, or apart from its siblings."""
    found = evidence.some(evidence.judgements, State.WATCH)
    if found is None:
        return None
    return Finding(
        conclusion=Conclusion.WATCH,
        headline="Order a spare, set a date",
        rests_on=(cited(found),),
        rules_out=("a fault today",),
        next_step=found.next_step,
    )


def undecided(spec: AnySpec, evidence: Evidence) -> Finding | None:
    """Something was read that decides nothing yet."""
    open_ones = [one for one in evidence.judgements.values() if one.outcome is Outcome.UNDECIDED]
    if not open_ones:
        return None
    return Finding(
        conclusion=Conclusion.UNDECIDED,
        headline="Undecided as it stands",
        rests_on=tuple(cited(one) for one in open_ones),
        next_step=open_ones[0].next_step,
    )


def sound(spec: AnySpec, evidence: Evidence) -> Finding | None:
    """Everything that was read passes."""
    if not evidence.judgements:
        return Finding(
            conclusion=Conclusion.UNDECIDED,
            headline="Nothing is measured yet",
            rests_on=("what was seen",),
            next_step="Measure it.",
        )
    along = evidence.some(OHMS_ALONG, State.WITHIN, State.JUST_WITHIN)
    ruled = ("a break", "a short") if along else ()
    if evidence.some(("terminal_to_case",), State.WITHIN):
        ruled = (*ruled, "a gross leak to the case")
    last = list(evidence.judgements.values())[-1]
    return Finding(
        conclusion=Conclusion.SOUND,
        headline="Sound, as far as it was tested",
        rests_on=(),
        rules_out=ruled,
        next_step=last.next_step,
    )
