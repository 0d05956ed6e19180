"""Full-text indexes (SQLite's FTS5, three letters at a time), asked through the ORM.

An index is a table of its own that triggers keep, whoever writes; its rows have the number of theirs in
the order of writing.
"""

from __future__ import annotations

import re
from collections.abc import Iterable
from typing import Any

from django.db import models


@models.TextField.register_lookup
class Matches(models.Lookup):
    """``text__matches``: a full-text question (FTS5, 3)."""

    lookup_name = "matches"

    def as_sql(self, compiler: Any, connection: Any) -> tuple[str, list[Any]]:
        """``index MATCH question``: of the whole row, which a column of its own name stands for."""
        quote = connection.ops.quote_name
        index = f"{quote(self.lhs.alias)}.{quote(self.lhs.target.model._meta.db_table)}"
        question, after = self.process_rhs(compiler, connection)
        return f"{index} MATCH {question}", list(after)


@models.Field.register_lookup
class Resembles(models.Lookup):
    """``field__resembles``: as it is stored, by a pattern with % for whatever is between (LIKE)."""

    lookup_name = "resembles"
    prepare_rhs = False

    def as_sql(self, compiler: Any, connection: Any) -> tuple[str, list[Any]]:
        """``column LIKE pattern``."""
        column, before = self.process_lhs(compiler, connection)
        return f"{column} LIKE %s", [*before, self.rhs]


def quoted(text: str) -> str:
    """``text`` as a string of a question: nothing in it is taken for more than letters."""
    return '"' + text.replace('"', '""') + '"'


_PLAIN = re.compile(r"[A-Za-z0-9]{3,}")


def sieve(texts: Iterable[str]) -> str:
    """A question that every row fits in which one of ``texts`` stands, and some others.

    It goes by groups of three plain letters, which stand as they are in JSON as well; empty where one
    of the texts has none.
    """
    found = []
    for text in texts:
        runs = _PLAIN.findall(text)
        groups = {run[place : place + 3] for run in runs for place in range(len(run) - 2)}
        if not groups:
            return ""
        found.append("(" + " AND ".join(quoted(one) for one in sorted(groups)) + ")")
    return " OR ".join(found)
