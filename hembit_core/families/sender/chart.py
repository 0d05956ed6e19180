"""A sender's chart, read both ways."""

from __future__ import annotations

from bisect import bisect_right

import numpy as np

from hembit_core.curves.ends import CurveRangeError, within_ends
from hembit_core.curves.thermistors import ChartCurve
from hembit_core.families.sender.spec import Sender

_DECADE = 10.0
_CLOSE = 1e-4
"""A step along the chart for its slope, as a share of its length [1]."""


def ohms_at(spec: Sender, amount: float) -> float:
    """R [Ω] at ``amount`` [chart's unit].

    Straight in ohms between the chart's points; where the unit is a temperature, in ln R over
    1/T, since such a sender is a thermistor.

    Raises
    ------
    CurveRangeError
        Beyond the chart's ends.

    Examples
    --------
    >>> points = [{"amount": "0", "ohms": "30k"}, {"amount": "100", "ohms": "550"}]
    >>> thermal = Sender.model_validate({"unit": "°C", "points": points})
    >>> round(ohms_at(thermal, 40.0), -1)
    4460.0
    """
    x = [one.amount.value for one in spec.points]
    inside = float(within_ends(amount, x[0], x[-1], "the chart", spec.unit))
    if spec.is_thermal:
        return float(_curve(spec).resistance(spec.celsius(inside)))
    return float(np.interp(inside, x, [one.ohms.value for one in spec.points]))


def amount_at(spec: Sender, ohms: float) -> float:
    """What the sender says at ``ohms`` [Ω], in the chart's unit; CurveRangeError beyond its ends."""
    rows = sorted((one.ohms.value, one.amount.value) for one in spec.points)
    x = [row[0] for row in rows]
    inside = float(within_ends(ohms, x[0], x[-1], "the chart", "Ω"))
    if not spec.is_thermal:
        return float(np.interp(inside, x, [row[1] for row in rows]))
    kelvin = np.array([spec.celsius(row[1]) for row in rows]) + 273.15
    celsius = 1 / float(np.interp(np.log(inside), np.log(x), 1 / kelvin)) - 273.15
    first, last = spec.points[0].amount.value, spec.points[-1].amount.value
    cold, hot = spec.celsius(first), spec.celsius(last)
    return first + (celsius - cold) / (hot - cold) * (last - first)


def slope_at(spec: Sender, amount: float) -> float:
    """Size of dR/d(amount) [Ω per unit], by the steeper side of a kink."""
    first, last = spec.points[0].amount.value, spec.points[-1].amount.value
    step = _CLOSE * (last - first)
    here = ohms_at(spec, amount)
    found = []
    for there in (amount - step, amount + step):
        try:
            found.append(abs(ohms_at(spec, there) - here) / step)
        except CurveRangeError:
            continue
    return max(found, default=0.0)


def is_a_guess(spec: Sender, amount: float) -> bool:
    """Whether the two points on either side of ``amount`` lie a decade of ohms apart or more."""
    x = [one.amount.value for one in spec.points]
    right = min(max(bisect_right(x, amount), 1), len(x) - 1)
    if amount in x:
        return False
    low, high = sorted((spec.points[right - 1].ohms.value, spec.points[right].ohms.value))
    return high >= _DECADE * low


def _curve(spec: Sender) -> ChartCurve:
    return ChartCurve(
        tuple(spec.celsius(one.amount.value) for one in spec.points),
        tuple(one.ohms.value for one in spec.points),
    )
