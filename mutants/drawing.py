"""Which changes are tried: drawn by a seed, of each operator as many as of any other."""

from __future__ import annotations

import ast
import hashlib
import json
from collections import Counter
from dataclasses import dataclass
from functools import cache
from pathlib import Path

from mutants.operators import sites
from mutants.places import AREAS, ROOT, files

EQUIVALENT = Path(__file__).parent / "equivalent.json"


@dataclass(frozen=True)
class Mutant:
    """One change of one place."""

    number: int
    area: str
    file: str
    """Below the root."""
    at: int
    """Which site of its file, from 0 in the order of the lines."""
    operator: str
    line: int
    was: str
    becomes: str
    source: str
    """The line as it stands in the file."""

    def __str__(self) -> str:
        return (
            f"{self.number:4d}  {self.file}:{self.line}  {self.operator}: {self.was}  →  {self.becomes}"
        )


def tree_of(file: str) -> ast.Module:
    """The syntax tree of a file below the root."""
    return ast.parse((ROOT / file).read_text())


def all_mutants(areas: tuple[str, ...] = tuple(AREAS)) -> list[Mutant]:
    """Every change that can be made of the areas."""
    found: list[Mutant] = []
    for area in areas:
        for path in files(area):
            file = str(path.relative_to(ROOT))
            lines = path.read_text().splitlines()
            for at, site in enumerate(sites(tree_of(file))):
                source = lines[site.line - 1].strip()
                mutant = Mutant(
                    0, area, file, at, site.operator, site.line, site.was, site.becomes, source
                )
                found.append(mutant)
    return found


def draw(number: int, seed: int, areas: tuple[str, ...] = tuple(AREAS)) -> list[Mutant]:
    """So many of them, of each operator in turn as long as it has some.

    Each has its lot by what it changes, not by how many there are: an edit elsewhere leaves it drawn.
    """
    by_operator: dict[str, list[Mutant]] = {}
    alike: Counter[tuple[str, ...]] = Counter()
    lots: dict[Mutant, str] = {}
    for one in all_mutants(areas):
        what = (Path(one.file).name, one.operator, one.source, one.was, one.becomes)
        lots[one] = hashlib.sha256(repr((seed, *what, alike[what])).encode()).hexdigest()
        alike[what] += 1
        by_operator.setdefault(one.operator, []).append(one)
    for those in by_operator.values():
        those.sort(key=lots.__getitem__)
    drawn: list[Mutant] = []
    while len(drawn) < number and any(by_operator.values()):
        for operator in sorted(by_operator):
            if by_operator[operator] and len(drawn) < number:
                drawn.append(by_operator[operator].pop())
    return [Mutant(**{**vars(one), "number": n}) for n, one in enumerate(drawn, 1)]


def changes_nothing(one: Mutant) -> bool:
    """Whether a change is among those that change nothing: listed by hand, each with its reason."""
    listed = [(each["file"], each["line"], each["becomes"]) for each in _listed()]
    return (one.file, one.source, one.becomes) in listed


@cache
def _listed() -> list[dict[str, str]]:
    return list(json.loads(EQUIVALENT.read_text()))
