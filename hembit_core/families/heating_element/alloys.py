"""How a heating alloy's resistance moves with temperature."""

from __future__ import annotations

from bisect import bisect_right
from dataclasses import dataclass

from hembit_core.data_files import table
from hembit_core.families.heating_element.spec import HeatingAlloy, HeatingElement
from hembit_core.notation import plain
from hembit_core.rules.values import Rules

_TABLE = table("heating_alloys")
STEEPEST: float = _TABLE["unknown"]["steepest_per_K"]
"""Largest temperature coefficient of a usual heating alloy near room temperature [1/K]."""
SOURCE = "alloy table, DIN 17470 compositions"


@dataclass(frozen=True)
class HotCold:
    """The ratio Ct = R_hot / R_cold that is used [1], and where it comes from.

    ``spread`` is how far the alloy's own Ct lies from it at the most [1]; ``alloy`` is the one
    whose table is used, ``usual`` says that the shop's usual alloy stood in.
    """

    ratio: float
    known: bool
    spread: float
    alloy: HeatingAlloy | None
    usual: bool
    label: str
    source: str


def hot_cold(spec: HeatingElement, rules: Rules) -> HotCold:
    """The hot/cold ratio Ct of ``spec`` [1]: given, from the alloy's table, or 1 and not known."""
    alloy = spec.alloy
    usual = False
    if alloy is None and spec.hot_cold_ratio is None and rules.usual_alloy is not None:
        alloy, usual = HeatingAlloy(rules.usual_alloy), True
    if spec.hot_cold_ratio is not None:
        given = spec.hot_cold_ratio
        return HotCold(given.value, True, 0.0, alloy, False, "Ct as given", "given with the spec")
    if alloy is None:
        return HotCold(1.0, False, 0.0, None, False, "alloy not given", "Ct = 1 used")
    entry = _TABLE["alloys"][alloy]
    low, high = entry["working_range"]
    ratio = entry["working_ratio"]
    whose = ", the shop's usual alloy" if usual else ""
    label = f"{entry['label']}{whose}, at working heat ({plain(low)} to {plain(high)} by temperature)"
    return HotCold(ratio, True, max(high - ratio, ratio - low), alloy, usual, label, SOURCE)


def temperature_factor(alloy: HeatingAlloy, celsius: float) -> float:
    """R(t)/R(20 °C) of the alloy at the part temperature [1].

    Linear between the table's points. Below 20 °C the first segment's slope
    is continued, above the table the last factor holds.
    """
    entry = _TABLE["alloys"][alloy]
    points, ratios = entry["temperature_C"], entry["ratio"]
    if celsius >= points[-1]:
        return float(ratios[-1])
    right = min(max(bisect_right(points, celsius), 1), len(points) - 1)
    span = points[right] - points[right - 1]
    share = (celsius - points[right - 1]) / span
    return float(ratios[right - 1] + share * (ratios[right] - ratios[right - 1]))
