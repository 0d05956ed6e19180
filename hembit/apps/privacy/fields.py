"""Where words of people stand, field by field, in everything that belongs to a customer.

A field of the tables is here as a text, or in ``NO_WORDS`` with what it holds instead; a test sees to
it that there is no third.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator
from dataclasses import dataclass
from functools import reduce
from itertools import groupby
from operator import and_, or_
from typing import Any

from django.db.models import Model, Q, QuerySet

from hembit.apps.base.texts.full_text import plain_runs, sieve
from hembit.apps.base.texts.letters import may_hold
from hembit.apps.checks.models import BenchProof, Check, CheckBody, CheckLabel
from hembit.apps.jobs.models import Entry, FollowUp, Job, PartFinding, Reading, Wait
from hembit.apps.machines.models import (
    Customer,
    FittedPart,
    Machine,
    MachineCircuit,
    Position,
    SpecMended,
)
from hembit.apps.machines.personal import OF_A_CUSTOMER
from hembit.apps.photos.models import Photo

Path = tuple[str | int, ...]


@dataclass(frozen=True)
class Words:
    """A field that holds what people wrote. ``of_customer`` finds its rows of one customer.

    ``leaves`` finds the texts in a structured field; the whole field is one where it is missing.
    ``instead`` is what stands there once it was erased.
    """

    model: type[Model]
    field: str
    label: str
    of_customer: str
    instead: str = ""
    leaves: Callable[[Any], Iterator[Path]] | None = None

    def resembles(self, runs: list[list[str]], digits: str) -> Q:
        """Where all runs of letters of one text may stand, or digits however they are written."""
        patterns = [[f"%{one}%" for one in some] for some in runs]
        if digits:
            patterns.append([f"%{'%'.join(digits)}%"])
        found = (
            reduce(and_, (Q(**{f"{self.field}__resembles": one}) for one in some)) for some in patterns
        )
        return reduce(or_, found)


@dataclass(frozen=True)
class Table:
    """The fields of one table that hold what people wrote: its rows are read once for all of them."""

    words: tuple[Words, ...]

    @property
    def model(self) -> type[Model]:
        """Whose rows they are."""
        return self.words[0].model

    def rows(self, customer: int | None = None) -> QuerySet[Any]:
        """Its rows with anything in them, of all customers or of one."""
        found = self.model._base_manager.all()
        if all(one.leaves is None for one in self.words):
            found = found.exclude(**{one.field: "" for one in self.words})
        return found if customer is None else found.filter(**{self.words[0].of_customer: customer})

    def rows_with(self, texts: Iterable[str], digits: str) -> QuerySet[Any]:
        """Its rows, of everybody, in which one of ``texts`` may stand, or ``digits`` one by one.

        All of them where no index helps.
        """
        found = self.rows()
        runs = [plain_runs(one) for one in texts]
        if not all(runs) or not digits.isascii():
            return found
        if self.model in INDEXED:
            return found.filter(may_hold(self.model, sieve([*runs, [digits]] if digits else runs)))
        return found.filter(reduce(or_, (one.resembles(runs, digits) for one in self.words)))


def tables_of(words: Iterable[Words]) -> list[Table]:
    """Those of one table together, in their order."""
    return [Table(tuple(some)) for _, some in groupby(words, key=lambda one: one.model)]


_FIGURES = frozenset(
    (
        *(
            "part",
            "lapsed_at",
            "measured",
            "answered",
            "spec",
            "readings",
            "check",
            "meter_name",
            "leads_name",
            "held_against",
            "seen",
            "spares",
            "fitted_on",
            "from",
            "taken",
            "reading",
            "figure",
            "code",
            "corrects",
            "swap",
            "row",
            "way",
        ),
        *("conclusion", "found", "headline", "rated", "fuse", "cable", "contactor", "supply"),
        *("protective_conductor", "insulation", "gas", "kind", "key", "step", "order", "school"),
    )
)
"""Keys in structured fields under which there are figures, specs, verdicts, choices and staff."""


def in_circuit(rows: Any) -> Iterator[Path]:
    """What the parts of a circuit are called; its nodes are terminals."""
    yield from ((place, "name") for place, row in enumerate(rows) if row["name"])


def in_log(data: Any, path: Path = ()) -> Iterator[Path]:
    """Every text in what an entry or the choices of a job hold: all but what is known to be none."""
    if isinstance(data, dict):
        for key, value in data.items():
            if key not in _FIGURES:
                yield from in_log(value, (*path, key))
    elif isinstance(data, list):
        for place, value in enumerate(data):
            yield from in_log(value, (*path, place))
    elif isinstance(data, str) and data:
        yield path


INDEXED = frozenset({Machine, Position, FittedPart, Job, Entry, Photo, Check})
"""Whose words have an index of letters that follows them (:mod:`hembit.apps.base.texts.letters`)."""
_MACHINE, _JOB = "machine__customer", "job__machine__customer"
WORDS: tuple[Words, ...] = (
    Words(Machine, "name", "Machine", "customer", "Machine {pk}"),
    Words(Machine, "place", "Where a machine stands", "customer"),
    Words(Machine, "model", "A machine's model", "customer"),
    Words(Machine, "serial", "A machine's serial", "customer"),
    Words(Machine, "note", "Note on a machine", "customer"),
    Words(Position, "name", "Position", _MACHINE, "Position {pk}"),
    Words(SpecMended, "why", "Why a spec was mended", f"part__position__{_MACHINE}", "(erased)"),
    Words(MachineCircuit, "rows", "Part of a circuit", _MACHINE, "(erased)", in_circuit),
    Words(FittedPart, "serial", "A part's serial", f"position__{_MACHINE}"),
    Words(Job, "complaint", "Complaint", _MACHINE, "(erased)"),
    Words(Job, "error_code", "Error code", _MACHINE),
    Words(Job, "choices", "Change of a route", _MACHINE, "(erased)", in_log),
    Words(Entry, "data", "Line of a log", _JOB, "(erased)", in_log),
    Words(Reading, "reason", "Why a reading was taken", _JOB),
    Words(Wait, "text", "Wait", _JOB, "(erased)"),
    Words(FollowUp, "text", "Follow-up", _JOB, "(erased)"),
    Words(Photo, "caption", "What a photo shows", _JOB),
    Words(Check, "label", "A check's label", f"reading__{_JOB}", "(erased)"),
    Words(CheckBody, "despite", "Why it was read live", f"check_kept__reading__{_JOB}", "(erased)"),
)

PERSONAL = tuple(one.field for one in OF_A_CUSTOMER)
"""Of the customer: always erased."""

OF_CUSTOMERS: tuple[Words, ...] = tuple(
    Words(Customer, one.field, one.elsewhere, "pk", "(erased)" if one.field == "name" else "")
    for one in OF_A_CUSTOMER
)
"""Searched for what mentions somebody else."""

NO_WORDS: dict[type[Model], dict[str, str]] = {
    Machine: {"supply_system": "a choice"},
    Position: {},
    FittedPart: {"spec": "a spec"},
    SpecMended: {"spec": "a spec"},
    MachineCircuit: {},
    Job: {"sent_as": "a digest", "symptom": "a choice", "state": "a choice", "conditions": "figures"},
    Entry: {
        "kind": "a choice",
        "void": "a sentence of Hembit, with names of staff",
        "boot": "which start of the server's machine",
    },
    Reading: {"sent_as": "a digest", "measurand": "a choice", "relation": "a choice"},
    Wait: {
        "sent_as": "a digest",
        "kind": "a choice",
        "reckoned": "a result",
        "item": "a key",
        "boot": "which start of the server's machine",
    },
    FollowUp: {"sent_as": "a digest", "kind": "a choice"},
    Photo: {"step": "a choice", "digest": "a digest"},
    Check: {
        "core_version": "a version",
        "state": "a verdict",
        "outcome": "a verdict",
        "title": "a test's title",
        "figure": "a figure",
        "figures_digest": "a digest",
    },
    BenchProof: {
        "boot": "which start of the server's machine",
        "lapsed": "a sentence of Hembit, with names of staff",
    },
    CheckLabel: {"label": "an index of the labels, which follows them"},
    CheckBody: {"content": "a reading and its verdict"},
    PartFinding: {"core_version": "a version", "conclusion": "a verdict", "finding": "a verdict"},
    Customer: {},
}
