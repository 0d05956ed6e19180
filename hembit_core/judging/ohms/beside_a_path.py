"""A verdict on several figures that were read with another path beside the part."""

from __future__ import annotations

from hembit_core.conformity.missing import Lacking
from hembit_core.conformity.states import State
from hembit_core.judging.ohms.words import LACKING_WORDS
from hembit_core.judging.verdict import Verdict


def beside_a_path(verdict: Verdict, next_step: str) -> Verdict:
    """Not comparable as it was taken; what it would have been stands in the explanation.

    Parameters
    ----------
    next_step : how it is taken so that it can be compared.
    """
    what, why = LACKING_WORDS[Lacking.PATH_BESIDE]
    return Verdict(
        verdict.code,
        State.NOT_COMPARABLE,
        f"Not comparable as it was taken: {what}",
        next_step,
        explanation=[f"{verdict.headline}.", *verdict.explanation],
        undecided_by=(Lacking.PATH_BESIDE,),
        unsettled=why,
    )
