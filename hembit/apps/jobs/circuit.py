"""A job's readings set on its machine's circuit: what explains them, what to measure next."""

from __future__ import annotations

from functools import lru_cache

from hembit.apps.checks.services import judgement_of
from hembit.apps.jobs.models import Job
from hembit.apps.jobs.models import Reading as JobReading
from hembit.apps.machines.circuit import circuit_before, circuit_with_parts, rows_of
from hembit.apps.machines.models import FittedPart
from hembit_core import Judgement
from hembit_core.circuits.circuit import CASE, Circuit
from hembit_core.circuits.component import Role as PathRole
from hembit_core.circuits.diagnosis import diagnose
from hembit_core.circuits.probe import Probe, Reading
from hembit_core.circuits.words import DiagnosisOut, told
from hembit_core.families.registry import about, reading_class, readings_of, with_role
from hembit_core.judging.states import State
from hembit_core.measurand import Role

_HOT = frozenset({State.NOT_READY, State.NOT_COMPARABLE})
_WEIGHS_LESS = 0.1
"""A reading that was taken hot, or under conditions nobody vouches for, counts so much [1]."""


def diagnosis_of(job: Job) -> DiagnosisOut | None:
    """What the readings of a job say by the machine's circuit; None where it has none.

    A closed job keeps the circuit of its day.
    """
    closed = job.entries.filter(kind="closed").last() if job.closed_at else None
    kept = circuit_before(job.machine, closed.sequence if closed else None)
    if kept is None:
        return None
    circuit = circuit_with_parts(job.machine, kept)
    at = {row.position: row.key for row in rows_of(kept) if row.position is not None}
    banks = _banks(job, at)
    found = []
    rows = JobReading.objects.filter(job=job, spare=False, superseded_by__isnull=True)
    for one in rows.select_related("check_kept__body").order_by("sequence"):
        position = one.position_id or 0
        keys = (at[position],) if position in at else banks.get(position, ())
        made = _set_on(circuit, keys, one) if keys else None
        if made:
            found.append(made)
    said = _said(circuit, tuple(found))
    positions = {key: position for position, key in at.items()}
    shown = tuple(
        one.model_copy(update={"item": _item(job, circuit, positions, one.probe)}) for one in said.next
    )
    return said.model_copy(update={"next": shown})


@lru_cache(maxsize=32)
def _said(circuit: Circuit, readings: tuple[Reading, ...]) -> DiagnosisOut:
    """Worked out once for each set of readings: whoever looks again waits no more."""
    return told(circuit, diagnose(circuit, readings, working(circuit)), len(readings))


def _item(job: Job, circuit: Circuit, positions: dict[str, int], probe: Probe) -> str:
    """The step of the route that takes a measurement: a part's own test by itself."""
    if len(probe.alone) != 1 or probe.alone[0] not in positions:
        return ""
    position = positions[probe.alone[0]]
    part = FittedPart.objects.filter(position=position, removed_at__isnull=True).first()
    if part is None:
        return ""
    path = circuit.parts[circuit.place_of(probe.alone[0])].component.paths[0]
    if path.role is PathRole.CONTACT:
        is_closed = path.closed_at_rest != bool(probe.called)
        return f"{position}:{'contact_closed' if is_closed else 'contact_open'}"
    along = [
        name
        for name in with_role(Role.ALONG)
        if reading_class(name) in readings_of(type(part.part_spec)) and not about(name).side
    ]
    return f"{position}:{along[0]}" if len(along) == 1 else ""


def working(circuit: Circuit) -> tuple[str, ...]:
    """The contacts that are called while the machine works: open at rest, and no coil's."""
    return tuple(
        part.key
        for part in circuit.parts
        if part.component.moved_by is None
        and any(
            path.role is PathRole.CONTACT and not path.closed_at_rest for path in part.component.paths
        )
        and len(part.component.paths) == 1
    )


def _banks(job: Job, at: dict[int, str]) -> dict[int, tuple[str, ...]]:
    """Positions that are no row, by the rows of all their members."""
    found: dict[int, list[str]] = {}
    members = job.machine.positions.filter(part_of__isnull=False, retired_at__isnull=True)
    for position, bank in members.values_list("pk", "part_of"):
        if position in at and bank is not None:
            found.setdefault(bank, []).append(at[position])
    return {bank: tuple(keys) for bank, keys in found.items()}


def _set_on(circuit: Circuit, keys: tuple[str, ...], one: JobReading) -> Reading | None:
    """A reading as the circuit has it; None where it says nothing there."""
    probe = _probe(circuit, keys, one)
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


def _probe(circuit: Circuit, keys: tuple[str, ...], one: JobReading) -> Probe | None:
    parts = [circuit.parts[circuit.place_of(key)] for key in keys]
    part = parts[0]
    if any(len(each.component.paths) != 1 or each.nodes != part.nodes for each in parts):
        return None  # which of the terminals were read is not said
    path = part.component.paths[0]
    first, second = part.nodes[path.first], part.nodes[path.second]
    in_circuit = one.check_kept.submission["reading"].get("connection") == "in_circuit"
    alone = () if in_circuit else keys
    if about(one.measurand).role is Role.TO_CASE:
        return Probe(kind="ohms", first=first, second=CASE, alone=alone)
    called: tuple[str, ...] = ()
    if path.role is PathRole.CONTACT and one.measurand in ("contact_open", "contact_closed"):
        asks_closed = one.measurand == "contact_closed"
        called = () if asks_closed == path.closed_at_rest else keys
    elif one.measurand not in with_role(Role.ALONG):
        return None
    return Probe(kind="ohms", first=first, second=second, alone=alone, called=called)
