"""How a placed reading in ohms is told: headline, explanation, next step."""

from __future__ import annotations

from hembit_core.conformity.missing import Lacking
from hembit_core.conformity.placing import Placed
from hembit_core.conformity.states import Side, State
from hembit_core.judging.codes import Code
from hembit_core.judging.ohms.due import OhmsDue
from hembit_core.judging.settling import settles_of, to_settle, too_close
from hembit_core.judging.verdict import Verdict
from hembit_core.measuring.meters import Meter
from hembit_core.measuring.resistance_reading import NetResistance, ResistanceReading
from hembit_core.notation import expanded_text, limit_text, plain, quantity

LACKING_WORDS = {
    Lacking.ALLOY: ("give the alloy", "the alloy is not given"),
    Lacking.LEADS: ("short the leads", "the leads were not zeroed"),
    Lacking.PAIR: ("read the like-coloured pair", "the sensor's own wires were not read"),
    Lacking.PART_TEMPERATURE: ("give the part's temperature", "its temperature is not given"),
    Lacking.SETTLED: ("let it settle", "it may still be warm"),
    Lacking.PATH_BESIDE: ("lift one end", "a path may stand beside it"),
    Lacking.POWER_FACTOR: ("give the power factor", "the power factor is not given"),
    Lacking.STANDS_AT: ("say where it stands", "where it stands is not given"),
    Lacking.CEILING: ("compare again", "the ceiling is itself a reading, no better than this one"),
    Lacking.LOAD: ("read it loaded", "whether its current flowed was not said"),
    Lacking.SHUT: ("see whether it holds, shut", "whether it holds while shut was not tried"),
    Lacking.LIMITS: ("give its limits", "no limits are given"),
    Lacking.FIGURES: ("find its figures", "nothing is known of what it should read"),
}
"""For each condition that was left out: what to do, and why nothing is decided."""


def lacking_reason(lacking: tuple[Lacking, ...]) -> str | None:
    """Why nothing is decided, in words; None where nothing is missing."""
    return " and ".join(LACKING_WORDS[one][1] for one in lacking) or None


def overflow_verdict(due: OhmsDue, reading: ResistanceReading, floor: float, state: State) -> Verdict:
    """OL where a figure is due: a break, or only more than ``floor`` [Ω], which this range shows."""
    shown = quantity(floor, "Ω", 2)
    if state is State.NOT_DECIDABLE and due.overflow_may_be_sound:
        return Verdict(
            Code.OVERFLOW_MAY_BE_SOUND,
            state,
            f"OL says only that it is more than {shown}, and a sound one may be",
            "Read it where it has few ohms, cold; a break reads OL there too.",
            side=Side.HIGH,
        )
    if state is State.NOT_DECIDABLE:
        return Verdict(
            Code.OVERFLOW_OF_A_RANGE,
            state,
            f"OL says only that it is more than {shown}, what was to be seen here",
            "Take a range whose top lies above the band, or auto, and read again; where this meter has "
            "none, another meter.",
            side=Side.HIGH,
        )
    in_circuit = "In circuit this counts as well: a path beside it could only have lowered the figure."
    return Verdict(
        Code.BROKEN,
        State.OPEN,
        "Open: no path from end to end",
        due.words.open_next,
        side=Side.HIGH,
        explanation=[in_circuit if reading.is_in_circuit else due.words.open_means],
    )


def too_few_ohms(nominal: float, expanded: float) -> Verdict:
    """The part has so few ohms, ``nominal`` with U ``expanded`` [Ω], that a short reads the same."""
    return Verdict(
        Code.TOO_FEW_OHMS,
        State.NOT_DECIDABLE,
        "Not decidable: so few ohms, this meter cannot tell them from a short",
        "Measure four-wire or with a milliohm adapter.",
        side=Side.LOW,
        explanation=[
            f"{quantity(nominal, 'Ω', 3)} is due, the uncertainty is ± {expanded_text(expanded, 'Ω')}."
        ],
    )


def near_zero_verdict(due: OhmsDue, reading: ResistanceReading, below: float, share: float) -> Verdict:
    """Near zero where ohms are due: ``below`` [Ω], which is U or a ``share`` of nominal [1]."""
    if reading.is_in_circuit:
        return Verdict(
            Code.PLACED,
            State.NOT_COMPARABLE,
            "Near zero, but measured in circuit",
            "Lift one end and read again: the path beside the part may be the short.",
            side=Side.LOW,
            undecided_by=(Lacking.PATH_BESIDE,),
            unsettled=LACKING_WORDS[Lacking.PATH_BESIDE][1],
        )
    return Verdict(
        Code.BRIDGED,
        State.SHORT,
        "Short: near zero where ohms are due",
        due.words.short_next,
        side=Side.LOW,
        explanation=[
            f"Below {quantity(below, 'Ω', 2)} counts as a short here: U, or {plain(100 * share)} % of "
            "nominal."
        ],
    )


def placed_verdict(
    due: OhmsDue,
    reading: ResistanceReading,
    meter: Meter,
    net: NetResistance,
    unit: str,
    placed: Placed,
) -> Verdict:
    """The words for where a reading lies."""
    state, side, words = placed.state, placed.side, due.words
    limit = "" if placed.limit is None else limit_text(placed.limit, unit)
    difference = "K" if unit == "°C" else unit
    u = expanded_text(placed.budget.expanded, difference)
    verdict = Verdict(
        Code.PLACED,
        state,
        "",
        "",
        side=side,
        explanation=[due.deviation(net.net, net.budget.expanded)],
        undecided_by=placed.lacking,
        unsettled=lacking_reason(placed.lacking),
        dominant=placed.dominant,
    )
    lean = "" if side is None else f", {side}"
    if placed.remedies:
        _missing_words(verdict, placed, lean)
        return verdict
    if state in (State.JUST_WITHIN, State.JUST_OUTSIDE, State.NOT_DECIDABLE):
        verdict.settles = settles_of(placed, meter, net.display, words.settles)
        verdict.next_step = to_settle(verdict.settles)
    if state is State.WITHIN:
        verdict.headline = "Within: inside by more than the uncertainty"
        verdict.next_step = words.within_next
    elif state is State.WATCH:
        verdict.headline = f"Watch{lean}: inside the limits, beyond the watch limit {limit}"
        verdict.next_step = "Keep it, note the figure, order a spare and set a date."
    elif state in (State.JUST_WITHIN, State.JUST_OUTSIDE):
        verdict.headline = f"{state.capitalize()}{lean}: {too_close(placed)}"
        verdict.explanation.append(f"The limit, {limit}, lies inside the reading's ± {u}.")
    elif state is State.OUTSIDE:
        beyond = "above" if side is Side.HIGH else "below"
        verdict.headline = f"Outside, {side}: {beyond} {limit} by more than the uncertainty"
        verdict.next_step = words.high_next if side is Side.HIGH else words.low_next
        if reading.is_in_circuit:
            verdict.explanation.append(
                "Too high in circuit is conclusive: a path beside it only lowers."
            )
    else:
        verdict.headline = "Not decidable: this meter is too coarse for this band"
        half = quantity(due.band.half_width, difference, 2)
        verdict.explanation.append(f"Half the band is {half}, the uncertainty ± {u}.")
    return verdict


def _missing_words(verdict: Verdict, placed: Placed, lean: str) -> None:
    """What was left out decides: no side is claimed, and what is missing is asked for."""
    asked = " and ".join(LACKING_WORDS[one][0] for one in placed.lacking)
    if placed.state in (State.JUST_WITHIN, State.JUST_OUTSIDE):
        verdict.headline = f"{placed.state.capitalize()}{lean}: {asked}"
    elif placed.state is State.NOT_READY:
        verdict.headline = "Not ready: the part's heat could be the difference"
    else:
        verdict.headline = f"Not comparable as it was taken: {asked}"
    verdict.next_step = " ".join(placed.remedies)
