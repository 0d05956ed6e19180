"""Find specs of the library: by words, by number, by kind."""

from __future__ import annotations

from django.db.models import Case, Count, Q, QuerySet, Value, When

from hembit.apps.base.not_found import NotFound
from hembit.apps.library.models import Revision, Spec, Standing
from hembit.apps.library.schemas import FoundSpec
from hembit_core.errors import InputError


def list_specs(text: str = "", kind: str = "", standing: Standing | None = None) -> QuerySet[Spec]:
    """Specs by name, with how many proposals wait; those that hold every word of ``text``."""
    found = with_waiting()
    if kind:
        found = found.filter(kind=kind)
    found = found.filter(standing=standing) if standing else found.exclude(standing=Standing.RETIRED)
    # Said: counting would drop the order of the model.
    return _with_words(found, text).order_by("name", "id")


def with_waiting() -> QuerySet[Spec]:
    """Every spec, with how many proposals wait for a lead."""
    open_ones = Q(revisions__proposed=True, revisions__settled__isnull=True)
    return Spec.objects.annotate(waiting=Count("revisions", filter=open_ones))


def _with_words(found: QuerySet[Spec], text: str) -> QuerySet[Spec]:
    for word in text.casefold().split():
        found = found.filter(words__contains=word)
    return found


def best(text: str, most: int) -> list[FoundSpec]:
    """The specs that fit ``text`` best: by part number, then by the beginnings of words."""
    words = text.casefold().split()
    if not words:
        return []
    found = _with_words(Spec.objects.exclude(standing=Standing.RETIRED), text).annotate(
        rank=Case(
            When(part_number__istartswith=text.strip(), then=Value(0)),
            When(name__istartswith=text.strip(), then=Value(1)),
            When(words__contains=f" {words[0]}", then=Value(2)),
            default=Value(3),
        )
    )
    rows = found.select_related("current").order_by("rank", "name", "id")[:most]
    return [found_spec(one) for one in rows]


def found_spec(one: Spec) -> FoundSpec:
    """A spec of the library as one that was found."""
    assert one.current
    entry = one.current.entry
    names = " ".join(filter(None, (entry.maker, entry.part_number)))
    return FoundSpec(
        where="library",
        title=entry.name,
        detail=", ".join(filter(None, (names, one.described))),
        spec=entry.spec,
        of=one.pk,
        revision=one.current_id,
        proposed=one.standing == Standing.PROPOSED,
        rule_set=one.current.rule_set_id,
        handling=entry.handling,
    )


def find_spec(number: int) -> Spec:
    """The spec with that number; NotFound where there is none."""
    found = Spec.objects.select_related("current").filter(pk=number).first()
    if found is None:
        raise NotFound("There is no such spec in the library. Look in the list.")
    return found


def find_revision(number: int) -> Revision:
    """The revision with that number, which counts or is proposed.

    Raises
    ------
    InputError
        If there is none, or a lead declined it.
    """
    found = Revision.objects.select_related("of", "settled").filter(pk=number).first()
    if found is None:
        raise InputError("This spec is not in the library. Choose one that is.")
    if standing_of(found) == "declined":
        raise InputError(f"A lead declined this revision of “{found.of}”. Choose another.")
    return found


def in_use() -> QuerySet[Spec]:
    """What is not retired, with its current revision."""
    return Spec.objects.exclude(standing=Standing.RETIRED).select_related("current")


def standing_of(revision: Revision) -> str:
    """``accepted``, ``proposed``, or ``declined``."""
    if not revision.proposed:
        return "accepted"
    settled = getattr(revision, "settled", None)
    if settled is None:
        return "proposed"
    return "accepted" if settled.accepted else "declined"
