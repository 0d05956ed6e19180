"""Lists come in pages of fifty."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any, Generic, TypeVar

from django.db.models import QuerySet

from hembit_core.model import Model

Item = TypeVar("Item")
PAGE_SIZE = 50


class Page(Model, Generic[Item]):
    """One page of a list, and how many there are in all."""

    items: tuple[Item, ...]
    count: int


def page_of(found: QuerySet[Any], page: int, shown: Callable[[Any], Any]) -> Any:
    """The page with that number, the first being 1; empty beyond the end."""
    start = (min(page, 1_000_000) - 1) * PAGE_SIZE
    return Page(
        items=tuple(shown(one) for one in found[start : start + PAGE_SIZE]), count=found.count()
    )
