"""What the parts of a machine are in its circuit: each family's word on its ohms, cold and live."""

from __future__ import annotations

from collections.abc import Callable
from math import log
from typing import Any

from hembit_circuits.model.component import Component
from hembit_circuits.model.kinds import coil, contact, fuse, load, output, split_load
from hembit_core.about_kinds import kinds
from hembit_core.families.contact.spec import Contact, ContactDevice
from hembit_core.families.control.spec import Control
from hembit_core.families.element_bank.spec import ElementBank
from hembit_core.families.heating_element.alloys import hot_cold
from hembit_core.families.heating_element.spec import ByPlate, HeatingElement
from hembit_core.families.igniter.spec import Igniter
from hembit_core.families.position_sensor.spec import PositionSensor
from hembit_core.families.resistive.spec import HighTensionLead, ResistivePart
from hembit_core.families.tapped_element.spec import TappedElement
from hembit_core.families.temperature_sensor.spec import TemperatureSensor
from hembit_core.families.temperature_sensor.types import SwitchingPtc
from hembit_core.families.tolerances import PercentOfResistance
from hembit_core.families.winding.spec import Winding
from hembit_core.rules.values import Rules

_ROOM = 20.0
_USUAL = 0.05
"""A band of ± 10 % as a standard deviation of ln R [1]."""
_IGNITER_HOT = {"silicon_carbide": 0.5, "silicon_nitride": 3.0}
"""R at work over R cold, by material; orders of magnitude [1]."""


def component_of(spec: Any, rules: Rules) -> Component | None:
    """A part as its machine's circuit has it; None for one whose family has no ohms of its own.

    A band is taken as ± 2 standard deviations. How often it fails is the table's word for its kind.
    """
    made = _KINDS.get(type(spec))
    if made is None:
        return None
    component, own = made(spec, rules), kinds()[spec.kind]["prior"]
    return component.failing(float(own))


def _cold_ohms(spec: HeatingElement, rules: Rules) -> tuple[float, float]:
    """Cold ohms, and hot over cold."""
    ratio = hot_cold(spec, rules).ratio
    if isinstance(spec.rating, ByPlate):
        return spec.rating.pair.resistance / ratio, ratio
    return spec.rating.resistance.value, ratio


def _element(spec: HeatingElement, rules: Rules) -> Component:
    ohms, ratio = _cold_ohms(spec, rules)
    return load(ohms, _spread(spec.tolerance_by(rules)), hot_ratio=ratio, prior=1.0)


def _bank(spec: ElementBank, rules: Rules) -> Component:
    ohms, ratio = _cold_ohms(spec.member, rules)
    return load(
        ohms / spec.members, _spread(spec.member.tolerance_by(rules)), hot_ratio=ratio, prior=1.0
    )


def _tapped(spec: TappedElement, rules: Rules) -> Component:
    first, second = (_cold_ohms(one, rules)[0] for one in (spec.first, spec.second))
    return split_load(first, second, prior=1.0)


def _winding(spec: Winding, rules: Rules) -> Component:
    volts = spec.rated_voltage.value if spec.rated_voltage else 0.0
    va = spec.hold_va.value if spec.hold_va else None
    return coil(spec.resistance.value, volts, va, _spread(spec.tolerance))


def _igniter(spec: Igniter, rules: Rules) -> Component:
    low, high = spec.usual_lower.value, spec.usual_upper.value
    hot = _IGNITER_HOT[spec.material]
    return load((low * high) ** 0.5, log(high / low) / 4, hot_ratio=hot, prior=1.0)


def _contact(spec: Contact, rules: Rules) -> Component:
    if spec.device is ContactDevice.FUSE:
        return fuse(prior=1.0)
    return contact(spec.rests == "closed", prior=1.0)


def _resistive(spec: ResistivePart | HighTensionLead, rules: Rules) -> Component:
    return load(spec.nominal, _spread(spec.tolerance), prior=1.0, case=False)


def _sensor(spec: TemperatureSensor, rules: Rules) -> Component:
    ohms = 100.0
    if not isinstance(spec.sensor, SwitchingPtc):
        ohms = float(spec.sensor.curve().resistance(_ROOM))
    return load(ohms, 0.15, what="sensor", prior=1.0)


def _track(spec: PositionSensor, rules: Rules) -> Component:
    half = spec.track.value / 2
    return split_load(half, half, 0.5, prior=1.0)


def _control(spec: Control, rules: Rules) -> Component:
    return output(prior=1.0)


def _spread(tolerance: object) -> float:
    if isinstance(tolerance, PercentOfResistance):
        return tolerance.percent.value / 200
    return _USUAL


_KINDS: dict[type, Callable[[Any, Rules], Component]] = {
    HeatingElement: _element,
    ElementBank: _bank,
    TappedElement: _tapped,
    Winding: _winding,
    Igniter: _igniter,
    Contact: _contact,
    ResistivePart: _resistive,
    HighTensionLead: _resistive,
    TemperatureSensor: _sensor,
    PositionSensor: _track,
    Control: _control,
}
