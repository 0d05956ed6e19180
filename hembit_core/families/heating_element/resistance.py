"""The resistance an element should have: hot from the plate, cold and today from the alloy."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from functools import cached_property, lru_cache

from hembit_core.conformity.bands import Band
from hembit_core.conformity.budget import Origin, Share
from hembit_core.conformity.missing import Lacking, Missing
from hembit_core.conformity.states import State
from hembit_core.conformity.uncertainty import rectangular
from hembit_core.families.heating_element.alloys import (
    SOURCE,
    STEEPEST,
    HotCold,
    temperature_factor,
)
from hembit_core.families.heating_element.hot import hot_ohms
from hembit_core.families.heating_element.spec import (
    HeatingElement,
)
from hembit_core.judging.judgement import Notice
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.figures import FigureText
from hembit_core.notation import interval, plain, quantity
from hembit_core.rules.values import Rules
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
    tell : makes the lines of the working.
    """

    hot: Band
    today: Band
    ratio: HotCold
    shares: tuple[Share, ...]
    missing: tuple[Missing, ...]
    amps_spread: float
    amps_missing: tuple[Missing, ...]
    tell: Callable[[], tuple[WorkingLine, ...]]
    policy: tuple[str, ...]
    warnings: tuple[Notice, ...]

    @cached_property
    def lines(self) -> tuple[WorkingLine, ...]:
        """How it came about, as lines of the working."""
        return self.tell()


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
    plate = hot_ohms(spec, rules)
    ratio, by_watts = plate.ratio, plate.by_watts
    here = _today(ratio, part, plate.cold, rules)
    assert here.band.nominal is not None
    thermometer = Share(Origin.THERMOMETER, abs(here.slope) * part.standard if part.given else 0.0)
    spread = rectangular(ratio.spread) / ratio.ratio
    without_ratio = () if ratio.known else (_ratio_missing(rules),)
    return ElementResistance(
        hot=plate.hot,
        today=here.band,
        ratio=ratio,
        shares=(
            thermometer,
            Share(Origin.SPREAD, spread * here.band.nominal if by_watts else 0.0),
        ),
        missing=(*(without_ratio if by_watts else ()), *here.missing),
        amps_spread=0.0 if by_watts else spread,
        amps_missing=() if by_watts else without_ratio,
        tell=lambda: (*plate.lines, here.tell()),
        policy=plate.policy,
        warnings=plate.warnings,
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


@dataclass(frozen=True)
class _Today:
    """The cold band at the part's temperature [Ω], its slope [Ω/K], what is missing, and its line."""

    band: Band
    slope: float
    missing: tuple[Missing, ...]
    tell: Callable[[], WorkingLine]


def _today(ratio: HotCold, part: PartTemperature, cold: Band, rules: Rules) -> _Today:
    reference = rules.reference_temperature_C
    given = part.given
    celsius = given.value if given else reference
    shown = f"{plain(celsius)} °C" if given else f"not given, taken as {plain(reference)} °C"
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

    def tell() -> WorkingLine:
        return WorkingLine(
            key="today",
            label="At the part's temperature",
            result=interval(today.lower, today.upper, "Ω"),
            formula="R = R_cold · F(t)",
            figures=f"F = {factor:.4f} at {shown}, ±{plain(part.limit)} K ({part.source})",
            source=SOURCE,
        )

    return _Today(today, slope, missing, tell)


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
) -> _Today:
    """No formula without the alloy: a bound instead, and "not ready" where the bound matters."""
    reference, steepest = rules.reference_temperature_C, rules.hot_cold_ratio_unknown[1] - 1
    if part.given is None:
        coldest, hottest = (end - reference for end in rules.part_temperature_unknown_C)
        warm, cool = min(STEEPEST * hottest, steepest), min(STEEPEST * -coldest, steepest)
        missing = (_temperature_missing(-warm, cool),)
        figures = f"part temperature {shown}"
        return _Today(cold, 0.0, missing, lambda: _unknown_line("none to make", figures))
    away = abs(celsius - reference)
    most = min(STEEPEST * away, steepest)
    assert cold.nominal is not None
    at_most = most * cold.nominal
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
    result = "not known" if at_most > cold.half_width / 10 else "none to make"
    return _Today(
        cold,
        0.0,
        (shift,) if most else (),
        lambda: _unknown_line(
            result, f"alloy not known; part {shown}; at most {quantity(at_most, 'Ω', 2)}"
        ),
    )


def _unknown_line(result: str, figures: str) -> WorkingLine:
    return WorkingLine(
        key="today",
        label="Temperature",
        result=result,
        figures=figures,
        source="steepest usual heating alloy",
    )
