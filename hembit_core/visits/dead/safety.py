"""Dead or live: which readings the state of the machine admits.

A proof of dead is a fact with a time and a name, never a bare word. Ohms are
never taken on a live part, and live readings need the word that it is live.
"""

from __future__ import annotations

from datetime import datetime, timedelta
from typing import Annotated, Literal

from pydantic import AwareDatetime, Field, StringConstraints

from hembit_core.errors import InputError
from hembit_core.families.registry import about
from hembit_core.model import Model
from hembit_core.rules.values import Rules, default_rules

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
    """Energised since a time; ``despite`` is why, where the part must not be."""

    state: Literal["live"] = "live"
    since: AwareDatetime
    despite: Annotated[str, StringConstraints(strip_whitespace=True, max_length=400)] = ""


MachineState = Annotated[LoosePart | ProvedDead | Live, Field(discriminator="state")]

_CLOCKS_APART = timedelta(minutes=2)


def admit(
    measurand: str,
    stated: MachineState,
    now: datetime,
    rules: Rules | None = None,
    *,
    must_stay_dead: bool = False,
) -> None:
    """Refuse a reading that the machine's state forbids.

    Parameters
    ----------
    measurand : what is measured.
    stated : dead or live, as it was stated.
    now : the time of the reading, with its time zone.
    rules : how long a proof of dead holds; the defaults where none are given.
    must_stay_dead : what was read of the part so far says that it is not to be energised.

    Raises
    ------
    InputError
        If ohms are to be taken on a live part, if the proof of dead has lapsed
        or lies ahead, if a live reading comes without stating that it is live, or of a part
        that must not be energised without a reason.

    References
    ----------
    Good practice after EN 50110-1, 6.2 (dead working: isolate, secure, prove dead).
    """
    needed = about(measurand).dead_or_live
    if needed == "either":
        return
    live_reading = needed == "live"
    if live_reading and not isinstance(stated, Live):
        raise InputError(
            "Volts and amps need a live machine. State that it is live before they are taken."
        ).at("dead_or_live")
    if live_reading:
        if must_stay_dead and isinstance(stated, Live) and not stated.despite:
            raise InputError(
                "This part leaks to its case: it is not energised until an insulation test has passed. "
                "If it is live all the same, say why."
            ).at("dead_or_live")
        return
    if isinstance(stated, Live):
        raise InputError("Ohms are never taken on a live part. Make it dead, prove it, then read.").at(
            "dead_or_live"
        )
    if isinstance(stated, ProvedDead):
        _check_proof(stated, now, (rules or default_rules()).proof_of_dead_minutes)


def _check_proof(proof: ProvedDead, now: datetime, holds: int) -> None:
    age = now - proof.at
    if age < -_CLOCKS_APART:
        raise InputError(
            "The proof of dead lies in the future. Check the clock, or prove it again."
        ).at("dead_or_live")
    if age > timedelta(minutes=holds):
        minutes = int(age.total_seconds() // 60)
        raise InputError(
            f"The proof of dead by {proof.by} is {minutes} minutes old and lapses after "
            f"{holds}. Prove it dead again."
        ).at("dead_or_live")
