"""Keep the library of specs: add, propose, revise, accept, retire."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime

from django.db import transaction
from django.db.models import OuterRef, QuerySet, Subquery
from django.utils import timezone

from hembit.apps.base.audit import record
from hembit.apps.base.not_found import NotFound
from hembit.apps.base.records.sequence import next_sequences
from hembit.apps.library.finding import find_spec, in_use, standing_of
from hembit.apps.library.models import Revision, Settled, Spec, Standing
from hembit.apps.library.schemas import (
    SpecIn,
    SpecRevisionIn,
    SpecSettledIn,
)
from hembit.apps.people.models import Person
from hembit.apps.rules.services import find_set, rules_here
from hembit_core import Conditions, expectations
from hembit_core.errors import InputError
from hembit_core.judge import describe
from hembit_core.library.entry import LibrarySpec
from hembit_core.rules.values import Rules

_MEANWHILE = "Somebody revised this spec while you typed. Look at it again; nothing is kept yet."


def add_spec(given: SpecIn, by: Person | None, now: datetime | None = None) -> Spec:
    """Add a spec: a lead's counts at once, a technician's is proposed.

    Raises
    ------
    InputError
        If the library has it already, or nothing could be judged by it.
    """
    proposed = by is not None and not by.is_lead
    with transaction.atomic():
        spec = Spec(standing=Standing.PROPOSED if proposed else Standing.ACCEPTED)
        _is_new(given.entry, spec)
        _can_be_judged(given)
        _name(spec, given.entry)
        spec.save()
        revision = _write_down(spec, given, by, now, proposed=proposed)
        spec.current = revision
        spec.save()
    return spec


def revise_spec(number: int, given: SpecRevisionIn, by: Person, now: datetime | None = None) -> Spec:
    """Write a new revision: a lead's counts from now on, a technician's is proposed.

    Raises
    ------
    InputError
        If it was revised meanwhile, nothing is changed, no reason is given, another has its names, or
        nothing could be judged by it.
    """
    with transaction.atomic():
        spec = find_spec(number)
        assert spec.current
        if spec.standing == Standing.RETIRED:
            raise InputError("This spec is retired. A lead uses it again first, or adds another.")
        if given.base != spec.current_id:
            raise InputError(_MEANWHILE).at("base")
        if given.entry.is_alike(spec.current.entry) and given.rule_set == spec.current.rule_set_id:
            raise InputError("Nothing is changed. Change a figure, or close the form.").at("entry")
        if not given.why:
            raise InputError(
                "Say why: a newer manual, typed wrong, a maker's change. What was judged so far keeps "
                "the figures of before."
            ).at("why")
        _is_new(given.entry, spec)
        _can_be_judged(given)
        revision = _write_down(spec, given, by, now, proposed=not by.is_lead)
        if by.is_lead or spec.standing == Standing.PROPOSED:
            _make_current(spec, revision, Standing.ACCEPTED if by.is_lead else Standing.PROPOSED)
    return spec


def settle(number: int, given: SpecSettledIn, by: Person, now: datetime | None = None) -> Spec:
    """A lead accepts or declines what was proposed.

    Raises
    ------
    NotFound
        If there is no such revision.
    InputError
        If it is settled already, or declined without a reason.
    """
    with transaction.atomic():
        revision = Revision.objects.select_related("of__current").filter(pk=number).first()
        if revision is None:
            raise NotFound("There is no such revision in the library. Look in the list.")
        if standing_of(revision) != "proposed":
            raise InputError("This is settled already. Load the page again.")
        spec = revision.of
        if given.accepted:
            _is_new(revision.entry, spec)
            if spec.current and revision.number < spec.current.number:
                raise InputError(
                    f"Revision {spec.current.number} came after it. Revise that one, or decline this."
                )
        if not given.accepted and not given.why:
            raise InputError("Say why, so that whoever proposed it knows.").at("why")
        Settled(
            revision=revision, accepted=given.accepted, why=given.why, at=now or timezone.now(), by=by
        ).save()
        left = _open_proposals(spec).first()
        if given.accepted:
            _make_current(spec, revision, Standing.ACCEPTED)
        elif spec.standing == Standing.PROPOSED and left is not None:
            _make_current(spec, left, Standing.PROPOSED)
        elif spec.standing == Standing.PROPOSED:
            spec.standing = Standing.RETIRED
            spec.save()
    return spec


def set_retired(number: int, retired: bool) -> Spec:
    """Offer a spec no more, or again; what points to it stays as it is.

    Raises
    ------
    InputError
        If another has taken its names meanwhile.
    """
    with transaction.atomic():
        spec = find_spec(number)
        assert spec.current
        if not retired:
            _is_new(spec.current.entry, spec)
            if standing_of(spec.current) == "declined":
                raise InputError("It was declined. Propose it anew, with other figures.")
        back = Standing.ACCEPTED if standing_of(spec.current) == "accepted" else Standing.PROPOSED
        spec.standing = Standing.RETIRED if retired else back
        spec.save()
    return spec


def _open_proposals(spec: Spec) -> QuerySet[Revision]:
    return spec.revisions.filter(proposed=True, settled__isnull=True)


def _make_current(spec: Spec, revision: Revision, standing: Standing) -> None:
    spec.current, spec.standing = revision, standing
    _name(spec, revision.entry)
    spec.save()


def _name(spec: Spec, entry: LibrarySpec) -> None:
    spec.kind, spec.name = entry.spec.kind, entry.name
    spec.maker, spec.part_number = entry.maker, entry.part_number
    spec.described = describe(entry.spec)[:200]
    spec.key = entry.key
    spec.words = entry.words()


def _is_new(entry: LibrarySpec, spec: Spec) -> None:
    """A part number of a maker's is in the library once; without one, a name is."""
    if not in_use().filter(key=entry.key).exclude(pk=spec.pk).exists():
        return
    if entry.part_number:
        raise InputError("This part number is in the library already: revise that one.").at(
            "entry.part_number"
        )
    raise InputError("The library has one of this name: revise that one, or give a part number.").at(
        "entry.name"
    )


def can_be_judged(entry: LibrarySpec, rules: Rules) -> None:
    """Nothing, where a part could be judged by it.

    Raises
    ------
    InputError
        At ``entry.spec``, where none could.
    """
    try:
        expectations(entry.spec, Conditions(rules=rules))
    except InputError as error:
        # What is missing about today is said when it is measured.
        if not error.field.startswith("conditions"):
            raise error.at("entry.spec") from None


def _can_be_judged(given: SpecIn) -> None:
    if given.rule_set is not None:
        find_set(given.rule_set)
    can_be_judged(given.entry, rules_here(given.rule_set))


def add_many(
    entries: Sequence[tuple[LibrarySpec, int | None]], by: Person, now: datetime | None = None
) -> None:
    """Add specs that are new and were looked through, each with the set of rules it is judged by.

    Within a transaction; the trail has one line.
    """
    now = now or timezone.now()
    specs = []
    for entry, _ in entries:
        spec = Spec(standing=Standing.ACCEPTED)
        _name(spec, entry)
        specs.append(spec)
    Spec.objects.bulk_create(specs, batch_size=500)
    revisions = [
        Revision(
            of=spec,
            number=1,
            content=entry.model_dump(mode="json"),
            rule_set_id=rules,
            at=now,
            by=by,
            sequence=sequence,
        )
        for spec, (entry, rules), sequence in zip(
            specs, entries, next_sequences(len(specs)), strict=True
        )
    ]
    Revision.objects.bulk_create(revisions, batch_size=500)
    own = Revision.objects.filter(of=OuterRef("pk")).values("pk")[:1]
    Spec.objects.filter(current=None).update(current=Subquery(own))
    record("specs_added", after={"count": len(specs), "first": [one.name for one in specs[:20]]})


def _write_down(
    spec: Spec, given: SpecIn, by: Person | None, now: datetime | None, *, proposed: bool
) -> Revision:
    last = spec.revisions.order_by("-number").values_list("number", flat=True).first()
    revision = Revision(
        of=spec,
        number=(last or 0) + 1,
        content=given.entry.model_dump(mode="json"),
        rule_set_id=given.rule_set,
        proposed=proposed,
        job_number=given.job,
        why=given.why if isinstance(given, SpecRevisionIn) else "",
        at=now or timezone.now(),
        by=by,
    )
    revision.save()
    return revision
