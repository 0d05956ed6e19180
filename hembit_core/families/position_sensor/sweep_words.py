"""What the shape of a sweep says, its samples as a line, and its plot."""

from __future__ import annotations

from math import hypot, inf

from hembit_core.conformity.states import Side, State
from hembit_core.conformity.uncertainty import expanded
from hembit_core.families.position_sensor.gaps import Gap
from hembit_core.judging.codes import Code
from hembit_core.judging.judgement import Plot, PlotPoint
from hembit_core.judging.verdict import Verdict
from hembit_core.working import WorkingLine


def shape_verdict(values: tuple[float, ...], turned: int | None, gaps: tuple[Gap, ...]) -> Verdict:
    """Gaps first, then turning back, then what may be the meter's own jump."""
    real = [gap for gap in gaps if not gap.ranging]
    if real:
        first = real[0]
        where = (
            f"sample {first.first + 1}"
            if first.first == first.last
            else f"samples {first.first + 1} to {first.last + 1}"
        )
        return Verdict(
            Code.GAP_ON_THE_WAY,
            State.OPEN,
            f"Open on the way: a gap at {where} of {len(values)}",
            "Sweep it again on a fixed range, slowly. The gap at the same place: replace it, set by "
            "the old one's mark.",
            side=Side.HIGH,
            explanation=["The wiper loses the track there: that is where the machine jumps."],
            pattern=f"gap:{first.first + 1}-{first.last + 1}",
        )
    if turned is not None:
        return Verdict(
            Code.TURNS_BACK,
            State.OUTSIDE,
            f"Outside: it turns back at sample {turned + 1}",
            "Was the wiper moved one way only? Then the track is worn there: replace it.",
            explanation=["A sound track only rises, or only falls."],
            pattern=f"turns_back:{turned + 1}",
        )
    if gaps:
        return Verdict(
            Code.PERHAPS_THE_METERS_JUMP,
            State.NOT_DECIDABLE,
            f"Not decidable: at the jump, sample {gaps[0].first + 1}, the meter changes range",
            "Sweep again on a fixed range: a real dead spot stays, the meter's does not.",
            explanation=["One sample only, at a range's top: most likely the meter, not the track."],
        )
    return Verdict(
        Code.SWEEPS,
        State.WITHIN,
        "Within: smooth, one way, no gap",
        "Sweep it back too, and tap it: a worn track shows there first.",
    )


def turns_back(values: tuple[float, ...], own: tuple[float, ...]) -> int | None:
    """The first sample that goes against the sweep's direction by more than U; None if none does.

    ``own`` is what each sample has for itself, standard [Ω]: the gain is common to all.
    """
    known = [(place, one) for place, one in enumerate(values) if one != inf]
    if len(known) < 3:
        return None
    rises = known[-1][1] >= known[0][1]
    best_at, best = known[0]
    for place, one in known[1:]:
        against = best - one if rises else one - best
        if against > expanded(hypot(own[place], own[best_at])):
            return place
        if (one > best) is rises:
            best_at, best = place, one
    return None


def samples_line(gaps: tuple[Gap, ...], values: tuple[float, ...]) -> WorkingLine:
    """How many samples, and what was found among them."""
    real = sum(not gap.ranging for gap in gaps)
    return WorkingLine(
        key="samples",
        label="Samples",
        result=f"{len(values)} taken; gaps: {real}; at a range change: {len(gaps) - real}",
        formula="off the line of its neighbours by more than 3 usual steps and 2U",
        source="one sample alone at a range's top is the meter's own jump",
    )


def plot_of(values: tuple[float, ...], each: tuple[float, ...], gaps: tuple[Gap, ...]) -> Plot:
    """The samples in order, OL above the rest."""
    wrong = {place for gap in gaps if not gap.ranging for place in range(gap.first, gap.last + 1)}
    top = max((one for one in values if one != inf), default=1.0)
    return Plot(
        title="Sweep",
        x_label="sample",
        y_label="Ω",
        joined=True,
        points=tuple(
            PlotPoint(
                x=float(place + 1),
                y=1.08 * top if one == inf else one,
                expanded=None if one == inf else each[place],
                label="OL" if one == inf else "",
                wrong=place in wrong,
            )
            for place, one in enumerate(values)
        ),
    )
