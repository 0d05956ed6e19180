"""A new part against what feeds it: fuse, cable, contactor."""

from __future__ import annotations

from typing import Literal

from hembit_core.errors import InputError
from hembit_core.families.element_bank.spec import ElementBank
from hembit_core.families.heating_element.spec import ByPlate, HeatingElement
from hembit_core.families.registry import AnySpec
from hembit_core.measuring.figures import Current
from hembit_core.model import Model
from hembit_core.notation import plain, quantity
from hembit_core.working import WorkingLine

INPUT_ABOVE = 1.05
"""A heating appliance above 200 W may draw 5 % more than its plate says (IEC 60335-1, 10) [1]."""


class Feed(Model):
    """Rated currents of what feeds the part, as written on them."""

    fuse: Current | None = None
    cable: Current | None = None
    contactor: Current | None = None


class FeedRow(Model):
    """One of them against the part's amps."""

    what: Literal["fuse", "cable", "contactor"]
    rated: str
    fits: bool


class FeedVerdict(Model):
    """Whether fuse, cable and contactor carry the new part."""

    fits: bool
    headline: str
    rows: tuple[FeedRow, ...]
    working: tuple[WorkingLine, ...]


def amps_drawn(spec: AnySpec, supply: float) -> float | None:
    """What an element or a bank draws at ``supply`` [V], at its plate's upper limit [A].

    I = 1.05 · P_r · (U/U_r)² / U = 1.05 · P_r · U / U_r²; None for another part, or
    without a plate.

    Examples
    --------
    >>> round(amps_drawn(HeatingElement.by_plate(2200, 230), 230), 2)
    10.04
    """
    if isinstance(spec, ElementBank):
        one = amps_drawn(spec.member, supply)
        return None if one is None else one * spec.members
    if not isinstance(spec, HeatingElement) or not isinstance(spec.rating, ByPlate):
        return None
    pair = spec.rating.pair
    return INPUT_ABOVE * pair.power.value * supply / pair.voltage.value**2


def check_feed(spec: AnySpec, feed: Feed, supply: float) -> FeedVerdict:
    """Compare what the new part draws at ``supply`` [V] with fuse, cable and contactor.

    Raises
    ------
    InputError
        If the part's watts are not known, or nothing is given to compare with.
    """
    amps = amps_drawn(spec, supply)
    if amps is None:
        raise InputError("Only an element or a bank with a plate can be compared by its watts.")
    given = [(what, getattr(feed, what)) for what in ("fuse", "cable", "contactor")]
    rows = tuple(
        FeedRow(what=what, rated=f"{one.text} A", fits=amps <= one.value)
        for what, one in given
        if one is not None
    )
    if not rows:
        raise InputError("Give the rated amps of the fuse, the cable or the contactor.").at("fuse")
    short = [one.what for one in rows if not one.fits]
    drawn = quantity(amps, "A", 3)
    return FeedVerdict(
        fits=not short,
        headline=f"Too much for the {' and the '.join(short)}: it may draw {drawn}"
        if short
        else f"It may draw {drawn}: {', '.join(one.what for one in rows)} carry it",
        rows=rows,
        working=(
            WorkingLine(
                label="Amps at the most",
                result=drawn,
                formula="I = 1.05 · P · U / U_r²",
                figures=f"at {plain(supply)} V",
                source="IEC 60335-1, 10: up to 5 % above the plate",
                value=amps,
                unit="A",
            ),
        ),
    )


COMPANIONS: dict[str, str] = {
    "fuse": "its thermostat, where the maker pairs them",
    "limit": "its thermostat, where the maker pairs them",
    "thermostat": "the limit beside it, where the maker pairs them",
}
"""What is renewed beside a contact, by the device."""


def companion(spec: AnySpec, policy: Literal["pair", "one"]) -> str | None:
    """What the shop's policy proposes to renew beside a part; None for nothing."""
    if policy == "one":
        return None
    device = getattr(spec, "device", None)
    return COMPANIONS.get(str(device)) if device else None
