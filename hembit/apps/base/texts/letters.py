"""Indexes of letters (SQLite's FTS5, three at a time) that say which rows may hold some words.

Each is a table of its own beside the one it follows, kept by triggers, whoever writes. It has no text
in it that could be read: what it finds is to be looked at itself.
"""

from __future__ import annotations

from django.db import connection, models
from django.db.models import Q
from django.db.models.expressions import RawSQL

BETWEEN_DIGITS = " \t\n\r\u00a0\u2007\u2009\u202f()/.+-\u2010\u2011\u2012\u2013\u2212"
"""What may stand between the digits of a number that is written down. The indexes of a shop are made
with it: one more takes a migration that makes them anew."""
_FOUR_DIGITS = "*[0-9]*[0-9]*[0-9]*[0-9]*"


def letters_of(table: str) -> str:
    """The index that follows a table."""
    return f"{table}_letters"


def texts_in(column: str) -> str:
    """Those texts in a structured column that may have a number in them, for :func:`following`."""
    return (
        f"(SELECT coalesce(group_concat(value, 'x'), '') FROM json_tree({{row}}{column})"
        f" WHERE type = 'text' AND value GLOB '{_FOUR_DIGITS}')"
    )


def following(
    table: str, number: str, columns: tuple[str, ...], numbers: tuple[str, ...] = ()
) -> tuple[list[str], list[str]]:
    """The statements that make an index follow a table, and those that take it away again.

    Parameters
    ----------
    number : the column that numbers the rows of both.
    columns : what is in it, as it is stored.
    numbers : where numbers are looked for, to be in it without what stands between their digits; in
        the columns if left out.
    """
    index = letters_of(table)
    text = " || ' ' || ".join(
        [*("{row}" + one for one in columns)]
        + [_closed_up(one) for one in numbers or ["{row}" + one for one in columns]]
    )
    new, old = text.format(row="new."), text.format(row="old.")
    add = f"INSERT INTO {index} (rowid, text) VALUES (new.{number}, {new});"
    remove = f"INSERT INTO {index} ({index}, rowid, text) VALUES ('delete', old.{number}, {old});"
    make = [
        f"CREATE VIRTUAL TABLE {index}"
        " USING fts5(text, content = '', detail = none, columnsize = 0, tokenize = 'trigram')",
        f"INSERT INTO {index} (rowid, text) SELECT {number}, {text.format(row='')} FROM {table}",
        # Made at once it is in large pieces: whoever writes next would pay for joining them.
        f"INSERT INTO {index} ({index}) VALUES ('optimize')",
        f"CREATE TRIGGER {index}_added AFTER INSERT ON {table} BEGIN {add} END",
        f"CREATE TRIGGER {index}_changed AFTER UPDATE OF {', '.join(columns)} ON {table}"
        f" BEGIN {remove} {add} END",
        f"CREATE TRIGGER {index}_removed AFTER DELETE ON {table} BEGIN {remove} END",
    ]
    triggers = [f"DROP TRIGGER {index}_{one}" for one in ("removed", "changed", "added")]
    return make, [*triggers, f"DROP TABLE {index}"]


def _closed_up(text: str) -> str:
    """A text without what stands between digits; nothing where it has not four of them."""
    closed = text
    for one in BETWEEN_DIGITS:
        closed = f"replace({closed}, char({ord(one)}), '')"
    return f"CASE WHEN {text} GLOB '{_FOUR_DIGITS}' THEN {closed} ELSE '' END"


def may_hold(model: type[models.Model], question: str) -> Q:
    """The rows that an index has for a question (FTS5, 3): by their number, or by their sequence."""
    quote = connection.ops.quote_name
    index = quote(letters_of(model._meta.db_table))
    number = "pk" if isinstance(model._meta.pk, models.IntegerField) else "sequence"
    asked = f"SELECT rowid FROM {index} WHERE {index} MATCH %s"
    return Q(**{f"{number}__in": RawSQL(asked, (question,))})


def write_anew() -> None:
    """Write all full-text indexes that the database has anew, each in one piece.

    Until then what was taken out of one is only hidden there, and who writes pays for joining the
    pieces it is in. It takes seconds in a large shop, in which nobody else writes (FTS5, 6.8).
    """
    with connection.cursor() as cursor:
        cursor.execute("SELECT name FROM sqlite_master WHERE sql LIKE 'CREATE VIRTUAL TABLE%fts5%'")
        for (name,) in cursor.fetchall():
            table = connection.ops.quote_name(name)
            cursor.execute(f"INSERT INTO {table} ({table}) VALUES ('optimize')")
