"""Builds an expectation: the parts that are alike in every family are said once."""

from __future__ import annotations

from typing import Literal

from hembit_core.cautions import cautions
from hembit_core.judging.bands import Band
from hembit_core.judging.judgement import Expectation, Gate, Plot, Probes, Rail, Row, rail_of
from hembit_core.notation import interval
from hembit_core.working import WorkingLine

NEAR_ZERO = Gate(label="near 0", due=False)
OPEN_END = Gate(label="OL", due=False)


def ohms_rail(band: Band, digits: int = 4) -> Rail:
    """An empty rail in ohms with its two dead ends."""
    return rail_of(band, "Ω", digits, NEAR_ZERO, OPEN_END)


def expect(
    measurand: str,
    title: str,
    rail: Rail,
    probes: Probes,
    *,
    text: str = "",
    detail: str = "",
    overflow_means: str = "it is broken",
    zero_means: str = "it is bridged",
    policy: tuple[str, ...] = (),
    working: tuple[WorkingLine, ...] = (),
    warnings: tuple[str, ...] = (),
    room: Literal["dead", "live", "either"] = "dead",
    topics: tuple[Literal["ohms", "to_case", "live", "low_voltage"], ...] = (),
    rows: tuple[Row, ...] = (),
    plot: Plot | None = None,
    digits: int = 4,
) -> Expectation:
    """An expectation of one test; its text is the rail's band where none is given."""
    usual: Literal["ohms", "live"] = "live" if room == "live" else "ohms"
    return Expectation(
        measurand=measurand,
        title=title,
        unit=rail.unit,
        text=text or interval(rail.band.lower, rail.band.upper, rail.unit, digits),
        detail=detail,
        overflow_means=overflow_means,
        zero_means=zero_means,
        probes=probes,
        rail=rail,
        cautions=cautions(*(topics or (usual,))),
        policy=policy,
        warnings=warnings,
        working=working,
        room=room,
        rows=rows,
        plot=plot,
    )
