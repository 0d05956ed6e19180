"""A trial with a swapped part in a technician's words."""

from __future__ import annotations

from hembit_circuits.infer.swaps import Swap, SwapWay
from hembit_circuits.model.circuit import Circuit

_EXCHANGED = "After the exchange of {}"
_WAYS = {
    SwapWay.KNOWN_GOOD: "A part known to be good in place of {}",
    SwapWay.ELSEWHERE: "In a place known to work, {}",
    SwapWay.TAKEN_OUT: "Taken out or its wires off, {}",
}
_WENT = {
    SwapWay.KNOWN_GOOD: ("the complaint stays", "the complaint is gone"),
    SwapWay.ELSEWHERE: ("fails there, too", "works there"),
    SwapWay.TAKEN_OUT: ("the complaint stays", "the complaint is gone"),
}
_SAYS = {
    SwapWay.KNOWN_GOOD: (
        "It is another part, or more than one",
        "It was this part, or a joint that was remade with it",
    ),
    SwapWay.ELSEWHERE: ("The part itself fails", "The part is sound, as far as such a trial shows"),
    SwapWay.TAKEN_OUT: (
        "No short or leak of this part is the cause, or not the only one",
        "It was this part, by a short or a leak, or what it switches on",
    ),
}
_NEW = ("The exchange has not cured it: it is another part, or more than one", "The exchange cured it")
_OLD = (
    "The part that was taken out was at fault",
    "The part that was taken out is sound: what failed is still to be found",
)


def swap_text(circuit: Circuit, one: Swap) -> str:
    """What was done, and how it went."""
    name = next(part.name for part in circuit.parts if part.key == one.part)
    where = _EXCHANGED if one.stays else _WAYS[one.way]
    return f"{where.format(name)}: {_WENT[one.way][one.works]}"


def swap_says(one: Swap, *, of_before: bool) -> str:
    """What a trial says by itself; ``of_before`` is of a part that was taken out for good by then."""
    if one.stays:
        return _NEW[one.works]
    return _OLD[one.works] if of_before else _SAYS[one.way][one.works]
