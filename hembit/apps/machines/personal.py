"""What is personal of a customer, field by field: form, export, erasing and search go by this."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal


@dataclass(frozen=True)
class Personal:
    """A field of a customer.

    ``elsewhere`` is what it is called where it is another customer's. ``sought_by`` is how mentions of
    it are found in what else is kept: each line as it stands, each word, its digits, or not at all.
    """

    field: str
    elsewhere: str
    sought_by: Literal["lines", "words", "digits", "nothing"]


OF_A_CUSTOMER: tuple[Personal, ...] = (
    Personal("name", "Another customer", "lines"),
    Personal("contact", "Another customer's contact", "words"),
    Personal("phone", "Another customer's telephone", "digits"),
    Personal("email", "Another customer's e-mail", "lines"),
    Personal("address", "Another customer's address", "lines"),
    # Whatever somebody wrote there names nobody by itself.
    Personal("note", "Note on another customer", "nothing"),
)
