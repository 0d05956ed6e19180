"""What an element's plate or data sheet says of its ohms: hot, and cold at 20 °C."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

from hembit_core.conformity.bands import Band
from hembit_core.families.heating_element.alloys import HotCold, hot_cold
from hembit_core.families.heating_element.input_tolerance import (
    STANDARD,
    input_tolerance,
    narrowest_shares,
)
from hembit_core.families.heating_element.spec import (
    ByPlate,
    HeatingElement,
)
from hembit_core.families.tolerances import OwnLimits, PercentOfResistance, resistance_band
from hembit_core.judging.codes import NoticeCode
from hembit_core.judging.judgement import Notice
from hembit_core.notation import interval, limit_text, percent, plain, quantity
from hembit_core.rules.values import Rules
from hembit_core.working import WorkingLine


@dataclass(frozen=True)
class HotOhms:
    """What the spec says, whatever the part's temperature.

    Attributes
    ----------
    ratio : Ct, with its source.
    hot : band at working heat [Ω].
    cold : band at 20 °C [Ω].
    by_watts : whether the cold ohms follow from watts, so that Ct stands between.
    """

    ratio: HotCold
    hot: Band
    cold: Band
    by_watts: bool
    lines: tuple[WorkingLine, ...]
    policy: tuple[str, ...]
    warnings: tuple[Notice, ...]


@lru_cache(maxsize=256)
def hot_ohms(spec: HeatingElement, rules: Rules) -> HotOhms:
    """Hot and cold bands: R_hot = U²/P, R_cold = R_hot / Ct.

    References
    ----------
    Joule's law; Ct from the alloy's table; tolerance by the school of the spec, or of the shop.
    """
    ratio = hot_cold(spec, rules)
    nominal, lines = _hot_nominal(spec, ratio)
    hot, band_line, policy = _hot_band(spec, nominal, ratio, rules)
    lines.append(band_line)
    cold = hot.scaled(1 / ratio.ratio)
    by_watts = isinstance(spec.rating, ByPlate) and not isinstance(spec.tolerance_by(rules), OwnLimits)
    if by_watts:
        lines.append(_ratio_line(cold, ratio))
    return HotOhms(
        ratio,
        hot,
        cold,
        by_watts,
        tuple(lines),
        (policy, *_ratio_policy(ratio, by_watts)),
        (*_plate_warnings(spec), *_usual_notice(ratio)),
    )


def _usual_notice(ratio: HotCold) -> tuple[Notice, ...]:
    if not ratio.usual:
        return ()
    text = f"The alloy is not given: {ratio.label} is taken."
    return (Notice(code=NoticeCode.USUAL_ALLOY, text=text),)


def _ratio_policy(ratio: HotCold, by_watts: bool) -> tuple[str, ...]:
    if not ratio.known:
        where = "" if by_watts else ", for volts and amps"
        return (f"alloy not given: Ct = 1 used{where}",)
    return (f"Ct {plain(ratio.ratio)} ({ratio.label})",)


def _hot_nominal(spec: HeatingElement, ratio: HotCold) -> tuple[float, list[WorkingLine]]:
    rating = spec.rating
    if not isinstance(rating, ByPlate):
        hot = rating.resistance.value * ratio.ratio
        return hot, [
            WorkingLine(
                key="nominal",
                label="By the data sheet, cold",
                result=quantity(rating.resistance.value, "Ω", 5),
                figures=rating.resistance.text,
                source="ohms as given, taken as cold ohms at 20 °C",
                value=rating.resistance.value,
                unit="Ω",
            )
        ]
    lines = []
    for index, pair in enumerate(rating.pairs):
        label = "By the plate" if len(rating.pairs) == 1 else f"By plate pair {index + 1}"
        lines.append(
            WorkingLine(
                key="nominal",
                label=f"{label}, hot",
                result=quantity(pair.resistance, "Ω", 5),
                formula="R = U² / P",
                figures=f"({pair.voltage.told})² / {pair.power.told}",
                source="Joule's law; plate",
                value=pair.resistance,
                unit="Ω",
            )
        )
    return rating.pair.resistance, lines


def _hot_band(
    spec: HeatingElement, nominal: float, ratio: HotCold, rules: Rules
) -> tuple[Band, WorkingLine, str]:
    tolerance = spec.tolerance_by(rules)
    if isinstance(tolerance, PercentOfResistance):
        band, text = resistance_band(tolerance, nominal)
        return band, _band_line(text, band, "R · (1 ± tolerance)", None, "school: share of R"), text
    if isinstance(tolerance, OwnLimits):
        cold, text = resistance_band(tolerance, nominal / ratio.ratio)
        text = f"{text}, cold ohms"
        return cold.scaled(ratio.ratio), _band_line(text, cold, None, None, "given limits"), text
    return _appliance_band(spec, nominal, rules)


def _appliance_band(
    spec: HeatingElement, nominal: float, rules: Rules
) -> tuple[Band, WorkingLine, str]:
    volts = spec.rated_volts
    if volts is None:
        return _narrowest_band(nominal)
    rated = spec.rating.pair.power.value if isinstance(spec.rating, ByPlate) else volts**2 / nominal
    low, high = input_tolerance(rated)
    shares = percent(high / rated - 1, 0)
    watch = None
    if low is None:
        low, watch = rated * rules.small_element_least_share, rated * rules.small_element_watch_share
        mirrored = f"{percent(low / rated - 1, 0)}, watch {percent(watch / rated - 1, 0)}"
        shares += f" of power; below by the shop's default {mirrored}"
    else:
        shares += f" / {percent(low / rated - 1, 0)} of power"
    band = Band(
        lower=volts**2 / high,
        upper=volts**2 / low,
        watch_upper=None if watch is None else volts**2 / watch,
        nominal=nominal,
    )
    squared = f"({plain(volts)} V)²"
    figures = f"{squared} / {limit_text(high, 'W', 6)} … {squared} / {limit_text(low, 'W', 6)}"
    line = _band_line(shares, band, "U² / P_high … U² / P_low", figures, STANDARD)
    return band, line, f"{shares} ({STANDARD}, borrowed from appliances)"


def _narrowest_band(nominal: float) -> tuple[Band, WorkingLine, str]:
    """By the school about watts where neither watts nor volts are known: P goes with 1/R."""
    low, high = narrowest_shares()
    band = Band(lower=nominal / high, upper=nominal / low, nominal=nominal)
    shares = f"{percent(high - 1, 0)} / {percent(low - 1, 0)} of power"
    figures = (
        f"{limit_text(nominal, 'Ω', 6)} / {plain(high)} … {limit_text(nominal, 'Ω', 6)} / {plain(low)}"
    )
    line = _band_line(shares, band, "R / share_high … R / share_low", figures, STANDARD)
    why = "the narrowest: rated watts and volts are not given"
    return band, line, f"{shares} ({STANDARD}, borrowed from appliances; {why})"


def _band_line(
    text: str, band: Band, formula: str | None, figures: str | None, source: str
) -> WorkingLine:
    return WorkingLine(
        key="band",
        label=f"Band, {text}",
        result=interval(band.lower, band.upper, "Ω"),
        formula=formula,
        figures=figures,
        source=source,
    )


def _ratio_line(cold: Band, ratio: HotCold) -> WorkingLine:
    return WorkingLine(
        key="cold",
        label="Cold, at 20 °C",
        result=interval(cold.lower, cold.upper, "Ω"),
        formula="R_cold = R_hot / Ct",
        figures=f"Ct = {plain(ratio.ratio)}: {ratio.label}",
        source=ratio.source,
    )


def _plate_warnings(spec: HeatingElement) -> tuple[Notice, ...]:
    rating = spec.rating
    if not isinstance(rating, ByPlate) or rating.agree:
        return ()
    first, second = (quantity(pair.resistance, "Ω", 4) for pair in rating.pairs)
    used = rating.judged_by
    text = (
        f"The two plate pairs disagree by more than rounding allows: {first} against {second}. "
        "They may be two elements, or one that is tapped or reconnected. "
        f"Judged by the {used} pair; choose the one your probes are on."
    )
    return (Notice(code=NoticeCode.PLATES_DISAGREE, text=text),)
