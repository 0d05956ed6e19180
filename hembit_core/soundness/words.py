"""What is said of a part, in words that a technician would use."""

from __future__ import annotations

from collections.abc import Iterable, Mapping

from hembit_core.data_files import table
from hembit_core.families.registry import AnySpec, about
from hembit_core.notation import inside
from hembit_core.soundness.call import AspectCall, Call, Word
from hembit_core.soundness.hypotheses import harmed
from hembit_core.soundness.modes import Aspect, modes_of

_SAID = table("soundness")
_TOLD = 0.01
"""Less is not told [1]."""


def aspects_told(spec: AnySpec, aspects: Iterable[Aspect]) -> str:
    """Aspects in a row: ``in its ohms and to the case``."""
    names = [_SAID["aspects"][one].get(spec.kind, _SAID["aspects"][one][""]) for one in aspects]
    return " and ".join([", ".join(names[:-1]), names[-1]] if len(names) > 1 else names)


def sentence(spec: AnySpec, call: Call) -> str:
    """The word about the part: ``Good in its ohms; to the case and under load not measured``.

    Examples
    --------
    >>> from hembit_core import BetweenTerminals, Conditions, HeatingElement
    >>> from hembit_core.soundness.call import call_of
    >>> from hembit_core.soundness.evidence import evidence_of
    >>> element, conditions = HeatingElement.by_plate(2200, 230), Conditions()
    >>> read = evidence_of(element, BetweenTerminals(display="24.6"), conditions)
    >>> sentence(element, call_of(element, [read], 0.7, conditions.rules))
    'Good in its ohms; to the case and under load not measured'
    """
    faults = call.told(spec)
    match call.word:
        case Word.GOOD | Word.LIKELY_GOOD:
            word = "Good" if call.word is Word.GOOD else "Likely good"
            if not call.untested:
                return word
            read = aspects_told(spec, (one.aspect for one in call.aspects))
            return f"{word} {read}; {aspects_told(spec, call.untested)} not measured"
        case Word.CANNOT_TELL:
            return f"Cannot tell yet: sound, or {faults}" if faults else "Cannot tell yet"
        case Word.LIKELY_FAULT:
            return f"Likely {faults}"
        case Word.FAULTY if ", or " in faults and ":" not in faults:
            return f"Faulty: {faults}"
    return faults[:1].upper() + faults[1:]


def why(spec: AnySpec, call: Call) -> tuple[str, ...]:
    """The weights in figures, on demand: of each aspect, and of each fault that weighs anything.

    Examples
    --------
    >>> from hembit_core import BetweenTerminals, Conditions, HeatingElement
    >>> from hembit_core.soundness.call import call_of
    >>> from hembit_core.soundness.evidence import evidence_of
    >>> element, conditions = HeatingElement.by_plate(2200, 230), Conditions()
    >>> read = evidence_of(element, BetweenTerminals(display="OL"), conditions)
    >>> why(element, call_of(element, [read], 0.7, conditions.rules))[:2]
    ('in its ohms: open, 97 %', 'open 93 %')
    """
    declared = modes_of(spec)
    told = {name: one.told for name, one in declared.modes.items()} if declared else {}
    read = {one.aspect for one in call.aspects}
    heaviest = sorted(call.weights.items(), key=lambda one: -one[1])
    return (
        *(_of_aspect(spec, call, one, told) for one in call.aspects),
        *(
            f"{told.get(name, name.replace('_', ' '))} {share(weight)}"
            for name, weight in heaviest
            if weight >= _TOLD and declared and read & set(harmed(declared, name))
        ),
    )


def _of_aspect(spec: AnySpec, call: Call, one: AspectCall, told: Mapping[str, str]) -> str:
    name = aspects_told(spec, (one.aspect,))
    if one.word is Word.FAULT:
        return f"{name}: {told.get(one.faults[0], one.word)}, {share(one.weight)}"
    return f"{name}: {one.word}, sound {share(call.sound_in(one.aspect))}"


def share(weight: float) -> str:
    """A weight as per cent: whole, and never 100 or 0 of what is not certain."""
    return f"{min(max(round(100 * weight), 1), 99)} %"


def to_settle(call: Call) -> str:
    """What would settle it, in one sentence; empty where a call is made of it, or nothing would."""
    if call.at_odds:
        return ""
    ways = [
        *(
            f"take “{inside(about(one).title)}” again, probes moved"
            for one in call.doubted
            if call.word is not Word.GOOD
        ),
        *(_SAID["asks"][one] for one in call.asks[:2]),
    ]
    return f"To settle it: {', or '.join(ways)}." if ways else ""
