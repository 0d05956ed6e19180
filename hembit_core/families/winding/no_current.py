"""A coil with its volts and no current on the clamp: open, or not seen by it."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Literal

from hembit_core.conformity.states import State
from hembit_core.judging.clamp_questions import DC_CLAMP, ONE_CONDUCTOR
from hembit_core.judging.codes import Code
from hembit_core.judging.no_current import NoCurrent, no_current_verdict
from hembit_core.judging.verdict import Verdict

_WORDS = NoCurrent(
    "an open winding",
    "Put a clamp that sees this current round one conductor, or read the ohms, dead.",
    "Open: rated volts, no current",
    "Make it dead and read the winding's ohms; look at its terminations.",
)


def no_current(
    drive: Literal["dc", "ac"] | None, acted: str, answers: Mapping[str, str], seen: str
) -> Verdict:
    """Volts at a coil, and nothing on the clamp; ``seen`` are both, in words.

    The clamp is settled first: a coil that acted draws, and an AC clamp does not see DC.
    """
    if acted == "yes":
        return Verdict(
            Code.CONTRADICTION,
            State.NOT_COMPARABLE,
            "Not comparable: it acts, and the clamp shows nothing",
            "It works. Is the clamp round one conductor only"
            f"{', and one that sees DC' if drive == 'dc' else ''}? Read it again.",
            explanation=[f"{seen} What moves its plunger is current."],
        )
    return no_current_verdict(_WORDS, DC_CLAMP if drive == "dc" else ONE_CONDUCTOR, answers, seen)
