"""From a placed value to the state: precedence, missing conditions, the meter's reach."""

from __future__ import annotations

from dataclasses import dataclass

from hembit_core.judging.bands import Band, Placement, Shift, decidability, hidden, place
from hembit_core.judging.states import PRECEDENCE, State

_NEEDS_A_FINE_METER = {State.JUST_OUTSIDE, State.JUST_WITHIN, State.WATCH, State.WITHIN}


@dataclass(frozen=True)
class Resolved:
    """The placement that counts, the band-to-U ratio, and what would have to be settled."""

    placement: Placement
    ratio: float
    remedies: tuple[str, ...] = ()

    @property
    def state(self) -> State:
        """The state that counts."""
        return self.placement.state


def resolve(
    value: float,
    expanded: float,
    band: Band,
    missing: tuple[Shift, ...] = (),
    meter_expanded: float | None = None,
) -> Resolved:
    """Place ``value`` ± ``expanded`` in ``band`` and apply what hides or blocks the verdict.

    A missing condition counts only where it could have turned the verdict; a
    meter whose own U exceeds the band's half-width can still show a gross fault.
    ``meter_expanded`` is the meter's part of ``expanded``, where another
    instrument (a thermometer) has one too.
    """
    ratio = decidability(band, expanded if meter_expanded is None else meter_expanded)
    placement = place(value, expanded, band)
    together = _together(missing)
    if together and hidden(value, band, together):
        return Resolved(
            Placement(together.state, placement.side, placement.limit),
            ratio,
            tuple(shift.remedy for shift in missing),
        )
    if ratio < 1 and placement.state in _NEEDS_A_FINE_METER:
        return Resolved(Placement(State.NOT_DECIDABLE, placement.side, placement.limit), ratio)
    return Resolved(placement, ratio)


def _together(missing: tuple[Shift, ...]) -> Shift | None:
    if not missing:
        return None
    state = min((shift.state for shift in missing), key=PRECEDENCE.index)
    low, high = sum(shift.low for shift in missing), sum(shift.high for shift in missing)
    return Shift(state, low, high, "")
