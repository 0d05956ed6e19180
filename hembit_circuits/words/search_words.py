"""The search for the open part of a chain, in a technician's words."""

from __future__ import annotations

from collections.abc import Collection

import numpy as np

from hembit_circuits.advise.series import (
    Chain,
    SearchStep,
    SeriesSearch,
    chains_of,
    joint_minutes,
    search_plan,
)
from hembit_circuits.infer.explaining import Weighed
from hembit_circuits.infer.suspects import share_text
from hembit_circuits.model.circuit import Circuit
from hembit_circuits.model.component import Role
from hembit_circuits.solve.hypotheses import Faults
from hembit_core.errors import InputError
from hembit_core.model import Model

_OPEN = ("open", "stuck_open")
WORTH_A_PLAN = 0.8
"""From so much of the weight on one open part of a chain, how to find it is shown [1]."""


class SearchLine(Model):
    """A line of the tree; ``after`` is what the measurement before it read."""

    depth: int
    after: str
    text: str
    share: str


class SearchBegin(Model):
    """A node to begin at, and what the search is expected to take then."""

    node: str
    text: str


class SearchOut(Model):
    """How to find the open part of a chain, and what to do then."""

    headline: str
    begins: str
    lines: tuple[SearchLine, ...]
    instead: tuple[SearchBegin, ...]
    then: tuple[str, ...]


def searches(
    circuit: Circuit,
    faults: Faults,
    weighed: Weighed,
    safety: Collection[str] = (),
    begin: str = "",
) -> tuple[SearchOut, ...]:
    """A plan for each chain in which something is likely open.

    Parameters
    ----------
    safety : the keys of safety devices, which are never bridged.
    begin : the node to begin at, of the chain that has it.

    Raises
    ------
    InputError
        If no such chain has the node ``begin`` within it.
    """
    weights = _open_weights(circuit, faults, weighed)
    found, is_there = [], not begin
    for chain in chains_of(circuit):
        own = [weights[key] for key in chain.parts]
        if sum(own) < WORTH_A_PLAN:
            continue
        here = begin if begin in chain.nodes[1:-1] else ""
        is_there = is_there or bool(here)
        plan = search_plan(chain, own, joint_minutes(circuit, chain), here)
        found.append(_told(circuit, chain, plan, safety))
    if not is_there:
        raise InputError("Begin at a joint within a chain that is searched.").at("begin")
    return tuple(found)


def _open_weights(circuit: Circuit, faults: Faults, weighed: Weighed) -> dict[str, float]:
    """How much of the weight has each part open."""
    place = np.array(
        [
            one.part
            if one.part >= 0
            and circuit.parts[one.part].component.modes[one.mode].code.partition(":")[0] in _OPEN
            else len(circuit.parts)
            for one in faults.singles
        ]
    )
    total = np.zeros(len(circuit.parts) + 1)
    for which in (weighed.hypotheses.first, weighed.hypotheses.second):
        np.add.at(total, place[which], weighed.weight)
    return {one.key: float(total[at]) for at, one in enumerate(circuit.parts)}


def _told(circuit: Circuit, chain: Chain, plan: SeriesSearch, safety: Collection[str]) -> SearchOut:
    names = {one.key: one.name for one in circuit.parts}
    ends = f"{chain.nodes[0]} and {chain.nodes[-1]}"
    return SearchOut(
        headline=(
            f"{len(chain.parts)} parts in series between {ends}: begin at {plan.begins}, "
            f"about {plan.minutes:.0f} min"
        ),
        begins=plan.begins,
        lines=tuple(_line(names, one) for one in plan.steps),
        instead=tuple(
            SearchBegin(node=node, text=f"begin at {node}: about {minutes:.0f} min")
            for node, minutes in plan.instead.items()
        ),
        then=_then(circuit, chain, names, safety),
    )


def _line(names: dict[str, str], one: SearchStep) -> SearchLine:
    after = {None: "", "open": "OL there", "through": "reads through"}[one.after]
    text = (
        f"It is {names[one.part]}"
        if one.part
        else f"Open the joint at {one.second}: ohms from {one.first} to {one.second}"
    )
    return SearchLine(
        depth=one.depth, after=after, text=text, share="" if one.depth == 0 else share_text(one.share)
    )


def _then(
    circuit: Circuit, chain: Chain, names: dict[str, str], safety: Collection[str]
) -> tuple[str, ...]:
    """What follows once it is found: the whole again, and what bridging it would mean."""
    parts = [circuit.parts[circuit.place_of(key)] for key in chain.parts]
    live = {
        one.key: one.component.paths[0].live or one.component.paths[0].cold
        for one in parts
        if one.component.paths[0].role is Role.LOAD
    }
    whole = sum(live.values())
    said = [
        f"Once it is mended, measure the whole again, {chain.nodes[0]} to {chain.nodes[-1]}: a second "
        "break hides behind the first"
    ]
    kept = [names[one.key] for one in parts if one.key in safety]
    if kept:
        said.append(f"Never bridged, being safety devices: {', '.join(kept)}")
    alike: dict[str, list[str]] = {}
    for key, ohms in live.items():
        if key not in safety and 0 < ohms < whole:
            alike.setdefault(f"{(whole / (whole - ohms)) ** 2:.2f}", []).append(names[key])
    said += [
        f"{', or '.join(some)} bridged for the time being: the rest take × {factor} of their watts. "
        "Not above what their maker allows; a follow-up stands until it is out"
        for factor, some in alike.items()
    ]
    return tuple(said)
