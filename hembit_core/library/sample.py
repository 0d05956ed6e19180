"""A spec out of good parts that were measured: nominal, spread, and the band that is suggested."""

from __future__ import annotations

from math import ceil, floor, log10, sqrt
from statistics import mean, stdev
from typing import Literal

from pydantic import Field

from hembit_core.drift.line import t95
from hembit_core.errors import InputError
from hembit_core.families.heating_element.spec import HeatingElement
from hembit_core.families.resistive.spec import ResistivePart
from hembit_core.families.tolerances import PercentOfResistance
from hembit_core.families.winding.spec import Winding
from hembit_core.judge import PartSpec
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.figures import Temperature
from hembit_core.measuring.resistance_reading import DisplayText, HowTaken, net_of
from hembit_core.model import Model
from hembit_core.notation import expanded_text, plain, quantity, significant

_FEWEST = 3
"""Below so many parts a spread says nothing [1]."""


class GoodParts(HowTaken):
    """Displays of good parts, one each, all at one ``temperature`` [°C]."""

    kind: Literal["winding", "heating_element", "resistive_part"]
    displays: tuple[DisplayText, ...] = Field(min_length=1, max_length=100)
    temperature: Temperature


class Sample(Model):
    """What good parts say: in words, and a spec by it. ``percent`` is the suggested band's half [%]."""

    count: int
    told: str
    percent: float
    spec: PartSpec


def spec_of_sample(parts: GoodParts, conditions: Conditions) -> Sample:
    """The spec by which another good part of the same make should pass.

    Nominal is the mean. The band is the 95 % prediction interval of one more part, with the meter's
    own U: ± √((t₉₅ s √(1 + 1/n))² + U²), as a share of the mean, rounded up. Of one or two parts the
    spread is not known: the usual band stands, and that is said.

    Raises
    ------
    InputError
        If a display cannot be used, is open or a short.

    References
    ----------
    ISO 16269-8:2004, clause 5 (prediction interval, normal distribution); JCGM 100:2008, G.3 (t).
    """
    ohms, u = [], 0.0
    for place, shown in enumerate(parts.displays):
        field = f"displays.{place}"
        net = net_of(parts, field, shown, conditions, parts.answers)
        if net is None or net.net <= net.budget.expanded:
            what = "open" if net is None else "a short"
            raise InputError(f"“{shown}” is {what}: no good part's ohms. Leave it out.").at(
                f"reading.{field}"
            )
        ohms.append(net.net)
        u = max(u, net.budget.expanded)
    middle = mean(ohms)
    # Three decimals could also be thousands: written with an R in the point's place.
    nominal = significant(middle, 4)
    if nominal.partition(".")[2] and len(nominal.partition(".")[2]) == 3:
        nominal = nominal.replace(".", "R")
    warm = f"at {parts.temperature.told}"
    if len(ohms) < _FEWEST:
        told = (
            f"Mean {quantity(middle, 'Ω', 4)} {warm} of {len(ohms)}: the spread takes three parts. "
            "The band is the usual ±10 % till then."
        )
        return Sample(count=len(ohms), told=told, percent=10.0, spec=_spec(parts, nominal, "10"))
    spread = stdev(ohms)
    half = sqrt((t95(len(ohms) - 1) * spread * sqrt(1 + 1 / len(ohms))) ** 2 + u**2)
    percent = _up(100 * half / middle)
    told = (
        f"Mean {quantity(middle, 'Ω', 4)} {warm} of {len(ohms)}, standard deviation "
        f"{expanded_text(spread, 'Ω')}, meter ±{expanded_text(u, 'Ω')}: one more good part lies within "
        f"±{plain(percent)} % with 95 %."
    )
    spec = _spec(parts, nominal, f"{percent:g}")
    return Sample(count=len(ohms), told=told, percent=percent, spec=spec)


def _up(percent: float) -> float:
    """Rounded up to two significant digits: a band is not made narrower by rounding.

    Examples
    --------
    >>> _up(3.112), _up(12.1), _up(0.8), _up(0.0)
    (3.2, 13.0, 0.8, 0.1)
    """
    if percent <= 0.1:
        return 0.1
    step = 10.0 ** (floor(log10(percent)) - 1)
    return float(f"{ceil(percent / step - 1e-9) * step:.6g}")


def _spec(parts: GoodParts, nominal: str, percent: str) -> PartSpec:
    tolerance = PercentOfResistance.model_validate({"percent": percent})
    if parts.kind == "winding":
        warm = parts.temperature.text
        given = {"resistance": nominal, "reference_temperature": warm, "tolerance": tolerance}
        return Winding.model_validate(given)
    if parts.kind == "heating_element":
        rating = {"by": "ohms", "resistance": nominal}
        return HeatingElement.model_validate({"rating": rating, "tolerance": tolerance})
    return ResistivePart.model_validate({"resistance": nominal, "tolerance": tolerance})
