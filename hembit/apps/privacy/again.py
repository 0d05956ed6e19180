"""Erase again what was erased after a backup was made that is brought back now."""

from __future__ import annotations

import json
from collections.abc import Iterable, Iterator
from typing import Any
from uuid import UUID

from django.db import transaction
from django.utils import timezone

from hembit.apps.base.audit import record
from hembit.apps.machines.models import Customer
from hembit.apps.privacy.fields import OF_CUSTOMERS, WORDS, Path, Words
from hembit.apps.privacy.found import Place, at_path
from hembit.apps.privacy.services import erase_rows, leave_nothing_behind


def erase_again(lines: Iterable[str]) -> int:
    """Erase what these lines of the list name, as far as it is there; how many customers that were.

    A text that stands elsewhere by now in its field is erased with the whole of it.
    """
    known = {(one.model._meta.model_name, one.field): one for one in (*WORDS, *OF_CUSTOMERS)}
    erased = 0
    for text in lines:
        line = json.loads(text)
        pictures = [UUID(one) for one in line["pictures"]]
        with transaction.atomic():
            customer = Customer.objects.filter(pk=line["customer"]).first()
            if customer is None or customer.erased_at:
                continue
            places = [
                place
                for model, field, pk, path in line["rows"]
                if (model, field) in known
                for place in _there(known[model, field], pk, tuple(path))
            ]
            erase_rows(customer, places, pictures, timezone.now())
            record("customer_erased", customer, after={"again": True})
        leave_nothing_behind(pictures)
        erased += 1
    return erased


def _there(words: Words, pk: Any, path: Path) -> Iterator[Place]:
    value = words.model._base_manager.filter(pk=pk).values_list(words.field, flat=True).first()
    if value is None:
        return
    if words.leaves is None:
        yield Place(words, pk, path, str(value))
        return
    every = set(words.leaves(value))
    for one in [path] if path in every else every:
        yield Place(words, pk, one, at_path(value, one))
