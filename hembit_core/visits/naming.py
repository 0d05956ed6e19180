"""Which parts a complaint names: by the words that only some of the parts have in their names."""

from __future__ import annotations

import re
from collections.abc import Mapping

_WORD = re.compile(r"[^\W_]+")


def named_in(complaint: str, names: Mapping[str, str]) -> frozenset[str]:
    """The keys of ``names`` that ``complaint`` names: “zone 3 smells burnt” names “Zone 3, element”.

    Those whose names share most words with it, where not all parts share as many; two that share
    equally many are both named.

    Examples
    --------
    >>> sorted(named_in("Zone 3 stays cold", {"a": "Zone 1 element", "b": "Zone 3 element"}))
    ['b']
    >>> sorted(named_in("Does not heat", {"a": "Zone 1 element", "b": "Zone 3 element"}))
    []
    """
    said = _words(complaint)
    shared = {key: len(_words(name) & said) for key, name in names.items()}
    most = max(shared.values(), default=0)
    if most == min(shared.values(), default=0):
        return frozenset()
    return frozenset(key for key, count in shared.items() if count == most)


def _words(text: str) -> set[str]:
    return {word.casefold() for word in _WORD.findall(text)}
