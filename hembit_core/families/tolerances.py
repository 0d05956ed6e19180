"""Tolerances that several families share: a share of the resistance, own limits."""

from __future__ import annotations

from typing import Literal

from pydantic import Field, model_validator
from pydantic_core import PydanticCustomError

from hembit_core.conformity.bands import Band
from hembit_core.errors import InputError
from hembit_core.measuring.figures import Percent, Resistance
from hembit_core.model import Model
from hembit_core.notation import interval, quantity


class PercentOfResistance(Model):
    """A plain ± share of the resistance; beyond ± ``watch_percent``, inside it, is "watch"."""

    school: Literal["percent_of_resistance"] = "percent_of_resistance"
    percent: Percent = Field(default="10", validate_default=True)
    watch_percent: Percent | None = None

    @model_validator(mode="after")
    def _watch_lies_inside(self) -> PercentOfResistance:
        if self.watch_percent and self.watch_percent.value >= self.percent.value:
            raise PydanticCustomError("limits", "The watch share must be the smaller one.")
        return self


class OwnLimits(Model):
    """The person's own limits in cold ohms; one may be missing. Watch limits lie inside them."""

    school: Literal["own_limits"] = "own_limits"
    lower: Resistance | None = None
    upper: Resistance | None = None
    watch_lower: Resistance | None = None
    watch_upper: Resistance | None = None

    @model_validator(mode="after")
    def _limits_make_sense(self) -> OwnLimits:
        if self.lower is None and self.upper is None:
            raise PydanticCustomError("limits", "Give a lower limit, an upper limit, or both.")
        ordered = [self.lower, self.watch_lower, self.watch_upper, self.upper]
        values = [limit.value for limit in ordered if limit is not None]
        if values != sorted(values):
            raise PydanticCustomError(
                "limits", "The limits are in the wrong order: the lower one must be the smaller."
            )
        if self.lower and self.upper and self.lower.value == self.upper.value:
            raise PydanticCustomError("limits", "The two limits leave no room between them.")
        return self


def resistance_band(tolerance: PercentOfResistance | OwnLimits, nominal: float) -> tuple[Band, str]:
    """The band [Ω] of ``tolerance`` round ``nominal`` [Ω], and the tolerance in words.

    Raises
    ------
    InputError
        If the nominal lies outside its own limits.
    """
    if isinstance(tolerance, PercentOfResistance):
        share = tolerance.percent.value / 100
        band = Band(
            lower=nominal * (1 - share),
            upper=nominal * (1 + share),
            nominal=nominal,
            **_watch(tolerance, nominal),
        )
        return band, percent_text(tolerance)
    limits = {
        name: limit.value
        for name in ("lower", "upper", "watch_lower", "watch_upper")
        if (limit := getattr(tolerance, name)) is not None
    }
    band = Band(**limits, nominal=nominal)
    if not band.contains(nominal):
        raise InputError(
            f"Nominal, {quantity(nominal, 'Ω', 4)}, lies outside its own limits, "
            f"{interval(band.lower, band.upper, 'Ω')}. One of them is another part's: check them."
        ).at("spec.tolerance")
    return band, "own limits"


def percent_text(tolerance: PercentOfResistance) -> str:
    """The tolerance in words: ``±10 % of R``, with the watch share where there is one."""
    text = f"±{tolerance.percent.text.rstrip('% ')} % of R"
    if tolerance.watch_percent:
        text += f", watch beyond ±{tolerance.watch_percent.text.rstrip('% ')} %"
    return text


def _watch(tolerance: PercentOfResistance, nominal: float) -> dict[str, float]:
    if tolerance.watch_percent is None:
        return {}
    share = tolerance.watch_percent.value / 100
    return {"watch_lower": nominal * (1 - share), "watch_upper": nominal * (1 + share)}
