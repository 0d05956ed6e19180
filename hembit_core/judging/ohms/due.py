"""What ohms are due, and how a family speaks of them."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from functools import cached_property
from math import inf, isfinite

from numpy.typing import ArrayLike

from hembit_core.conformity.bands import Band
from hembit_core.conformity.budget import Share
from hembit_core.conformity.missing import Missing
from hembit_core.conformity.placing import Placed
from hembit_core.curves.ends import CurveRangeError, Floats
from hembit_core.judging.judgement import Expectation, Notice, Plot, Settle
from hembit_core.judging.verdict import Verdict
from hembit_core.notation import interval
from hembit_core.working import WorkingLine


@dataclass(frozen=True)
class OhmsWords:
    """What a family says: what OL means, and the next step for each way to be off."""

    open_means: str
    open_next: str
    short_next: str
    high_next: str
    low_next: str
    within_next: str
    settles: tuple[Settle, ...] = ()


@dataclass(frozen=True)
class Scale:
    """Another frame than ohms, for parts that are judged in it: a sensor's °C.

    Attributes
    ----------
    unit : of the frame.
    value : net ohms [Ω] to the frame, arrays to arrays; CurveRangeError beyond the curve's ends.
    per_ohm : size of the slope d(frame)/dR at net ohms [unit/Ω], arrays to arrays.
    per_ohm_due : the same at what is due, which may be a curve's very end [unit/Ω].
    falls : whether the frame's value falls as ohms rise.
    ohms_band : the band in ohms, for the questions that are about the display.
    """

    unit: str
    value: Callable[[ArrayLike], Floats]
    per_ohm: Callable[[ArrayLike], Floats]
    per_ohm_due: float
    falls: bool
    ohms_band: Band

    def shift(self, net: float, missing: Missing) -> Missing:
        """What a missing condition, given in ohms, may have done in this frame at ``net`` [Ω]."""
        here = float(self.value(net))
        ends = sorted(self._reach(net + step) - here for step in missing.ends(net))
        return Missing(missing.lacking, missing.remedy, missing.state, ends[0], ends[1])

    def _reach(self, ohms: float) -> float:
        try:
            return float(self.value(ohms)) if isfinite(ohms) else self._beyond(ohms)
        except CurveRangeError:
            return self._beyond(ohms)

    def _beyond(self, ohms: float) -> float:
        higher = ohms > (self.ohms_band.nominal or 0.0)
        return -inf if higher == self.falls else inf


def no_reading_of_its_own(net: float, placed: Placed) -> Verdict | None:
    """Nothing but where the value lies says what was read at ``net`` [Ω]."""
    return None


def _no_lines(net: float, expanded_u: float) -> tuple[WorkingLine, ...]:
    return ()


@dataclass(frozen=True)
class OhmsDue:
    """What ohms are due, and how the family speaks of them.

    A reading is placed by the figures; the expectation is put into words only when it is told.

    Attributes
    ----------
    band : today's band, in the frame that is judged in.
    tell : makes the expectation, with this band on its rail.
    shares : of the uncertainty, besides meter and leads: the thermometer through the
        expectation's slope, a table's spread [unit of the frame].
    missing : conditions that are not known, with what they may have done.
    deviation : (net, U) [Ω] in the part's own terms, as a sentence.
    reads_as : (net [Ω], where it lies) what it means for this family beyond that, such as a bank
        with dead members; None where the place says all.
    after : lines of the working after the net resistance, such as the value at
        the reference temperature.
    scale : the frame, where it is not ohms.
    plot : (net, U of the net ohms) [Ω] as a plot, where the family draws one.
    zero_is_due : near zero is what a sound part reads (a closed contact), not a short.
    overflow_may_be_sound : a sound part may read more than any range shows (a hot switching PTC).
    warnings : told with this reading.
    digits : significant digits of what is told as due.
    limit_told : what is told as due, where that is not the band.
    nothing_known : its band is only what any such part has at the most.
    """

    band: Band
    tell: Callable[[], Expectation]
    words: OhmsWords
    deviation: Callable[[float, float], str]
    shares: tuple[Share, ...] = ()
    missing: tuple[Missing, ...] = ()
    reads_as: Callable[[float, Placed], Verdict | None] = no_reading_of_its_own
    after: Callable[[float, float], tuple[WorkingLine, ...]] = _no_lines
    scale: Scale | None = None
    plot: Callable[[float, float], Plot] | None = None
    zero_is_due: bool = False
    overflow_may_be_sound: bool = False
    warnings: tuple[Notice, ...] = ()
    digits: int = 4
    limit_told: str = ""
    nothing_known: bool = False

    @property
    def text(self) -> str:
        """What is due, as the expectation tells it: ``22.90–26.72 Ω``."""
        band = self.ohms_band
        return self.limit_told or interval(band.lower, band.upper, "Ω", self.digits)

    @cached_property
    def expectation(self) -> Expectation:
        """What is told before the reading."""
        return self.tell()

    @property
    def unit(self) -> str:
        """The unit of the frame that is judged in."""
        return self.scale.unit if self.scale else "Ω"

    @property
    def difference_unit(self) -> str:
        """The unit of differences in that frame: kelvin for °C."""
        return "K" if self.unit == "°C" else self.unit

    @property
    def ohms_band(self) -> Band:
        """Today's band in ohms [Ω]."""
        return self.scale.ohms_band if self.scale else self.band
