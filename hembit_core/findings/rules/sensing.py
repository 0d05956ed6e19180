"""What sensor readings say: drifted, another curve, or right and shown wrong."""

from __future__ import annotations

from hembit_core.families.registry import AnySpec
from hembit_core.families.temperature_sensor.spec import TemperatureSensor
from hembit_core.families.thermocouple.spec import Thermocouple
from hembit_core.findings.evidence import Evidence, cited
from hembit_core.findings.finding import Conclusion, Finding, Observation
from hembit_core.findings.which_sensor import candidates
from hembit_core.judging.states import State

_READ = ("sensor_points", "sensor_resistance", "thermocouple_voltage")


def wrong_curve(spec: AnySpec, evidence: Evidence) -> Finding | None:
    """Off its own curve, and right on another of the library: a wrong part fitted."""
    if not isinstance(spec, TemperatureSensor):
        return None
    found = evidence.some(_READ[:2], State.OUTSIDE)
    if found is None or found.plot is None:
        return None
    points = [(one.x, one.y) for one in found.plot.points if one.label != "due"]
    if not points:
        return None
    best = candidates(points, spec)
    if not best or best[0].worst > best[0].allowed:
        return None
    several = len(points) > 1
    certain = "" if several else " One point alone: take a second, in ice or boiling water."
    names = ", ".join(one.name for one in best[:3] if one.worst <= one.allowed)
    return Finding(
        conclusion=Conclusion.WRONG_PART if several else Conclusion.UNDECIDED,
        headline=f"On another curve: {best[0].name}"
        if several
        else f"Off its curve; it would fit {names}",
        rests_on=(cited(found), f"{best[0].name} within {best[0].worst:.1f} K"),
        rules_out=("its own curve",),
        next_step=f"Compare with the part that belongs there: same plug, other curve.{certain}",
    )


def drifted(spec: AnySpec, evidence: Evidence) -> Finding | None:
    """Off its curve, and no other fits: it drifted."""
    if not isinstance(spec, TemperatureSensor | Thermocouple):
        return None
    found = evidence.some(_READ, State.OUTSIDE)
    if found is None:
        return None
    return Finding(
        conclusion=Conclusion.REPLACE,
        headline="Drifted off its curve: replace it",
        rests_on=(cited(found),),
        rules_out=("placement as the only cause",),
        next_step="Before that: the right type, the thermometer at the tip, its leads. A probe that a "
        "process depends on needs a calibration.",
    )


def right_but_shown_wrong(spec: AnySpec, evidence: Evidence) -> Finding | None:
    """The sensor is right, the machine's display is not: placement, wiring, board."""
    right = evidence.some(_READ, State.WITHIN, State.JUST_WITHIN, State.WATCH)
    shown = evidence.some(("controller_shows",), State.OUTSIDE)
    misplaced = evidence.has(Observation.NOT_PUSHED_HOME)
    if right is None or not (shown or misplaced):
        return None
    return Finding(
        conclusion=Conclusion.NOT_THE_PART,
        headline="The sensor is right: "
        + ("it is not where the heat is" if misplaced else "placement, wiring or board"),
        rests_on=tuple(cited(one) for one in (right, shown) if one)
        + (("not where the heat is",) if misplaced else ()),
        rules_out=("the sensor",),
        next_step="Push it home, compare two thermometers there; then its plug and wires; then the "
        "board's input.",
    )
