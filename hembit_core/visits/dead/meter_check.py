"""Meter and leads before low-ohm work: shorted, open, battery."""

from __future__ import annotations

from hembit_core.errors import FigureForbids, InputError
from hembit_core.measuring.display import Function, parse_display
from hembit_core.model import Model
from hembit_core.notation import quantity
from hembit_core.rules.values import Rules, default_rules
from hembit_core.visits.dead.proving import DisplayText


class MeterCheck(Model):
    """What the meter showed with its leads shorted and open. It expires with the job."""

    shorted: DisplayText
    steady: bool
    open_reads_ol: bool
    battery_good: bool
    leads_nulled: bool = False


def check_meter(given: MeterCheck, rules: Rules | None = None) -> None:
    """Refuse a meter that cannot be trusted today.

    Raises
    ------
    InputError
        If shorted leads read above the limit or flicker, open leads do not show OL, or
        the battery is low.
    """
    try:
        shorted = parse_display(given.shorted, Function.RESISTANCE)
    except InputError as error:
        raise error.at("shorted") from None
    most = (rules or default_rules()).leads_bad_above_ohm
    limit = quantity(most, "Ω", 1)
    if shorted.value is None or shorted.value > most:
        raise FigureForbids(
            f"Shorted leads show {shorted.shown}, above {limit}: the leads are bad. Change them first."
        ).at("shorted")
    if not given.steady:
        raise InputError("The figure flickers: a lead or a plug is bad. Change it first.").at("steady")
    if not given.open_reads_ol:
        raise InputError("Open leads must show OL. Something bridges them, or the range is wrong.").at(
            "open_reads_ol"
        )
    if not given.battery_good:
        raise InputError("A low battery reads wrong. Change it first.").at("battery_good")
