"""An ohms reading, brought to net ohms: leads off, uncertainty, what is missing."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from enum import StrEnum
from math import inf
from typing import Annotated

from pydantic import Field, StringConstraints

from hembit_core import defaults
from hembit_core.display import Display, Function, parse_display
from hembit_core.errors import InputError
from hembit_core.judging.bands import Shift
from hembit_core.judging.states import State
from hembit_core.meters import Meter, ReadingUncertainty, reading_uncertainty, stated_range
from hembit_core.model import Model
from hembit_core.notation import at_step, quantity
from hembit_core.uncertainty import combined, expanded
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
    key took the leads off; ``range_top`` [Ω] is None on auto. ``answers`` settle
    questions, by code.
    """

    lead_zero: DisplayText | None = None
    leads_nulled: bool = False
    range_top: float | None = Field(default=None, gt=0)
    connection: Connection = Connection.ISOLATED
    answers: Answers = Field(default_factory=dict)


class ResistanceReading(HowTaken):
    """Ohms between two points; ``display`` is the display's text."""

    display: DisplayText

    @property
    def taken_off(self) -> TakenOff:
        """What is subtracted from the display: the shorted leads."""
        return TakenOff(
            self.lead_zero, "lead_zero", "shorted leads", "with this meter", defaults.LEADS_BAD_ABOVE
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


@dataclass(frozen=True)
class NetResistance:
    """A resistance net of leads.

    Attributes
    ----------
    display : the reading as parsed.
    leads : lead resistance taken off [Ω].
    net : display minus leads [Ω].
    standard : combined standard uncertainty of ``net`` from meter and leads [Ω].
    terms : its terms: the display's, and the leads' where they were taken off [Ω].
    missing : what was not known, and what it may have done.
    """

    display: Display
    leads: float
    net: float
    standard: float
    terms: tuple[float, ...]
    missing: tuple[Shift, ...]
    lines: tuple[WorkingLine, ...]

    @property
    def leads_expanded(self) -> float:
        """U of the lead correction alone [Ω]; 0 where none was made."""
        return expanded(self.terms[1]) if len(self.terms) > 1 else 0.0


def lead_zero(reading: ResistanceReading) -> Display | None:
    """Parse the shorted-leads figure.

    Raises
    ------
    InputError
        If it was given although REL took the leads off, or says the leads are bad.
    """
    off = reading.taken_off
    text = (off.text or "").strip()
    if not text:
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
            f"{off.most:g} Ω: leads or plugs are bad. Renew them and short them again."
        ).at(field)
    return leads


def net_resistance(reading: ResistanceReading, display: Display, meter: Meter) -> NetResistance:
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
    leads = lead_zero(reading)
    share = _placed(meter, display, reading.range_top)
    lines = [share.line("Meter, as read", display)]
    if leads is None or leads.value is None:
        missing = () if reading.leads_nulled else (_leads_unknown(),)
        lines.insert(0, _no_leads_line(reading))
        return NetResistance(
            display=display,
            leads=0.0,
            net=display.value,
            standard=share.standard,
            terms=(share.standard,),
            missing=(*missing, *_path(reading)),
            lines=tuple(lines),
        )
    leads_share = reading_uncertainty(meter, leads)
    net = display.value - leads.value
    standard = combined(share.standard, leads_share.standard)
    if net < -2 * standard:
        raise InputError(
            f"The display reads {display.text}, less than the leads alone ({leads.text}). "
            "Short the leads again and give their figure."
        ).at(f"reading.{reading.taken_off.field}")
    lines.append(leads_share.line("Meter, leads", leads))
    lines.insert(0, _leads_line(display, leads, net, reading.taken_off))
    return NetResistance(
        display=display,
        leads=leads.value,
        net=net,
        standard=standard,
        terms=(share.standard, leads_share.standard),
        missing=_path(reading),
        lines=tuple(lines),
    )


def _placed(meter: Meter, display: Display, range_top: float | None) -> ReadingUncertainty:
    try:
        return reading_uncertainty(meter, display, range_top)
    except InputError as error:
        raise error.at(f"reading.{error.field}" if error.field else "conditions.meter") from None


def overflow_floor(reading: ResistanceReading, meter: Meter) -> float | None:
    """What an overflow is known to exceed [Ω]: the stated range's top; None on auto."""
    try:
        used = stated_range(meter, Function.RESISTANCE, reading.range_top)
    except InputError as error:
        raise error.at(f"reading.{error.field}") from None
    return used.top if used else None


def _leads_line(display: Display, leads: Display, net: float, off: TakenOff) -> WorkingLine:
    return WorkingLine(
        label="Leads taken off",
        result=at_step(net, max(display.step or 0.0, leads.step or 0.0), "Ω"),
        formula=f"R = display − {off.name}",
        figures=f"{display.shown} − {leads.shown}",
        source=f"{off.name}, {off.how}",
        value=net,
        unit="Ω",
    )


def _no_leads_line(reading: ResistanceReading) -> WorkingLine:
    if reading.leads_nulled:
        return WorkingLine(label="Leads", result="off by REL", source="the meter's REL key")
    return WorkingLine(
        label="Leads",
        result="not taken off",
        figures=f"may add up to {defaults.LEADS_UNKNOWN_UP_TO:g} Ω",
        source="shop default",
    )


def _leads_unknown() -> Shift:
    return Shift(
        State.NOT_COMPARABLE,
        -defaults.LEADS_UNKNOWN_UP_TO,
        0.0,
        "Short the leads and give their figure: here it would decide.",
    )


def _path(reading: ResistanceReading) -> tuple[Shift, ...]:
    if reading.connection is Connection.ISOLATED:
        return ()
    return (
        Shift(
            State.NOT_COMPARABLE,
            0.0,
            inf,
            "Lift one end and read again: a path beside the part can only lower the figure.",
        ),
    )
