"""A part swapped as evidence: one known to be good in its place, the part where another works, or none
in its place.
"""

from __future__ import annotations

from collections.abc import Sequence
from enum import StrEnum

import numpy as np

from hembit_circuits.infer.explanations import code_of
from hembit_circuits.model.circuit import Circuit, CircuitPart
from hembit_circuits.model.component import Role
from hembit_circuits.solve.hypotheses import Bools, Faults, Floats, Hypotheses
from hembit_core.data_files import table
from hembit_core.errors import InputError
from hembit_core.model import Model


class SwapWay(StrEnum):
    """Which way a part was swapped."""

    KNOWN_GOOD = "known_good"
    ELSEWHERE = "elsewhere"
    TAKEN_OUT = "taken_out"


class Swap(Model):
    """A trial with a swapped part, and how it went.

    Attributes
    ----------
    part : its key in the circuit.
    way : a part known to be good was put in its place, it was put where another one works, or it was
        taken out, or its wires off, and nothing put in.
    works : whether the complaint was gone then; elsewhere, whether the part worked there.
    stays : whether the part that was put in is the one that is in now: it was exchanged.
    """

    key: str = ""
    part: str
    way: SwapWay
    works: bool
    stays: bool = False


def swappable(circuit: Circuit) -> tuple[CircuitPart, ...]:
    """The parts that can be swapped: no joints, and no supply."""
    fixed = {Role.JOINT, Role.SOURCE}
    return tuple(
        one for one in circuit.parts if not any(path.role in fixed for path in one.component.paths)
    )


def check_swap(circuit: Circuit, swap: Swap) -> None:
    """That the part can be swapped.

    Raises
    ------
    InputError
        If the part is not in the circuit, or is a joint or a supply.
    """
    if swap.part not in {one.key for one in swappable(circuit)}:
        raise InputError(
            "This is no part of the circuit that can be swapped. Choose one of its parts; a joint is "
            "remade, and a supply is measured."
        ).at("part")


def works_chance(circuit: Circuit, faults: Faults, hypotheses: Hypotheses, swap: Swap) -> Floats:
    """How likely the trial works with each hypothesis [1], shape (hypotheses,).

    Elsewhere a part fails by its own fault, as far as that shows. With one known to be good in its
    place, the faults of all others are left, and with any left the complaint stays; beside a fault that
    went with the part, only as far as it shows, for it need not be what was complained of. A bad joint
    at the part may have been cured by remaking it. Where nothing is wrong in the circuit, the complaint
    has another cause and stays. Once the part is exchanged for good, the fault that is left may be the
    new one's, and with nothing wrong the complaint is gone. With a part out, its shorts and leaks are
    gone, and it is as with an open one for the rest.
    """
    told = table("swap_evidence")
    place = next(at for at, one in enumerate(circuit.parts) if one.key == swap.part)
    own = np.array([one.part == place for one in faults.singles])
    codes = [code_of(circuit, one)[1] for one in faults.singles[1:]]
    shows = np.array([0.0, *(told["shows"][code] for code in codes)])
    first, second = hypotheses.first, hypotheses.second

    def most(of: Floats) -> Floats:
        return np.maximum(of[first], of[second])

    if swap.way is SwapWay.ELSEWHERE:
        fails = most(np.where(own, shows, 0.0))
        return np.asarray(np.where(fails > 0, 1 - fails, told["sound_elsewhere"]))
    stays = np.where(_joints_at(circuit, faults, place), 1 - told["remade"], told["stays"])
    stays[0] = 0.0
    if swap.stays:
        found = most(np.minimum(stays, shows))
    else:
        goes = own
        if swap.way is SwapWay.TAKEN_OUT:
            goes = own & np.isin(["", *codes], told["out_with_the_part"])
        found = most(np.where(goes, 0.0, stays))
        went = goes[first] | goes[second]
        found = np.where(went, np.minimum(found, most(np.where(goes, 0.0, shows))), found)
        found = np.where(first == 0, told["stays"], found)
    return np.asarray(1 - np.maximum(found, 1 - told["goes"]))


def _joints_at(circuit: Circuit, faults: Faults, place: int) -> Bools:
    """Which faults are those of a joint at a part's terminals, shape (singles,)."""
    ends = set(circuit.parts[place].nodes)
    joints = {
        at
        for at, one in enumerate(circuit.parts)
        if ends & set(one.nodes) and all(path.role is Role.JOINT for path in one.component.paths)
    }
    return np.array([one.part in joints for one in faults.singles])


def swap_likelihood(circuit: Circuit, faults: Faults, hypotheses: Hypotheses, swap: Swap) -> Floats:
    """How likely it is that the trial went as it did with each hypothesis [ln], shape (hypotheses,)."""
    works = works_chance(circuit, faults, hypotheses, swap)
    return np.asarray(np.log(works if swap.works else 1 - works))


def all_swaps(
    circuit: Circuit, faults: Faults, hypotheses: Hypotheses, swaps: Sequence[Swap]
) -> Floats:
    """How likely all trials are as they went [ln], shape (hypotheses,).

    The same trial with the same outcome again counts once: what misled the first, a substitute that is
    bad itself, a place that only seemed to work, misleads the next as well.
    """
    found = np.zeros(len(hypotheses))
    for one in {each.model_copy(update={"key": ""}): None for each in swaps}:
        found += swap_likelihood(circuit, faults, hypotheses, one)
    return found
