"""Proving dead: the tester proved, each conductor to each other and to earth, the tester again."""

from __future__ import annotations

from collections.abc import Mapping
from itertools import combinations
from typing import Annotated

from pydantic import Field, StringConstraints

from hembit_core.errors import FigureForbids, InputError
from hembit_core.families.supply.spec import Supply
from hembit_core.measuring.display import Function, parse_display
from hembit_core.model import Model
from hembit_core.rules.values import Rules, default_rules

DisplayText = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=40)]


class Isolation(Model):
    """What was switched off and secured, and the proving readings.

    ``readings`` maps each pair of conductors to what the tester showed [V].
    """

    switched_off: tuple[Annotated[str, StringConstraints(min_length=1, max_length=120)], ...] = Field(
        min_length=1, max_length=8
    )
    locked: bool
    not_locked_because: Annotated[str, StringConstraints(max_length=200)] = ""
    drained: bool | None = None
    discharged: bool | None = None
    tester_before: bool
    readings: dict[str, DisplayText] = Field(max_length=16)
    tester_after: bool


def pairs_to_prove(supply: Supply) -> tuple[str, ...]:
    """Every pair of conductors, and each of them to earth: ``L1–L2``, ``L1–PE``; N stands last.

    References
    ----------
    EN 50110-1, 6.2.3 (verify that the installation is dead), on all poles.
    """
    named = dict.fromkeys(name for pair in supply.pairs for name in pair.split("–"))
    conductors = sorted((name for name in named if name != "PE"), key=lambda name: name == "N")
    to_each_other = [f"{a}–{b}" for a, b in combinations(conductors, 2)]
    return (*to_each_other, *(f"{name}–PE" for name in conductors))


def prove_dead(supply: Supply, given: Isolation, rules: Rules | None = None) -> None:
    """Check that ``given`` proves the machine dead.

    Raises
    ------
    InputError
        If the tester was not proved before and after, a pair is missing, a pair shows
        volts, or it is not locked off and no reason is given.
    """
    due = pairs_to_prove(supply)
    _check_volts(due, given.readings, (rules or default_rules()).dead_below_volts)
    if not given.tester_before:
        raise InputError(
            "Prove the tester first, on a source that is known to be live. An unproved tester "
            "proves nothing."
        ).at("tester_before")
    if not given.locked and not given.not_locked_because.strip():
        raise InputError("Lock it off, or say why it cannot be locked and who keeps watch.").at(
            "locked"
        )
    for pair in due:
        if pair not in given.readings:
            raise InputError(
                f"{pair} is not proved yet. Every conductor to each other and to earth."
            ).at(f"readings.{pair}")
    if not given.tester_after:
        raise InputError("Prove the tester again: it may have failed on the way.").at("tester_after")


def _check_volts(due: tuple[str, ...], readings: Mapping[str, str], dead_below: float) -> None:
    """Volts that somebody read come before all that is missing or cannot be read."""
    wrong: InputError | None = None
    for pair, text in readings.items():
        try:
            shown = parse_display(text, Function.VOLTAGE)
        except InputError as error:
            wrong = wrong or error.at(f"readings.{pair}")
            continue
        if shown.value is None or abs(shown.value) > dead_below:
            raise FigureForbids(
                f"{pair} shows {shown.shown}: it is not dead. Find what feeds it, a second supply, a "
                "neutral that is not isolated, a charge. A high-impedance input may show a ghost: "
                "use the two-pole tester."
            ).at(f"readings.{pair}")
        if pair not in due:
            wrong = wrong or InputError(
                f"“{pair}” is no pair of this supply. It has {', '.join(due)}."
            ).at(f"readings.{pair}")
    if wrong:
        raise wrong
