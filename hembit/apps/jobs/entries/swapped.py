"""A part that was swapped for a trial, or exchanged: evidence on the machine's circuit."""

from __future__ import annotations

from math import inf
from typing import Annotated, Any, Literal
from uuid import UUID

from pydantic import StringConstraints

from hembit.apps.base.texts.text import SHOWN
from hembit.apps.jobs.entries.base import EntryIn
from hembit.apps.jobs.entries.correcting import check_corrects
from hembit.apps.jobs.on_circuit.readings import circuit_of, fitted_keys
from hembit.apps.jobs.on_circuit.standing import place_of_entry, standing_swaps
from hembit.apps.jobs.typed import Reason
from hembit.apps.jobs.visit.moment import Moment
from hembit.apps.jobs.visit.overtaken import overtaken_by
from hembit_circuits.infer.swaps import Swap, SwapWay, check_swap
from hembit_circuits.words.swap_words import swap_says, swap_text
from hembit_core.errors import InputError


class SwappedEntry(EntryIn):
    """A trial with a swapped part, by its row in the circuit, and how it went.

    ``corrects`` is the trial whose place it takes, with a ``reason``.
    """

    kind: Literal["swapped"] = "swapped"
    row: Annotated[str, StringConstraints(min_length=1, max_length=80), SHOWN]
    way: SwapWay
    works: bool
    corrects: UUID | None = None
    reason: Reason = ""

    def accept(self, moment: Moment) -> dict[str, Any]:
        """With what it says by itself, in the words of that day.

        Once a part was exchanged, the one known to be good is the new one, and what is tried elsewhere
        is the one that was taken out: that says nothing of the new one.
        """
        visit = moment.visit
        here = circuit_of(visit)
        if here is None:
            raise InputError("This machine has no circuit yet. Give it one first.").at("row")
        if visit.last("proved_dead") is None:
            raise InputError(
                "A part goes into a machine, or out of it, once that is proved dead. Nobody has proved "
                "this one dead in this job."
            ).at("dead_or_live")
        standing = standing_swaps(visit)
        check_corrects(self.corrects, self.reason, standing)
        place = next((place_of_entry(visit, one) for one in standing if one.pk == self.corrects), inf)
        is_new = any(key == self.row and at < place for at, key in fitted_keys(visit, here).items())
        stays = is_new and self.way is SwapWay.KNOWN_GOOD
        swap = Swap(part=self.row, way=self.way, works=self.works, stays=stays)
        try:
            check_swap(here.circuit, swap)
        except InputError as error:
            raise error.at("row") from None
        of_before = is_new and self.way is SwapWay.ELSEWHERE
        return self.data() | {
            "swap": swap.model_dump(mode="json"),
            "of_before": of_before,
            "text": swap_text(here.circuit, swap),
            "says": swap_says(swap, of_before=of_before),
        }

    def voided_by(self, moment: Moment) -> str:
        """Tried on the machine as it was before an exchange; what corrects another speaks of that one's
        moment.
        """
        return "" if self.corrects else overtaken_by(moment, self.sent)


def told_swapped(data: dict[str, Any]) -> str:
    """One line for the log."""
    because = f" It takes another's place: {data['reason']}." if data["corrects"] else ""
    return f"{data['text']}. {data['says']}.{because}"
