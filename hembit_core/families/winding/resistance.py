"""The ohms a winding should have today."""

from __future__ import annotations

from dataclasses import dataclass
from math import inf

from hembit_core.conditions import Conditions
from hembit_core.curves.conductors import inferred_zero, winding_resistance
from hembit_core.data_files import table
from hembit_core.families.tolerances import resistance_band
from hembit_core.families.winding.spec import Winding
from hembit_core.judging.bands import Band, Shift
from hembit_core.judging.states import State
from hembit_core.notation import interval, quantity
from hembit_core.uncertainty import rectangular
from hembit_core.working import WorkingLine

_ROOM = 20.0


@dataclass(frozen=True, eq=False)
class WindingDue:
    """Today's band and how it came about.

    Attributes
    ----------
    reference : band at the reference temperature [Ω].
    today : band at the part's temperature [Ω].
    factor : R(today) / R(reference) [1].
    thermometer : the temperature's standard uncertainty through the slope [Ω].
    policy : schools and defaults used, in words.
    """

    reference: Band
    today: Band
    factor: float
    thermometer: float
    lines: tuple[WorkingLine, ...]
    policy: tuple[str, ...]


def winding_due(spec: Winding, conditions: Conditions) -> WindingDue:
    """Work out today's band: R(t) = R_ref · (k + t) / (k + t_ref).

    A part temperature that is not given is taken as a guess of 20 °C, with the
    limit that a guess has.

    References
    ----------
    IEC 60034-1, 8.6.2.3.3.
    """
    reference_celsius = spec.reference_temperature.value
    band, text = resistance_band(spec.tolerance, spec.resistance.value)
    band, policy = _by_school(spec, band, text)
    given = conditions.part_temperature
    celsius = given.value if given else _ROOM
    guess = float(table("thermometers")["sources"]["guessed"]["limit_K"])
    limit = conditions.temperature_limit if given else guess
    factor = float(winding_resistance(1.0, reference_celsius, celsius, spec.metal))
    today = band.scaled(factor)
    k = inferred_zero(spec.metal)
    slope = spec.resistance.value * factor / (k + celsius)
    shown = f"{celsius:g} °C" if given else "20 °C (not given: guessed)"
    lines = (
        WorkingLine(
            label=f"By the spec, at {reference_celsius:g} °C",
            result=quantity(spec.resistance.value, "Ω", 4),
            figures=f"{policy[0]}: {interval(band.lower, band.upper, 'Ω')}",
            source="the part's spec",
            value=spec.resistance.value,
            unit="Ω",
        ),
        WorkingLine(
            label="At the part's temperature",
            result=interval(today.lower, today.upper, "Ω"),
            formula="R = R_ref · (k + t) / (k + t_ref)",
            figures=f"factor {factor:.5f} = ({k:g} + {celsius:g}) / ({k:g} + {reference_celsius:g}), "
            f"{spec.metal}, part {shown}",
            source="IEC 60034-1, 8.6.2",
            value=factor,
        ),
        WorkingLine(
            label="Thermometer",
            result=f"u {quantity(slope * rectangular(limit), 'Ω', 2)}",
            formula="u = (limit / √3) · dR/dt",
            figures=f"({limit:g} K / √3) · {quantity(slope, 'Ω', 3)}/K",
            source="limit of the temperature's source, rectangular",
            value=slope * rectangular(limit),
            unit="Ω",
        ),
    )
    return WindingDue(band, today, factor, slope * rectangular(limit), lines, policy)


def not_settled() -> Shift:
    """A part still warm inside reads high by an unknown amount, never low."""
    return Shift(
        State.NOT_READY,
        -inf,
        0.0,
        "Let it settle at room temperature and read again: it may be warm inside.",
    )


def _by_school(spec: Winding, band: Band, text: str) -> tuple[Band, tuple[str, ...]]:
    """The band by the school: the maker's band, or with a ceiling that a winding never passes."""
    if spec.school == "reject_band":
        return band, (f"maker's band, {text}",)
    ceilings = {
        "its baseline": spec.baseline.value if spec.baseline else None,
        "its siblings' median": spec.sibling_median.value if spec.sibling_median else None,
        "nominal, the most by its spec": spec.resistance.value if spec.nominal_is_most else None,
    }
    known = {name: value for name, value in ceilings.items() if value is not None}
    school = "a winding never gains ohms"
    if not known:
        return band, (
            f"{text}; “{school}” had nothing to compare with: no baseline, no siblings, and the spec "
            "does not say that its nominal is the most",
        )
    name, ceiling = min(known.items(), key=lambda item: item[1])
    lower = None if band.lower is None else min(band.lower, ceiling)
    limited = Band(
        lower=lower, upper=ceiling, nominal=min(spec.resistance.value, ceiling), sharp_upper=True
    )
    used = f"{school}: above {name} it is off; low side {text}"
    if not spec.nominal_is_most:
        used += (
            "; compared with baseline and siblings only, since the spec does not say that its "
            "nominal is the most"
        )
    return limited, (used,)
