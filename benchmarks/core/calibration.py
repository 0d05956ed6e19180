"""Are the weights of explanations what they say?

    python -m benchmarks.core.calibration [machines [from]]

Machines of every template with nothing, one thing or two things wrong, drawn by the solver's own
priors, each times 0.5 to 2 anew for every machine; measured as proposed. A machine counts in a bin
when an explanation first comes into it. Seeds are fixed, one for each machine by its number.
"""

from __future__ import annotations

import sys
from dataclasses import dataclass, field

import numpy as np

from hembit_circuits.advise.diagnosis import diagnose
from hembit_circuits.infer.explanations import code_of
from hembit_circuits.model.circuit import Circuit
from hembit_circuits.model.probe import Reading
from hembit_circuits.model.templates import CALLED, TEMPLATES
from hembit_circuits.solve.hypotheses import faults_of, hypotheses_of
from hembit_circuits.solve.simulated import simulate

MOST = 25
BINS = ((0.5, 0.6), (0.6, 0.7), (0.7, 0.8), (0.8, 0.9), (0.9, 0.95), (0.95, 0.99), (0.99, 1.01))

Explained = tuple[tuple[str, str], ...]


@dataclass
class Tally:
    """How many explanations were shown in each bin, and how many of them were true."""

    shown: dict[tuple[float, float], int] = field(default_factory=lambda: dict.fromkeys(BINS, 0))
    true: dict[tuple[float, float], int] = field(default_factory=lambda: dict.fromkeys(BINS, 0))
    weight: dict[tuple[float, float], float] = field(default_factory=lambda: dict.fromkeys(BINS, 0.0))
    wrong: list[str] = field(default_factory=list)

    def add(self, weight: float, is_true: bool, seen: set[tuple[float, float]], told: str) -> None:
        """An explanation of a machine, once for each bin."""
        for one in BINS:
            if one[0] <= weight < one[1] and one not in seen:
                seen.add(one)
                self.shown[one] += 1
                self.true[one] += is_true
                self.weight[one] += weight
                if one[0] >= BINS[-1][0] and not is_true:
                    self.wrong.append(told)


def main() -> None:
    """Print the table."""
    machines = int(sys.argv[1]) if len(sys.argv) > 1 else 300
    first = int(sys.argv[2]) if len(sys.argv) > 2 else 0
    tally = Tally()
    keys = sorted(TEMPLATES)
    for number in range(first, first + machines):
        key = keys[number % len(keys)]
        _machine(TEMPLATES[key](), CALLED.get(key, ()), key, number, tally)
    print(f"{'weight':14}{'mean':>9}{'shown':>8}{'true':>8}{'share':>9}")
    for low, high in BINS:
        shown, true = tally.shown[low, high], tally.true[low, high]
        share = f"{100 * true / shown:.1f} %" if shown else "–"
        mean = f"{100 * tally.weight[low, high] / shown:.1f} %" if shown else "–"
        print(f"{f'{low:g}–{min(high, 1):g}':14}{mean:>9}{shown:>8}{true:>8}{share:>9}")
    for one in tally.wrong:
        print("wrong above 0.99:", one)


def _machine(circuit: Circuit, called: tuple[str, ...], key: str, number: int, tally: Tally) -> None:
    random = np.random.default_rng([number, 5])
    wrong = _drawn(circuit, random)
    machine = simulate(circuit, wrong, random)
    faults = faults_of(circuit)
    truth: Explained = tuple(sorted(code_of(circuit, faults.singles[one]) for one in wrong))
    readings: list[Reading] = []
    seen: set[tuple[float, float]] = set()
    while len(readings) < MOST:
        is_live = bool(readings) and readings[-1].probe.is_live
        found = diagnose(circuit, readings, called, is_live=is_live)
        for one in found.ranked:
            said: Explained = tuple(sorted((each.part, each.code) for each in one.faults))
            told = (
                f"{key} {number}: {truth or 'nothing'} was called {said or 'nothing'}, {one.weight:.3f}"
            )
            tally.add(one.weight, said == truth, seen, told)
        if found.settled:
            return
        readings.append(machine.read(found.next[0].candidate.probe))


def _drawn(circuit: Circuit, random: np.random.Generator) -> tuple[int, ...]:
    """What is wrong, by the priors times 0.5 to 2."""
    faults, every = faults_of(circuit), hypotheses_of(circuit)
    factor = np.exp(random.uniform(-np.log(2), np.log(2), len(faults.singles)))
    factor[0] = 1.0
    share = np.exp(every.log_prior) * factor[every.first] * factor[every.second]
    place = int(random.choice(len(every), p=share / share.sum()))
    return tuple(int(one) for one in (every.first[place], every.second[place]) if one)


if __name__ == "__main__":
    main()
