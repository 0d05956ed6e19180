"""Two witnesses on a part: its own readings by the rules of the trade, and the circuit's ranking."""

from __future__ import annotations

from collections.abc import Collection

from hembit_circuits.infer.suspects import Suspicion, share_text
from hembit_circuits.words.words import DiagnosisOut
from hembit_core.findings.finding import Conclusion, Finding
from hembit_core.model import Model

_WRONG = frozenset({Conclusion.REPLACE, Conclusion.DO_NOT_ENERGISE, Conclusion.WRONG_PART})
_RIGHT = frozenset({Conclusion.SOUND, Conclusion.PASSED_SO_FAR, Conclusion.NOT_THE_PART})
_WORST = (Suspicion.GOOD, Suspicion.UNTOUCHED, Suspicion.SUSPECT)
LIKELY = 0.5
"""From so much of the weight on it the circuit says that a part is wrong [1]."""


class Witness(Model):
    """What the circuit says of a part, beside the finding from its own readings.

    Attributes
    ----------
    standing : how it stands by the circuit.
    says : that, in a sentence.
    rests_on : the readings that speak for that.
    differs : whether the finding says otherwise; ``asks`` is what is to be answered then.
    """

    standing: Suspicion
    says: str
    rests_on: tuple[str, ...]
    differs: bool
    asks: str


def witness_on(keys: Collection[str], said: DiagnosisOut, found: Finding) -> Witness:
    """What the circuit says of a part, and whether the finding says otherwise.

    A part is one row of the circuit or, as a bank by its members, several: it is ruled out where each
    of them is, and suspect with the weight of the one that is most so.
    What was only seen of a part no reading contradicts: a burnt terminal may read well.

    Parameters
    ----------
    keys : the part's keys in the circuit.

    Raises
    ------
    ValueError
        If none of them is in the circuit.
    """
    rows = [one for one in said.parts if one.part in keys]
    own = max(rows, key=lambda one: (_WORST.index(one.standing), one.weight))
    named = [one for one in said.explanations if not set(keys).isdisjoint(one.parts)]
    ruled_out_by = tuple(dict.fromkeys(by for one in rows for by in one.by))
    if own.standing is Suspicion.SUSPECT and named:
        says = f"Suspect, {share_text(own.weight)}: {named[0].text}"
    elif own.standing is Suspicion.GOOD:
        says = "Ruled out: the readings of the machine do not go with a fault of it"
    else:
        says = "Not settled by the readings so far"
    blames = own.standing is Suspicion.SUSPECT and own.weight >= LIKELY
    by_readings = found.conclusion in _WRONG and bool(found.cites)
    differs = (found.conclusion in _RIGHT and blames) or (
        by_readings and own.standing is Suspicion.GOOD
    )
    asks = (
        f"Its own readings say “{found.conclusion}”, and the circuit says otherwise. Read it once "
        "more, or say which of the two you go by, and why"
    )
    rests_on = {
        Suspicion.SUSPECT: named[0].speaks_for if named else (),
        Suspicion.GOOD: ruled_out_by,
        Suspicion.UNTOUCHED: (),
    }
    return Witness(
        standing=own.standing,
        says=says,
        rests_on=rests_on[own.standing],
        differs=differs,
        asks=asks if differs else "",
    )
