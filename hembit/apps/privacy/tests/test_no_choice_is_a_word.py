"""What is chosen, dated or numbered in an entry is nobody's words: erasing must not touch it."""

from __future__ import annotations

from collections.abc import Iterator
from datetime import date
from enum import Enum
from types import UnionType
from typing import Annotated, Any, Literal, Union, get_args, get_origin
from unittest import TestCase
from uuid import UUID

from pydantic import BaseModel

from hembit.apps.jobs.entries.registry import AnyEntry
from hembit.apps.privacy.fields import in_log

_OF_THE_ROW = {"id", "kind", "sent"}
"""What is sent of an entry and not kept in its data."""
CHOSEN = "chosen"


def leaves(given: Any, seen: tuple[type[BaseModel], ...] = ()) -> Iterator[tuple[tuple[str, ...], str]]:
    """The fields in a type, each with whether it is text or chosen; what holds itself goes once."""
    kind = get_origin(given)
    if kind is Annotated:
        yield from leaves(get_args(given)[0], seen)
    elif kind is Literal:
        yield (), CHOSEN
    elif kind in (Union, UnionType) or (
        isinstance(kind, type) and issubclass(kind, tuple | dict | list)
    ):
        for one in get_args(given):
            yield from leaves(one, seen)
    elif isinstance(given, type) and issubclass(given, BaseModel):
        if given not in seen:
            for name, field in given.model_fields.items():
                yield from (
                    ((name, *path), of) for path, of in leaves(field.annotation, (*seen, given))
                )
    elif isinstance(given, type) and issubclass(given, Enum | UUID | date):
        yield (), CHOSEN
    elif given is str:
        yield (), "text"


class NoChoiceIsAWord(TestCase):
    def test_of_every_kind_of_entry(self) -> None:
        kinds = get_args(get_args(AnyEntry)[0])
        self.assertGreater(len(kinds), 15)
        for entry in kinds:
            for path, of in leaves(entry):
                if path[0] not in _OF_THE_ROW and of == CHOSEN:
                    data: Any = "chosen"
                    for name in reversed(path):
                        data = {name: data}
                    self.assertEqual(list(in_log(data)), [], f"{entry.__name__}: {path}")

    def test_text_is_found_where_it_is_typed(self) -> None:
        texts = {
            path[-1]
            for entry in get_args(get_args(AnyEntry)[0])
            for path, of in leaves(entry)
            if of == "text"
        }
        self.assertLessEqual({"reason", "note", "text"}, texts)
        for name in ("reason", "note", "text"):
            self.assertEqual(list(in_log({name: "somebody"})), [(name,)])
