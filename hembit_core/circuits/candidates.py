"""Every measurement that could be taken in a circuit, with what it costs."""

from __future__ import annotations

from dataclasses import dataclass
from itertools import combinations

from hembit_core.circuits.circuit import CASE, Circuit, CircuitPart
from hembit_core.circuits.component import Role
from hembit_core.circuits.probe import Probe
from hembit_core.data_files import table


@dataclass(frozen=True)
class Candidate:
    """A measurement and its cost [min]."""

    probe: Probe
    cost: float


def candidates_of(circuit: Circuit, called: tuple[str, ...] = ()) -> tuple[Candidate, ...]:
    """What could be measured: each part alone, and to the case; each two nodes dead; volts, amps live.

    ``called`` are the contacts that are not as at rest when it is live.
    """
    costs = table("measuring_costs")
    found: list[Candidate] = []
    for part in circuit.parts:
        component, reach = part.component, part.minutes or 0.0
        if all(path.role in (Role.SOURCE,) for path in component.paths):
            continue
        ends = sorted({(path.first, path.second) for path in component.paths})
        for first, second in ends:
            nodes = part.nodes[first], part.nodes[second]
            found.append(
                Candidate(
                    Probe(kind="ohms", first=nodes[0], second=nodes[1], alone=(part.key,)),
                    costs["alone"] + reach,
                )
            )
            if any(path.role is Role.CONTACT for path in component.paths):
                turned = Probe(
                    kind="ohms", first=nodes[0], second=nodes[1], alone=(part.key,), called=(part.key,)
                )
                found.append(Candidate(turned, costs["alone"] + reach + 1.0))
        found += [
            Candidate(
                Probe(kind="ohms", first=node, second=CASE, alone=(part.key,)),
                costs["alone_to_case"] + reach,
            )
            for node in _leaking_at(part)
        ]
    found += [
        Candidate(Probe(kind="ohms", first=one, second=other), costs["ohms"])
        for one, other in combinations(circuit.nodes, 2)
    ]
    found += _live(circuit, called)
    return tuple(found)


def _leaking_at(part: CircuitPart) -> tuple[str, ...]:
    """Where a part by itself is measured to the case: at each terminal that may leak."""
    return tuple(
        part.nodes[place] for place in sorted(part.component.leaking) if part.nodes[place] != CASE
    )


def _live(circuit: Circuit, called: tuple[str, ...]) -> list[Candidate]:
    costs = table("measuring_costs")
    worth, more = costs["worth_live"], costs["going_live"]
    kind, minutes = circuit.volts_kind, worth * (costs["volts"] + more)
    found = [
        Candidate(Probe(kind=kind, first=one, second=other, called=called), minutes)
        for one, other in combinations(circuit.nodes, 2)
    ]
    for part in circuit.parts:
        for place, path in enumerate(part.component.paths):
            if path.role is Role.LOAD:
                probe = Probe(kind="amps", part=part.key, path=place, called=called)
                found.append(Candidate(probe, worth * (costs["amps"] + more)))
    return found
