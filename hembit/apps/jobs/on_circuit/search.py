"""A job's readings set on its machine's circuit: what explains them, what to measure next."""

from __future__ import annotations

from collections.abc import Iterator
from functools import lru_cache

from pydantic import Field

from hembit.apps.jobs.follow_ups import bypassed_safety_device
from hembit.apps.jobs.models import Job
from hembit.apps.jobs.on_circuit.readings import (
    JobCircuit,
    JobEvidence,
    banks_of,
    circuit_of,
    evidence_of,
)
from hembit.apps.jobs.on_circuit.standing import standing_points, standing_swaps
from hembit.apps.jobs.visit.dead_or_live import is_live_now
from hembit.apps.jobs.visit.loaded import Visit
from hembit.apps.jobs.visit.route import plan_of, route_parts
from hembit.apps.machines.circuit import CircuitOut, revision_out
from hembit_circuits.advise.diagnosis import Diagnosis, diagnose
from hembit_circuits.infer.swaps import SwapWay, swappable
from hembit_circuits.model.circuit import CASE, Circuit
from hembit_circuits.model.component import Role as PathRole
from hembit_circuits.model.probe import Probe
from hembit_circuits.solve.hypotheses import faults_of
from hembit_circuits.words.search_words import SearchOut, searches
from hembit_circuits.words.witnesses import Witness, witness_on
from hembit_circuits.words.words import DiagnosisOut, told
from hembit_core.cautions import cautions
from hembit_core.families.registry import about, reading_class, with_role
from hembit_core.families.registry import readings_of as readings_of_family
from hembit_core.judging.measurand import Role
from hembit_core.model import Model
from hembit_core.visits.route import StepKind


class PointOut(Model):
    """A reading between two points: its number, where, what it showed, what it says; who took it."""

    id: str
    is_past: bool = Field(description="Not counted: a part was exchanged since, or the circuit revised")
    where: str
    figure: str
    says: str
    due: str
    by: str


class SwapOut(Model):
    """A trial with a swapped part: its number, what it was, what it says; who wrote it."""

    id: str
    is_past: bool = Field(description="Not counted: a part was exchanged since, or the circuit revised")
    row: str
    way: SwapWay
    works: bool
    text: str
    says: str
    by: str


class JobDiagnosis(DiagnosisOut):
    """What the readings of a job say by the circuit, with those between two points, and the trials with
    swapped parts; ``swappable`` are the parts that can be.

    ``circuit`` is the one that the job goes by; ``working`` are the contacts that are called while
    the machine works; the cautions stand beside a reading of what is dead, and of what is live.
    """

    circuit: CircuitOut
    witnesses: dict[str, Witness] = Field(description="By the part's key in the job")
    points: tuple[PointOut, ...]
    swaps: tuple[SwapOut, ...]
    swappable: tuple[str, ...]
    working: tuple[str, ...]
    usual: str
    comes_next: bool = Field(description="It is time to measure, and something is proposed")
    cautions_dead: tuple[str, ...]
    cautions_live: tuple[str, ...]
    cautions_swap: tuple[str, ...]


def diagnosis_of(job: Job) -> JobDiagnosis | None:
    """What the readings of a job say by the machine's circuit; None where it has none.

    A closed job keeps the circuit of its day.
    """
    visit = Visit.load(job)
    found = _by_circuit(visit)
    if found is None:
        return None
    here, evidence, said = found
    proposed = [one for one in said.next if not one.probe.is_live or _may_go_live(visit)]
    shown = tuple(one.model_copy(update={"item": _item(visit, here, one.probe)}) for one in proposed)
    points = tuple(
        PointOut(
            id=str(one.pk),
            is_past=str(one.pk) not in evidence.keys,
            where=one.data["where"],
            figure=one.data["figure"],
            says=one.data["says"],
            due=one.data["due"],
            by=one.by_name,
        )
        for one in standing_points(visit)
    )
    return JobDiagnosis(
        **said.model_dump(exclude={"next"}),
        next=shown,
        circuit=revision_out(job.machine, here.kept),
        witnesses=dict(_witnesses(visit, here, said)),
        points=points,
        swaps=tuple(
            SwapOut(
                id=str(one.pk),
                is_past=str(one.pk) not in evidence.keys,
                by=one.by_name,
                **{name: one.data[name] for name in ("row", "way", "works", "text", "says")},
            )
            for one in standing_swaps(visit)
        ),
        swappable=tuple(one.key for one in swappable(here.circuit)),
        usual=here.usual,
        comes_next=bool(shown) and _is_time_to_measure(visit),
        cautions_dead=cautions("ohms"),
        cautions_live=cautions("live"),
        cautions_swap=cautions("swap"),
        working=here.circuit.working,
    )


_MEASURING = {StepKind.MEASURE, StepKind.ACTUATE, StepKind.SENSORS, StepKind.LIVE}


def _is_time_to_measure(visit: Visit) -> bool:
    """Whether the route, too, would measure a part next: what comes before is done."""
    route = plan_of(visit).route
    return any(
        item.key == route.next_key
        for step in route.steps
        if step.kind in _MEASURING
        for item in step.items
    )


def _may_go_live(visit: Visit) -> bool:
    """Whether the machine may be energised at all; nothing is proposed that would be refused."""
    return not bypassed_safety_device(visit.job.machine_id) and not any(
        one.must_stay_dead for one in route_parts(visit)
    )


def _by_circuit(visit: Visit) -> tuple[JobCircuit, JobEvidence, DiagnosisOut] | None:
    here = circuit_of(visit)
    if here is None:
        return None
    evidence = evidence_of(visit, here)
    return here, evidence, _said(here.circuit, evidence, is_live_now(visit.job))


def _witnesses(visit: Visit, here: JobCircuit, said: DiagnosisOut) -> Iterator[tuple[str, Witness]]:
    """Of every part of the circuit on which something was found; a bank may be there by its members."""
    rows = {position: (key,) for key, position in here.positions.items()} | banks_of(visit, here)
    for position, keys in rows.items():
        found = visit.finding_now(str(position)) if position in visit.parts else None
        if found is not None:
            yield str(position), witness_on(keys, said, found.told)


def witness_of(visit: Visit, part: str) -> Witness | None:
    """What the circuit says of a part that something was found on; None where it says nothing."""
    found = _by_circuit(visit)
    if found is None:
        return None
    here, _, said = found
    return dict(_witnesses(visit, here, said)).get(part)


def searches_of(job: Job, begin: str = "") -> tuple[SearchOut, ...]:
    """How to find the open part of a chain by the readings so far; none where nothing is likely open.

    Raises
    ------
    InputError
        If ``begin`` is no joint of such a chain.
    """
    visit = Visit.load(job)
    here = circuit_of(visit)
    if here is None:
        return ()
    weighed = _diagnosed(here.circuit, evidence_of(visit, here), is_live_now(job)).weighed
    devices = {one.pk for one in visit.positions if one.is_safety_device}
    safety = {key for key, position in here.positions.items() if position in devices}
    return searches(here.circuit, faults_of(here.circuit), weighed, safety, begin)


@lru_cache(maxsize=8)
def _diagnosed(circuit: Circuit, evidence: JobEvidence, is_live: bool) -> Diagnosis:
    """Worked out once for each set of readings and trials: whoever looks again waits no more."""
    return diagnose(circuit, evidence.readings, circuit.working, evidence.swaps, is_live=is_live)


@lru_cache(maxsize=32)
def _said(circuit: Circuit, evidence: JobEvidence, is_live: bool) -> DiagnosisOut:
    """The same in words."""
    return told(circuit, _diagnosed(circuit, evidence, is_live), evidence.readings)


def _item(visit: Visit, here: JobCircuit, probe: Probe) -> str:
    """The step of the route that takes a measurement: a part's own test by itself."""
    if len(probe.alone) != 1 or probe.alone[0] not in here.positions:
        return ""
    position = here.positions[probe.alone[0]]
    spec = visit.specs.get(position)
    if spec is None:
        return ""
    path = here.circuit.parts[here.circuit.place_of(probe.alone[0])].component.paths[0]
    is_to_case = CASE in (probe.first, probe.second)
    if path.role is PathRole.CONTACT and not is_to_case:
        is_closed = path.closed_at_rest != bool(probe.called)
        return f"{position}:{'contact_closed' if is_closed else 'contact_open'}"
    role = Role.TO_CASE if is_to_case else Role.ALONG
    along = [
        name
        for name in with_role(role)
        if reading_class(name) in readings_of_family(type(spec)) and not about(name).side
    ]
    return f"{position}:{along[0]}" if len(along) == 1 else ""
