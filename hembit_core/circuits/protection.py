"""Whether a healthy machine would stay on: what its supplies deliver against what they trip at."""

from __future__ import annotations

from hembit_core.circuits.circuit import Circuit, Fault
from hembit_core.circuits.hypotheses import SOUND, faults_of
from hembit_core.circuits.predicting import predict
from hembit_core.circuits.probe import Probe
from hembit_core.notation import quantity


def overloads(circuit: Circuit) -> tuple[Fault, ...]:
    """Supplies that a healthy machine would trip, at rest or at work; ``part`` is the supply's key."""
    free = circuit.model_copy(
        update={
            "parts": tuple(
                one.model_copy(
                    update={"component": one.component.model_copy(update={"trips_at": None})}
                )
                for one in circuit.parts
            )
        }
    )
    found = []
    for one in circuit.parts:
        limit = one.component.trips_at
        if limit is None:
            continue
        amps = max(
            float(
                predict(
                    free, faults_of(free), SOUND, Probe(kind="amps", part=one.key, called=called)
                ).value[0]
            )
            for called in ((), circuit.working)
        )
        if amps > limit:
            text = (
                f"A healthy machine would take {quantity(amps, 'A', 3)} from it, and it trips at "
                f"{quantity(limit, 'A', 3)}. Check the ohms, or what it trips at."
            )
            found.append(Fault(part=one.key, text=text))
    return tuple(found)
