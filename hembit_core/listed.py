"""The name of an entry of a table, or of one that a shop has added to its own list."""

from __future__ import annotations

import re
from collections.abc import Callable
from enum import StrEnum

OWN = re.compile(r"own_[1-9]\d{0,8}")


def listed_or_own(table: type[StrEnum]) -> Callable[[object], StrEnum | str]:
    """A reader of names: one of ``table``, or ``own_7`` and the like.

    Examples
    --------
    >>> from hembit_core.visits.symptoms import Symptom
    >>> read = listed_or_own(Symptom)
    >>> read("trips"), read("own_7")
    (<Symptom.TRIPS: 'trips'>, 'own_7')
    """

    def read(given: object) -> StrEnum | str:
        if isinstance(given, str) and OWN.fullmatch(given):
            return given
        try:
            return table(str(given))
        except ValueError:
            raise ValueError("This is not in the list. Choose one of it.") from None

    return read
