"""Lists come in pages of fifty, each asked for by the last line of the one before.

So no page costs more than the first, and none shows a line twice, or loses one, when something is
written between two pages. How many there are in all is not counted: nobody reads it.
"""

from __future__ import annotations

import base64
import binascii
import json
from collections.abc import Callable, Sequence
from functools import reduce
from typing import Annotated, Any, Generic, TypeVar

from django.core.exceptions import FieldDoesNotExist, ValidationError
from django.core.serializers.json import DjangoJSONEncoder
from django.db.models import Field, Q, QuerySet
from ninja import Query

from hembit_core.errors import InputError
from hembit_core.model import Model

Item = TypeVar("Item")
PAGE_SIZE = 50
Text = Annotated[str, Query(max_length=120, description="Letters to be found")]
After = Annotated[
    str, Query(max_length=400, description="``next`` of the page before; none for the first")
]


class Page(Model, Generic[Item]):
    """One page of a list. ``next`` asks for the one behind it, and is missing where it ends."""

    items: tuple[Item, ...]
    next: str | None


def page_of(found: QuerySet[Any], after: str, shown: Callable[[Any], Item]) -> Page[Item]:
    """The page that begins behind ``after``; ``found`` is in an order in which no two are equal.

    Raises
    ------
    InputError
        If ``after`` is none that a page of this list gave.
    """
    order = _order(found)
    if after:
        found = found.filter(_behind(order, _read(after, order)))
    rows = list(found[: PAGE_SIZE + 1])
    is_more = len(rows) > PAGE_SIZE
    return Page(
        items=tuple(shown(one) for one in rows[:PAGE_SIZE]),
        next=_written(rows[PAGE_SIZE - 1], order) if is_more else None,
    )


Order = Sequence[tuple["Field[Any, Any]", bool]]


def _order(found: QuerySet[Any]) -> Order:
    """The fields of the list's order, and whether each goes down."""
    names = [str(one) for one in found.query.order_by or found.model._meta.ordering or ()]
    fields = [(found.model._meta.get_field(one.lstrip("-")), one.startswith("-")) for one in names]
    # Of two rows that are equal, a page that begins behind the one would lose the other. A place in the
    # order of writing is given out once.
    if not any(field.unique or field.name == "sequence" for field, _ in fields):
        raise FieldDoesNotExist(f"{found.model.__name__} is in no order in which no two are equal")
    return fields


def _written(row: Any, order: Order) -> str:
    values = [getattr(row, field.attname) for field, _ in order]
    text = json.dumps(values, cls=DjangoJSONEncoder, separators=(",", ":"))
    return base64.urlsafe_b64encode(text.encode()).decode().rstrip("=")


def _read(after: str, order: Order) -> list[Any]:
    try:
        text = base64.urlsafe_b64decode(f"{after}===").decode()
        values = json.loads(text)
        if not isinstance(values, list):
            raise ValueError
        found = [field.to_python(one) for (field, _), one in zip(order, values, strict=True)]
        if any(one is None for one in found):
            raise ValueError
        for (field, _), one in zip(order, found, strict=True):
            field.run_validators(one)
    except (ValueError, OverflowError, RecursionError, binascii.Error, ValidationError):
        raise InputError("There is no such page. Begin with the first.").at("after") from None
    return found


def _behind(order: Order, values: list[Any]) -> Q:
    """What comes behind a row with these values: of the last field outwards."""

    def outwards(inner: Q, place: int) -> Q:
        field, is_down = order[place]
        way, value = ("lt" if is_down else "gt"), values[place]
        beyond = Q(**{f"{field.name}__{way}": value})
        if not inner:
            return beyond
        # The bound on its own lets an index be used; an "or" alone would not.
        return Q(**{f"{field.name}__{way}e": value}) & (beyond | inner)

    return reduce(outwards, range(len(order) - 1, -1, -1), Q())
