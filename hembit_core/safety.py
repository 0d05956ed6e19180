"""Dead or live: which readings the state of the machine admits.

A proof of dead is a fact with a time and a name, never a bare word. Ohms are
never taken on a live part, and live readings need the word that it is live.
"""

from __future__ import annotations

from datetime import datetime, timedelta
from typing import Annotated, Literal

from pydantic import AwareDatetime, Field, StringConstraints

from hembit_core import defaults
from hembit_core.errors import InputError
from hembit_core.model import Model

PersonName = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=60)]


class LoosePart(Model):
    """The part lies on the bench, connected to nothing."""

    state: Literal["loose_part"] = "loose_part"


class ProvedDead(Model):
    """Proved dead by a person at a time."""

    state: Literal["proved_dead"] = "proved_dead"
    by: PersonName
    at: AwareDatetime


class Live(Model):
    """Energised since a time."""

    state: Literal["live"] = "live"
    since: AwareDatetime


MachineState = Annotated[LoosePart | ProvedDead | Live, Field(discriminator="state")]

LIVE_MEASURANDS = frozenset(
    {
        "running",
        "until_cut_out",
        "line_currents",
        "winding_running",
        "igniter_called",
        "sequence",
        "contact_volts",
        "supply_volts",
    }
)
"""Volts and amps of a machine that must be live for them."""
EITHER_MEASURANDS = frozenset({"thermocouple_voltage", "flame_pair", "controller_shows"})
"""Millivolts and displays, which are read dead or live."""
_CLOCKS_APART = timedelta(minutes=2)


def admit(measurand: str, machine: MachineState, now: datetime) -> None:
    """Refuse a reading that the machine's state forbids.

    Parameters
    ----------
    measurand : what is measured.
    machine : the state that was stated.
    now : the time of the reading, with its time zone.

    Raises
    ------
    InputError
        If ohms are to be taken on a live part, if the proof of dead has lapsed
        or lies ahead, or if a live reading comes without stating that it is live.

    References
    ----------
    Good practice after EN 50110-1, 6.2 (dead working: isolate, secure, prove dead).
    """
    if measurand in EITHER_MEASURANDS:
        return
    live_reading = measurand in LIVE_MEASURANDS
    if live_reading and not isinstance(machine, Live):
        raise InputError(
            "Volts and amps need a live machine. State that it is live before they are taken."
        ).at("machine")
    if live_reading:
        return
    if isinstance(machine, Live):
        raise InputError("Ohms are never taken on a live part. Make it dead, prove it, then read.").at(
            "machine"
        )
    if isinstance(machine, ProvedDead):
        _check_proof(machine, now)


def _check_proof(proof: ProvedDead, now: datetime) -> None:
    age = now - proof.at
    if age < -_CLOCKS_APART:
        raise InputError(
            "The proof of dead lies in the future. Check the clock, or prove it again."
        ).at("machine")
    if age > timedelta(minutes=defaults.PROOF_OF_DEAD_MINUTES):
        minutes = int(age.total_seconds() // 60)
        raise InputError(
            f"The proof of dead by {proof.by} is {minutes} minutes old and lapses after "
            f"{defaults.PROOF_OF_DEAD_MINUTES}. Prove it dead again."
        ).at("machine")
