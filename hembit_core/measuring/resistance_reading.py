"""An ohms reading, brought to net ohms: leads off, uncertainty, what is missing."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from enum import StrEnum
from functools import cached_property
from typing import Annotated

from pydantic import Field, StringConstraints

from hembit_core.conformity.budget import Budget, Origin, Share
from hembit_core.conformity.missing import Lacking, Missing, path_beside
from hembit_core.errors import InputError
from hembit_core.measuring.conditions import Conditions
from hembit_core.measuring.display import Display, Function, parse_display
from hembit_core.measuring.meter_accuracy import ReadingUncertainty, reading_uncertainty, stated_range
from hembit_core.measuring.meters import Meter
from hembit_core.model import Model
from hembit_core.notation import at_step, limit_text, quantity
from hembit_core.rules.values import Rules
from hembit_core.working import WorkingLine

DisplayText = Annotated[str, StringConstraints(max_length=200)]
Answers = dict[Annotated[str, StringConstraints(max_length=60)], DisplayText]


class Connection(StrEnum):
    """How the part was connected when it was read."""

    ISOLATED = "isolated"
    IN_CIRCUIT = "in_circuit"


@dataclass(frozen=True)
class TakenOff:
    """A figure that is subtracted: its text, its field, its name, and the most it may be [Ω]."""

    text: str | None
    field: str
    name: str
    how: str
    most: float


class HowTaken(Model):
    """How ohms were taken.

    ``lead_zero`` is a display text; ``leads_nulled`` says that the meter's REL
    key took the leads off; ``range_top`` [Ω] is None on auto. ``connection`` is taken as
    isolated where it was not said, and that is told. ``answers`` settle questions, by code.
    """

    lead_zero: DisplayText | None = None
    leads_nulled: bool = False
    range_top: float | None = Field(default=None, gt=0)
    connection: Connection | None = None
    answers: Answers = Field(default_factory=dict)

    @property
    def is_in_circuit(self) -> bool:
        """Whether a path may stand beside the part."""
        return self.connection is Connection.IN_CIRCUIT


class ResistanceReading(HowTaken):
    """Ohms between two points; ``display`` is the display's text."""

    display: DisplayText

    def has_leads(self, meter: Meter) -> bool:
        """Whether wires that can be taken off are in the figure; not where four of them read it."""
        return not meter.four_wires

    def lacking(self, conditions: Conditions, *, taken_off: bool) -> tuple[Missing, ...]:
        """Leads that were not zeroed can only have added ohms."""
        if taken_off or self.leads_nulled or not self.has_leads(conditions.meter):
            return ()
        low, high = conditions.rules.leads_unknown_ohm
        remedy = "Short the leads and give their figure: here it would decide."
        return (Missing(Lacking.LEADS, remedy, low=-high, high=-low),)

    def taken_off(self, rules: Rules) -> TakenOff:
        """What is subtracted from the display: the shorted leads."""
        return TakenOff(
            self.lead_zero, "lead_zero", "shorted leads", "with this meter", rules.leads_bad_above_ohm
        )


def answers_for(answers: Mapping[str, str], field: str) -> dict[str, str]:
    """The answers that belong to one field: ``display.separator`` gives ``separator``."""
    start = f"{field}."
    return {code.removeprefix(start): text for code, text in answers.items() if code.startswith(start)}


def read_field(
    text: str, function: Function, answers: Mapping[str, str], field: str, *, lone_one: bool = True
) -> Display:
    """Parse the display text of ``reading.<field>``; errors are placed there."""
    try:
        return parse_display(text, function, answers_for(answers, field), ask_lone_one=lone_one)
    except InputError as error:
        raise error.at(f"reading.{field}") from None


def how_of(reading: HowTaken) -> dict[str, object]:
    """How the readings of a test were taken, as fields of a reading of its own."""
    return {name: getattr(reading, name) for name in HowTaken.model_fields}


@dataclass(frozen=True)
class NetResistance:
    """A resistance net of leads.

    Attributes
    ----------
    reading : how it was taken.
    display, shorted : the reading and the shorted leads as parsed; none where none came off.
    net : display minus leads [Ω].
    share, shorted_share : the meter's shares for both.
    missing : what was not known, and what it may have done.
    conditions : it was taken under.
    """

    reading: ResistanceReading
    display: Display
    shorted: Display | None
    net: float
    share: ReadingUncertainty
    shorted_share: ReadingUncertainty | None
    missing: tuple[Missing, ...]
    conditions: Conditions

    @cached_property
    def budget(self) -> Budget:
        """Its uncertainty from meter and leads [Ω]."""
        meter = Share(Origin.METER, self.share.standard)
        if self.shorted_share is None:
            return Budget((meter,))
        return Budget((meter, Share(Origin.LEADS, self.shorted_share.standard)))

    @property
    def leads(self) -> float:
        """Lead resistance taken off [Ω]."""
        return (self.shorted.value or 0.0) if self.shorted else 0.0

    @property
    def gain(self) -> float:
        """The share that is common to all readings of this meter and range [Ω, standard]."""
        return self.share.gain

    @property
    def own(self) -> float:
        """The share that no other reading of this meter and range has: its counts [Ω, standard]."""
        return max(self.share.standard - self.share.gain, 0.0)

    @property
    def leads_expanded(self) -> float:
        """U of the lead correction alone [Ω]; 0 where none was made."""
        return self.budget.expanded_from(Origin.LEADS)

    @cached_property
    def lines(self) -> tuple[WorkingLine, ...]:
        """The working: leads taken off, and the meter's share of each figure."""
        meter = self.share.line("Meter, as read", self.display)
        if self.shorted is None or self.shorted_share is None:
            return _no_leads_line(self.reading, self.conditions), meter
        off = self.reading.taken_off(self.conditions.rules)
        leads = self.shorted_share.line("Meter, leads", self.shorted, key="meter_leads")
        return _leads_line(self.display, self.shorted, self.net, off), meter, leads


def lead_zero(reading: ResistanceReading, conditions: Conditions) -> Display | None:
    """Parse the shorted-leads figure; None where none was given, or there are none in the figure.

    Raises
    ------
    InputError
        If it was given although REL took the leads off, or says the leads are bad.
    """
    off = reading.taken_off(conditions.rules)
    text = (off.text or "").strip()
    if not text or not reading.has_leads(conditions.meter):
        return None
    field = f"reading.{off.field}"
    if reading.leads_nulled:
        raise InputError(
            "The REL key already took the leads off; a lead figure would take them off twice. "
            "Clear one of the two."
        ).at(field)
    leads = read_field(text, Function.RESISTANCE, reading.answers, off.field, lone_one=False)
    if leads.value is None:
        raise InputError(
            "Shorted leads show OL: a lead, a plug or the meter's fuse is broken. "
            "Put that right before anything is judged."
        ).at(field)
    if leads.value > off.most:
        raise InputError(
            f"Shorted leads read {quantity(leads.value, 'Ω', 3)}, more than "
            f"{limit_text(off.most, 'Ω', 6)}: leads or plugs are bad. Renew them and short them again."
        ).at(field)
    return leads


def net_resistance(
    reading: ResistanceReading, display: Display, conditions: Conditions
) -> NetResistance:
    """Take the leads off and combine the uncertainties.

    R = R_display − R_leads; u² = u_display² + u_leads². The lead reading counts
    with its own full accuracy as an independent term, unless REL took it off.

    Raises
    ------
    InputError
        If the leads are bad, or read more than the part does.
    ValueError
        If ``display`` is an overflow.

    References
    ----------
    JCGM 100:2008, 5.1.2.
    """
    if display.value is None:
        raise ValueError("an overflow has no net resistance")
    rules = conditions.rules
    leads = lead_zero(reading, conditions)
    shorted_share = None if leads is None else reading_uncertainty(conditions.meter, leads)
    net = NetResistance(
        reading,
        display,
        leads,
        display.value - ((leads.value or 0.0) if leads else 0.0),
        _placed(conditions.meter, display, reading.range_top),
        shorted_share,
        (*reading.lacking(conditions, taken_off=leads is not None), *_path(reading)),
        conditions,
    )
    if leads and net.net < -net.budget.expanded:
        raise InputError(
            f"The display reads {display.text}, less than the leads alone ({leads.text}). "
            "Short the leads again and give their figure."
        ).at(f"reading.{reading.taken_off(rules).field}")
    return net


def _placed(meter: Meter, display: Display, range_top: float | None) -> ReadingUncertainty:
    try:
        return reading_uncertainty(meter, display, range_top)
    except InputError as error:
        raise error.at(f"reading.{error.field}" if error.field else "conditions.meter") from None


def overflow_floor(reading: HowTaken, conditions: Conditions) -> float:
    """What an overflow is known to exceed [Ω]: the top of the range, or of the meter on auto."""
    meter = conditions.meter
    try:
        used = stated_range(meter, Function.RESISTANCE, reading.range_top)
        top = used.top if used else meter.top(Function.RESISTANCE)
    except InputError as error:
        raise error.at(f"reading.{error.field}" if error.field else "conditions.meter") from None
    return conditions.rules.unknown_meter_top_ohm if top is None else top


def net_of(
    reading: HowTaken, field: str, text: str, conditions: Conditions, answers: Answers
) -> NetResistance | None:
    """One of several displays of a test, net of leads as the others; None for an overflow.

    Raises
    ------
    InputError
        If the display, the leads or the range cannot be used.
    """
    display = read_field(text, Function.RESISTANCE, answers, field)
    if display.overflow:
        return None
    one = ResistanceReading.model_validate({**how_of(reading), "display": text})
    return net_resistance(one, display, conditions)


def _leads_line(display: Display, leads: Display, net: float, off: TakenOff) -> WorkingLine:
    return WorkingLine(
        key="leads",
        label="Leads taken off",
        result=at_step(net, max(display.step or 0.0, leads.step or 0.0), "Ω"),
        formula=f"R = display − {off.name}",
        figures=f"{display.shown} − {leads.shown}",
        source=f"{off.name}, {off.how}",
        value=net,
        unit="Ω",
    )


def _no_leads_line(reading: ResistanceReading, conditions: Conditions) -> WorkingLine:
    if reading.leads_nulled:
        return WorkingLine(
            key="leads", label="Leads", result="off by REL", source="the meter's REL key"
        )
    if not reading.has_leads(conditions.meter):
        return WorkingLine(
            key="leads", label="Leads", result="none in it", source="four wires: the drop is not read"
        )
    return WorkingLine(
        key="leads",
        label="Leads",
        result="not taken off",
        figures=f"may add up to {limit_text(conditions.rules.leads_unknown_ohm[1], 'Ω', 6)}",
        source=conditions.rules.said("leads_unknown_ohm"),
    )


def _path(reading: HowTaken) -> tuple[Missing, ...]:
    if not reading.is_in_circuit:
        return ()
    return (
        path_beside("Lift one end and read again: a path beside the part can only lower the figure."),
    )
