"""The ohms a winding should have today."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace
from functools import cached_property, lru_cache

from hembit_core.conformity.bands import Band
from hembit_core.conformity.budget import Origin, Share
from hembit_core.conformity.missing import Lacking, Missing
from hembit_core.conformity.states import State
from hembit_core.curves.conductors import inferred_zero, winding_resistance
from hembit_core.families.tolerances import resistance_band
from hembit_core.families.winding.ceiling import Ceiling, with_ceiling
from hembit_core.families.winding.spec import Winding
from hembit_core.judging.judgement import Notice
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.figures import FigureText
from hembit_core.notation import interval, plain, quantity
from hembit_core.rules.values import Rules
from hembit_core.working import WorkingLine


@dataclass(frozen=True, eq=False)
class WindingDue:
    """Today's band and how it came about. Equal only to itself, so that it keys a cache cheaply.

    Attributes
    ----------
    reference : band at the reference temperature [Ω].
    today : band at the part's temperature [Ω].
    factor : R(today) / R(reference) [1].
    thermometer : the temperature's standard uncertainty through the slope [Ω].
    missing : the temperature, where it was not given.
    warm : what a winding that has not settled may do, none where it has.
    tell : makes the lines of the working.
    policy : schools and defaults used, in words.
    """

    reference: Band
    today: Band
    factor: float
    thermometer: Share
    missing: tuple[Missing, ...]
    warm: Missing
    tell: Callable[[], tuple[WorkingLine, ...]]
    policy: tuple[str, ...]
    warnings: tuple[Notice, ...]

    @cached_property
    def lines(self) -> tuple[WorkingLine, ...]:
        """How it came about, as lines of the working."""
        return self.tell()


def winding_due(spec: Winding, conditions: Conditions) -> WindingDue:
    """Work out today's band: R(t) = R_ref · (k + t) / (k + t_ref).

    Without a part temperature the band is told at the rules' reference temperature, and what
    −10 to 90 °C would do is missing.

    References
    ----------
    IEC 60034-1, 8.6.2.3.3.
    """
    return _worked_out(
        spec,
        conditions.part_temperature,
        conditions.temperature_standard,
        conditions.temperature_limit,
        conditions.temperature_source_label,
        conditions.rules,
    )


@lru_cache(maxsize=256)
def _worked_out(
    spec: Winding,
    given: FigureText | None,
    standard: float,
    limit: float,
    source: str,
    rules: Rules,
) -> WindingDue:
    reference_celsius = spec.reference_temperature.value
    ceiling = _at_reference(spec, rules)
    celsius = given.value if given else rules.reference_temperature_C
    factor = float(winding_resistance(1.0, reference_celsius, celsius, spec.metal))
    today = ceiling.band.scaled(factor)
    k = inferred_zero(spec.metal)
    slope = spec.resistance.value * factor / (k + celsius)
    thermometer = slope * standard if given else 0.0
    coldest, hottest = rules.part_temperature_unknown_C
    missing: tuple[Missing, ...] = ()
    if given is None:
        missing = (
            Missing(
                Lacking.PART_TEMPERATURE,
                "Give the part's temperature, and where it comes from: a winding's ohms follow it.",
                share_low=(k + celsius) / (k + hottest) - 1,
                share_high=(k + celsius) / (k + coldest) - 1,
            ),
        )
    warm = Missing(
        Lacking.SETTLED,
        "Let it settle at room temperature and read again: it may be warm inside.",
        State.NOT_READY,
        share_low=min((k + celsius) / (k + hottest) - 1, 0.0),
    )

    def tell() -> tuple[WorkingLine, ...]:
        return (
            _nominal_line(spec, ceiling),
            _today_line(spec, given, celsius, today, factor),
            _thermometer_line(given, limit, source, slope, thermometer),
        )

    return WindingDue(
        ceiling.band,
        today,
        factor,
        Share(Origin.THERMOMETER, thermometer),
        missing,
        warm,
        tell,
        (ceiling.policy,),
        ceiling.warnings,
    )


@lru_cache(maxsize=64)
def _at_reference(spec: Winding, rules: Rules) -> Ceiling:
    """The band at the reference temperature, which no part temperature moves."""
    band, text = resistance_band(spec.tolerance, spec.resistance.value)
    return with_ceiling(spec, band, text, rules)


def _nominal_line(spec: Winding, ceiling: Ceiling) -> WorkingLine:
    return WorkingLine(
        key="nominal",
        label=f"By the spec, at {spec.reference_temperature.told}",
        result=quantity(spec.resistance.value, "Ω", 4),
        figures=f"{ceiling.policy}: {interval(ceiling.band.lower, ceiling.band.upper, 'Ω')}",
        source="the part's spec",
        value=spec.resistance.value,
        unit="Ω",
    )


def _today_line(
    spec: Winding, given: FigureText | None, celsius: float, today: Band, factor: float
) -> WorkingLine:
    k, reference = inferred_zero(spec.metal), spec.reference_temperature.value
    shown = f"{plain(celsius)} °C" if given else f"{plain(celsius)} °C (not given)"
    return WorkingLine(
        key="today",
        label="At the part's temperature",
        result=interval(today.lower, today.upper, "Ω"),
        formula="R = R_ref · (k + t) / (k + t_ref)",
        figures=f"factor {factor:.5f} = ({plain(k)} + {plain(celsius)}) / "
        f"({plain(k)} + {plain(reference)}), {spec.metal}, part {shown}",
        source="IEC 60034-1, 8.6.2",
        value=factor,
    )


def _thermometer_line(
    given: FigureText | None, limit: float, source: str, slope: float, thermometer: float
) -> WorkingLine:
    return WorkingLine(
        key="thermometer",
        label="Thermometer",
        result=f"u {quantity(thermometer, 'Ω', 2)}" if given else "not given",
        formula="u = (limit / √3) · dR/dt",
        figures=f"({plain(limit)} K / √3) · {quantity(slope, 'Ω', 3)}/K; {source}",
        source="limit of the temperature's source and half its last digit, rectangular",
        value=thermometer,
        unit="Ω",
    )


def with_missing(due: WindingDue, *, settled: bool) -> WindingDue:
    """The same, with what its heat may do while it has not settled."""
    if settled:
        return due
    return replace(due, missing=(*due.missing, due.warm))
