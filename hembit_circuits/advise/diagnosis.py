"""Readings in, ranking and next measurement out: one step of finding what is wrong."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import lru_cache

import numpy as np

from hembit_circuits.advise.next_reading import Worth, worth_of
from hembit_circuits.infer.candidates import Candidate, candidates_of
from hembit_circuits.infer.explaining import Weighed, least_fitting, misfit_of, weigh
from hembit_circuits.infer.explanations import Explanation, explanations, groups_of
from hembit_circuits.infer.remembered import Remembered
from hembit_circuits.infer.swaps import Swap, all_swaps
from hembit_circuits.model.circuit import Circuit
from hembit_circuits.model.probe import Reading
from hembit_circuits.solve.hypotheses import Faults, Single, faults_of, hypotheses_of

SURE = 0.95
"""An explanation of that weight is enough [1]."""
WORTHLESS = 0.02
"""A measurement that brings less is not proposed [bit]."""
DANGER = 0.02
"""Nothing live is proposed while shorts and leaks weigh more, and a dead reading could settle it."""
CONTRADICTS = 4.5
"""Readings further from the best explanation than that contradict it [standard deviations]."""
_LATELY = Remembered()
NEAR_SHORT = 0.5
"""Ohms that fell to such a share of the part's own are as a short, live [1]."""


@dataclass(frozen=True)
class Diagnosis:
    """What the readings say of a circuit.

    ``swaps`` were weighed beside the readings; ``entropy`` is how much is open [bit]; ``repeat`` the
    reading that fits least, where nothing does.
    """

    weighed: Weighed
    ranked: tuple[Explanation, ...]
    next: tuple[Worth, ...]
    danger: float
    misfit: float
    entropy: float
    repeat: Reading | None = None
    swaps: tuple[Swap, ...] = ()

    @property
    def contradicted(self) -> bool:
        """Whether not even the best explanation fits the readings."""
        return self.misfit > CONTRADICTS

    @property
    def is_dangerous(self) -> bool:
        """Whether a short or a leak weighs too much for anything live."""
        return self.danger > DANGER

    @property
    def settled(self) -> bool:
        """Whether one explanation, or those tied with it, is enough, or nothing tells more."""
        return not self.next or self.weight_of_first >= SURE

    @property
    def weight_of_first(self) -> float:
        """The weight of the first explanation with those that nothing tells from it."""
        if not self.ranked:
            return 0.0
        first = self.ranked[0]
        return first.weight + sum(self.ranked[one].weight for one in first.tied)


def diagnose(
    circuit: Circuit,
    readings: Sequence[Reading],
    called: tuple[str, ...] = (),
    swaps: Sequence[Swap] = (),
    *,
    is_live: bool = False,
) -> Diagnosis:
    """Weigh every explanation by readings and swaps, and propose what to measure next.

    ``called`` and ``is_live`` as in :func:`~hembit_circuits.infer.candidates.candidates_of`.
    """
    faults = faults_of(circuit)
    weighed = _weighed(circuit, faults, readings, tuple(swaps))
    candidates = candidates_of(circuit, called, is_live=is_live)
    groups = groups_of(circuit)
    ranked = explanations(circuit, weighed, candidates)
    danger = _danger(circuit, weighed)
    taken = {one.probe for one in readings}
    wanted = [one for one in candidates if one.probe not in taken]
    live = [one for one in wanted if one.probe.is_live]
    dead = [one for one in wanted if not one.probe.is_live]
    found = _worth(circuit, faults, weighed, dead if danger > DANGER else wanted, groups, readings)
    if not found and danger > DANGER:
        found = _worth(circuit, faults, weighed, live, groups, readings)
    misfit = misfit_of(circuit, faults, weighed, readings)
    repeat = None
    if misfit > CONTRADICTS:
        repeat = readings[least_fitting(circuit, faults, weighed.hypotheses, readings)]
    shares = np.bincount(groups, weighed.weight)
    shares = shares[shares > 1e-15]
    entropy = float(-(shares * np.log2(shares)).sum())
    return Diagnosis(weighed, ranked, tuple(found), danger, misfit, entropy, repeat, tuple(swaps))


def _weighed(
    circuit: Circuit, faults: Faults, readings: Sequence[Reading], swaps: tuple[Swap, ...]
) -> Weighed:
    """All hypotheses, going on from what was weighed of them lately.

    What the swaps say hangs on no figure: it stands beside the prior while the readings are weighed.
    """
    hypotheses = hypotheses_of(circuit)
    by_swaps = all_swaps(circuit, faults, hypotheses, swaps)
    likely = replace(hypotheses, log_prior=hypotheses.log_prior + by_swaps)
    before = _LATELY.longest(circuit, readings, swaps)
    found = weigh(circuit, faults, likely, readings, *(before or ()))
    _LATELY.keep(circuit, readings, swaps, found)
    return replace(
        found,
        hypotheses=hypotheses,
        log_likelihood=found.log_likelihood + by_swaps,
        held=None,  # whoever keeps a diagnosis keeps none of that
    )


def _worth(
    circuit: Circuit,
    faults: Faults,
    weighed: Weighed,
    wanted: Sequence[Candidate],
    groups: np.ndarray,
    readings: Sequence[Reading],
) -> list[Worth]:
    """What is worth proposing, the best first."""
    found = worth_of(circuit, faults, weighed, wanted, groups, readings)
    return [one for one in found if one.bits > WORTHLESS]


def _danger(circuit: Circuit, weighed: Weighed) -> float:
    """The weight of hypotheses with a short or a leak in them."""
    dangerous, hypotheses = _dangerous(circuit), weighed.hypotheses
    is_there = dangerous[hypotheses.first] | dangerous[hypotheses.second]
    return float(weighed.weight[is_there].sum())


@lru_cache(maxsize=32)
def _dangerous(circuit: Circuit) -> np.ndarray:
    """Which single faults short a path, nearly short it, or leak to the case."""
    return np.array([_is_dangerous(circuit, one) for one in faults_of(circuit).singles])


def _is_dangerous(circuit: Circuit, single: Single) -> bool:
    if single.part < 0:
        return False
    mode = circuit.parts[single.part].component.modes[single.mode]
    code = mode.code.partition(":")[0]
    effects = mode.levels[single.level].effects
    return code in {"short", "leaks"} or any(
        one.factor is not None and one.factor < NEAR_SHORT for one in effects
    )
