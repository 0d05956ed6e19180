"""The kinds of component a machine's circuit is made of."""

from __future__ import annotations

from hembit_circuits.model.component import (
    CLOSED,
    CLOSED_SPREAD,
    MILLIVOLTS_BELOW,
    Component,
    Path,
    Role,
    modes_of,
)


def load(
    ohms: float,
    spread: float = 0.03,
    *,
    what: str = "resistive_load",
    hot_ratio: float = 1.0,
    reactance: float = 0.0,
    prior: float = 3.0,
    case: bool = True,
) -> Component:
    """A load of ``ohms`` cold [Ω]: an element, an igniter, a lamp.

    ``hot_ratio`` is R at work over R cold; ``reactance`` [Ω] stands in series when live.
    """
    path = Path(
        first=0,
        second=1,
        cold=ohms,
        cold_spread=spread,
        live=ohms * hot_ratio,
        reactive=reactance,
        live_spread=spread,
    )
    return Component(
        what=what,
        terminals=("1", "2"),
        paths=(path,),
        modes=modes_of(what, prior, 1, case=case),
    )


def coil(
    ohms: float, volts: float, hold_va: float | None = None, spread: float = 0.04, prior: float = 1.0
) -> Component:
    """A coil: of an AC one ``hold_va`` at ``volts`` gives what it draws, its ohms do not."""
    impedance = volts**2 / hold_va if hold_va else ohms
    reactance = max(impedance**2 - ohms**2, 0.0) ** 0.5
    made = load(ohms, spread, what="coil", reactance=reactance, prior=prior)
    return made.model_copy(update={"rated": volts})


def split_load(first: float, second: float, spread: float = 0.03, prior: float = 3.0) -> Component:
    """An element of three terminals: two windings with a common one in the middle [Ω]."""
    paths = (
        Path(first=0, second=1, cold=first, cold_spread=spread, live_spread=spread),
        Path(first=1, second=2, cold=second, cold_spread=spread, live_spread=spread),
    )
    modes = modes_of("resistive_load", prior, 2, 3, case=True)
    return Component(what="resistive_load", terminals=("1", "common", "2"), paths=paths, modes=modes)


def contact(
    closed_at_rest: bool = True, *, moved_by: str | None = None, prior: float = 2.0
) -> Component:
    """A contact: a limit, a thermostat, a relay's; ``moved_by`` names the coil that moves it."""
    return Component(
        what="contact",
        terminals=("1", "2"),
        paths=(_closing(0, 1, closed_at_rest),),
        modes=modes_of("contact", prior, 1),
        moved_by=moved_by,
    )


def output(prior: float = 2.0) -> Component:
    """A control's output: a contact, open at rest, that only the live control closes."""
    return contact(False, prior=prior).model_copy(update={"driven": True})


def changeover(*, moved_by: str | None = None, prior: float = 2.0) -> Component:
    """A changeover contact: at rest the common is on the first."""
    return Component(
        what="changeover",
        terminals=("common", "first", "second"),
        paths=(_closing(0, 1, True), _closing(0, 2, False)),
        modes=modes_of("changeover", prior, 2, 3),
        moved_by=moved_by,
    )


def fuse(prior: float = 2.0) -> Component:
    """A fuse or a protective device: closed, or blown."""
    return Component(
        what="fuse", terminals=("1", "2"), paths=(_joined(0, 1),), modes=modes_of("fuse", prior, 1)
    )


def joint(prior: float = 1.0) -> Component:
    """A wire with its joints, a plug, a section of a cable without ohms of its own."""
    return Component(
        what="joint", terminals=("1", "2"), paths=(_joined(0, 1),), modes=modes_of("joint", prior, 1)
    )


def source(
    volts: float,
    phase: float = 0.0,
    *,
    inner: float | None = None,
    trips_at: float | None = None,
    prior: float = 1.0,
) -> Component:
    """A supply of ``volts`` [V] at ``phase`` [degree] behind ``inner`` [Ω], with its protection [A].

    Below a volt it is a thermocouple, whose volts are as its flame is. Left out, ``inner`` is 0.15 Ω, a
    thermocouple's 0.01 Ω.
    """
    is_warmed = 0 < abs(volts) < MILLIVOLTS_BELOW
    behind = inner if inner is not None else 0.01 if is_warmed else 0.15
    path = Path(first=0, second=1, role=Role.SOURCE, cold=behind, cold_spread=0.3, live_spread=0.3)
    return Component(
        what="source",
        terminals=("+", "−"),
        paths=(path,),
        modes=modes_of("supply", prior, 1),
        volts=volts,
        volts_spread=0.15 if is_warmed else 0.03,
        phase=phase,
        trips_at=trips_at,
    )


def _closing(first: int, second: int, closed_at_rest: bool) -> Path:
    return Path(
        first=first,
        second=second,
        role=Role.CONTACT,
        cold=CLOSED,
        cold_spread=CLOSED_SPREAD,
        live_spread=CLOSED_SPREAD,
        closed_at_rest=closed_at_rest,
    )


def _joined(first: int, second: int) -> Path:
    return Path(
        first=first,
        second=second,
        role=Role.JOINT,
        cold=CLOSED,
        cold_spread=CLOSED_SPREAD,
        live_spread=CLOSED_SPREAD,
    )
