"""The resistance an element should have: hot from the plate, cold and today from the alloy."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

from hembit_core.conditions import Conditions
from hembit_core.families.heating_element.alloys import (
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
from hembit_core.judging.bands import Band
from hembit_core.judging.budget import Origin, Share
from hembit_core.judging.codes import NoticeCode
from hembit_core.judging.judgement import Notice
from hembit_core.judging.missing import Lacking, Missing
from hembit_core.judging.states import State
from hembit_core.notation import interval, percent, quantity
from hembit_core.rules import Rules
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
    shares : uncertainty of the cold ohms that are due: thermometer, spread of Ct [Ω].
    missing : what is not known about the cold ohms, and what it may have done.
    amps_spread : the spread of Ct where amps are due from cold ohms, standard, as a share [1].
    amps_missing : what is not known about the amps that are due.
    """

    hot: Band
    today: Band
    ratio: HotCold
    shares: tuple[Share, ...]
    missing: tuple[Missing, ...]
    amps_spread: float
    amps_missing: tuple[Missing, ...]
    lines: tuple[WorkingLine, ...]
    policy: tuple[str, ...]
    warnings: tuple[Notice, ...]


@dataclass(frozen=True)
class PartTemperature:
    """The part's temperature as given [°C], its limit and standard [K] and where it comes from."""

    given: FigureText | None
    limit: float
    standard: float
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
            conditions.temperature_standard,
            conditions.temperature_source_label,
        ),
        conditions.rules,
    )


@lru_cache(maxsize=256)
def _worked_out(spec: HeatingElement, part: PartTemperature, rules: Rules) -> ElementResistance:
    """Worked out once for many readings of one part, and for every key that is typed."""
    ratio = hot_cold(spec, rules)
    nominal, lines = _hot_nominal(spec, ratio)
    hot, band_line, policy = _hot_band(spec, nominal, ratio, rules)
    lines.append(band_line)
    cold = hot.scaled(1 / ratio.ratio)
    by_watts = isinstance(spec.rating, ByPlate) and not isinstance(spec.tolerance, OwnLimits)
    if by_watts:
        lines.append(_ratio_line(cold, ratio))
    today, slope, missing, line = _today(ratio, part, cold, rules)
    lines.append(line)
    assert today.nominal is not None
    thermometer = Share(Origin.THERMOMETER, abs(slope) * part.standard if part.given else 0.0)
    spread = rectangular(ratio.spread) / ratio.ratio
    without_ratio = () if ratio.known else (_ratio_missing(rules),)
    return ElementResistance(
        hot=hot,
        today=today,
        ratio=ratio,
        shares=(
            thermometer,
            Share(Origin.SPREAD, spread * today.nominal if by_watts else 0.0),
        ),
        missing=(*(without_ratio if by_watts else ()), *missing),
        amps_spread=0.0 if by_watts else spread,
        amps_missing=() if by_watts else without_ratio,
        lines=tuple(lines),
        policy=(policy, *_ratio_policy(ratio, by_watts)),
        warnings=(*_plate_warnings(spec), *_usual_notice(ratio)),
    )


GIVE_ALLOY = "Give the heating alloy, or its hot/cold ratio Ct, and the band moves to where it belongs."


def _ratio_missing(rules: Rules) -> Missing:
    """Without Ct, what is compared may be up to the largest usual Ct higher: R · Ct, I · Ct."""
    low, high = rules.hot_cold_ratio_unknown
    return Missing(
        Lacking.ALLOY,
        GIVE_ALLOY,
        None,
        share_low=low - 1,
        share_high=high - 1,
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
    return (f"Ct {ratio.ratio:g} ({ratio.label})",)


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
                figures=f"({pair.voltage.value:g} V)² / {pair.power.value:g} W",
                source="Joule's law; plate",
                value=pair.resistance,
                unit="Ω",
            )
        )
    return rating.pair.resistance, lines


def _hot_band(
    spec: HeatingElement, nominal: float, ratio: HotCold, rules: Rules
) -> tuple[Band, WorkingLine, str]:
    tolerance = spec.tolerance
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
    volts = spec.rated_voltage
    assert volts is not None and isinstance(spec.tolerance, ApplianceInput)
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
    figures = f"({volts:g} V)² / {high:.6g} W … ({volts:g} V)² / {low:.6g} W"
    line = _band_line(shares, band, "U² / P_high … U² / P_low", figures, STANDARD)
    return band, line, f"{shares} ({STANDARD}, borrowed from appliances)"


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
        figures=f"Ct = {ratio.ratio:g}: {ratio.label}",
        source=ratio.source,
    )


def _today(
    ratio: HotCold, part: PartTemperature, cold: Band, rules: Rules
) -> tuple[Band, float, tuple[Missing, ...], WorkingLine]:
    reference = rules.reference_temperature_C
    given = part.given
    celsius = given.value if given else reference
    shown = f"{celsius:g} °C" if given else f"not given, taken as {reference:g} °C"
    assert cold.nominal is not None
    if ratio.alloy is None:
        return _unknown_alloy(part, cold, celsius, shown, rules)
    factor = temperature_factor(ratio.alloy, celsius)
    slope = (
        temperature_factor(ratio.alloy, celsius + 0.5) - temperature_factor(ratio.alloy, celsius - 0.5)
    ) * cold.nominal
    today = cold.scaled(factor)
    missing: tuple[Missing, ...] = ()
    if given is None:
        shares = [
            factor / temperature_factor(ratio.alloy, end) - 1
            for end in rules.part_temperature_unknown_C
        ]
        missing = (_temperature_missing(min(shares), max(shares)),)
    line = WorkingLine(
        key="today",
        label="At the part's temperature",
        result=interval(today.lower, today.upper, "Ω"),
        formula="R = R_cold · F(t)",
        figures=f"F = {factor:.4f} at {shown}, ±{part.limit:g} K ({part.source.lower()})",
        source=SOURCE,
    )
    return today, slope, missing, line


def _temperature_missing(share_low: float, share_high: float) -> Missing:
    return Missing(
        Lacking.PART_TEMPERATURE,
        "Give the part's temperature, and where it comes from.",
        None,
        share_low=share_low,
        share_high=share_high,
    )


def _unknown_alloy(
    part: PartTemperature, cold: Band, celsius: float, shown: str, rules: Rules
) -> tuple[Band, float, tuple[Missing, ...], WorkingLine]:
    """No formula without the alloy: a bound instead, and "not ready" where the bound matters."""
    reference, steepest = rules.reference_temperature_C, rules.hot_cold_ratio_unknown[1] - 1
    if part.given is None:
        coldest, hottest = (end - reference for end in rules.part_temperature_unknown_C)
        line = WorkingLine(
            key="today",
            label="Temperature",
            result="none to make",
            figures=f"part temperature {shown}",
            source="steepest usual heating alloy",
        )
        warm, cool = min(STEEPEST * hottest, steepest), min(STEEPEST * -coldest, steepest)
        return cold, 0.0, (_temperature_missing(-warm, cool),), line
    away = abs(celsius - reference)
    most = min(STEEPEST * away, steepest)
    assert cold.nominal is not None
    line = WorkingLine(
        key="today",
        label="Temperature",
        result="not known" if most * cold.nominal > cold.half_width / 10 else "none to make",
        figures=f"alloy not known; part {shown}; at most {quantity(most * cold.nominal, 'Ω', 2)}",
        source="steepest usual heating alloy",
    )
    warm_part = celsius > reference
    near = away <= rules.thermometer_limit_K["guessed"]
    settle = (
        "" if near else "Let the part settle at room temperature, or give the alloy, and read again."
    )
    shift = Missing(
        Lacking.ALLOY,
        settle or GIVE_ALLOY,
        None if near else State.NOT_READY,
        share_low=-most if warm_part else 0.0,
        share_high=0.0 if warm_part else most,
    )
    return cold, 0.0, (shift,) if most else (), line


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
