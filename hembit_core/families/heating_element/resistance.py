"""The resistance an element should have: hot from the plate, cold and today from the alloy."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

from hembit_core import defaults
from hembit_core.conditions import Conditions
from hembit_core.families.heating_element.alloys import (
    HIGHEST_UNKNOWN_RATIO,
    SOURCE,
    STEEPEST,
    HotCold,
    hot_cold,
    temperature_factor,
)
from hembit_core.families.heating_element.input_tolerance import STANDARD, input_tolerance
from hembit_core.families.heating_element.spec import (
    ApplianceInput,
    ByPlate,
    HeatingElement,
)
from hembit_core.families.tolerances import OwnLimits, PercentOfResistance, resistance_band
from hembit_core.figures import FigureText
from hembit_core.judging.bands import Band, Shift
from hembit_core.judging.states import State
from hembit_core.notation import interval, percent, quantity
from hembit_core.uncertainty import rectangular
from hembit_core.working import WorkingLine


@dataclass(frozen=True, eq=False)
class ElementResistance:
    """What an element's ohms should be. Equal only to itself, so that it keys a cache cheaply.

    Attributes
    ----------
    hot : band at working heat [Ω]: volts and amps are judged against it.
    today : band of the cold element at the part's temperature [Ω].
    ratio : Ct, with its source.
    slope : dR/dt of the expectation at the part's temperature [Ω/K].
    thermometer : the part temperature's standard uncertainty through the slope [Ω].
    missing : a temperature effect that is not known, if it matters.
    """

    hot: Band
    today: Band
    ratio: HotCold
    slope: float
    thermometer: float
    missing: tuple[Shift, ...]
    lines: tuple[WorkingLine, ...]
    policy: tuple[str, ...]
    warnings: tuple[str, ...]

    @property
    def alloy_could_explain_low(self) -> bool:
        """Whether Ct = 1 was used for want of the alloy, so that a sound one may read low."""
        return not self.ratio.known

    @property
    def lowest_with_any_alloy(self) -> float | None:
        """The lower limit [Ω] if the alloy had the largest usual Ct."""
        return None if self.today.lower is None else self.today.lower / HIGHEST_UNKNOWN_RATIO


def lowest_share(due: ElementResistance) -> float | None:
    """How far below its lower limit a sound one may read for want of the alloy [1]; else None."""
    return 1 / HIGHEST_UNKNOWN_RATIO if due.alloy_could_explain_low else None


@dataclass(frozen=True)
class PartTemperature:
    """The part's temperature as given [°C], its limit [K] and where it comes from."""

    given: FigureText | None
    limit: float
    source: str


def element_resistance(spec: HeatingElement, conditions: Conditions) -> ElementResistance:
    """Work out hot and cold resistance bands for ``spec`` under ``conditions``.

    R_hot = U²/P; R_cold = R_hot / Ct; today R = R_cold · F(t).

    References
    ----------
    Joule's law; Ct and F(t) from the alloy's table (DIN 17470 compositions);
    tolerance by the school that the spec names.
    """
    return _worked_out(
        spec,
        PartTemperature(
            conditions.part_temperature,
            conditions.temperature_limit,
            conditions.temperature_source_label,
        ),
    )


@lru_cache(maxsize=256)
def _worked_out(spec: HeatingElement, part: PartTemperature) -> ElementResistance:
    """Worked out once for many readings of one part, and for every key that is typed."""
    ratio = _ratio(spec)
    nominal, lines = _hot_nominal(spec, ratio)
    hot, band_line, policy = _hot_band(spec, nominal, ratio)
    lines.append(band_line)
    cold = hot.scaled(1 / ratio.ratio)
    if isinstance(spec.rating, ByPlate) and not isinstance(spec.tolerance, OwnLimits):
        lines.append(_ratio_line(cold, ratio))
    today, slope, missing, line = _today(spec, part, cold)
    lines.append(line)
    return ElementResistance(
        hot=hot,
        today=today,
        ratio=ratio,
        slope=slope,
        thermometer=abs(slope) * rectangular(part.limit),
        missing=missing,
        lines=tuple(lines),
        policy=(policy, *_ratio_policy(spec, ratio)),
        warnings=_plate_warnings(spec),
    )


def _ratio(spec: HeatingElement) -> HotCold:
    """Ct as it is used. Cold ohms need none for an ohms reading, so nothing is missing there."""
    ratio = hot_cold(spec)
    if isinstance(spec.rating, ByPlate) and not isinstance(spec.tolerance, OwnLimits):
        return ratio
    return HotCold(ratio.ratio, True, ratio.label, ratio.source)


def _ratio_policy(spec: HeatingElement, ratio: HotCold) -> tuple[str, ...]:
    if not ratio.known:
        return ("alloy not given: Ct = 1 used",)
    if spec.alloy is None and spec.hot_cold_ratio is None:
        return ()
    return (f"Ct {ratio.ratio:g} ({ratio.label})",)


def _hot_nominal(spec: HeatingElement, ratio: HotCold) -> tuple[float, list[WorkingLine]]:
    rating = spec.rating
    if not isinstance(rating, ByPlate):
        hot = rating.resistance.value * ratio.ratio
        return hot, [
            WorkingLine(
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
                label=f"{label}, hot",
                result=quantity(pair.resistance, "Ω", 5),
                formula="R = U² / P",
                figures=f"({pair.voltage.value:g} V)² / {pair.power.value:g} W",
                source="Joule's law; plate",
                value=pair.resistance,
                unit="Ω",
            )
        )
    return rating.pair.resistance, lines


def _hot_band(spec: HeatingElement, nominal: float, ratio: HotCold) -> tuple[Band, WorkingLine, str]:
    tolerance = spec.tolerance
    if isinstance(tolerance, PercentOfResistance):
        band, text = resistance_band(tolerance, nominal)
        return band, _band_line(text, band, "R · (1 ± tolerance)", None, "school: share of R"), text
    if isinstance(tolerance, OwnLimits):
        cold, text = resistance_band(tolerance, nominal / ratio.ratio)
        text = f"{text}, cold ohms"
        return cold.scaled(ratio.ratio), _band_line(text, cold, None, None, "given limits"), text
    return _appliance_band(spec, nominal)


def _appliance_band(spec: HeatingElement, nominal: float) -> tuple[Band, WorkingLine, str]:
    volts = spec.rated_voltage
    assert volts is not None and isinstance(spec.tolerance, ApplianceInput)
    rated = spec.rating.pair.power.value if isinstance(spec.rating, ByPlate) else volts**2 / nominal
    low, high = input_tolerance(rated)
    band = Band(lower=volts**2 / high, upper=None if low is None else volts**2 / low, nominal=nominal)
    shares = percent(high / rated - 1, 0)
    shares += " of power" if low is None else f" / {percent(low / rated - 1, 0)} of power"
    figures = f"({volts:g} V)² / {high:.6g} W"
    figures += "" if low is None else f" … ({volts:g} V)² / {low:.6g} W"
    line = _band_line(shares, band, "U² / P_high … U² / P_low", figures, STANDARD)
    return band, line, f"{shares} ({STANDARD}, borrowed from appliances)"


def _band_line(
    text: str, band: Band, formula: str | None, figures: str | None, source: str
) -> WorkingLine:
    return WorkingLine(
        label=f"Band, {text}",
        result=interval(band.lower, band.upper, "Ω"),
        formula=formula,
        figures=figures,
        source=source,
    )


def _ratio_line(cold: Band, ratio: HotCold) -> WorkingLine:
    return WorkingLine(
        label="Cold, at 20 °C",
        result=interval(cold.lower, cold.upper, "Ω"),
        formula="R_cold = R_hot / Ct",
        figures=f"Ct = {ratio.ratio:g}: {ratio.label}",
        source=ratio.source,
    )


def _today(
    spec: HeatingElement, part: PartTemperature, cold: Band
) -> tuple[Band, float, tuple[Shift, ...], WorkingLine]:
    reference = defaults.REFERENCE_TEMPERATURE
    given = part.given
    celsius = given.value if given else reference
    shown = f"{given.text.removesuffix('°C').strip()} °C" if given else "not given, taken as 20 °C"
    assert cold.nominal is not None
    if spec.alloy is None:
        return _unknown_alloy(part, cold, celsius, shown)
    factor = temperature_factor(spec, celsius)
    slope = (temperature_factor(spec, celsius + 0.5) - temperature_factor(spec, celsius - 0.5)) * (
        cold.nominal
    )
    today = cold.scaled(factor)
    line = WorkingLine(
        label="At the part's temperature",
        result=interval(today.lower, today.upper, "Ω"),
        formula="R = R_cold · F(t)",
        figures=f"F = {factor:.4f} at {shown}, ±{part.limit:g} K ({part.source.lower()})",
        source=SOURCE,
    )
    return today, slope, (), line


def _unknown_alloy(
    part: PartTemperature, cold: Band, celsius: float, shown: str
) -> tuple[Band, float, tuple[Shift, ...], WorkingLine]:
    """No formula without the alloy: a bound instead, and "not ready" where the bound matters."""
    assert cold.nominal is not None
    away = abs(celsius - defaults.REFERENCE_TEMPERATURE)
    away += part.limit if part.given else 0.0
    most = cold.nominal * min(STEEPEST * away, HIGHEST_UNKNOWN_RATIO - 1)
    matters = most > cold.half_width / 10
    line = WorkingLine(
        label="Temperature",
        result="not known" if matters else "none to make",
        figures=f"alloy not known; part {shown}; at most {quantity(most, 'Ω', 2)}"
        if part.given
        else f"part temperature {shown}",
        source="steepest usual heating alloy",
    )
    if not matters:
        return cold, 0.0, (), line
    warm = celsius > defaults.REFERENCE_TEMPERATURE
    shift = Shift(
        State.NOT_READY,
        -most if warm else 0.0,
        0.0 if warm else most,
        "Let the part settle at room temperature, or give the alloy, and read again.",
    )
    return cold, 0.0, (shift,), line


def _plate_warnings(spec: HeatingElement) -> tuple[str, ...]:
    rating = spec.rating
    if not isinstance(rating, ByPlate) or rating.agree:
        return ()
    first, second = (quantity(pair.resistance, "Ω", 4) for pair in rating.pairs)
    used = rating.judged_by
    return (
        f"The two plate pairs disagree by more than rounding allows: {first} against {second}. "
        "They may be two elements, or one that is tapped or reconnected. "
        f"Judged by the {used} pair; choose the one your probes are on.",
    )
