"""What goes in and out of the shop's routes about instruments."""

from __future__ import annotations

from datetime import date, datetime
from typing import Annotated, Literal
from uuid import UUID

from pydantic import ConfigDict, Field, StringConstraints

from hembit.apps.base.texts.text import SHOWN
from hembit_core import Function
from hembit_core.measuring.figures import Percent, Resistance
from hembit_core.measuring.instrument_doubts import DoubtCode
from hembit_core.measuring.meters import AccuracyHolds, MeterKind, Rated
from hembit_core.measuring.resistance_reading import DisplayText
from hembit_core.measuring.tables.rows import LONGEST, TableRow
from hembit_core.measuring.tables.thermometer import ThermometerRow
from hembit_core.measuring.thermometers import TemperatureSource, ThermometerKind
from hembit_core.model import Model

Name = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=80), SHOWN]
Serial = Annotated[str, StringConstraints(strip_whitespace=True, max_length=60), SHOWN]
Why = Annotated[str, StringConstraints(strip_whitespace=True, max_length=400), SHOWN]
Table = Annotated[str, Field(max_length=LONGEST), SHOWN]


class RangeOut(Model):
    """A range to choose, by its top [Ω, V, A or mV]."""

    top: float
    label: str


class FunctionOut(Model):
    """Accuracy in words, and the ranges of one function."""

    function: Function
    accuracy: str
    ranges: tuple[RangeOut, ...]


class MeterOut(Model):
    """A meter to choose; ``id`` is null for the unknown one.

    ``asks_air`` says that its accuracy depends on the air it is used in; ``doubts`` and
    ``told`` are what is held against it today, as codes and in words.
    """

    id: int | None
    name: str
    stated: bool
    four_wires: bool
    asks_air: bool
    doubts: tuple[DoubtCode, ...]
    told: tuple[str, ...]
    functions: tuple[FunctionOut, ...]


class ThermometerOut(Model):
    """A thermometer to choose, what a temperature taken with it is, and what is held against it."""

    id: int
    name: str
    source: TemperatureSource
    told: tuple[str, ...]


class MeterIn(Model):
    """A meter as a lead types it: ``table`` is its manual's accuracy table.

    ``why`` says why the figures of one that is there are changed.
    """

    name: Name
    kind: MeterKind = MeterKind.MULTIMETER
    serial: Serial = ""
    table: Table
    buzzer_below: float | None = Field(default=None, gt=0, le=10_000)
    input_resistance: float | None = Field(default=None, gt=0, le=1e12)
    true_rms: bool | None = None
    rated: tuple[Rated, ...] = Field(default=(), max_length=6)
    holds: AccuracyHolds | None = None
    why: Why = ""


class ThermometerIn(Model):
    """A thermometer as a lead types it: ``table`` has its limits, a line for each range."""

    name: Name
    kind: ThermometerKind
    serial: Serial = ""
    table: Table
    emissivity: float | None = Field(default=None, gt=0, le=1)
    why: Why = ""


class TableIn(Model):
    """A manual's table, to see how it is read."""

    what: Literal["meter", "thermometer"]
    table: Table


class TableOut(Model):
    """How each line was read; ``problem`` is what keeps the whole from being kept."""

    meter: tuple[TableRow, ...] = ()
    thermometer: tuple[ThermometerRow, ...] = ()
    problem: str = ""


class InstrumentRow(Model):
    """An instrument in the list: its standing today, as codes and in words."""

    id: int
    what: Literal["meter", "thermometer"]
    name: str
    kind: str
    serial: str
    revision: int
    calibrated_on: date | None
    due: date | None
    doubts: tuple[DoubtCode, ...]
    told: tuple[str, ...]


class RevisionOut(Model):
    """One state of an instrument, and why it was changed to it."""

    number: int
    at: datetime
    by: str
    why: str
    limits: str


class CalibrationIn(Model):
    """A calibration: its day, the day the next is due, who did it, the certificate's number."""

    on: date
    due: date | None = None
    by_whom: Annotated[str, StringConstraints(strip_whitespace=True, max_length=120), SHOWN] = ""
    certificate: Annotated[str, StringConstraints(strip_whitespace=True, max_length=80), SHOWN] = ""


class CalibrationOut(CalibrationIn):
    """A calibration that is kept; ``file`` names its certificate, where one is."""

    id: int
    file: UUID | None
    by: str


class ResistorIn(Model):
    """A known resistor: its value, and how far it may be off."""

    name: Name
    ohms: Resistance
    percent: Percent
    retired: bool = False


class ResistorOut(Model):
    """A known resistor, figures as written."""

    model_config = ConfigDict(from_attributes=True)

    id: int
    name: str
    ohms: str
    percent: str
    retired: bool


class ResistorReadIn(Model):
    """What a meter showed on a known resistor. ``id`` is the client's: twice is once."""

    id: UUID
    resistor: int
    display: DisplayText
    shorted: DisplayText = ""


class ResistorReadOut(Model):
    """A check of a meter, and whether it was off."""

    id: UUID
    meter: int
    meter_name: str
    resistor: str
    display: str
    off: bool
    headline: str
    at: datetime
    by: str


class LeadSetIn(Model):
    """A set of test leads."""

    name: Name
    retired: bool = False


class LeadSetOut(LeadSetIn):
    """A set of leads, with what it last read shorted."""

    id: int
    last_zero: str
    last_meter: str
    last_at: datetime | None


class LeadZeroOut(Model):
    """What a set of leads read shorted at a time."""

    leads: str
    meter: str
    shorted: str
    at: datetime
    by: str


class InstrumentOut(InstrumentRow):
    """An instrument whole: as it was typed, its revisions, calibrations, checks and lead zeros."""

    meter: MeterIn | None
    thermometer: ThermometerIn | None
    distrusted_because: str
    revisions: tuple[RevisionOut, ...]
    calibrations: tuple[CalibrationOut, ...]
    checks: tuple[ResistorReadOut, ...]
    zeros: tuple[LeadZeroOut, ...]


class StandingIn(Model):
    """Say that an instrument is not to be trusted, or is again; that it is out of use, or in again."""

    trusted: bool | None = None
    in_use: bool | None = None
    because: Why = ""
