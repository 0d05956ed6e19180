"""A spec of the library: a part's figures with its names, handling notes and source."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field, StringConstraints

from hembit_core.judge import PartSpec, describe
from hembit_core.library.source import NotKnown, Source
from hembit_core.model import Model

Name = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=120)]
Line = Annotated[str, StringConstraints(strip_whitespace=True, max_length=80)]
Notes = Annotated[str, StringConstraints(strip_whitespace=True, max_length=2000)]


class LibrarySpec(Model):
    """A spec as a library keeps it.

    ``name`` says what it is; ``maker`` and ``part_number`` stand on it or on its bag; ``handling``
    is what to mind when it is measured or fitted. ``rules`` is the name of the shop's set of rules
    by which such a part is judged, in a file; empty where no other than usual.
    """

    name: Name
    maker: Line = ""
    part_number: Line = ""
    spec: PartSpec
    handling: Notes = ""
    source: Source = Field(default_factory=NotKnown)
    rules: Annotated[str, StringConstraints(strip_whitespace=True, max_length=60)] = ""

    def is_alike(self, other: LibrarySpec) -> bool:
        """Whether both say the same of a part."""
        return self.model_dump(mode="json") == other.model_dump(mode="json")

    @property
    def key(self) -> str:
        """What makes two of them one: a maker's part number, or a name where there is none."""
        number = self.part_number.casefold()
        return "\n".join((self.maker.casefold(), number, "" if number else self.name.casefold()))

    def words(self) -> str:
        """Everything it can be found by, in small letters, a space before each word."""
        return words_of(self.part_number, self.name, self.maker, describe(self.spec), self.spec.kind)


def words_of(*texts: str) -> str:
    """Texts as they are looked through: in small letters, a space before each word.

    Examples
    --------
    >>> words_of("HE 2200", "heating_element")
    ' he 2200 heating element'
    """
    return " " + " ".join(" ".join(texts).replace("_", " ").casefold().split())
