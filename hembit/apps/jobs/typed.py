"""Texts as a person types them into a job."""

from __future__ import annotations

from typing import Annotated

from pydantic import StringConstraints

from hembit.apps.base.texts.text import SHOWN

PartKey = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=20), SHOWN]
Reason = Annotated[str, StringConstraints(strip_whitespace=True, max_length=400), SHOWN]
Sentence = Annotated[
    str, StringConstraints(strip_whitespace=True, min_length=1, max_length=2000), SHOWN
]
