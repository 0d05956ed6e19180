"""What goes in and out of the check routes. Specs and readings are the core's own types."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated
from uuid import UUID

from pydantic import AwareDatetime, ConfigDict, Field, StringConstraints

from hembit.apps.base.records.sent import Sent
from hembit.apps.base.texts.text import SHOWN
from hembit.apps.lists.services import SpecIn
from hembit_core import Conditions, DecisionRule, Judgement, PartReading, PartSpec
from hembit_core.conformity.states import Outcome, State
from hembit_core.deciding import Decides
from hembit_core.findings.finding import Observation
from hembit_core.measuring.figures import ChartAmount, Temperature, TemperatureLimit, Voltage
from hembit_core.measuring.thermometers import TemperatureSource
from hembit_core.model import Model
from hembit_core.visits.dead.safety import MachineState
from hembit_core.visits.looking import Inspection

Label = Annotated[str, StringConstraints(strip_whitespace=True, max_length=120), SHOWN]


class ConditionsIn(Model):
    """Conditions as submitted: the meter by its number in the shop, null for an unknown one.

    ``meter_air`` is the air the meter is used in [°C]; ``thermometer`` is the shop's, by its number;
    ``rule_set`` is a set of the shop's rules, the default one for null.
    """

    meter: int | None = None
    meter_air: Temperature | None = None
    thermometer: int | None = None
    part_temperature: Temperature | None = None
    temperature_source: TemperatureSource | None = None
    thermometer_limit: TemperatureLimit | None = None
    supply: Voltage | None = None
    cold_junction: Temperature | None = None
    cold_junction_source: TemperatureSource | None = None
    stands_at: ChartAmount | None = None
    rule_set: int | None = None


class ExpectationsIn(Model):
    """A part and today's conditions."""

    spec: SpecIn
    conditions: ConditionsIn = ConditionsIn()


class Taken(Model):
    """A reading as it was taken: what was shown, under which conditions, by which decision rule."""

    reading: PartReading
    conditions: ConditionsIn = ConditionsIn()
    rule: DecisionRule | None = Field(
        default=None, description="The decision rule; that of the shop's rules for null"
    )


class JudgementIn(Taken):
    """One reading of a part. ``dead_or_live`` is stated before ohms or volts are taken."""

    spec: SpecIn
    dead_or_live: MachineState


class Judged(Judgement):
    """A verdict as one types, and what the reading says of the part by itself, in words."""

    by_itself: str


class CheckIn(JudgementIn):
    """A check to keep. ``id`` is the client's: the same submission twice is stored once.

    ``part_checks`` are the kept checks of the same part so far, for what it may still be put to.
    """

    id: UUID
    sent: Sent | None = None
    label: Label = ""
    part_checks: tuple[UUID, ...] = Field(default=(), max_length=50)


class BenchProofIn(Model):
    """When somebody says that a part was proved dead, by the browser's clock."""

    at: AwareDatetime


class Submission(Model):
    """What was submitted, as it is stored: the meter whole, as it stood that day."""

    label: Label
    spec: PartSpec
    reading: PartReading
    dead_or_live: MachineState
    conditions: Conditions
    rule: DecisionRule


class CheckSummary(Model):
    """A kept check in a list."""

    model_config = ConfigDict(from_attributes=True)

    id: UUID
    label: str
    kept_at: datetime
    state: State
    outcome: Outcome
    title: str
    figure: str


class CheckOut(CheckSummary):
    """A kept check whole: inputs, verdict and core version of that day."""

    core_version: str
    submission: Submission
    judgement: Judgement


class FindingIn(Model):
    """Kept checks of one part, and what was observed beside them."""

    checks: tuple[UUID, ...] = Field(default=(), max_length=50)
    observed: tuple[Observation, ...] = Field(default=(), max_length=12)


class DecidingIn(Model):
    """A test of a part, under the day's conditions."""

    spec: SpecIn
    measurand: str = Field(max_length=60)
    conditions: ConditionsIn = ConditionsIn()


class DeciderOut(Model):
    """An instrument and how well it decides: half the band over its U, and the range to take.

    ``ratio`` is null for one that cannot read this at all.
    """

    id: int
    name: str
    ratio: float | None
    expanded: float | None
    range_top: float | None
    decides: Decides
    told: str


class DecidersOut(Model):
    """The shop's own, the best first; none where the test is not read on a meter."""

    meters: tuple[DeciderOut, ...]
    thermometers: tuple[DeciderOut, ...]


class ChoiceOut(Model):
    """A choice with its label."""

    value: str
    label: str
    detail: str = ""


class OfKindsOut(Model):
    """Something seen of a part, or that it died of, and the kinds it belongs to; none means all."""

    value: str
    label: str
    kinds: tuple[str, ...]


class Options(Model):
    """What can be chosen on the Check screen, in trade words."""

    core_version: str
    alloys: tuple[ChoiceOut, ...]
    temperature_sources: tuple[ChoiceOut, ...]
    tolerance_schools: tuple[ChoiceOut, ...]
    rules: tuple[ChoiceOut, ...]
    observations: tuple[OfKindsOut, ...]
    causes: tuple[OfKindsOut, ...]
    supply_systems: tuple[ChoiceOut, ...]
    symptoms: tuple[ChoiceOut, ...]
    correction_reasons: tuple[str, ...]
    inspections: tuple[Inspection, ...]
    conclusions: tuple[ChoiceOut, ...]
    proof_of_dead_minutes: int = Field(description="A proof of dead lapses after this [min]")
