"""The tolerance on power input that is borrowed from appliances."""

from __future__ import annotations

from hembit_core.data_files import table

_STEPS = table("input_tolerance")["steps"]
STANDARD: str = table("input_tolerance")["short_source"]


def input_tolerance(rated: float) -> tuple[float | None, float]:
    """Lowest and highest power input [W] of a heating appliance rated ``rated`` [W].

    Up to 25 W: +20 %; above 25 to 200 W: ±10 %; above 200 W: −10 %, and +5 %
    or 20 W, whichever is greater. No lower limit up to 25 W (None).

    Raises
    ------
    ValueError
        If ``rated`` is not positive.

    References
    ----------
    IEC 60335-1, clause 10 (10.1), input of heating appliances, hot.
    """
    if rated <= 0:
        raise ValueError("rated power must be positive")
    for step in _STEPS:
        if step["up_to_W"] is None or rated <= step["up_to_W"]:
            plus = max(rated * step["plus_percent"] / 100, step["plus_at_least_W"])
            minus = step["minus_percent"]
            return None if minus is None else rated * (1 - minus / 100), rated + plus
    raise AssertionError("the last step has no upper end")


def narrowest_shares() -> tuple[float, float]:
    """Lowest and highest power input as shares of rated [1], where the rated watts are not known.

    The narrowest of all steps, so that not knowing them accepts nothing that knowing them would not.
    """
    least = min(one["minus_percent"] for one in _STEPS if one["minus_percent"] is not None)
    return 1 - least / 100, 1 + min(one["plus_percent"] for one in _STEPS) / 100
