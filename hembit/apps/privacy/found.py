"""What would be erased of a customer, and what else mentions them: shown before anything is done."""

from __future__ import annotations

import hashlib
import re
from collections import Counter
from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from itertools import chain
from typing import Any
from uuid import UUID

from django.db.models import QuerySet

from hembit.apps.base.texts.letters import BETWEEN_DIGITS
from hembit.apps.machines.models import Customer
from hembit.apps.machines.personal import OF_A_CUSTOMER
from hembit.apps.photos.models import Photo
from hembit.apps.privacy.fields import OF_CUSTOMERS, WORDS, Path, Table, Words, tables_of
from hembit_core.model import Model

SHORTEST = 3
"""Letters of a word that is searched for; shorter ones are in everything."""


class TextFound(Model):
    """A text, however often it stands there. ``mentioned`` says that it is not of this customer's."""

    key: str
    what: str
    text: str
    count: int
    mentioned: bool


class PictureFound(Model):
    """A picture that was taken at one of their machines."""

    id: UUID
    job: int
    caption: str


class ErasableWords(Model):
    """All that is known of a customer in words and pictures. ``seen`` stands for just this."""

    texts: tuple[TextFound, ...]
    pictures: tuple[PictureFound, ...]
    seen: str


@dataclass(frozen=True)
class Place:
    """Where a text stands: a row of a field, and the way within a structured one."""

    words: Words
    pk: Any
    path: Path
    text: str

    @property
    def key(self) -> str:
        """One for all places of a field where the same stands."""
        said = f"{self.words.model.__name__}.{self.words.field}:{self.text}"
        return hashlib.sha256(said.encode("utf-8", "surrogatepass")).hexdigest()[:20]


def places(customer: int) -> Iterator[Place]:
    """Every text of a customer's machines and jobs."""
    for table in tables_of(WORDS):
        yield from _places_in(table, table.rows(customer))


def _places_in(
    table: Table, rows: QuerySet[Any], named: re.Pattern[str] | None = None
) -> Iterator[Place]:
    """Field by field, as far as anything stands there, or what is ``named``."""
    is_it = named.search if named else bool
    fields = [one.field for one in table.words]
    found: list[list[Place]] = [[] for _ in fields]
    for pk, *values in rows.order_by().values_list("pk", *fields).iterator(chunk_size=500):
        for words, value, there in zip(table.words, values, found, strict=True):
            if words.leaves:
                each = ((path, at_path(value, path)) for path in words.leaves(value))
                there += [Place(words, pk, path, text) for path, text in each if text and is_it(text)]
            elif value and is_it(value):
                there.append(Place(words, pk, (), value))
    return chain.from_iterable(found)


def found_of(customer: Customer) -> ErasableWords:
    """What would be erased, and what else mentions them."""
    own = list(places(customer.pk))
    texts = (*grouped(own, mentioned=False), *grouped(elsewhere(customer, own), mentioned=True))
    pictures = pictures_of(customer)
    # In whatever order the database gave them.
    said = repr(sorted([f"{one.key} {one.count}" for one in texts] + [str(one.id) for one in pictures]))
    return ErasableWords(
        texts=texts, pictures=pictures, seen=hashlib.sha256(said.encode()).hexdigest()[:20]
    )


def pictures_of(customer: Customer) -> tuple[PictureFound, ...]:
    """Every picture that was taken at their machines and is still there."""
    found = Photo.objects.filter(job__machine__customer=customer, erased_at__isnull=True)
    return tuple(
        PictureFound(id=pk, job=job, caption=caption)
        for pk, job, caption in found.values_list("pk", "job", "caption")
    )


def elsewhere(customer: Customer, own: list[Place]) -> Iterator[Place]:
    """What mentions a customer and is none of their ``own``."""
    mine = {(one.words.model, one.pk) for one in own} | {(Customer, customer.pk)}
    texts, digits = terms_of(customer)
    patterns = [re.escape(one) for one in texts]
    if digits:
        patterns.append(f"[{re.escape(BETWEEN_DIGITS)}]*".join(digits))
    if not patterns:
        return
    named = re.compile(rf"(?<!\w)({'|'.join(patterns)})(?!\w)", re.IGNORECASE)
    for table in (*tables_of(WORDS), *tables_of(OF_CUSTOMERS)):
        for one in _places_in(table, table.rows_with(texts, digits), named):
            if (table.model, one.pk) not in mine:
                yield one


def grouped(found: Iterable[Place], *, mentioned: bool) -> tuple[TextFound, ...]:
    """Each text once for a field, with how often it stands there."""
    first: dict[tuple[str, str], Place] = {}
    counts: Counter[tuple[str, str]] = Counter()
    for one in found:
        first.setdefault((one.words.label, one.text), one)
        counts[one.words.label, one.text] += 1
    return tuple(
        TextFound(
            key=one.key, what=one.words.label, text=one.text, count=counts[where], mentioned=mentioned
        )
        for where, one in first.items()
    )


def terms_of(customer: Customer) -> tuple[list[str], str]:
    """What mentions of a customer are sought by, field by field; and the digits of the telephone."""
    texts: list[str] = []
    digits = ""
    for one in OF_A_CUSTOMER:
        said = str(getattr(customer, one.field))
        match one.sought_by:
            case "lines":
                texts += [line.strip() for line in said.splitlines()]
            case "words":
                texts += said.split()
            case "digits":
                digits = re.sub(r"\D", "", said)
    is_number = len(digits) > SHORTEST
    return [one for one in texts if len(one) >= SHORTEST], digits if is_number else ""


def at_path(value: Any, path: Path) -> str:
    for step in path:
        value = value[step]
    return str(value)
