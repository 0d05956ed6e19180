"""A job's readings set on its machine's circuit: what explains them, what to measure next."""

from __future__ import annotations

from hembit.apps.checks.services import judgement_of
from hembit.apps.jobs.models import Job
from hembit.apps.jobs.models import Reading as JobReading
from hembit.apps.machines.circuit import circuit_here, current_of, rows_of
from hembit_core import Judgement
from hembit_core.circuits.circuit import CASE, Circuit
from hembit_core.circuits.component import Role as PathRole
from hembit_core.circuits.diagnosis import diagnose
from hembit_core.circuits.probe import Probe, Reading
from hembit_core.circuits.words import DiagnosisOut, told
from hembit_core.families.registry import about, with_role
from hembit_core.judging.states import State
from hembit_core.measurand import Role

_HOT = frozenset({State.NOT_READY, State.NOT_COMPARABLE})
_WEIGHS_LESS = 0.1
"""A reading that was taken hot, or under conditions nobody vouches for, counts so much [1]."""


def diagnosis_of(job: Job) -> DiagnosisOut | None:
    """What the readings of a job say by the machine's circuit; None where it has none."""
    circuit = circuit_here(job.machine)
    kept = current_of(job.machine)
    if circuit is None or kept is None:
        return None
    at = {row.position: row.key for row in rows_of(kept) if row.position is not None}
    found = []
    rows = JobReading.objects.filter(job=job, spare=False, superseded_by__isnull=True)
    for one in rows.select_related("check_kept__body").order_by("sequence"):
        key = at.get(one.position_id or 0)
        if key is not None:
            made = _set_on(circuit, key, one)
            if made:
                found.append(made)
    return told(circuit, diagnose(circuit, found), len(found))


def _set_on(circuit: Circuit, key: str, one: JobReading) -> Reading | None:
    """A reading as the circuit has it; None where it says nothing there."""
    probe = _probe(circuit, key, one)
    judgement: Judgement = judgement_of(one.check_kept)
    if probe is None or judgement.state is State.PLEASE_CONFIRM:
        return None
    weight = _WEIGHS_LESS if judgement.state in _HOT else 1.0
    value = judgement.value
    named = {"key": str(one.pk), "probe": probe, "weight": weight}
    if value is not None and value.unit == "Ω":
        return Reading(value=value.value, standard=value.expanded / 2, **named)
    # Where no figure came, it was an overflow: what is broken, or open and insulated as it should be.
    if value is None and judgement.state in (State.OPEN, State.WITHIN):
        return Reading(value=None, standard=0.0, **named)
    return None


def _probe(circuit: Circuit, key: str, one: JobReading) -> Probe | None:
    part = circuit.parts[circuit.place_of(key)]
    if len(part.component.paths) != 1:
        return None  # which of its terminals were read is not said
    path = part.component.paths[0]
    first, second = part.nodes[path.first], part.nodes[path.second]
    in_circuit = one.check_kept.submission["reading"].get("connection") == "in_circuit"
    alone = "" if in_circuit else key
    if about(one.measurand).role is Role.TO_CASE:
        return Probe(kind="ohms", first=first, second=CASE, alone=alone)
    called: tuple[str, ...] = ()
    if path.role is PathRole.CONTACT and one.measurand in ("contact_open", "contact_closed"):
        asks_closed = one.measurand == "contact_closed"
        called = () if asks_closed == path.closed_at_rest else (key,)
    elif one.measurand not in with_role(Role.ALONG):
        return None
    return Probe(kind="ohms", first=first, second=second, alone=alone, called=called)
