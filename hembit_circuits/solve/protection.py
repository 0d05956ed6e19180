"""Whether a healthy machine would stay on: what its supplies deliver against what they trip at."""

from __future__ import annotations

from functools import lru_cache

from hembit_circuits.model.circuit import Circuit
from hembit_circuits.model.component import Role
from hembit_circuits.model.mistakes import Remark
from hembit_circuits.model.probe import Probe
from hembit_circuits.solve.hypotheses import SOUND, faults_of
from hembit_circuits.solve.predicting import predict
from hembit_core.notation import quantity


def without_protection(circuit: Circuit) -> Circuit:
    """The same, of which nothing trips."""
    parts = tuple(
        one.model_copy(update={"component": one.component.model_copy(update={"trips_at": None})})
        for one in circuit.parts
    )
    return Circuit(parts=parts)


def overloads(circuit: Circuit) -> tuple[Remark, ...]:
    """Supplies that a healthy machine would trip, at rest or with any one of its contacts called."""
    return tuple(
        Remark(
            part=key,
            text=f"A healthy machine would take {taken} from it, and it trips at {limit}. "
            "Check the ohms, or what it trips at.",
        )
        for key, taken, limit in _tripped(circuit, ((), *((one,) for one in _closing(circuit))))
    )


def overloads_together(circuit: Circuit) -> tuple[Remark, ...]:
    """Supplies that would trip with all contacts called at once, which may never be."""
    return tuple(
        Remark(
            part=key,
            text=f"With all contacts called at once, {taken} would be taken from it, and it trips at "
            f"{limit}.",
        )
        for key, taken, limit in _tripped(circuit, (circuit.working,))
    )


def _closing(circuit: Circuit) -> list[str]:
    """The contacts that close a path once they are called, and that no coil moves."""
    return [
        part.key
        for part in circuit.parts
        if part.component.moved_by is None
        and any(path.role is Role.CONTACT and not path.closed_at_rest for path in part.component.paths)
    ]


@lru_cache(maxsize=64)
def _tripped(circuit: Circuit, states: tuple[tuple[str, ...], ...]) -> tuple[tuple[str, str, str], ...]:
    """The keys of supplies that trip, with what they deliver, and at what they trip, as words."""
    free = without_protection(circuit)
    found: list[tuple[str, str, str]] = []
    for one in circuit.parts:
        limit = one.component.trips_at
        if limit is None:
            continue
        probes = (Probe(kind="amps", part=one.key, called=called) for called in states)
        amps = max(float(predict(free, faults_of(free), SOUND, each).value[0]) for each in probes)
        if amps > limit:
            found.append((one.key, quantity(amps, "A", 3), quantity(limit, "A", 3)))
    return tuple(found)
