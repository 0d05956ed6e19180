"""What measurements would read under each hypothesis, and how that hangs on the parts' own spread."""

from __future__ import annotations

from collections.abc import Sequence

from hembit_circuits.model.circuit import Circuit
from hembit_circuits.model.probe import Probe
from hembit_circuits.solve.by_itself import by_itself
from hembit_circuits.solve.hypotheses import Faults, Floats, Hypotheses
from hembit_circuits.solve.prediction import Prediction
from hembit_circuits.solve.solved import Solved


def predict(
    circuit: Circuit,
    faults: Faults,
    hypotheses: Hypotheses,
    probe: Probe,
    input_ohms: float = 1e7,
    drawn: Floats | None = None,
) -> Prediction:
    """What a probe reads under each hypothesis; ``drawn`` as in :func:`predict_many`."""
    return predict_many(circuit, faults, hypotheses, [probe], input_ohms, drawn)[0]


def predict_many(
    circuit: Circuit,
    faults: Faults,
    hypotheses: Hypotheses,
    probes: Sequence[Probe],
    input_ohms: float = 1e7,
    drawn: Floats | None = None,
) -> list[Prediction]:
    """What each probe reads under each hypothesis; those in one state of the machine share a network.

    ``drawn`` as in :func:`~hembit_circuits.solve.network.network_of`.

    References
    ----------
    Nodal analysis and adjoint sensitivities (Director and Rohrer, IEEE Trans. CT-16 (1969) 318).
    """
    found: dict[int, Prediction] = {}
    by_state: dict[tuple[object, ...], list[int]] = {}
    for place, one in enumerate(probes):
        direct = by_itself(circuit, faults, hypotheses, one, drawn)
        if direct is not None:
            found[place] = direct
            continue
        by_state.setdefault((one.is_live, one.alone, one.lifted, one.called), []).append(place)
    for places in by_state.values():
        solved = Solved(circuit, faults, hypotheses, [probes[one] for one in places], drawn)
        for place, one_found in zip(places, solved.read(input_ohms), strict=True):
            found[place] = one_found
    return [found[place] for place in range(len(probes))]
