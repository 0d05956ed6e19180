"""How something came that may have lain in a browser's outbox: when it was made, and what it knew."""

from __future__ import annotations

from datetime import datetime, timedelta

from pydantic import AwareDatetime, Field

from hembit.apps.base.records.sequence import epoch_of, last_sequence
from hembit_core.errors import InputError
from hembit_core.model import Model

_LONGEST = timedelta(days=60)


class Sent(Model):
    """When it was made and when it was sent, both by the sender's clock, and the last number of the
    order of writing that the sender had seen then; 0 for none.
    """

    made_at: AwareDatetime
    sent_at: AwareDatetime
    seen: int = Field(0, ge=0, lt=2**63)

    @property
    def age(self) -> timedelta | None:
        """How long it lay; None where the sender's clock was set meanwhile, so that nobody knows.

        Both times are the sender's, so that it does not matter whether that clock is right.
        """
        age = self.sent_at - self.made_at
        return age if timedelta(0) <= age <= _LONGEST else None


def refuse_forged(sent: Sent | None) -> None:
    """What says that it has seen what was never written is taken for nothing.

    Raises
    ------
    InputError
        If ``seen`` is above the last number that was given out.
    """
    if sent is not None and sent.seen > last_sequence():
        raise InputError(
            "This says that it has seen what was not written yet. Open the page anew, and enter it "
            "again."
        ).at("sent.seen")


def is_of_this_epoch(sent: Sent) -> bool:
    """Whether the sender saw these records, and not those of a time that a restore took back."""
    return epoch_of(sent.seen) == epoch_of(last_sequence())


def age_of(sent: Sent | None) -> timedelta:
    """How long it lay; nothing where that is not known."""
    return (sent and sent.age) or timedelta(0)


def made_at(sent: Sent | None, now: datetime) -> datetime:
    """When it was made, by the server's clock; now where that is not known."""
    return now - age_of(sent)
