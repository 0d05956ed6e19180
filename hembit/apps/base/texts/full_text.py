"""Questions to full-text indexes (SQLite's FTS5, three letters at a time), and to texts without one."""

from __future__ import annotations

import re
from collections.abc import Iterable
from typing import Any

from django.db import models


@models.TextField.register_lookup
class Matches(models.Lookup):
    """``text__matches``: a full-text question (FTS5, 3)."""

    lookup_name = "matches"

    def as_sql(self, compiler: Any, connection: Any) -> tuple[str, tuple[Any, ...]]:
        """``index MATCH question``: of the whole row, which a column of its own name stands for."""
        quote = connection.ops.quote_name
        index = f"{quote(self.lhs.alias)}.{quote(self.lhs.target.model._meta.db_table)}"
        question, after = self.process_rhs(compiler, connection)
        return f"{index} MATCH {question}", tuple(after)


@models.Field.register_lookup
class Resembles(models.Lookup):
    """``field__resembles``: as it is stored, by a pattern with % for whatever is between (LIKE)."""

    lookup_name = "resembles"
    prepare_rhs = False

    def as_sql(self, compiler: Any, connection: Any) -> tuple[str, tuple[Any, ...]]:
        """``column LIKE pattern``."""
        column, before = self.process_lhs(compiler, connection)
        return f"{column} LIKE %s", (*before, self.rhs)


def quoted(text: str) -> str:
    """``text`` as a string of a question: nothing in it is taken for more than letters."""
    return '"' + text.replace('"', '""') + '"'


_PLAIN = re.compile(r"[A-Za-z0-9]{3,}")


def plain_runs(text: str) -> list[str]:
    """The runs of three plain letters and more in ``text``: they stand as they are in JSON too."""
    return _PLAIN.findall(text)


def sieve(texts: Iterable[list[str]]) -> str:
    """A question that every row fits which holds all runs of one text, and some others beside.

    It goes by groups of three letters, which is all that an index without positions knows.
    """
    found = []
    for runs in texts:
        groups = {run[place : place + 3] for run in runs for place in range(len(run) - 2)}
        found.append("(" + " AND ".join(quoted(one) for one in sorted(groups)) + ")")
    return " OR ".join(found)
