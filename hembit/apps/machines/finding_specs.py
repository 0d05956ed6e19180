"""Find a spec by a few letters: in the library, on a machine, in the checks of these days."""

from __future__ import annotations

from collections.abc import Iterator

from hembit.apps.checks.models import Check
from hembit.apps.checks.services import list_checks, search_checks
from hembit.apps.library.finding import best, standing_of
from hembit.apps.library.schemas import FoundSpec
from hembit.apps.machines.models import FittedPart
from hembit.apps.machines.schemas import FittedBySpec
from hembit_core.judge import describe
from hembit_core.library.entry import words_of

MOST = 12
_RECENT = 8


def find_specs(text: str, machine: int | None = None) -> list[FoundSpec]:
    """What fits ``text`` best, each spec once; without any, the machine's and the last checks' ones."""
    text = text.replace("\0", " ")  # ends a question to the full-text index
    found: list[FoundSpec] = []
    for one in (*best(text, MOST), *_on_machine(text, machine), *_checked(text)):
        if all(one.spec != other.spec or one.where == "library" for other in found):
            found.append(one)
    return found[:MOST]


def fitted_by(spec: int) -> list[FittedBySpec]:
    """Where parts by a spec of the library are fitted now; the first hundred."""
    parts = FittedPart.objects.filter(
        revision__of=spec, removed_at__isnull=True, position__retired_at__isnull=True
    )
    rows = parts.select_related("position__machine", "revision").order_by("position_id")[:100]
    return [
        FittedBySpec(
            position=one.position_id,
            name=one.position.name,
            machine=one.position.machine_id,
            machine_name=one.position.machine.name,
            number=one.revision.number if one.revision else 0,
        )
        for one in rows
    ]


def _on_machine(text: str, machine: int | None) -> Iterator[FoundSpec]:
    """The parts of a machine; without one, those of every machine whose position is called so."""
    words = text.casefold().split()
    parts = FittedPart.objects.filter(removed_at__isnull=True, position__retired_at__isnull=True)
    if machine is not None:
        parts = parts.filter(position__machine=machine)
    elif not words:
        return
    else:
        for word in words:
            parts = parts.filter(position__name__icontains=word)
    rows = parts.select_related("position__machine", "revision__settled").order_by("position_id")
    for part in rows if machine is not None else rows[:MOST]:
        spec, revision = part.part_spec, part.revision
        if revision and standing_of(revision) == "declined":
            revision = None  # its figures may be taken, and are the part's own then
        said = words_of(part.position.name, describe(spec), spec.kind)
        if machine is None or all(word in said for word in words):
            yield FoundSpec(
                where="machine",
                title=part.position.name,
                detail=f"{part.position.machine.name}, {describe(spec)}",
                spec=spec,
                of=revision.of_id if revision else None,
                revision=revision.pk if revision else None,
                rule_set=revision.rule_set_id if revision else None,
            )


def _checked(text: str) -> Iterator[FoundSpec]:
    words = text.split()
    rows = (
        [one.check_kept for one in search_checks(words)[:_RECENT]] if words else list_checks()[:_RECENT]
    )
    kept = Check.objects.select_related("body").in_bulk([one.pk for one in rows])
    for one in rows:
        from_check = _from(kept[one.pk])
        if from_check:
            yield from_check


def _from(check: Check) -> FoundSpec | None:
    found = FoundSpec.model_validate(
        {
            "where": "check",
            "title": check.label,
            "detail": "",
            "spec": check.submission["spec"],
        }
    )
    if found.spec.kind == "supply":  # a supply is the machine's, and chosen there
        return None
    return found.model_copy(update={"detail": f"checked before, {describe(found.spec)}"})
