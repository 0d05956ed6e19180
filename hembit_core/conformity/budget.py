"""The uncertainty of a value, split by where it comes from."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum
from functools import cached_property

from hembit_core.conformity.uncertainty import combined, expanded


class Origin(StrEnum):
    """Where a share of the uncertainty comes from."""

    METER = "meter"
    LEADS = "leads"
    GAUGE = "gauge"
    THERMOMETER = "thermometer"
    EXPECTATION = "expectation"
    SPREAD = "spread"


@dataclass(frozen=True)
class Share:
    """One independent share: a standard uncertainty in the frame's unit."""

    origin: Origin
    standard: float


@dataclass(frozen=True)
class Budget:
    """All shares of one value's uncertainty, independent of each other [unit of the frame].

    References
    ----------
    JCGM 100:2008, 5.1.2 (independent input quantities), 6.2.1 (k = 2).
    """

    shares: tuple[Share, ...]

    @classmethod
    def of(cls, **standards: float) -> Budget:
        """From standard uncertainties by their origin: ``Budget.of(meter=0.1, leads=0.05)``."""
        return cls(tuple(Share(Origin(name), one) for name, one in standards.items() if one))

    def plus(self, *shares: Share) -> Budget:
        """With more shares."""
        return Budget((*self.shares, *(one for one in shares if one.standard)))

    def scaled(self, factor: float) -> Budget:
        """Every share times the size of ``factor`` [new unit per old], a slope: in another frame."""
        return Budget(tuple(Share(one.origin, abs(factor) * one.standard) for one in self.shares))

    @cached_property
    def standard(self) -> float:
        """Combined standard uncertainty [frame's unit]."""
        return combined(*(one.standard for one in self.shares))

    @property
    def expanded(self) -> float:
        """Expanded uncertainty U = 2u [frame's unit]."""
        return expanded(self.standard)

    def expanded_from(self, *origins: Origin) -> float:
        """U [frame's unit] of the shares from these origins alone."""
        return expanded(combined(*(one.standard for one in self.shares if one.origin in origins)))

    @property
    def instrument(self) -> float:
        """U [frame's unit] of meter, leads and gauge alone: what another one could take away."""
        return self.expanded_from(Origin.METER, Origin.LEADS, Origin.GAUGE)

    @property
    def dominant(self) -> Origin | None:
        """The origin with the largest part of the variance; None where there is no uncertainty."""
        sums: dict[Origin, float] = {}
        for one in self.shares:
            sums[one.origin] = sums.get(one.origin, 0.0) + one.standard**2
        return max(sums, key=lambda origin: sums[origin], default=None)

    @property
    def standards(self) -> tuple[float, ...]:
        """The standard uncertainties [frame's unit], in order."""
        return tuple(one.standard for one in self.shares)
