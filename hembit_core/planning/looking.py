"""What is looked for on a part or on the machine, and what a finding makes of it."""

from __future__ import annotations

from collections.abc import Iterable

from hembit_core.data_files import table
from hembit_core.errors import InputError
from hembit_core.findings.finding import Observation
from hembit_core.model import Model

SOUND = "sound"


class Inspection(Model):
    """Something to look for; ``kinds`` of part it belongs to, none meaning all."""

    value: str
    label: str
    kinds: tuple[str, ...]


def inspections() -> tuple[Inspection, ...]:
    """Everything that is looked for, in the order of the table."""
    return tuple(
        Inspection(value=value, label=row["label"], kinds=tuple(row["kinds"]))
        for value, row in table("inspections")["inspections"].items()
    )


def labels_of(seen: Iterable[str]) -> tuple[str, ...]:
    """What was seen, in words."""
    rows = table("inspections")["inspections"]
    return tuple(rows[one]["label"] for one in seen)


def check_seen(kind: str, seen: Iterable[str]) -> None:
    """Refuse what cannot be seen on that kind of part.

    Raises
    ------
    InputError
        If it is not in the table or not of this kind, or if nothing and something was seen.
    """
    known = {one.value: one for one in inspections()}
    listed = tuple(seen)
    for one in listed:
        if one not in known or (known[one].kinds and kind not in known[one].kinds):
            raise InputError(f"“{one}” is not looked for here. Choose from the list.").at("seen")
    if SOUND in listed and len(listed) > 1:
        raise InputError("Either there is nothing to see, or there is something.").at("seen")


def observations_in(seen: Iterable[str]) -> tuple[Observation, ...]:
    """What a finding makes of what was seen.

    Examples
    --------
    >>> observations_in(["cracked", "gasket"])
    (<Observation.CRACKED: 'cracked'>,)
    """
    rows = table("inspections")["inspections"]
    named = (rows[one].get("observation") for one in seen)
    return tuple(Observation(one) for one in named if one)
