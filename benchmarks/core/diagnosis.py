"""Machines with one fault, found by three ways of choosing: python -m benchmarks.core.diagnosis [N].

What is proposed, the fixed order of a route (each part alone, the likeliest first, then the rest),
and any order. One stopping rule for all: one explanation weighs 0.95 with those tied to it, or
nothing is left that tells more. Seeds are fixed; every fault of a template, or N at the most. Whether
the truth comes first is asked of several machines with each fault.
"""

from __future__ import annotations

import sys
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from itertools import islice
from statistics import mean

import numpy as np

from benchmarks.timing import times
from hembit_circuits.advise.diagnosis import Diagnosis, diagnose
from hembit_circuits.infer.candidates import candidates_of
from hembit_circuits.infer.explanations import code_of, groups_of, names_of
from hembit_circuits.model.circuit import Circuit
from hembit_circuits.model.probe import Probe, Reading
from hembit_circuits.model.templates import CALLED, TEMPLATES
from hembit_circuits.solve.hypotheses import SOUND, Hypotheses, faults_of
from hembit_circuits.solve.predicting import predict
from hembit_circuits.solve.prediction import scaled
from hembit_circuits.solve.simulated import SimulatedMachine, simulate

MOST = 25
MACHINES = 3
"""So many machines with each fault are followed by what is proposed; the ways are compared on the first
of them [1]."""
MANY = 16
"""A template of so many explanations that can be told apart is a large one [1]."""
USUAL_METER = 0.01
"""A usual meter's standard deviation in the compared frame [1]."""
WAYS = ("proposed", "route", "random")


@dataclass
class Run:
    """One machine: how many measurements, and whether the truth came first, or tied with it."""

    count: int
    right: bool
    weight: float


def main() -> None:
    """Print the table."""
    most = int(sys.argv[1]) if len(sys.argv) > 1 else 1000
    heads = "".join(f"{one:>10}" for one in (*WAYS, "of route", "of random"))
    print(f"{'template':26}{'apart':>6}{'machines':>9}{heads}   truth first")
    totals: dict[str, list[Run]] = {way: [] for way in (*WAYS, "more")}
    large: dict[str, list[Run]] = {way: [] for way in (*WAYS, "more")}
    for key, make in islice(TEMPLATES.items(), times(len(TEMPLATES))):
        circuit, called = make(), CALLED.get(key, ())
        wrong = _drawn(circuit, most)
        found = {way: [_run(circuit, called, one, way) for one in wrong] for way in WAYS}
        found["more"] = [
            _run(circuit, called, one, "proposed", number)
            for one in wrong
            for number in range(1, MACHINES)
        ]
        apart = _apart(circuit, called)
        for way in (*WAYS, "more"):
            totals[way] += found[way]
            large[way] += found[way] if apart >= MANY else []
        _print(f"{key:26}{apart:>6}", found)
    if large["proposed"]:
        _print(f"{f'{MANY} apart or more':32}", large)
    _print(f"{'all':32}", totals)


def _print(head: str, found: Mapping[str, Sequence[Run]]) -> None:
    counts = [mean(each.count for each in found[way]) for way in WAYS]
    shares = [counts[0] / one for one in counts[1:]]
    every = [*found["proposed"], *found["more"]]
    right = sum(each.right for each in every)
    told = "".join(f"{one:>10.2f}" for one in (*counts, *shares))
    machines = len(found["proposed"])
    print(f"{head}{machines:>9}{told}   {right} of {len(every)}", flush=True)


def _apart(circuit: Circuit, called: tuple[str, ...]) -> int:
    """How many explanations of one fault, or none, some measurement tells from every other.

    Worked out here: each by its middle severity, apart where figures differ by more than the U of
    their difference. Of those that nothing tells apart the first counts.
    """
    faults = faults_of(circuit)
    levels: dict[tuple[str, str], list[int]] = {}
    for place, one in enumerate(faults.singles[1:], 1):
        levels.setdefault(code_of(circuit, one), []).append(place)
    middle = np.array([0, *(places[len(places) // 2] for places in levels.values())])
    some = Hypotheses(middle, np.zeros_like(middle), np.zeros(len(middle)))
    apart = np.zeros((len(middle), len(middle)), dtype=bool)
    for one in candidates_of(circuit, called):
        found = predict(circuit, faults, some, one.probe)
        square = found.spread**2 + USUAL_METER**2
        wide = 2 * np.sqrt(square[:, None] + square[None, :])
        apart |= np.abs(found.scaled[:, None] - found.scaled[None, :]) > wide
    return sum(bool(apart[place, :place].all()) for place in range(len(middle)))


def _drawn(circuit: Circuit, most: int) -> list[int]:
    """One severity of each fault, as many as asked for, spread over all."""
    faults = faults_of(circuit)
    by_code: dict[tuple[str, str], list[int]] = {}
    for place, one in enumerate(faults.singles[1:], 1):
        by_code.setdefault(code_of(circuit, one), []).append(place)
    random = np.random.default_rng(7)
    chosen = [int(random.choice(places)) for places in by_code.values()]
    random.shuffle(chosen)
    return chosen[:most]


def _run(circuit: Circuit, called: tuple[str, ...], wrong: int, way: str, number: int = 0) -> Run:
    random = np.random.default_rng([wrong, 11 + number])
    machine = simulate(circuit, (wrong,), random)
    order = _order(circuit, called, way, random)
    readings: list[Reading] = []
    while True:
        is_live = bool(readings) and readings[-1].probe.is_live
        found = diagnose(circuit, readings, called, is_live=is_live)
        if found.settled or len(readings) >= MOST:
            return Run(
                len(readings), _is_right(circuit, called, machine, found, wrong), found.weight_of_first
            )
        probe = found.next[0].candidate.probe if way == "proposed" else order.pop(0)
        readings.append(machine.read(probe))


def _order(
    circuit: Circuit, called: tuple[str, ...], way: str, random: np.random.Generator
) -> list[Probe]:
    probes = [one.probe for one in candidates_of(circuit, called)]
    if way == "random":
        return [probes[place] for place in random.permutation(len(probes))]
    prior = {part.key: sum(mode.prior for mode in part.component.modes) for part in circuit.parts}
    return sorted(
        probes, key=lambda one: (not one.alone, -prior.get("".join(one.alone), 0.0), one.is_live)
    )


def _is_right(
    circuit: Circuit, called: tuple[str, ...], machine: SimulatedMachine, found: Diagnosis, wrong: int
) -> bool:
    """Whether the truth stands first, or nothing tells the first from this machine.

    Worked out here, by the machine's own figures: every measurement lies within U of the first
    explanation's prediction.
    """
    truth = (code_of(circuit, faults_of(circuit).singles[wrong]),)
    first = tuple((one.part, one.code) for one in found.ranked[0].faults)
    if first == truth:
        return True
    heaviest = _heaviest(circuit, found, first)
    for one in candidates_of(circuit, called):
        mine = predict(circuit, machine.own, SOUND, one.probe)
        theirs = predict(circuit, faults_of(circuit), heaviest, one.probe)
        limit = machine.meter.limit(one.probe.kind, float(mine.value[0]))
        meter = scaled(one.probe.kind, mine.value[0] + limit) - mine.scaled[0]
        wide = 2 * float(np.hypot(theirs.spread[0], meter / 3**0.5))
        if abs(float(mine.scaled[0] - theirs.scaled[0])) > wide:
            return False
    return True


def _heaviest(circuit: Circuit, found: Diagnosis, first: Sequence[tuple[str, str]]) -> Hypotheses:
    weighed = found.weighed
    names = names_of(circuit)
    there = np.flatnonzero(groups_of(circuit) == names.index(tuple(first)))
    best = there[weighed.weight[there].argmax()]
    return weighed.hypotheses.take(np.array([best]))


if __name__ == "__main__":
    main()
