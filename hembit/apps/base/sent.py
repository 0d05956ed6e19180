"""How something came that may have lain in a browser's outbox: when it was made, and what it knew."""

from __future__ import annotations

from datetime import datetime, timedelta

from pydantic import AwareDatetime, Field

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


def age_of(sent: Sent | None) -> timedelta:
    """How long it lay; nothing where that is not known."""
    return (sent and sent.age) or timedelta(0)


def made_at(sent: Sent | None, now: datetime) -> datetime:
    """When it was made, by the server's clock; now where that is not known."""
    return now - age_of(sent)
