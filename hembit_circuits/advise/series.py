"""Chains of parts in series, and the search for the open one with the least expected effort."""

from __future__ import annotations

from collections.abc import Sequence
from functools import cache
from typing import Literal

from pydantic import Field

from hembit_circuits.model.circuit import Circuit, CircuitPart
from hembit_circuits.model.component import Role
from hembit_core.data_files import table
from hembit_core.errors import InputError
from hembit_core.model import Model

LEAST = 3
"""So many parts in series are worth a plan [1]."""
MOST = 60
_LEAST_SHARE = 1e-3
"""No section is left out altogether: a reading may have been wrong [1]."""


class Chain(Model):
    """Parts in series, in order, with the nodes between and at the ends: one more than parts."""

    parts: tuple[str, ...]
    nodes: tuple[str, ...]


def chains_of(circuit: Circuit) -> tuple[Chain, ...]:
    """Every chain of three parts or more that conduct at rest, longest first.

    Only what lies in series and nothing else: at each node within, exactly two of them meet.
    """
    parts = [one for one in circuit.parts if _is_link(one)]
    at: dict[str, list[CircuitPart]] = {}
    for one in circuit.parts:
        if any(path.role is Role.SOURCE for path in one.component.paths):
            continue
        for node in one.nodes:
            at.setdefault(node, []).append(one)
    fed = {node for one in circuit.parts if one.component.volts for node in one.nodes}
    links = {one.key for one in parts}

    def is_within(node: str) -> bool:
        there = at.get(node, [])
        return node not in fed and len(there) == 2 and all(one.key in links for one in there)

    found: list[Chain] = []
    used: set[str] = set()
    for one in parts:
        if one.key in used:
            continue
        chain, nodes = [one], list(one.nodes)
        for end in (-1, 0):
            while is_within(nodes[end]):
                other = next(each for each in at[nodes[end]] if each.key != chain[end].key)
                if other in chain:
                    break
                far = other.nodes[1] if other.nodes[0] == nodes[end] else other.nodes[0]
                place = len(nodes) if end else 0
                nodes.insert(place, far)
                chain.insert(len(chain) if end else 0, other)
        used |= {each.key for each in chain}
        if len(chain) >= LEAST:
            found.append(Chain(parts=tuple(each.key for each in chain), nodes=tuple(nodes)))
    return tuple(sorted(found, key=lambda chain: -len(chain.parts)))


def _is_link(part: CircuitPart) -> bool:
    paths = part.component.paths
    return (
        len(part.nodes) == 2
        and len(paths) == 1
        and paths[0].role is not Role.SOURCE
        and (paths[0].role is not Role.CONTACT or paths[0].closed_at_rest)
    )


class SearchStep(Model):
    """A line of the tree: what came before, and what to do, or which part it is.

    Attributes
    ----------
    depth : how many measurements came before.
    after : of the one before, whether it read through or not; none for the first.
    first, second : the nodes to measure between; empty where it is the end.
    part : the part that is open; empty where there is still something to measure.
    share : how likely one gets here [1].
    """

    depth: int
    after: Literal["through", "open"] | None
    first: str = ""
    second: str = ""
    part: str = ""
    share: float


class SeriesSearch(Model):
    """A plan: the tree, what it is expected to take [min], and what each other beginning would take.

    ``begins`` is the node of the first measurement; ``instead`` the minutes by the node begun at.
    """

    begins: str
    minutes: float
    instead: dict[str, float]
    steps: tuple[SearchStep, ...] = Field(max_length=2 * MOST)


def search_plan(
    chain: Chain,
    weights: Sequence[float],
    joints: Sequence[float],
    begin: str = "",
) -> SeriesSearch:
    """The order of opening joints with the least expected effort, one part being open.

    E(i, j) = minₖ cₖ + [P(i, k) E(i, k) + P(k, j) E(k, j)] / P(i, j), by dynamic programming over the
    stretches of the chain. A joint that was opened stays open: it is paid for once on every way.

    Parameters
    ----------
    weights : how likely each part is the open one, relative to each other, shape (parts,).
    joints : minutes to open and measure at each node within the chain, shape (parts − 1,) [min].
    begin : the node to begin at; the best where it is left out.

    Raises
    ------
    InputError
        If the chain is too long, or ``begin`` is not one of the nodes within it.

    References
    ----------
    Optimum binary search trees (Knuth, Acta Informatica 1 (1971) 14), with a cost for each joint.
    """
    count = len(chain.parts)
    if count > MOST:
        raise InputError(f"A chain of more than {MOST} parts is searched in pieces.")
    within = chain.nodes[1:-1]
    if begin and begin not in within:
        raise InputError("Begin at a joint within the chain.").at("begin")
    total = sum(weights) or 1.0
    share = [max(one / total, _LEAST_SHARE) for one in weights]
    share = [one / sum(share) for one in share]
    upto = [sum(share[:place]) for place in range(count + 1)]

    @cache
    def best(low: int, high: int) -> tuple[float, int]:
        """Expected minutes times the share of the stretch, and where to measure."""
        if high - low == 1:
            return 0.0, low
        return min((_through(low, high, at), at) for at in range(low + 1, high))

    def _through(low: int, high: int, at: int) -> float:
        here = joints[at - 1] * (upto[high] - upto[low])
        return here + best(low, at)[0] + best(at, high)[0]

    first = within.index(begin) + 1 if begin else best(0, count)[1]
    steps: list[SearchStep] = []

    def walk(
        low: int, high: int, depth: int, after: Literal["through", "open"] | None, at: int | None
    ) -> None:
        reach = upto[high] - upto[low]
        if high - low == 1:
            steps.append(SearchStep(depth=depth, after=after, part=chain.parts[low], share=reach))
            return
        at = at or best(low, high)[1]
        steps.append(
            SearchStep(
                depth=depth,
                after=after,
                first=chain.nodes[low],
                second=chain.nodes[at],
                share=reach,
            )
        )
        walk(low, at, depth + 1, "open", None)
        walk(at, high, depth + 1, "through", None)

    walk(0, count, 0, None, first)
    return SeriesSearch(
        begins=chain.nodes[first],
        minutes=_through(0, count, first),
        instead={node: _through(0, count, place) for place, node in enumerate(within, 1)},
        steps=tuple(steps),
    )


def joint_minutes(circuit: Circuit, chain: Chain) -> tuple[float, ...]:
    """What it takes to open and measure at each node within a chain [min].

    What was said of the parts that meet there, the greater of the two; the table's where nothing was.
    """
    usual = float(table("measuring_costs")["open_joint"])
    reach = {one.key: one.minutes for one in circuit.parts}

    def at(place: int) -> float:
        said = [
            one for one in (reach[chain.parts[place - 1]], reach[chain.parts[place]]) if one is not None
        ]
        return max(said) if said else usual

    return tuple(at(place) for place in range(1, len(chain.parts)))
