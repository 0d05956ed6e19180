"""What would settle a reading that is too close to call, by what dominates its uncertainty."""

from __future__ import annotations

from collections.abc import Iterable

from hembit_core.conformity.budget import Origin
from hembit_core.conformity.placing import Placed
from hembit_core.judging.judgement import Settle
from hembit_core.measuring.display import Display
from hembit_core.measuring.meter_accuracy import finer_range
from hembit_core.measuring.meters import Meter
from hembit_core.notation import quantity

_BY = {
    Origin.METER: "this meter",
    Origin.LEADS: "the test leads",
    Origin.GAUGE: "the gauge or stopwatch",
    Origin.THERMOMETER: "the thermometer",
    Origin.EXPECTATION: "the figure it is compared with",
    Origin.SPREAD: "the spread of the table's figure",
}
CHOOSE_THE_METER = Settle(
    code="choose_the_meter", text="say which meter it is: the unknown one is taken as coarse"
)
FINER_METER = Settle(code="finer_meter", text="take a meter that shows more digits")
FOUR_WIRES = Settle(
    code="four_wires",
    text="measure four-wire or with a milliohm adapter, which drops the leads' share",
)
CONTACT_PROBE = Settle(
    code="contact_probe",
    text="let it settle and take its temperature with a finer thermometer: a contact probe, or "
    "ice with its tip in it",
)
GIVE_THE_RATIO = Settle(code="give_the_ratio", text="give this element's own hot/cold ratio Ct")
BETTER_REFERENCE = Settle(
    code="better_reference", text="take the figure it is compared with again, with a finer meter"
)


def too_close(placed: Placed) -> str:
    """Who makes it too close to call: ``too close to call with the thermometer``."""
    by = _BY[placed.dominant] if placed.dominant else "what was used"
    return f"too close to call with {by}"


def settles_of(
    placed: Placed, meter: Meter, display: Display | None, others: Iterable[Settle] = ()
) -> tuple[Settle, ...]:
    """What would settle it: against what dominates first, then the family's own ways."""
    found: list[Settle] = []
    budget, expanded = placed.budget, placed.budget.expanded
    if budget.expanded_from(Origin.THERMOMETER) > expanded / 3:
        found.append(CONTACT_PROBE)
    if budget.expanded_from(Origin.LEADS) > expanded / 3:
        found.append(FOUR_WIRES)
    if budget.expanded_from(Origin.SPREAD) > expanded / 3:
        found.append(GIVE_THE_RATIO)
    if budget.expanded_from(Origin.EXPECTATION) > expanded / 3:
        found.append(BETTER_REFERENCE)
    if budget.expanded_from(Origin.METER) > expanded / 3:
        finer = finer_range(meter, display) if display else None
        if finer and display:
            text = f"read it on the {quantity(finer.top, display.unit, 2)} range"
            found.append(Settle(code="finer_range", text=text))
        elif not meter.stated:
            found.append(CHOOSE_THE_METER)
        else:
            found.append(FINER_METER)
    first = _answering(placed.dominant)
    found.sort(key=lambda one: one.code not in first)
    return tuple(dict.fromkeys((*found, *others)))


def _answering(dominant: Origin | None) -> tuple[str, ...]:
    return {
        Origin.METER: ("finer_range", "choose_the_meter", "finer_meter"),
        Origin.LEADS: ("four_wires",),
        Origin.THERMOMETER: ("contact_probe",),
        Origin.EXPECTATION: ("better_reference",),
        Origin.SPREAD: ("give_the_ratio",),
    }.get(dominant or Origin.METER, ())


def to_settle(settles: Iterable[Settle]) -> str:
    """The ways as one sentence."""
    return f"To settle it: {', or '.join(one.text for one in settles)}."
