"""What is looked for on a part or on the machine, and what a finding makes of it."""

from __future__ import annotations

from collections.abc import Iterable

from hembit_core.data_files import table
from hembit_core.errors import InputError
from hembit_core.findings.finding import Observation
from hembit_core.model import Model

SOUND = "sound"


class Inspection(Model):
    """Something to look for; ``kinds`` of part it belongs to, none meaning all.

    ``observation`` is what a finding makes of it, if anything.
    """

    value: str
    label: str
    kinds: tuple[str, ...]
    observation: Observation | None = None


def inspections() -> tuple[Inspection, ...]:
    """Everything that is looked for, in the order of the table."""
    return tuple(
        Inspection(
            value=value,
            label=row["label"],
            kinds=tuple(row["kinds"]),
            observation=row.get("observation"),
        )
        for value, row in table("inspections")["inspections"].items()
    )


def labels_of(seen: Iterable[str], own: Iterable[Inspection] = ()) -> tuple[str, ...]:
    """What was seen, in words; ``own`` is what a shop looks for besides."""
    known = _known(own)
    return tuple(known[one].label for one in seen)


def check_seen(kind: str, seen: Iterable[str], own: Iterable[Inspection] = ()) -> None:
    """Refuse what cannot be seen on that kind of part; ``own`` is what a shop looks for besides.

    Raises
    ------
    InputError
        If it is not in the table or not of this kind, or if nothing and something was seen.
    """
    known = _known(own)
    listed = tuple(seen)
    for one in listed:
        if one not in known or (known[one].kinds and kind not in known[one].kinds):
            raise InputError(f"“{one}” is not looked for here. Choose from the list.").at("seen")
    if SOUND in listed and len(listed) > 1:
        raise InputError("Either there is nothing to see, or there is something.").at("seen")


def _known(own: Iterable[Inspection]) -> dict[str, Inspection]:
    return {one.value: one for one in (*inspections(), *own)}


def observations_in(seen: Iterable[str], own: Iterable[Inspection] = ()) -> tuple[Observation, ...]:
    """What a finding makes of what was seen; ``own`` is what a shop looks for besides.

    Examples
    --------
    >>> observations_in(["cracked", "gasket"])
    (<Observation.CRACKED: 'cracked'>,)
    """
    known = _known(own)
    named = (known[one].observation for one in seen)
    return tuple(one for one in named if one is not None)
