"""What a contact should be: what it is, how it rests, and how much it may read closed."""

from __future__ import annotations

from enum import StrEnum
from typing import Literal

from hembit_core.measuring.figures import Kelvin, Resistance, Temperature
from hembit_core.model import Model
from hembit_core.rules.values import Rules


class ContactDevice(StrEnum):
    """What the contact belongs to. A fuse or a limit that opened asks for its cause."""

    THERMOSTAT = "thermostat"
    LIMIT = "limit"
    FUSE = "fuse"
    SWITCH = "switch"
    RELAY = "relay"
    PRESSURE_SWITCH = "pressure_switch"

    @property
    def word(self) -> str:
        """The device in words."""
        return self.replace("_", " ")


_OPEN_AT_REST = (ContactDevice.RELAY, ContactDevice.PRESSURE_SWITCH)


class Contact(Model):
    """A contact. ``closed_limit`` is what it reads closed at the most, net of leads.

    ``rest`` is how it stands cold, off and unpressed; where it is not said, a relay and a pressure
    switch are normally open, the others normally closed. ``opens_at`` and ``closes_at`` are a
    temperature switch's settings, each ± ``switching_tolerance``.
    """

    kind: Literal["contact"] = "contact"
    device: ContactDevice = ContactDevice.THERMOSTAT
    rest: Literal["normally_closed", "normally_open"] | None = None
    closed_limit: Resistance | None = None
    opens_at: Temperature | None = None
    closes_at: Temperature | None = None
    switching_tolerance: Kelvin | None = None

    @property
    def rests(self) -> Literal["closed", "open"]:
        """How it stands at rest."""
        if self.rest is None:
            return "open" if self.device in _OPEN_AT_REST else "closed"
        return "open" if self.rest == "normally_open" else "closed"

    def limit(self, rules: Rules) -> float:
        """The closed limit [Ω]; the shop's default where none is given."""
        return self.closed_limit.value if self.closed_limit else rules.contact_closed_up_to_ohm

    def unused(self) -> dict[str, str]:
        """Fields that say nothing beside the others, and why."""
        if self.switching_tolerance is not None and not (self.opens_at or self.closes_at):
            return {"switching_tolerance": "only round a temperature that it opens or closes at"}
        return {}

    def describe(self) -> str:
        """The contact in a few words."""
        return f"Contact, {self.device.word}"
