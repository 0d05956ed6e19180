"""A customer's personal data: all of it handed out, or erased as a lead chose; measurements stay."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import datetime
from typing import Any

from django.db import connection, transaction
from django.db.models import Model
from django.utils import timezone

from hembit.apps.backups.services import remember_erased
from hembit.apps.base.audit import AuditEvent, record
from hembit.apps.base.texts.letters import write_anew
from hembit.apps.machines.models import Customer
from hembit.apps.machines.schemas import CustomerOut
from hembit.apps.machines.services import find_customer
from hembit.apps.photos.files import remove
from hembit.apps.photos.models import Photo
from hembit.apps.privacy.fields import PERSONAL, WORDS, Words
from hembit.apps.privacy.found import Place, elsewhere, found_of, grouped, pictures_of, places
from hembit.apps.privacy.schemas import EraseIn
from hembit_core.errors import InputError


def export_customer(number: int) -> dict[str, Any]:
    """Everything that is kept of a customer in words, as one JSON document.

    What mentions them among the words of others is not handed out with it: those are the others', and a
    name that is a word stands in many.
    """
    customer = find_customer(number)
    texts = grouped(places(customer.pk), mentioned=False)
    record("customer_exported", customer)
    return {
        "customer": CustomerOut.model_validate(customer).model_dump(mode="json"),
        "texts": [one.model_dump(mode="json", include={"what", "text", "count"}) for one in texts],
        "pictures": [one.model_dump(mode="json") for one in pictures_of(customer)],
    }


def erase_customer(number: int, given: EraseIn, now: datetime | None = None) -> Customer:
    """Erase what is personal of a customer, and every text and picture that is not to be kept.

    Figures, specs and verdicts are never touched. Erasing is the one thing that may touch a record;
    that it was done is one line of the trail, without the words.

    Raises
    ------
    InputError
        If something was written since the lead saw what would be erased.
    """
    with transaction.atomic():
        customer = find_customer(number)
        if customer.erased_at:
            return customer
        found = found_of(customer)
        if found.seen != given.seen:
            raise InputError(
                "Something was written since you looked. Nothing was erased: look through it again."
            ).at("seen")
        keep, also = set(given.keep), set(given.also)
        every = list(places(customer.pk))
        own = [one for one in every if one.key not in keep]
        others = [one for one in elsewhere(customer, every) if one.key in also]
        pictures = [one.id for one in found.pictures if str(one.id) not in keep]
        erase_rows(customer, [*own, *others], pictures, now or timezone.now())
        counts = {"texts": len(own), "elsewhere": len(also), "pictures": len(pictures)}
        record("customer_erased", customer, after={**counts, "kept": len(keep)})
        # Before it is so: an erasing that was confirmed is done again rather than forgotten.
        remember_erased(line_of(customer.pk, [*own, *others], pictures))
    leave_nothing_behind(pictures)
    return find_customer(number)


def line_of(customer: int, found: Iterable[Place], pictures: Iterable[Any]) -> dict[str, Any]:
    """What is erased, by its ids alone: a line for the list outside the database."""
    return {
        "at": timezone.now().isoformat(),
        "customer": customer,
        "rows": [
            [one.words.model._meta.model_name, one.words.field, str(one.pk), list(one.path)]
            for one in found
        ],
        "pictures": [str(one) for one in pictures],
    }


def erase_rows(customer: Customer, found: list[Place], pictures: list[Any], now: datetime) -> None:
    """Erase these texts, the pictures, and what is personal of the customer, within a transaction."""
    _erase(found)
    Photo.objects.filter(pk__in=pictures).update(erased_at=now)
    _forget_in_trail(Customer, customer.pk)
    Customer.objects.filter(pk=customer.pk).update(
        **{name: "" for name in PERSONAL if name != "name"},
        name=f"Customer {customer.pk}, erased",
        erased_at=now,
    )


def leave_nothing_behind(pictures: Iterable[Any]) -> None:
    """Take the pictures off the disk, and what was erased out of indexes and the log of writes."""
    for one in pictures:
        remove(one)
    write_anew()
    if not connection.in_atomic_block:
        with connection.cursor() as cursor:
            cursor.execute("PRAGMA wal_checkpoint(TRUNCATE)")


def _erase(found: list[Place]) -> None:
    """Each field of a row at once: rows are changed past what else guards them."""
    by_row: dict[tuple[Words, Any], list[Place]] = {}
    for one in found:
        by_row.setdefault((one.words, one.pk), []).append(one)
    for (words, pk), in_row in by_row.items():
        _forget_in_trail(words.model, pk)
        rows = words.model._base_manager.filter(pk=pk)
        instead = words.instead.format(pk=pk)
        if words.leaves:
            value = rows.values_list(words.field, flat=True).get()
            for one in in_row:
                *way, last = one.path
                place = value
                for step in way:
                    place = place[step]
                place[last] = instead
            rows.update(**{words.field: value})
        else:
            rows.update(**{words.field: instead})


def _forget_in_trail(row: type[Model], pk: Any) -> None:
    """What stood before and after in the trail of a row, as far as it was words."""
    personal = {one.field for one in WORDS if one.model is row} | set(PERSONAL)
    events = AuditEvent.objects.filter(subject=row._meta.model_name, number=str(pk))
    for number, before, after in events.values_list("pk", "before", "after"):
        AuditEvent.objects.filter(pk=number).update(
            before=_without(before, personal), after=_without(after, personal), reason=""
        )


def _without(values: dict[str, Any] | None, personal: set[str]) -> dict[str, Any] | None:
    return values and {key: "…" if key in personal else one for key, one in values.items()}
