"""A winding never gains ohms: the ceiling that this school sets, and its own uncertainty."""

from __future__ import annotations

from dataclasses import dataclass

from hembit_core.conformity.bands import Band, beyond
from hembit_core.conformity.uncertainty import COVERAGE_FACTOR, rectangular
from hembit_core.families.winding.spec import Winding
from hembit_core.judging.codes import NoticeCode
from hembit_core.judging.judgement import Notice
from hembit_core.notation import quantity
from hembit_core.rules.values import Rules

_SCHOOL = "a winding never gains ohms"


@dataclass(frozen=True)
class Ceiling:
    """The band at the reference temperature [Ω] by the school, told, with what is to be warned of."""

    band: Band
    policy: str
    warnings: tuple[Notice, ...] = ()


def with_ceiling(spec: Winding, band: Band, text: str, rules: Rules) -> Ceiling:
    """The band by the school: the maker's, or with a ceiling that a winding never passes.

    The ceiling is the least of baseline, siblings' median and, where the spec says that its
    nominal is the most, nominal; a measured one carries its own U: as given, else half its last
    digit and the usual spread of siblings. Above the maker's upper limit it sets nothing, below the
    lower one it contradicts it. Where none is known the maker's band decides, and that is said.
    """
    if spec.school != "never_gains_ohms":
        return Ceiling(band, f"maker's band, {text}")
    candidates = {
        "its baseline": (spec.baseline, True),
        "its siblings' median": (spec.sibling_median, True),
        "nominal, the most by its spec": (spec.resistance if spec.nominal_is_most else None, False),
    }
    known = [
        (figure.value, name, _standard(spec, figure.value, figure.step, rules) if measured else 0.0)
        for name, (figure, measured) in candidates.items()
        if figure is not None
    ]
    low = [one for one in known if band.lower is not None and beyond(-one[0], -band.lower)]
    usable = [one for one in known if one not in low]
    warnings = tuple(
        Notice(
            code=NoticeCode.CEILING_NOT_USED,
            text=f"{name.capitalize()}, {quantity(value, 'Ω', 4)}, lies below the maker's lower limit: "
            "it is not used as a ceiling. Was it off when it was new, or is it another part's?",
        )
        for value, name, _ in low
    )
    if not usable:
        nothing = (
            "no baseline, no siblings, and the spec does not say that its nominal is the most"
            if not known
            else "none that can be used"
        )
        notice = Notice(
            code=NoticeCode.NO_CEILING,
            text=f"By the school “{_SCHOOL}” there is nothing to compare with, {nothing}: the maker's "
            "band decides.",
        )
        return Ceiling(band, f"{text}; “{_SCHOOL}” had nothing to compare with", (*warnings, notice))
    value, name, standard = min(usable)
    if band.upper is not None and not beyond(band.upper, value):
        return Ceiling(
            band, f"{text}; {name} lies above the maker's upper limit, which decides", warnings
        )
    used = f"{_SCHOOL}: above {name} it is off; low side {text}"
    if not spec.nominal_is_most:
        used += (
            "; compared with baseline and siblings only, since the spec does not say that its "
            "nominal is the most"
        )
    return Ceiling(_limited(spec, band, value, standard), used, warnings)


def _standard(spec: Winding, value: float, step: float, rules: Rules) -> float:
    """Standard uncertainty of a ceiling that was measured [Ω]."""
    if spec.ceiling_expanded is not None:
        return spec.ceiling_expanded.value / COVERAGE_FACTOR
    return max(rectangular(step / 2), rules.sibling_spread["winding"] * value / COVERAGE_FACTOR)


def _limited(spec: Winding, band: Band, ceiling: float, standard: float) -> Band:
    """The band with its upper limit at the ceiling; the watch limits that lie inside stay."""

    def inside(limit: float | None) -> float | None:
        return None if limit is None or beyond(limit, ceiling) else limit

    return Band(
        lower=band.lower,
        upper=ceiling,
        watch_lower=inside(band.watch_lower),
        watch_upper=inside(band.watch_upper),
        nominal=min(spec.resistance.value, ceiling),
        upper_standard=standard,
    )
