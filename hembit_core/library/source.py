"""Where the figures of a spec are from: verdicts rest on it."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, StringConstraints

from hembit_core.measuring.figures import Temperature
from hembit_core.model import Model

Words = Annotated[str, StringConstraints(strip_whitespace=True, max_length=200)]
Title = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=200)]


class FromDocument(Model):
    """A manual, a data sheet, a standard: its title, and the page or clause."""

    kind: Literal["document"] = "document"
    title: Title
    page: Words = ""


class FromPlate(Model):
    """The plate of a part or of its machine; ``seen_on`` says which."""

    kind: Literal["plate"] = "plate"
    seen_on: Words = ""


class FromGoodParts(Model):
    """Good parts that were measured: how many, by whom, and how warm they were."""

    kind: Literal["measured"] = "measured"
    count: int = Field(ge=1, le=1000)
    by: Title
    temperature: Temperature | None = None


class SaidBy(Model):
    """Somebody's word: a colleague's, a supplier's."""

    kind: Literal["said"] = "said"
    by: Title


class NotKnown(Model):
    """Nobody said where the figures are from."""

    kind: Literal["not_known"] = "not_known"


Source = Annotated[
    FromDocument | FromPlate | FromGoodParts | SaidBy | NotKnown, Field(discriminator="kind")
]


def source_told(source: Source) -> str:
    """A source in a few words, as a verdict names it.

    Examples
    --------
    >>> source_told(FromDocument(title="Deck oven, service sheet", page="14"))
    'Deck oven, service sheet, 14'
    >>> source_told(NotKnown())
    'source not said'
    """
    if isinstance(source, FromDocument):
        return ", ".join(filter(None, (source.title, source.page)))
    if isinstance(source, FromPlate):
        return f"plate of {source.seen_on}" if source.seen_on else "its plate"
    if isinstance(source, FromGoodParts):
        parts = "a good part" if source.count == 1 else f"{source.count} good parts"
        warm = f" at {source.temperature.told}" if source.temperature else ""
        return f"{parts} measured{warm} by {source.by}"
    if isinstance(source, SaidBy):
        return f"as {source.by} says"
    return "source not said"
