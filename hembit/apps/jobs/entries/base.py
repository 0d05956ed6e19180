"""What every entry has: the client's id, and a way to be accepted and to be told."""

from __future__ import annotations

import re
from collections.abc import Mapping
from typing import Any, ClassVar
from uuid import UUID

from hembit.apps.base.records.sent import Sent
from hembit.apps.jobs.models import Job
from hembit.apps.jobs.visit.moment import Moment
from hembit_core.errors import FigureForbids, InputError
from hembit_core.measuring.display import UNIT, Function, parse_display
from hembit_core.model import Model


def figures_of(function: Function, named: Mapping[str, str | None]) -> dict[str, str]:
    """Those that can be read as a display of that function, as they were typed, with their units."""
    return {
        name: with_unit(text, UNIT[function])
        for name, text in named.items()
        if text and _is_a_figure(text, function)
    }


def _is_a_figure(text: str, function: Function) -> bool:
    try:
        parse_display(text, function)
    except FigureForbids:
        return True
    except InputError:
        return False
    return True


_PREFIX_LAST = re.compile(r"\d\s*[kKMGmµu]\Z")


def with_unit(text: str, unit: str) -> str:
    """A display as it was typed, with its unit where only digits, or digits and a prefix, were."""
    if _PREFIX_LAST.search(text):
        return f"{text}{unit}"
    return f"{text} {unit}" if text[-1:].isdigit() else text


class EntryIn(Model):
    """An entry as it is sent. ``id`` is the client's: the same entry twice is stored once."""

    id: UUID
    sent: Sent | None = None

    also_when_closed: ClassVar[bool] = False
    """Whether it may be written into a job that is closed."""

    def measured(self) -> tuple[str, dict[str, str]]:
        """What was measured for it: the kind under which it is kept where a figure forbids the entry,
        and each figure as it was typed, by its name. Nothing where nothing is. What is refused for
        anything else is kept as ``not_taken``.
        """
        return "", {}

    def hands(self, moment: Moment) -> str:
        """What is done with hands in the machine, which takes a proof of dead; empty for nothing."""
        return ""

    def is_so_already(self, job: Job) -> bool:
        """Whether it would say what is so by now: nothing is written then."""
        return False

    def accept(self, moment: Moment) -> dict[str, Any]:
        """Check it against the rules of state and do what follows; what is to be stored.

        Raises
        ------
        InputError
            If the visit's state forbids it, or something in it is wrong.
        """
        return self.data()

    def data(self) -> dict[str, Any]:
        """What was sent, without what the row holds by itself."""
        return self.model_dump(mode="json", exclude={"id", "kind", "sent"})

    def voided_by(self, moment: Moment) -> str:
        """Why it changes nothing, though it is written down; empty where it does."""
        return ""

    def afterwards(self, moment: Moment, data: dict[str, Any]) -> None:
        """What follows once it is stored, as ``data``."""
