"""Builds an expectation: the parts that are alike in every family are said once."""

from __future__ import annotations

from typing import Any, Literal

from hembit_core.cautions import Topic, cautions
from hembit_core.conformity.bands import Band
from hembit_core.judging.judgement import (
    Expectation,
    Gate,
    Notice,
    Plot,
    Probes,
    Rail,
    Row,
    rail_of,
)
from hembit_core.judging.measurand import Measurand
from hembit_core.notation import interval
from hembit_core.working import WorkingLine

NEAR_ZERO = Gate(key="short", label="near 0", due=False)
OPEN_END = Gate(key="open", label="OL", due=False)
NO_AMPS = Gate(key="none", label="0 A", due=False)


def ohms_rail(band: Band, digits: int = 4) -> Rail:
    """An empty rail in ohms with its two dead ends."""
    return rail_of(band, "Ω", digits, NEAR_ZERO, OPEN_END)


def measurand_of(reading: Any) -> str:
    """The name of a reading class's measurand."""
    return str(reading.model_fields["measurand"].default)


def expect(
    reading: Any,
    rail: Rail,
    probes: Probes | None = None,
    *,
    text: str = "",
    detail: str = "",
    overflow_means: str = "it is broken",
    zero_means: str = "it is bridged",
    policy: tuple[str, ...] = (),
    working: tuple[WorkingLine, ...] = (),
    warnings: tuple[Notice, ...] = (),
    topics: tuple[Topic, ...] = (),
    rows: tuple[Row, ...] = (),
    plot: Plot | None = None,
    digits: int = 4,
) -> Expectation:
    """An expectation of one test; its text is the rail's band where none is given.

    ``reading`` is the test's reading class: title, dead or live and, where no other are given, the
    probes are the ones it declares.
    """
    about: Measurand = reading.about
    usual: Literal["ohms", "live"] = "live" if about.dead_or_live == "live" else "ohms"
    return Expectation(
        measurand=measurand_of(reading),
        title=about.title,
        unit=rail.unit,
        text=text or interval(rail.band.lower, rail.band.upper, rail.unit, digits),
        detail=detail,
        overflow_means=overflow_means,
        zero_means=zero_means,
        probes=probes or about.probes,
        rail=rail,
        cautions=cautions(*(topics or (usual,))),
        policy=policy,
        warnings=warnings,
        working=working,
        dead_or_live=about.dead_or_live,
        rows=rows,
        plot=plot,
    )
