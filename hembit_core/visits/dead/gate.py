"""The gate before energising after a repair: protective conductor, insulation, nothing left, covers."""

from __future__ import annotations

from enum import StrEnum
from typing import Annotated

from pydantic import StringConstraints

from hembit_core.errors import FigureForbids, InputError
from hembit_core.families.insulation import due_volts_of, volts_told
from hembit_core.families.supply.spec import Supply
from hembit_core.measuring.display import Display, Function, parse_display
from hembit_core.model import Model
from hembit_core.notation import quantity
from hembit_core.rules.values import Rules, default_rules
from hembit_core.visits.dead.proving import DisplayText

Reason = Annotated[str, StringConstraints(strip_whitespace=True, max_length=200)]


class Gas(StrEnum):
    """What was seen of the gas line."""

    TIGHT = "tight"
    NOT_OPENED = "not_opened"
    LEAKS = "leaks"


class EnergisingGate(Model):
    """What was checked before it is energised.

    ``protective_conductor`` [Ω] and ``insulation`` [Ω, at the machine's own test volts] are displays;
    either may be left out with a reason (protection class II, extra-low voltage). ``gas`` is asked of a
    machine that burns gas: whether a gas line was opened, and every joint that was is tight.
    """

    protective_conductor: DisplayText | None = None
    no_protective_conductor_because: Reason = ""
    insulation: DisplayText | None = None
    no_insulation_because: Reason = ""
    nothing_left_inside: bool
    bypasses_removed: bool
    covers_on: bool
    gas: Gas | None = None


class GatePassed(Model):
    """What the gate says, line by line, with the limits that were used."""

    lines: tuple[str, ...]


def pass_gate(
    given: EnergisingGate,
    rules: Rules | None = None,
    *,
    burns_gas: bool = False,
    supply: Supply | None = None,
) -> GatePassed:
    """Check ``given`` against the limits; say each line with the limit used.

    ``burns_gas`` says that the machine does: its gas line is then asked for. ``supply`` is the
    machine's, which says at how many volts its insulation is tested.

    Raises
    ------
    InputError
        At the first thing that forbids energising.

    References
    ----------
    EN 50678 (after repair) and EN 50699 (recurrent test): protective conductor, insulation
    resistance. The limits are shop settings and defer to local code.
    """
    rules = rules or default_rules()
    lines = (
        _protective_conductor(given, rules),
        _insulation(given, rules, volts_told(_test_volts(supply))),
    )
    for field, sentence in (
        ("nothing_left_inside", "Count the tools, clips and leads: nothing may be left inside."),
        ("bypasses_removed", "Every bypass and jumper comes out before it is energised."),
        ("covers_on", "Covers on, screws in: then it is energised."),
    ):
        if not getattr(given, field):
            raise InputError(sentence).at(field)
    gas = (_gas(given.gas),) if burns_gas else ()
    return GatePassed(lines=(*lines, *gas, "nothing left inside, bypasses out, covers on"))


def _gas(gas: Gas | None) -> str:
    if gas is None:
        raise InputError(
            "Say whether a gas line was opened, and whether every joint that was is tight, by leak "
            "fluid or a pressure test, never by a flame."
        ).at("gas")
    if gas is Gas.LEAKS:
        raise InputError(
            "The gas line leaks. Shut the gas off, air the room, no switch and no flame; whoever is "
            "licensed for gas makes it tight before anything is energised."
        ).at("gas")
    return "gas line not opened" if gas is Gas.NOT_OPENED else "gas line tight at every opened joint"


def _protective_conductor(given: EnergisingGate, rules: Rules) -> str:
    text, limit = given.protective_conductor, rules.protective_conductor_up_to_ohm
    said = quantity(limit, "Ω", 1)
    if text is None:
        return _left_out(
            given.no_protective_conductor_because,
            "protective conductor",
            "no_protective_conductor_because",
        )
    shown = _read(text, "protective_conductor")
    if shown.value is None or shown.value > limit:
        raise FigureForbids(
            f"The protective conductor reads {shown.shown}, above {said}. Mend it before anything is "
            "energised."
        ).at("protective_conductor")
    whose = rules.said("protective_conductor_up_to_ohm")
    return f"protective conductor {shown.shown}, at most {said} ({whose}; local code decides)"


def _test_volts(supply: Supply | None) -> int | None:
    if supply is None:
        return None
    return due_volts_of(max((abs(volts) for volts in supply.pairs.values()), default=0.0))


def _insulation(given: EnergisingGate, rules: Rules, at: str) -> str:
    text, limit = given.insulation, rules.insulation_at_least_ohm
    said = quantity(limit, "Ω", 1)
    if text is None:
        return _left_out(given.no_insulation_because, "insulation", "no_insulation_because")
    shown = _read(text, "insulation")
    if shown.value is not None and shown.value < limit:
        raise FigureForbids(
            f"The insulation reads {shown.shown}, below {said}. Do not energise: dry it, find the leak."
        ).at("insulation")
    figure = "beyond the tester's range" if shown.value is None else shown.shown
    whose = rules.said("insulation_at_least_ohm")
    return f"insulation {figure}, at least {said} at {at} ({whose}; local code decides)"


def _left_out(reason: str, what: str, field: str) -> str:
    if not reason:
        raise InputError(f"Give the {what}'s figure, or say why it does not apply here.").at(field)
    return f"{what} not measured: {reason}"


def _read(text: str, field: str) -> Display:
    try:
        return parse_display(text, Function.RESISTANCE)
    except InputError as error:
        raise error.at(field) from None
