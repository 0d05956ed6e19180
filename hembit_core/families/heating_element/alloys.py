"""How a heating alloy's resistance moves with temperature."""

from __future__ import annotations

from bisect import bisect_right
from dataclasses import dataclass

from hembit_core.data_files import table
from hembit_core.families.heating_element.spec import HeatingElement

_TABLE = table("heating_alloys")
HIGHEST_UNKNOWN_RATIO: float = _TABLE["unknown"]["highest_ratio"]
"""Largest Ct of a usual heating alloy at working heat [1]."""
STEEPEST: float = _TABLE["unknown"]["steepest_per_K"]
"""Largest temperature coefficient of a usual heating alloy near room temperature [1/K]."""
SOURCE = "alloy table, DIN 17470 compositions"


@dataclass(frozen=True)
class HotCold:
    """The ratio Ct = R_hot / R_cold that is used, and where it comes from."""

    ratio: float
    known: bool
    label: str
    source: str


def hot_cold(spec: HeatingElement) -> HotCold:
    """The hot/cold ratio Ct of ``spec`` [1]: given, from the alloy's table, or 1 and not known."""
    if spec.hot_cold_ratio is not None:
        return HotCold(spec.hot_cold_ratio.value, True, "Ct as given", "given with the spec")
    if spec.alloy is None:
        return HotCold(1.0, False, "alloy not given", "Ct = 1 used")
    entry = _TABLE["alloys"][spec.alloy]
    low, high = entry["working_range"]
    label = f"{entry['label']} at working heat ({low:g} to {high:g} by temperature)"
    return HotCold(entry["working_ratio"], True, label, SOURCE)


def temperature_factor(spec: HeatingElement, celsius: float) -> float:
    """R(t)/R(20 °C) of the alloy at the part temperature [1]; 1 where no alloy is named.

    Linear between the table's points. Below 20 °C the first segment's slope
    is continued, above the table the last factor holds.
    """
    if spec.alloy is None:
        return 1.0
    entry = _TABLE["alloys"][spec.alloy]
    points, ratios = entry["temperature_C"], entry["ratio"]
    if celsius >= points[-1]:
        return float(ratios[-1])
    right = min(max(bisect_right(points, celsius), 1), len(points) - 1)
    span = points[right] - points[right - 1]
    share = (celsius - points[right - 1]) / span
    return float(ratios[right - 1] + share * (ratios[right] - ratios[right - 1]))
