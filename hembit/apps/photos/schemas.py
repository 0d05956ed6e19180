"""What goes in and out of the photo routes."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated
from uuid import UUID

from pydantic import StringConstraints

from hembit.apps.base.texts.text import SHOWN
from hembit_core.model import Model
from hembit_core.visits.route import StepKind

Caption = Annotated[str, StringConstraints(strip_whitespace=True, max_length=200), SHOWN]


class PhotoIn(Model):
    """What is said of a photo as it is sent. ``pair`` is the photo from before."""

    id: UUID
    step: StepKind
    position: int | None = None
    caption: Caption = ""
    pair: UUID | None = None


class PhotoChange(Model):
    """What may change: the caption, and the photo from before."""

    caption: Caption | None = None
    pair: UUID | None = None


class PhotoOut(Model):
    """A photo; its picture lies at /api/v1/photos/ID/full and /small."""

    id: UUID
    step: StepKind
    part: str | None
    part_name: str
    caption: str
    pair: UUID | None
    width: int
    height: int
    erased: bool
    taken_at: datetime
    taken_by: str
