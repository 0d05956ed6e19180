"""What sensor readings say: drifted, another curve, or right and shown wrong."""

from __future__ import annotations

import numpy as np

from hembit_core.conformity.states import Outcome, State
from hembit_core.conformity.uncertainty import rectangular
from hembit_core.curves.ends import Floats
from hembit_core.families.registry import AnySpec
from hembit_core.families.temperature_sensor.spec import TemperatureSensor
from hembit_core.families.thermocouple.spec import Thermocouple
from hembit_core.findings.finding import Conclusion, Finding, FindingCode, Observation
from hembit_core.findings.grounds import Grounds, cited
from hembit_core.judging.measurand import Role
from hembit_core.notation import fixed
from hembit_core.sensor_curves.known import known_curves
from hembit_core.sensor_curves.ranking import MeasuredPairs, Ranked, rank_curves, read_off

_THERMOMETER = 1.0
"""How far off the thermometer of these readings may be [K]."""
_ALIKE = 0.05
"""Curves that read no further apart are one [K]."""
_READ = (Role.ALONG, Role.SENSES)


def wrong_curve(spec: AnySpec, grounds: Grounds) -> Finding | None:
    """Off its own curve, and right on another of the library: a wrong part fitted."""
    if not isinstance(spec, TemperatureSensor):
        return None
    off = [one for one in grounds.with_role(Role.ALONG) if one.state is State.OUTSIDE and one.plot]
    if not off:
        return None
    every = [one for one in grounds.with_role(Role.ALONG) if one.plot]
    points = [
        (point.x, point.y, point.expanded or 0.0)
        for one in every
        if one.plot
        for point in one.plot.points
        if point.key == "read" and point.y > 0
    ]
    if not points:
        return None
    measured = MeasuredPairs.of(points, rectangular(_THERMOMETER))
    best = [one for one in rank_curves(measured, known_curves()) if one.fits]
    best = [one for one in best if not _reads_alike(one, read_off(spec, measured))]
    if not best:
        return None
    several = len({round(t, 1) for t, _, _ in points}) > 1
    certain = "" if several else " One point alone: take a second, in ice or boiling water."
    names = " or ".join(one.name for one in best[:3])
    return Finding(
        code=FindingCode.WRONG_CURVE if several else FindingCode.PERHAPS_ANOTHER_CURVE,
        conclusion=Conclusion.WRONG_PART if several else Conclusion.UNDECIDED,
        headline=f"On another curve: {names}" if several else f"Off its curve; it would fit {names}",
        rests_on=(
            *(cited(one) for one in off),
            f"{best[0].name} within {fixed(float(np.abs(best[0].off).max()), 1)} K",
        ),
        cites=tuple(dict.fromkeys(one.measurand for one in off)),
        rules_out=("its own curve",),
        next_step=f"Compare with the part that belongs there: same plug, other curve.{certain}",
    )


def _reads_alike(one: Ranked, own: Floats | None) -> bool:
    """Whether a curve reads as the part's own does here: the same one under another name."""
    return own is not None and bool((np.abs(one.off - own) < _ALIKE).all())


def drifted(spec: AnySpec, grounds: Grounds) -> Finding | None:
    """Off its curve, and no other fits: it drifted."""
    if not isinstance(spec, TemperatureSensor | Thermocouple):
        return None
    roles = _READ if isinstance(spec, TemperatureSensor) else (Role.SENSES,)
    found = grounds.some(roles, State.OUTSIDE)
    if found is None:
        return None
    return Finding(
        code=FindingCode.DRIFTED,
        conclusion=Conclusion.REPLACE,
        headline="Drifted off its curve: replace it",
        rests_on=(cited(found),),
        cites=(found.measurand,),
        rules_out=("placement as the only cause",),
        next_step="Before that: the right type, the thermometer at the tip, its leads. A probe that a "
        "process depends on needs a calibration.",
    )


def right_but_shown_wrong(spec: AnySpec, grounds: Grounds) -> Finding | None:
    """The sensor is right, the machine's display is not: placement, wiring, board."""
    if grounds.rejected_itself():
        return None
    roles = _READ if isinstance(spec, TemperatureSensor) else (Role.SENSES,)
    right = next((one for one in grounds.with_role(*roles) if one.outcome is Outcome.ACCEPT), None)
    shown = grounds.some((Role.SHOWN,), State.OUTSIDE)
    misplaced = grounds.has(Observation.NOT_PUSHED_HOME)
    if right is None or not (shown or misplaced):
        return None
    rests = tuple(one for one in (right, shown) if one)
    return Finding(
        code=FindingCode.NOT_WHERE_THE_HEAT_IS if misplaced else FindingCode.SHOWN_WRONG,
        conclusion=Conclusion.NOT_THE_PART,
        headline="The sensor is right: "
        + ("it is not where the heat is" if misplaced else "placement, wiring or board"),
        rests_on=tuple(cited(one) for one in rests) + (("not where the heat is",) if misplaced else ()),
        cites=tuple(one.measurand for one in rests),
        rules_out=("the sensor",),
        next_step="Push it home, compare two thermometers there; then its plug and wires; then the "
        "board's input.",
    )
