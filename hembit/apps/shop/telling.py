"""Instruments as the shop's pages show them."""

from __future__ import annotations

from typing import Any

from hembit.apps.shop.models import Calibration, Instrument, LeadZero, ResistorRead, What
from hembit.apps.shop.schemas import (
    CalibrationOut,
    InstrumentOut,
    InstrumentRow,
    LeadZeroOut,
    MeterIn,
    ResistorReadOut,
    RevisionOut,
    ThermometerIn,
)
from hembit.apps.shop.services import doubts_of
from hembit.apps.workshop.clock import day_here
from hembit_core import Function
from hembit_core.measuring.meters import FunctionAccuracy, MeterKind
from hembit_core.measuring.tables.thermometer import limits_of
from hembit_core.measuring.tables.written import table_of
from hembit_core.measuring.thermometers import ThermometerKind, ThermometerRange

_LATELY = 50
_KINDS = {
    MeterKind.MULTIMETER: "multimeter",
    MeterKind.CLAMP_METER: "clamp meter",
    MeterKind.MILLIOHM_METER: "milliohm meter, four wires",
    ThermometerKind.CONTACT: "contact probe",
    ThermometerKind.INFRARED: "infrared",
    ThermometerKind.AIR: "air thermometer",
    ThermometerKind.BATH: "bath thermometer",
}


def row_out(one: Instrument) -> InstrumentRow:
    """An instrument in the list."""
    return InstrumentRow(**_row(one))


def _row(one: Instrument) -> dict[str, Any]:
    doubts = tuple(doubts_of(one, day_here()))
    kind = one.definition.get("kind", MeterKind.MULTIMETER.value)
    return {
        "id": one.pk,
        "what": one.what,
        "name": one.name,
        "kind": _KINDS[(MeterKind if one.what == What.METER else ThermometerKind)(kind)],
        "serial": one.definition.get("serial", ""),
        "revision": one.revision,
        "calibrated_on": one.calibrated_on,
        "due": one.due,
        "doubts": tuple(doubt.code for doubt in doubts),
        "told": tuple(doubt.told(one.name) for doubt in doubts),
    }


def whole_out(one: Instrument) -> InstrumentOut:
    """An instrument whole, with the latest of what was done with it."""
    is_meter = one.what == What.METER
    return InstrumentOut(
        **_row(one),
        meter=_as_meter(one) if is_meter else None,
        thermometer=None if is_meter else _as_thermometer(one),
        distrusted_because=one.distrusted_because,
        revisions=tuple(
            RevisionOut(
                number=each.number,
                at=each.at,
                by=each.by.name if each.by else "",
                why=each.why,
                limits=each.limits,
            )
            for each in one.revisions.select_related("by")[:_LATELY]
        ),
        calibrations=tuple(
            calibration_out(each) for each in one.calibrations.select_related("by")[:_LATELY]
        ),
        checks=tuple(
            read_out(each)
            for each in one.resistor_reads.select_related("by", "resistor", "instrument")[:_LATELY]
        ),
        zeros=tuple(
            _zero_out(each) for each in one.zeros.select_related("by", "leads", "instrument")[:_LATELY]
        ),
    )


def _as_meter(one: Instrument) -> MeterIn:
    """As it was typed; one that never was is written as its table."""
    own = {name: value for name, value in one.definition.items() if name not in ("accuracy", "stated")}
    table = one.limits or table_of(
        {
            Function(function): FunctionAccuracy.model_validate(accuracy)
            for function, accuracy in one.definition["accuracy"].items()
        }
    )
    return MeterIn.model_validate({"name": one.name, "table": table, **own})


def _as_thermometer(one: Instrument) -> ThermometerIn:
    own = {name: value for name, value in one.definition.items() if name != "ranges"}
    ranges = tuple(ThermometerRange.model_validate(each) for each in one.definition["ranges"])
    return ThermometerIn.model_validate(
        {"name": one.name, "table": one.limits or limits_of(ranges), **own}
    )


def calibration_out(one: Calibration) -> CalibrationOut:
    """A calibration as it is shown."""
    return CalibrationOut(
        id=one.pk,
        on=one.on,
        due=one.due,
        by_whom=one.by_whom,
        certificate=one.certificate,
        file=one.file,
        by=one.by.name,
    )


def read_out(one: ResistorRead) -> ResistorReadOut:
    """A check of a meter as it is shown."""
    return ResistorReadOut(
        id=one.pk,
        meter=one.instrument_id,
        meter_name=one.instrument.name,
        resistor=one.resistor.name,
        display=one.display,
        off=one.off,
        headline=one.headline,
        at=one.at,
        by=one.by.name,
    )


def _zero_out(one: LeadZero) -> LeadZeroOut:
    return LeadZeroOut(
        leads=one.leads.name,
        meter=one.instrument.name if one.instrument else "",
        shorted=one.shorted,
        at=one.at,
        by=one.by.name,
    )
