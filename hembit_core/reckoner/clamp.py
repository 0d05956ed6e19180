"""Two clamp readings and a subtraction."""

from __future__ import annotations

from functools import partial
from typing import Literal

from pydantic import Field

from hembit_core.errors import InputError
from hembit_core.measuring.display import Function
from hembit_core.measuring.figures import PowerFactor
from hembit_core.measuring.meter_figures import MeterFigure, meter_figure
from hembit_core.measuring.meters import Meter, unknown_meter
from hembit_core.measuring.resistance_reading import Answers, DisplayText
from hembit_core.model import Model
from hembit_core.notation import measured, plain, quantity
from hembit_core.physics.clamp import resistive_share, resistive_share_range
from hembit_core.reckoner.result import Reckoned
from hembit_core.rules.values import default_rules
from hembit_core.working import WorkingLine


class ClampDifferenceSum(Model):
    """A heater's current, from both loads together and the other one alone.

    ``power_factor`` is the other load's; 1 for a resistive one or DC; None where it is not known.
    """

    sum: Literal["clamp_difference"] = "clamp_difference"
    together: DisplayText
    other: DisplayText
    power_factor: PowerFactor | None = None
    meter: Meter = Field(default_factory=unknown_meter)
    answers: Answers = {}

    def reckon(self) -> Reckoned:
        """The heater's current with its U; the range while the power factor is not known.

        Raises
        ------
        InputError
            If a display cannot be used, or the other load alone draws more.
        """
        figure = partial(meter_figure, answers=self.answers, meter=self.meter)
        together = figure(self.together, Function.CURRENT, field="together")
        other = figure(self.other, Function.CURRENT, field="other")
        lines = (together.line("Meter, together"), other.line("Meter, the other alone"))
        try:
            if self.power_factor is None:
                return self._range(together, other, lines)
            share = resistive_share(
                together.value,
                other.value,
                self.power_factor.value,
                together.standard,
                other.standard,
            )
        except InputError as error:
            raise error.at("reading.together") from None
        factor = self.power_factor.value
        text = measured(share.current, share.expanded, "A")
        alike = factor == 1
        return Reckoned(
            headline=f"The heater draws {text}",
            explanation=(
                "Both resistive, or DC: the plain difference."
                if alike
                else f"With the other load's power factor {plain(factor)}: currents add as phasors.",
            ),
            working=(
                *lines,
                WorkingLine(
                    label="Difference",
                    result=text,
                    formula="I = √(I_t² − I_o² sin² φ) − I_o cos φ",
                    figures=f"I_t {together.shown}, I_o {other.shown}, cos φ {plain(factor)}",
                    source="phasors; JCGM 100, 5.1.2",
                    value=share.current,
                    unit="A",
                ),
            ),
        )

    def _range(
        self, together: MeterFigure, other: MeterFigure, lines: tuple[WorkingLine, ...]
    ) -> Reckoned:
        lowest = default_rules().power_factor_unknown[0]
        low, high = resistive_share_range(together.value, other.value, lowest)
        ends = [
            resistive_share(together.value, other.value, one, together.standard, other.standard)
            for one in (1.0, lowest)
        ]
        u = max(one.expanded for one in ends)
        return Reckoned(
            headline=f"The heater draws {quantity(low, 'A', 3)} to {quantity(high, 'A', 3)}",
            explanation=(
                f"The other load's power factor is not known: from 1 down to {plain(lowest)}. Each end "
                f"± {quantity(u, 'A', 2)}. Clamp the heater's own branch, or subtract watts.",
            ),
            working=(
                *lines,
                *(
                    WorkingLine(
                        label=f"With power factor {plain(factor)}",
                        result=measured(one.current, one.expanded, "A"),
                        formula="I = √(I_t² − I_o² sin² φ) − I_o cos φ",
                        source="phasors; JCGM 100, 5.1.2",
                        value=one.current,
                        unit="A",
                    )
                    for factor, one in zip((1.0, lowest), ends, strict=True)
                ),
            ),
        )
