"""The amps of a running element as evidence on its ohms."""

from __future__ import annotations

from functools import partial
from typing import Any

import numpy as np

from hembit_core.families.heating_element.expectation import current_band
from hembit_core.families.heating_element.readings import Running
from hembit_core.families.heating_element.resistance import ElementResistance, element_resistance
from hembit_core.families.heating_element.spec import HeatingElement
from hembit_core.judging.ohms.figures import Due, Figure, Floats, amps_figure
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.display import Function
from hembit_core.measuring.meter_figures import meter_figure


def figures(spec: HeatingElement, reading: Any, conditions: Conditions) -> tuple[Figure, ...]:
    """Amps at the volts that were there: I = U / R_hot, of one element."""
    if not isinstance(reading, Running):
        return ()
    return running_figures(element_resistance(spec, conditions), reading, conditions)


def running_figures(
    due: ElementResistance, reading: Running, conditions: Conditions
) -> tuple[Figure, ...]:
    """The same by ``due``, of one element or of members in parallel: I / I_due = mean of 1 / R.

    Volts that are not there, and amps that are none, are no figure: the verdict says what they are.
    """
    figure = partial(meter_figure, answers=reading.answers, meter=conditions.meter)
    volts = figure(reading.voltage, Function.VOLTAGE, field="voltage")
    amps = figure(reading.current, Function.CURRENT, field="current")
    if volts.value <= volts.expanded or amps.value <= amps.expanded:
        return ()
    band = current_band(due, volts.value)
    assert band.nominal is not None
    if amps.value <= conditions.rules.short_share_of_nominal * band.nominal:
        return ()
    hot = Due(due.hot, missing=due.amps_missing)
    found = amps_figure("running", hot, band.nominal, amps, volts, _of_members)
    return (found.with_share("spread", due.amps_spread),)


def _of_members(ratios: Floats) -> Floats:
    with np.errstate(divide="ignore"):
        return np.asarray(np.mean(1 / ratios, axis=1))
