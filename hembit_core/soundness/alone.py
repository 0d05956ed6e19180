"""What one reading says of a part by itself, as it is typed; the others follow once it is kept."""

from __future__ import annotations

from hembit_core.conformity.states import State
from hembit_core.errors import InputError
from hembit_core.families.registry import AnyReading, AnySpec
from hembit_core.judging.judgement import Judgement
from hembit_core.measuring.conditions import Conditions
from hembit_core.soundness.call import ALONE, Word, call_of
from hembit_core.soundness.evidence import evidence_of
from hembit_core.soundness.words import sentence, to_settle


def by_itself(spec: AnySpec, reading: AnyReading, conditions: Conditions, judgement: Judgement) -> str:
    """The word about the part by this reading alone, with what would settle it; empty where it says
    nothing of the part, or is to be confirmed first, or forbids energising, which is said before all.

    Examples
    --------
    >>> from hembit_core import BetweenTerminals, HeatingElement, judge
    >>> element, conditions = HeatingElement.by_plate(4400, 235), Conditions()
    >>> read = BetweenTerminals(display="12.8")
    >>> by_itself(element, read, conditions, judge(element, read, conditions))
    'Good in its ohms; to the case and under load not measured.'
    """
    if judgement.state is State.PLEASE_CONFIRM:
        return ""
    try:
        read = evidence_of(spec, reading, conditions, judgement)
    except InputError:
        return ""
    call = None if read.danger else call_of(spec, [read], ALONE, conditions.rules)
    if call is None:
        return ""
    settle = "" if call.word is Word.GOOD else to_settle(call)
    return f"{sentence(spec, call)}. {settle}".strip()
