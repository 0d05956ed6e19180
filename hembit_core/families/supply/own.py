"""A supply system that a shop has described itself: nominal volts per pair, limits, category."""

from __future__ import annotations

import re
from typing import Annotated, Literal

from pydantic import Field, StringConstraints, model_validator

from hembit_core.errors import InputError
from hembit_core.measuring.meters import Category
from hembit_core.model import Model
from hembit_core.notation import plain

PairName = Annotated[str, StringConstraints(pattern=r"^[^–\s][^–]{0,14}–[^–]{0,14}[^–\s]$")]
Volts = Annotated[float, Field(ge=0, le=1000)]

EXTRA_LOW = {"AC": 50.0, "DC": 120.0}
"""Up to these volts a supply asks for no category (IEC 61140, band I; in dry places) [V]."""
SYSTEM_STEPS = (150.0, 300.0, 600.0, 1000.0)
"""The standard steps of volts to earth (IEC 60664-1, table F.1) [V]."""
_GROUNDED = {"N", "PE"}
_PAIR = re.compile(
    r"^(?P<a>[^\s:=–—-]{1,15}(?: [^\s:=–—-]{1,10})?)\s*[–—-]\s*(?P<b>[^\s:=–—-]{1,15})"
    r"\s*[:=]?\s+(?P<volts>\d{1,4}(?:[.,]\d{1,2})?)\s*V?$",
    re.IGNORECASE,
)


class OwnSystem(Model):
    """A supply system of a shop's own.

    ``pairs`` are the nominal volts of each pair of terminals [V], 0 where nothing is due; ``earth``
    those to earth that may be left out of a reading. ``low`` and ``high`` are the limits as shares of
    nominal. ``category`` is what live work on it takes (IEC 61010-2-030), null at extra-low voltage.
    """

    label: Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=60)]
    coupling: Literal["AC", "DC"]
    pairs: dict[PairName, Volts] = Field(min_length=1, max_length=12)
    earth: dict[PairName, Volts] = Field(default={}, max_length=6)
    low: float = Field(gt=0, lt=1)
    high: float = Field(gt=1, le=2)
    category: Category | None = None

    @model_validator(mode="after")
    def _whole(self) -> OwnSystem:
        if not any(self.pairs.values()):
            raise ValueError("No pair has volts. Give the nominal volts of one at least.")
        twice = set(self.pairs) & set(self.earth)
        if twice:
            raise ValueError(f"{min(twice)} is given twice. Give it once, in one of the two lists.")
        if self.category is None and self.highest > EXTRA_LOW[self.coupling]:
            raise ValueError(
                f"{plain(self.highest)} V {self.coupling} is above extra-low voltage: say the "
                "measurement category that live work on it takes, II at a socket, III in the fixed "
                "installation."
            )
        return self

    @property
    def highest(self) -> float:
        """The highest nominal volts of any pair [V]."""
        return max((*self.pairs.values(), *self.earth.values()))

    @property
    def volts_to_earth(self) -> float:
        """The standard step that holds what the conductors stand at to earth or neutral [V].

        Unless that is given for each of them, the volts between conductors count.
        """
        named = {**self.pairs, **self.earth}
        conductors = {end for name in named for end in name.split("–")} - _GROUNDED
        known: dict[str, float] = {}
        for name, volts in named.items():
            ends = set(name.split("–"))
            if ends & _GROUNDED:
                known |= {end: max(volts, known.get(end, 0.0)) for end in ends - _GROUNDED}
        to_earth = max(known.values()) if conductors and known.keys() >= conductors else self.highest
        return next(step for step in SYSTEM_STEPS if step >= to_earth)


def read_pairs(text: str) -> dict[str, float]:
    r"""Pairs of terminals and their nominal volts [V], one to a line: ``L1-L2 400``.

    Raises
    ------
    InputError
        If a line is none, or names a pair twice.

    Examples
    --------
    >>> read_pairs("L1-N 110 V\nN–PE: 0")
    {'L1–N': 110.0, 'N–PE': 0.0}
    """
    found: dict[str, float] = {}
    for number, line in enumerate(text.splitlines(), 1):
        if not line.strip():
            continue
        read = _PAIR.match(line.strip())
        if read is None:
            raise InputError(
                f"Line {number}, “{line.strip()[:40]}”, is no pair with its volts. "
                "Write two terminals and the volts between them: L1-L2 400."
            )
        if read["a"] == read["b"]:
            raise InputError(f"Line {number}: {read['a']} to itself is no pair. Name two terminals.")
        name = f"{read['a']}–{read['b']}"
        other = f"{read['b']}–{read['a']}"
        if name in found or other in found:
            raise InputError(f"Line {number}: {name} is there already. Give each pair once.")
        found[name] = float(read["volts"].replace(",", "."))
    return found
