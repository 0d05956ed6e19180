"""What a complaint, and what failed in a shop before, make of how usual each fault is."""

from __future__ import annotations

from collections.abc import Mapping

from hembit_circuits.model.circuit import Circuit
from hembit_circuits.model.component import Component, Mode
from hembit_core.about_kinds import kinds
from hembit_core.visits.symptoms import Symptom, kind_weight, test_weight

LEAST_JOBS = 30
"""From so many closed jobs with a cause on, what failed in them counts."""
AS_JOBS = 30.0
"""The table weighs as so many jobs."""
_LEAST, _MOST = 0.05, 10.0
"""A complaint makes nothing impossible: a factor is never outside these [1]."""
_TEST_OF = {
    "leaks": "terminal_to_case",
    "stuck_closed": "contact_open",
    "stuck_open": "contact_closed",
    "burnt": "contact_closed",
}
"""Which test of the table asks for a fault; the others are asked for by the part's own ohms."""
_OWN = {"element_bank": "bank_resistance", "three_phase_set": "line_to_line"}
_OF_ROWS = {
    "resistive_load": "heating_element",
    "coil": "winding",
    "sensor": "temperature_sensor",
    "contact": "contact",
    "changeover": "contact",
    "fuse": "contact",
    "joint": "wires",
    "source": "supply",
}
"""The kind of part that a row without one is taken for."""


def complained_of(
    circuit: Circuit,
    kinds: Mapping[str, str],
    symptom: Symptom,
    failed: Mapping[str, int] | None = None,
) -> Circuit:
    """A circuit with its faults as usual as they are in a machine that this is said of.

    prior · weight(symptom, kind) · weight(symptom, test that asks for the fault), the weights of
    the table that the route goes by; times what :func:`share_of_failed` makes of the shop's own jobs.

    Parameters
    ----------
    kinds : the kind of each part's spec, by its key in the circuit.
    failed : how often each kind was what failed, in closed jobs.
    """
    parts = []
    for one in circuit.parts:
        kind = kinds.get(one.key) or _OF_ROWS[one.component.what]
        factor = share_of_failed(kind, failed or {})
        made = _weighed(one.component, kind, symptom, factor)
        parts.append(one.model_copy(update={"component": made}))
    return Circuit(parts=tuple(parts))


def _weighed(component: Component, kind: str, symptom: Symptom, factor: float) -> Component:
    of_kind = kind_weight(symptom, kind)

    def weight(mode: Mode) -> float:
        code = mode.code.partition(":")[0]
        test = _TEST_OF.get(code) or _OWN.get(kind, "between_terminals")
        return min(max(of_kind, _LEAST), _MOST) * min(max(test_weight(symptom, test), _LEAST), _MOST)

    modes = tuple(
        one.model_copy(update={"prior": one.prior * weight(one) * factor}) for one in component.modes
    )
    return component.model_copy(update={"modes": modes})


def share_of_failed(kind: str, failed: Mapping[str, int]) -> float:
    """How much more usual a kind is in this shop than the table has it [1]; 1 below thirty jobs.

    (A s + n) / (A + N) / s: the mean of a Dirichlet law whose prior is the table's share s of the kind,
    worth A jobs, after n of N jobs had a part of it fail.

    Examples
    --------
    >>> share_of_failed("contact", {"contact": 5})
    1.0
    >>> share_of_failed("contact", {"contact": 40, "winding": 5}) > 3
    True
    """
    count = sum(failed.values())
    if count < LEAST_JOBS:
        return 1.0
    share = float(kinds()[kind]["prior"] / sum(one["prior"] for one in kinds().values()))
    return (AS_JOBS * share + failed.get(kind, 0)) / (AS_JOBS + count) / share
