"""Every measurement that could be taken in a circuit, with what it costs."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from functools import lru_cache
from itertools import combinations

from hembit_circuits.model.circuit import CASE, Circuit
from hembit_circuits.model.component import Role
from hembit_circuits.model.probe import Probe
from hembit_circuits.solve.hypotheses import SOUND, faults_of
from hembit_circuits.solve.predicting import predict_many
from hembit_core.data_files import table

_DIFFERS = 0.02
"""Figures that differ by less, in the frame in which they are compared, are one [1]."""


@dataclass(frozen=True)
class Candidate:
    """A measurement: what it takes [min], and what it is weighed by [min].

    Being live counts more than its time, and going live is shared by the readings that usually follow.
    """

    probe: Probe
    minutes: float
    cost: float


def candidates_of(
    circuit: Circuit, called: tuple[str, ...] = (), *, is_live: bool = False
) -> tuple[Candidate, ...]:
    """What could be measured: each part alone, and to the case; each two nodes dead; volts, amps live.

    Dead between two nodes is as at rest, and with those contacts held that can be. An output that only
    a live control closes is never closed dead.

    Parameters
    ----------
    called : the contacts that are not as at rest while the machine works.
    is_live : whether the machine is live now: what is live costs no going live then, what is dead
        a proof of dead.
    """
    costs = table("measuring_costs")
    every = (*_alone(circuit, costs), *_dead(circuit, called, costs), *_live(circuit, called, costs))
    return tuple(_priced(probe, minutes, costs, is_live) for probe, minutes in every)


def _priced(probe: Probe, minutes: float, costs: Mapping[str, float], is_live: bool) -> Candidate:
    if not probe.is_live:
        minutes += costs["proving_dead"] if is_live else 0.0
        return Candidate(probe, minutes, minutes)
    going = 0.0 if is_live else costs["going_live"]
    cost = costs["worth_live"] * (minutes + going / costs["readings_a_going"])
    return Candidate(probe, minutes + going, cost)


def _alone(circuit: Circuit, costs: Mapping[str, float]) -> Iterator[tuple[Probe, float]]:
    """Each part with its wires lifted: along its paths, to the case where it may leak."""
    for part in circuit.parts:
        component, reach = part.component, part.minutes or 0.0
        if all(path.role is Role.SOURCE for path in component.paths):
            continue
        for first, second in sorted({(path.first, path.second) for path in component.paths}):
            along = Probe(
                kind="ohms", first=part.nodes[first], second=part.nodes[second], alone=(part.key,)
            )
            yield along, costs["alone"] + reach
            if any(path.role is Role.CONTACT for path in component.paths) and not component.driven:
                turned = along.model_copy(update={"called": (part.key,)})
                yield turned, costs["alone"] + reach + costs["hold"]
        for place in sorted(component.leaking):
            if part.nodes[place] != CASE:
                to_case = Probe(kind="ohms", first=part.nodes[place], second=CASE, alone=(part.key,))
                yield to_case, costs["alone_to_case"] + reach


def _dead(
    circuit: Circuit, called: tuple[str, ...], costs: Mapping[str, float]
) -> Iterator[tuple[Probe, float]]:
    held = _held(circuit, called)
    for one, other in combinations(circuit.nodes, 2):
        yield Probe(kind="ohms", first=one, second=other), costs["ohms"]
    for probe in _with_held(circuit, held):
        yield probe, costs["ohms"] + len(held) * costs["hold"]


@lru_cache(maxsize=64)
def _with_held(circuit: Circuit, held: tuple[str, ...]) -> tuple[Probe, ...]:
    """Between which nodes it makes a difference on a sound machine that contacts are held."""
    if not held:
        return ()
    rest = [
        Probe(kind="ohms", first=one, second=other) for one, other in combinations(circuit.nodes, 2)
    ]
    turned = [one.model_copy(update={"called": held}) for one in rest]
    found = predict_many(circuit, faults_of(circuit), SOUND, [*rest, *turned])
    return tuple(
        probe
        for probe, before, after in zip(turned, found, found[len(rest) :], strict=False)
        if abs(float(before.scaled[0] - after.scaled[0])) > _DIFFERS
    )


def _held(circuit: Circuit, called: tuple[str, ...]) -> tuple[str, ...]:
    """Of the contacts that are called, those that a hand can hold so on a dead machine."""
    of = {part.key: part.component for part in circuit.parts}
    return tuple(one for one in called if not of[one].driven and of[one].moved_by is None)


def _live(
    circuit: Circuit, called: tuple[str, ...], costs: Mapping[str, float]
) -> Iterator[tuple[Probe, float]]:
    for one, other in combinations(circuit.nodes, 2):
        yield Probe(kind=circuit.volts_kind, first=one, second=other, called=called), costs["volts"]
    for part in circuit.parts:
        for place, path in enumerate(part.component.paths):
            if path.role is Role.LOAD:
                probe = Probe(kind="amps", part=part.key, path=place, called=called)
                yield probe, costs["amps"]
