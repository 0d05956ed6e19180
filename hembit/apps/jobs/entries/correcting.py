"""An entry that takes the place of one like it."""

from __future__ import annotations

from collections.abc import Sequence
from uuid import UUID

from hembit.apps.jobs.models import Entry
from hembit_core.errors import InputError


def check_corrects(corrects: UUID | None, reason: str, standing: Sequence[Entry]) -> None:
    """That what it corrects still stands, and that it says why.

    Raises
    ------
    InputError
        If it does not.
    """
    if corrects is None:
        return
    if str(corrects) not in {str(one.pk) for one in standing}:
        raise InputError(
            "The entry that this one corrects does not stand any more. Take it as a new one."
        ).at("corrects")
    if not reason:
        raise InputError("Say why this one takes the other's place.").at("reason")
