"""Queries that are asked at every step: their SQL is built once in the life of a process.

Django builds the SQL of a query anew at each use, which takes several times as long as SQLite needs
for its answer.
"""

from __future__ import annotations

import copy
from collections.abc import Callable
from functools import cached_property
from typing import Any, Generic, TypeVar

from django.db import connections
from django.db.models import Model, QuerySet
from django.db.models.sql.compiler import SQLCompiler

M = TypeVar("M", bound=Model)
R = TypeVar("R")

_STANDS_FOR = 7_146_320_958_000_000_000
"""What stands in the SQL for the first key until there is one; no row has such a number."""


class Prepared(Generic[M, R]):
    """A query by row numbers. ``build`` makes it for so many ``keys``, and is called once."""

    def __init__(self, build: Callable[..., QuerySet[M, R]], keys: int = 1) -> None:
        self.build = build
        self.stand_ins = tuple(range(_STANDS_FOR, _STANDS_FOR + keys))

    @cached_property
    def _built(self) -> tuple[QuerySet[M, R], SQLCompiler, str, tuple[Any, ...]]:
        """The query, its compiler after it has compiled, and the SQL with what it is given.

        Raises
        ------
        ValueError
            If one of the keys is not in the SQL as it is.
        """
        query = self.build(*self.stand_ins)
        compiler = query.query.get_compiler(using=query.db)
        sql, given = compiler.as_sql()
        for one in self.stand_ins:
            if one not in given:
                raise ValueError(f"{self.build} has no use for one of its keys")
        return query, compiler, sql, tuple(given)

    def of(self, *keys: int) -> list[R]:
        """What the query finds for these keys."""
        built, compiled, sql, given = self._built
        stand_for = dict(zip(self.stand_ins, keys, strict=True))
        parameters = tuple(stand_for.get(one, one) for one in given)
        # A compiler belongs to one connection, and a connection to one thread.
        compiler = copy.copy(compiled)
        compiler.connection = connections[built.db]
        compiler.as_sql = lambda *_, **__: (sql, parameters)  # type: ignore[method-assign]
        query = copy.copy(built.query)
        query.get_compiler = lambda *_, **__: compiler  # type: ignore[method-assign]
        asked = type(built)(model=built.model, query=query, using=built.db)
        for name in ("_iterable_class", "_fields"):
            setattr(asked, name, getattr(built, name))
        return list(asked)
