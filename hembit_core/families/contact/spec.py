"""What a contact should be: what it is, and how much it may read closed."""

from __future__ import annotations

from enum import StrEnum
from typing import Literal

from hembit_core import defaults
from hembit_core.figures import Kelvin, Resistance, Temperature
from hembit_core.model import Model


class ContactDevice(StrEnum):
    """What the contact belongs to. A fuse or a limit that opened asks for its cause."""

    THERMOSTAT = "thermostat"
    LIMIT = "limit"
    FUSE = "fuse"
    SWITCH = "switch"
    RELAY = "relay"


class Contact(Model):
    """A contact. ``closed_limit`` is what it reads closed at the most, net of leads.

    ``opens_at`` and ``closes_at`` are a temperature switch's settings, each
    ± ``switching_tolerance``.
    """

    kind: Literal["contact"] = "contact"
    device: ContactDevice = ContactDevice.THERMOSTAT
    closed_limit: Resistance | None = None
    opens_at: Temperature | None = None
    closes_at: Temperature | None = None
    switching_tolerance: Kelvin | None = None

    @property
    def limit(self) -> float:
        """The closed limit [Ω]; the shop's default where none is given."""
        return self.closed_limit.value if self.closed_limit else defaults.CONTACT_CLOSED_UP_TO

    def describe(self) -> str:
        """The contact in a few words."""
        return f"Contact, {self.device}"
