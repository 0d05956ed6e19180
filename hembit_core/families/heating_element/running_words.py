"""How the current of a running part is told."""

from __future__ import annotations

from hembit_core.conformity.placing import Placed
from hembit_core.conformity.states import Side, State
from hembit_core.families.heating_element.readings import Running
from hembit_core.judging.clamp_questions import ONE_CONDUCTOR, YES_NO
from hembit_core.judging.codes import Code
from hembit_core.judging.judgement import Question, Settle
from hembit_core.judging.ohms.words import LACKING_WORDS, lacking_reason
from hembit_core.judging.settling import settles_of, to_settle, too_close
from hembit_core.judging.verdict import Verdict
from hembit_core.measuring.display import Display
from hembit_core.measuring.meters import Meter
from hembit_core.notation import expanded_text, limit_text

_CALLING = Question(
    code="calling",
    field="reading.current",
    sentence="Is the thermostat calling for heat just now?",
    choices=YES_NO,
)
_SETTLES = (
    Settle(code="several_turns", text="lay several turns through the clamp and divide"),
    Settle(code="isolated_ohms", text="make it dead and read the isolated ohms, which are finer"),
)


def no_current(seen: str, reading: Running) -> Verdict:
    """No current with volts present: the clamp and the thermostat first, then the element."""
    answers = reading.answers
    open_questions = [
        one for one in (ONE_CONDUCTOR, _CALLING) if answers.get(one.code) not in ("yes", "no")
    ]
    if open_questions:
        return Verdict(
            Code.NO_CURRENT_ASKED,
            State.PLEASE_CONFIRM,
            "Please confirm: volts, but no current",
            "Settle the clamp and the thermostat first; a broken element shows the same.",
            side=Side.LOW,
            explanation=[seen],
            questions=open_questions,
        )
    if "no" in (answers["one_conductor"], answers["calling"]):
        remedy = (
            "Put the clamp round one conductor and read again."
            if answers["one_conductor"] == "no"
            else "Make the thermostat call for heat and read again."
        )
        return Verdict(
            Code.NO_CURRENT_NOT_CALLED,
            State.NOT_COMPARABLE,
            "Not comparable as it was taken",
            remedy,
            explanation=[seen],
        )
    return Verdict(
        Code.OPEN_UNDER_LOAD,
        State.OPEN,
        "Open under load, or a joint is open",
        "Make it dead; check terminals and joints; then replace the element.",
        side=Side.LOW,
        explanation=[f"{seen} The clamp and the thermostat are settled."],
    )


def placed_amps(placed: Placed, deviation: str, meter: Meter, display: Display) -> Verdict:
    """The words for where a current lies."""
    state, side = placed.state, placed.side
    limit = "" if placed.limit is None else limit_text(placed.limit, "A", 3)
    lean = "" if side is None else f", {side}"
    verdict = Verdict(
        Code.PLACED,
        state,
        "",
        "",
        side=side,
        explanation=[deviation],
        undecided_by=placed.lacking,
        unsettled=lacking_reason(placed.lacking),
        dominant=placed.dominant,
    )
    if placed.remedies:
        asked = " and ".join(LACKING_WORDS[one][0] for one in placed.lacking)
        verdict.headline = f"{state.capitalize()}{lean}: {asked}"
        verdict.next_step = " ".join(placed.remedies)
        return verdict
    if state in (State.JUST_WITHIN, State.JUST_OUTSIDE, State.NOT_DECIDABLE):
        verdict.settles = settles_of(placed, meter, display, _SETTLES)
        verdict.next_step = to_settle(verdict.settles)
    if state is State.WITHIN:
        verdict.headline = "Within: it draws what the volts there should drive"
        verdict.next_step = (
            "The element works. Cold or slow all the same: cycling, flow, losses, setting."
        )
    elif state is State.WATCH:
        verdict.headline = f"Watch{lean}: inside the limits, beyond the watch limit {limit}"
        verdict.next_step = "Keep it, note the figure, order a spare and set a date."
    elif state in (State.JUST_WITHIN, State.JUST_OUTSIDE):
        verdict.headline = f"{state.capitalize()}{lean}: {too_close(placed)}"
        u = expanded_text(placed.budget.expanded, "A")
        verdict.explanation.append(f"The limit, {limit}, lies inside ± {u}.")
    elif state is State.OUTSIDE:
        beyond = "above" if side is Side.HIGH else "below"
        verdict.headline = f"Outside, {side}: {beyond} {limit} by more than the uncertainty"
        verdict.next_step = (
            "Is another load on this clamp? Clamp the element's own branch; then read isolated ohms."
            if side is Side.HIGH
            else "The volts are accounted for: look at joints and terminals, then read isolated ohms."
        )
    else:
        verdict.headline = "Not decidable: this clamp is too coarse for this band"
    return verdict
