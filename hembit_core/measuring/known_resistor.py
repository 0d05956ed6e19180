"""The daily check of a meter: a known resistor, read with it."""

from __future__ import annotations

from pydantic import Field

from hembit_core.conformity.uncertainty import combined, expanded, rectangular
from hembit_core.errors import InputError
from hembit_core.measuring.display import Display, Function, parse_display
from hembit_core.measuring.figures import Percent, Resistance
from hembit_core.measuring.meter_accuracy import reading_uncertainty
from hembit_core.measuring.meters import Meter
from hembit_core.measuring.resistance_reading import DisplayText
from hembit_core.model import Model
from hembit_core.notation import expanded_text, measured, significant
from hembit_core.working import WorkingLine


class KnownResistor(Model):
    """A resistor whose value is known: ± ``percent`` of ``ohms`` [Ω] at the most, rectangular."""

    name: str = Field(min_length=1, max_length=80)
    ohms: Resistance
    percent: Percent


class ResistorCheck(Model):
    """What the meter showed on it; ``shorted`` is its leads, where they are in the figure."""

    display: DisplayText
    shorted: DisplayText = ""


class CheckedMeter(Model):
    """Whether the meter agrees with the resistor: ``off`` where it differs by more than U."""

    off: bool
    headline: str
    working: tuple[WorkingLine, ...]


def check_on_resistor(meter: Meter, resistor: KnownResistor, read: ResistorCheck) -> CheckedMeter:
    """Compare what the meter shows of a known resistor with what it is.

    d = R_display - R_leads - R_known; off where |d| > U, with u² = u_display² + u_leads² + (a·R/√3)²,
    U = 2u. By the simple rule, for a difference from nothing: within U the two agree.

    Raises
    ------
    InputError
        If a display cannot be read, or the resistor is too small or too great for the meter.

    References
    ----------
    JCGM 100:2008, 5.1.2, 6.2.1; ISO/IEC Guide 98-4 for a difference against its expanded uncertainty.
    """
    shown = _read(read.display, "display")
    shorted = _read(read.shorted, "shorted") if read.shorted.strip() and not meter.four_wires else None
    share = reading_uncertainty(meter, shown)
    leads_share = reading_uncertainty(meter, shorted) if shorted else None
    net = (shown.value or 0.0) - ((shorted.value or 0.0) if shorted else 0.0)
    known, limit = resistor.ohms.value, resistor.percent.value / 100 * resistor.ohms.value
    difference = net - known
    u = combined(share.standard, leads_share.standard if leads_share else 0.0, rectangular(limit))
    large = expanded(u)
    off = abs(difference) > large
    unit = "Ω"
    differs = f"{resistor.name} by {measured(difference, large, unit)}"
    headline = (
        f"Off: it differs from {differs}, more than U. Do not trust {meter.name} until it is checked."
        if off
        else f"{meter.name} is right: it differs from {differs}, within U."
    )
    lines = [share.line("Meter, as read", shown)]
    if shorted and leads_share:
        lines.append(leads_share.line("Meter, leads", shorted, key="meter_leads"))
    lines.append(
        WorkingLine(
            key="known",
            label="The resistor",
            result=f"u {expanded_text(rectangular(limit), unit)}",
            formula="u = a % · R / √3",
            figures=f"{resistor.percent.text} % · {resistor.ohms.text} Ω / √3",
            source="as stated for it, rectangular; JCGM 100, 4.3.7",
            value=rectangular(limit),
            unit=unit,
        )
    )
    leads = shorted.shown if shorted else "0 Ω"
    lines.append(
        WorkingLine(
            key="difference",
            label="Difference",
            result=measured(difference, large, unit),
            formula="d = display − leads − known",
            figures=f"{shown.shown} − {leads} − {significant(known, 6)} Ω",
            source="JCGM 100, 5.1.2; k = 2",
            value=difference,
            unit=unit,
        )
    )
    return CheckedMeter(off=off, headline=headline, working=tuple(lines))


def _read(text: str, field: str) -> Display:
    try:
        display = parse_display(text, Function.RESISTANCE, ask_lone_one=False)
    except InputError as error:
        raise error.at(field) from None
    if display.value is None:
        raise InputError("OL: the leads are open, or the range is too small.").at(field)
    return display
