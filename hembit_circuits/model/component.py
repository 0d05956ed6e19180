"""What a part is in a circuit: its paths cold and live, its contacts, how it fails."""

from __future__ import annotations

from collections.abc import Callable
from enum import StrEnum
from typing import Any

from pydantic import Field

from hembit_core.data_files import table
from hembit_core.model import Model

CLOSED = 0.02
"""A closed contact, a fuse, a joint [Ω]."""
CLOSED_SPREAD = 0.8
"""How uncertain that is, as a standard deviation of ln R."""
MILLIVOLTS_BELOW = 1.0
"""A supply of less is a thermocouple; a circuit of no other is read in millivolts [V]."""
SHORT = 0.05
"""A path that is shorted [Ω]."""
SHORTED = 0.2
"""And no more than such a share of what it has sound: a magnet's few milliohms shorted are less [1]."""


class Role(StrEnum):
    """What a path does."""

    LOAD = "load"
    CONTACT = "contact"
    JOINT = "joint"
    SOURCE = "source"


class Path(Model):
    """A path between two terminals of a part, by their places.

    Attributes
    ----------
    role : load, contact, joint or source.
    cold : what an ohmmeter finds [Ω]; ``cold_spread`` how uncertain that is, as an sd of ln R.
    live, reactive : resistance and reactance at working state [Ω]; ``live_spread`` likewise.
    closed_at_rest : of a contact, whether it is closed with nothing called.
    """

    first: int
    second: int
    role: Role = Role.LOAD
    cold: float = Field(gt=0)
    cold_spread: float = 0.05
    live: float | None = None
    reactive: float = 0.0
    live_spread: float = 0.05
    closed_at_rest: bool = True


class BranchEffect(Model):
    """What a fault does to one path, or from one terminal to the case.

    It has ``ohms`` [Ω] then, but no more than the share ``at_most`` of what it has sound [1]; without
    one it may have any.
    """

    path: int | None = None
    leak_at: int | None = None
    ohms: float | None = None
    at_most: float | None = None
    factor: float | None = None
    when_closed: bool = False
    stuck: bool | None = None
    absent: bool = False
    spread: float = 0.0


class Level(Model):
    """One severity of a fault mode, with its share of the mode's weight."""

    share: float
    effects: tuple[BranchEffect, ...]


class Mode(Model):
    """One way of failing: its code, its prior relative to other modes and parts, its levels."""

    code: str
    prior: float
    levels: tuple[Level, ...]


class Component(Model):
    """A part as the circuit has it.

    ``volts`` and ``phase`` [degree] are a source's, ``volts_spread`` how far its volts may be from
    that, as an sd of ln V, ``trips_at`` its protection [A]; a contact is
    moved by the coil ``moved_by`` (a part's key), which pulls in at ``pulls_in`` of ``rated`` [V], or,
    without one, by what is said of the machine. One that is ``driven`` is a control's output: only a
    live control closes it, so that dead it is never other than at rest.
    """

    what: str
    terminals: tuple[str, ...]
    paths: tuple[Path, ...]
    modes: tuple[Mode, ...]
    volts: float = 0.0
    phase: float = 0.0
    volts_spread: float = 0.03
    trips_at: float | None = None
    moved_by: str | None = None
    driven: bool = False
    pulls_in: float = 0.65
    rated: float = 0.0

    def failing(self, factor: float) -> Component:
        """The same, failing so many times as often as its like."""
        modes = tuple(one.model_copy(update={"prior": factor * one.prior}) for one in self.modes)
        return self.model_copy(update={"modes": modes})

    @property
    def leaking(self) -> frozenset[int]:
        """The places of the terminals at which a fault of it leaks to the case."""
        return frozenset(
            effect.leak_at
            for mode in self.modes
            for level in mode.levels
            for effect in level.effects
            if effect.leak_at is not None
        )


def modes_of(
    name: str, prior: float, paths: int, terminals: int = 2, *, case: bool = False
) -> tuple[Mode, ...]:
    """The fault modes of a kind of part, by the table, over all its paths and terminals.

    Parameters
    ----------
    name : the table's kind.
    prior : how often such a part fails, relative to other parts.
    paths, terminals : how many it has; a mode of one path is each path's.
    case : whether it can leak to the case.
    """
    rows: dict[str, Any] = table("circuit_modes")[name]
    found = []
    for code, row in rows.items():
        is_leak = any("leak" in one for one in row["levels"])
        if is_leak and not case:
            continue
        places = 1 if code.startswith("stuck_f") or code.startswith("stuck_s") else paths
        places = terminals if is_leak else places
        for place in range(places):
            levels = tuple(
                Level(share=1 / len(row["levels"]), effects=_effects(one, place))
                for one in row["levels"]
            )
            prior_here = prior * float(row["weight"]) / places
            named = f"{code}:{place}" if places > 1 else code
            found.append(Mode(code=named, prior=prior_here, levels=levels))
    return tuple(found)


def _effects(row: dict[str, Any], place: int) -> tuple[BranchEffect, ...]:
    spread = float(row.get("spread", 0.0))
    if "leak" in row:
        return (BranchEffect(leak_at=place, ohms=row["leak"], spread=spread),)
    if "factor" in row:
        return (BranchEffect(path=place, factor=row["factor"], spread=spread),)
    if "ohms" in row:
        return (BranchEffect(path=place, ohms=row["ohms"], spread=spread),)
    if "when_closed" in row:
        return (BranchEffect(path=place, ohms=row["when_closed"], when_closed=True, spread=spread),)
    return _SET[row["set"]](place)


_SET: dict[str, Callable[[int], tuple[BranchEffect, ...]]] = {
    "open": lambda place: (BranchEffect(path=place, stuck=False),),
    "closed": lambda place: (BranchEffect(path=place, stuck=True),),
    "short": lambda place: (
        BranchEffect(path=place, ohms=SHORT, at_most=SHORTED, spread=CLOSED_SPREAD),
    ),
    "absent": lambda place: (BranchEffect(path=place, absent=True),),
    "first": lambda place: (BranchEffect(path=0, stuck=True), BranchEffect(path=1, stuck=False)),
    "second": lambda place: (BranchEffect(path=0, stuck=False), BranchEffect(path=1, stuck=True)),
}
