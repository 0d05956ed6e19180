"""Machines with one fault, found by three ways of choosing: python -m benchmarks.diagnosis [N].

What is proposed, the fixed order of a route (each part alone, the likeliest first, then the rest),
and any order. One stopping rule for all: one explanation weighs 0.95 with those tied to it, or
nothing is left that tells more. Seeds are fixed; N machines a template at the most.
"""

from __future__ import annotations

import sys
from collections.abc import Sequence
from dataclasses import dataclass
from statistics import mean

import numpy as np

from hembit_core.circuits.candidates import candidates_of
from hembit_core.circuits.circuit import Circuit
from hembit_core.circuits.diagnosis import Diagnosis, diagnose
from hembit_core.circuits.explanations import code_of, groups_of, names_of
from hembit_core.circuits.hypotheses import SOUND, Hypotheses, faults_of
from hembit_core.circuits.predicting import predict
from hembit_core.circuits.prediction import scaled
from hembit_core.circuits.probe import Probe, Reading
from hembit_core.circuits.simulated import SimulatedMachine, simulate
from hembit_core.circuits.templates import CALLED, TEMPLATES

MOST = 25
WAYS = ("proposed", "route", "random")


@dataclass
class Run:
    """One machine: how many measurements, and whether the truth came first, or tied with it."""

    count: int
    right: bool
    weight: float


def main() -> None:
    """Print the table."""
    most = int(sys.argv[1]) if len(sys.argv) > 1 else 8
    print(f"{'template':26}{'machines':>9}" + "".join(f"{one:>10}" for one in WAYS) + "   truth first")
    totals: dict[str, list[float]] = {way: [] for way in WAYS}
    right: list[bool] = []
    for key, make in TEMPLATES.items():
        circuit, called = make(), CALLED.get(key, ())
        wrong = _drawn(circuit, most)
        found = {way: [_run(circuit, called, one, way) for one in wrong] for way in WAYS}
        for way in WAYS:
            totals[way] += [each.count for each in found[way]]
        right += [each.right for each in found["proposed"]]
        told = "".join(f"{mean(each.count for each in found[way]):>10.2f}" for way in WAYS)
        good = sum(each.right for each in found["proposed"])
        print(f"{key:26}{len(wrong):>9}{told}   {good} of {len(wrong)}", flush=True)
    told = "".join(f"{mean(totals[way]):>10.2f}" for way in WAYS)
    print(f"{'all':26}{len(right):>9}{told}   {sum(right)} of {len(right)}")


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


def _run(circuit: Circuit, called: tuple[str, ...], wrong: int, way: str) -> Run:
    random = np.random.default_rng([wrong, 11])
    machine = simulate(circuit, (wrong,), random)
    order = _order(circuit, called, way, random)
    readings: list[Reading] = []
    while True:
        found = diagnose(circuit, readings, called)
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
