"""The single reading of a part in ohms, as the tests of any such part build on it."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

from hembit_core.conformity.bands import Band
from hembit_core.judging.judgement import Expectation, Judgement
from hembit_core.judging.ohms.due import OhmsDue
from hembit_core.measuring.resistance_reading import ResistanceReading
from hembit_core.rules.values import Rules


@dataclass(frozen=True)
class Single:
    """A part's own single reading: its class, what is expected, how it is judged.

    ``part_kind`` is the kind whose usual spread holds for it; ``due`` gives the ohms that are due,
    in the frame they are judged in.
    """

    part_kind: str
    kind: type[ResistanceReading]
    expectation: Expectation
    judge: Callable[[Any], Judgement]
    due: Callable[[], OhmsDue | None]

    def ohms_band(self) -> Band | None:
        """The band in ohms [Ω]; None where what is due is not known."""
        due = self.due()
        if due is not None:
            return due.ohms_band
        return self.expectation.rail.band if self.expectation.rail.unit == "Ω" else None

    @property
    def nothing_known(self) -> bool:
        """Whether it is compared with its siblings alone."""
        due = self.due()
        return due is not None and due.nothing_known

    def usual_spread(self, rules: Rules, middle: float) -> float:
        """The usual standard deviation among such parts, in the frame's unit.

        ``middle`` is that of the set, which stands in where no nominal is known [frame's unit].
        """
        share = rules.sibling_spread.get(self.part_kind, 0.0)
        due = self.due()
        band = self.ohms_band()
        if due is None or band is None:
            return 0.0
        if due.nothing_known:
            return share * middle
        nominal = band.nominal or band.upper or band.lower or 0.0
        per_ohm = due.scale.per_ohm_due if due.scale else 1.0
        return share * nominal * per_ohm
